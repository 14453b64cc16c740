import type { Decision } from './decisions.ts';
import { stepName } from './early.ts';
import type { TestStep } from './steps.ts';
import type { Worked } from './worked.ts';

interface OfTest {
  step: TestStep;
  test: number;
}
/** What was decided on, beside tests. */
export type DecidedOn = 'submitted' | 'primary' | 'heterogeneity';
export const DECIDED_ON: Readonly<Record<DecidedOn | 'test', string>> = {
  test: 'a test',
  submitted: 'the submitted sample',
  primary: 'a primary sample',
  heterogeneity: 'a heterogeneity test',
};

export const REGISTER_ACTS = {
  'lot-opened': 'opened the lot',
  'lot-corrected': 'corrected the lot',
  'lot-divided': ({ into }: { into: string[] }) => `divided the lot into ${into.join(', ')}`,
  'lot-rejudged': 're-evaluated by another edition',
  'request-taken': 'took the request',
  'request-changed': 'changed the request',
  'lot-worked': ({ what }: { what: Worked }) => `said that the lot was ${what}`,
  'lot-work-struck': ({ what }: { what: Worked }) => `crossed out that the lot was ${what}`,
  'test-started': ({ step, test }: OfTest) => `started ${stepName(step)} test ${test}`,
  'test-day-corrected': ({ step, test }: OfTest) => `corrected the day of ${stepName(step)} test ${test}`,
  'other-result-entered': ({ step }: { step: string }) => `entered a ${stepName(step)} result from elsewhere`,
  'other-result-corrected': ({ step, number }: { step: string; number: number }) =>
    `corrected ${stepName(step)} result ${number} from elsewhere`,
  decided: ({ decision, on }: { decision: Decision; on: OfTest | DecidedOn }) =>
    `decided “${decision}” on ${typeof on === 'string' ? DECIDED_ON[on] : `${stepName(on.step)} test ${on.test}`}`,
  'file-brought-in': 'imported a file',
  'station-added': 'added a station',
  'station-taken': ({ code, station }: { code: string; station: string }) => `put ${code} on ${station}`,
  'station-open': ({ station }: { station: string }) => `opened the lot at ${station}`,
  'station-close': ({ station }: { station: string }) => `closed the lot at ${station}`,
  'station-clean': ({ station }: { station: string }) => `cleaned down ${station}`,
  'laboratory-set-up': 'set up the laboratory',
  'laboratory-changed': 'changed the laboratory’s settings',
  'person-added': 'added a person',
  'person-changed': 'changed a person',
  'password-changed': 'changed the own password',
  'password-link-made': 'made a link to a new password',
  'password-set-by-link': 'set a password by a link',
  'signed-in': 'signed in',
  'signed-out': 'signed out',
  'sign-in-failed': 'failed to sign in',
};

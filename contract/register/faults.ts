import type { CodeFault } from '@mercato/core/register/code';
import { codeFaultWords } from './codeWords.ts';
import { type Happened, happenedWords } from './happened.ts';

/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const REGISTER_FAULTS = {
  'register.lot-being-written':
    'Somebody else is writing to this lot, and it takes longer than usual. Nothing of yours was stored: send it again in a moment.',
  'register.reference-being-opened': ({ reference }: { reference: string }) =>
    `Lot ${reference} is being opened at this moment, perhaps by a file that is coming in. Nothing was stored: wait until it is in, or choose another reference.`,
  'register.no-code': ({ fault }: { fault: CodeFault }) => codeFaultWords(fault),
  'register.password-too-easy-guess': 'This password is too easy to guess.',
  'register.too-easy-guess-common':
    'is too easy to guess: it is common, a row of keys or a name. Take four words that have nothing to do with each other',
  'register.password-not-changed': 'The password is not changed.',
  'register.not-your-password-write': 'is not your password: write the one you sign in with',
  'register.no-such-person': 'There is no such person.',
  'register.link-used-replaced-or': 'This link was used, replaced or is too old. Ask the lead for another.',
  'register.person-not-stored': 'The person was not stored.',
  'register.you-cannot-take-your': 'You cannot take your own leave.',
  'register.another-lead-change-your': 'another lead has to change your roles',
  'register.somebody-lead': 'Somebody has to be lead.',
  'register.last-lead-make-another': ({ name }: { name: string }) => `${name} is the last lead: make another one first`,
  'register.sign-name-taken': 'This sign-in name is taken.',
  'register.taken-choose-another': 'taken: choose another',
  'register.set-up-link-used': 'This set-up link was used or replaced. Take the newest from the terminal.',
  'register.no-such-lot': 'There is no such lot.',
  'register.lot-divided-into-go': ({ parts }: { parts: string }) =>
    `This lot was divided into ${parts}: go on with those.`,
  'register.divided-parts-lots-own': 'divided: its parts are lots of their own',
  'register.tests-exist-kind-rule': 'Tests exist: kind and rule book stay as they are.',
  'register.cannot-change-once-test': 'cannot change once a test exists',
  'register.kind-not-list-species': 'This kind is not in the list of species.',
  'register.not-list-choose': ({ species }: { species: string }) => `"${species}" is not in the list: choose one`,
  'register.rule-book-knows-several': 'The rule book knows several kinds of this species.',
  'register.choose': ({ bookKinds }: { bookKinds: string }) => `choose one of: ${bookKinds}`,
  'register.rule-book-no-such': 'The rule book has no such kind.',
  'register.one-of': ({ bookKinds }: { bookKinds: string }) => `one of: ${bookKinds}`,
  'register.rule-book-does-not': 'the rule book does not know this species',
  'register.harvest-lies-future': 'The harvest lies in the future.',
  'register.lies-future': 'lies in the future',
  'register.lot-weighs-more-than': 'A lot weighs more than nothing.',
  'register.above-0': 'must be above 0',
  'register.container-holds-more-than': 'A container holds more than nothing.',
  'register.lot-reference-exists': 'A lot with this reference exists.',
  'register.taken-every-lot-own': 'taken: every lot has its own reference',
  'register.what-seen-cannot-lie': 'What was seen cannot lie in the future.',
  'register.cannot-before': ({ what }: { what: Happened }) => `This cannot be before ${happenedWords(what)}.`,
  'register.lies-before-when': ({ on, what }: { on: string; what: Happened }) =>
    `lies before ${on}, when ${happenedWords(what)}`,
  'register.more-than-days-have': ({ lateDays }: { lateDays: number }) =>
    `More than ${lateDays} days have passed since.`,
  'register.say-why-written-down': ({ lateDays }: { lateDays: number }) =>
    `say why it is written down more than ${lateDays} days late`,
  'register.only-working-sample-drawn': ({ step }: { step: string }) =>
    `Only a working sample drawn for ${step} can be tested here.`,
  'register.not-working-sample': ({ step }: { step: string }) => `not a working sample for ${step}`,
  'register.working-sample-being-tested': 'This working sample is being tested already.',
  'register.tested-already': 'tested already',
  'register.no-such-test': ({ step }: { step: string }) => `There is no such ${step} test.`,
  'register.no-such-result-correct': 'There is no such result to correct.',
  'register.no-result': ({ corrects }: { corrects: number }) => `no result ${corrects}`,
  'register.request-changed-reason': 'A request is changed with its reason.',
  'register.say-why-request-changed': 'say why the request is changed',
  'register.samples-lot-exist-who': 'Samples of this lot exist: who drew them stays as it is.',
  'register.cannot-change-once-sample': 'cannot change once a sample exists',
  'register.lot-no-such-test': 'This lot has no such test or sample.',
  'register.neither-test-nor-submitted': 'neither a test nor the submitted sample of this lot',
  'register.cannot-decided': 'This cannot be decided so.',
  'register.decide-one-of': ({ figure, allowed }: { figure: string; allowed: string }) =>
    `for ${figure} one of: ${allowed}`,
  'register.lot-divided-already-into': ({ parts }: { parts: string }) => `The lot was divided already, into ${parts}.`,
  'register.divided-already': 'divided already',
  'register.released-lot-not-divided': 'A released lot is not divided: its label speaks for the whole.',
  'register.lot-released': 'the lot is released',
  'register.containers-do-not-add': 'The containers do not add up.',
  'register.parts-have-containers-together': ({
    containers,
    containers2,
  }: {
    containers: number;
    containers2: number;
  }) => `the parts have ${containers} containers together, the lot has ${containers2}`,
  'register.part-weighs-more-than': 'A part weighs more than nothing.',
  'register.part-containers': 'A part has containers.',
  'register.above-0-lot-stands': 'must be above 0: the lot stands in containers',
  'register.masses-do-not-balance': 'The masses do not balance.',
  'register.parts-weigh-kg-than': ({
    figure,
    figure2,
    massText,
    massUnit,
  }: {
    figure: string;
    figure2: string;
    massText: string;
    massUnit: string;
  }) => `the parts weigh ${figure} kg ${figure2} than the lot’s ${massText} ${massUnit}`,
  'register.station-name-exists': 'A station of this name exists.',
  'register.no-such-station': 'There is no such station.',
  'register.no-lot-open': ({ name }: { name: string }) => `No lot is open at ${name}.`,
  'register.nothing-close': 'nothing to close',
  'register.cleaned-when-lot-closed': ({ name }: { name: string }) => `${name} is cleaned when its lot is closed.`,
  'register.lot-still-open': 'a lot is still open here',
  'register.no-vessel-laboratory-carries': ({ code }: { code: string }) =>
    `No vessel of this laboratory carries ${code}.`,
  'register.code-unknown': 'unknown',
  'register.no-longer': ({ code, gone }: { code: string; gone: string }) => `${code} is no longer there: ${gone}.`,
  'register.vessel-gone': ({ gone }: { gone: string }) => `was ${gone}`,
  'register.open-close-first': ({ reference, name }: { reference: string; name: string }) =>
    `${reference} is open at ${name}: close it first.`,
  'register.lot-open-here': ({ reference }: { reference: string }) => `${reference} is open here`,
  'register.last-ran-clean-down': ({
    name,
    reference,
    species,
    figure,
  }: {
    name: string;
    reference: string;
    species: string;
    figure: string;
  }) => `${name} last ran ${reference} (${species}${figure}): clean it down first, and note it.`,
  'register.clean-down-missing': 'clean-down missing',
  'register.open-put-away-first': ({ reference, name, figure }: { reference: string; name: string; figure: string }) =>
    `${reference} is open at ${name}. Put away first: ${figure}.`,
  'register.not-accounted': ({ code }: { code: string }) => `${code} is not accounted for`,
};

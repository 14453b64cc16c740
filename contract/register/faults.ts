import type { CodeFault } from '@mercato/core/register/code';
import { codeFaultWords } from './codeWords.ts';
import { type Happened, happenedWords } from './happened.ts';

/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const REGISTER_FAULTS = {
  'register.no-right-example':
    'This PostgreSQL server gives Mercato no right to make another database, in which the example would lie.',
  'register.no-example': 'There is no example: a lead makes it under Tools.',
  'register.lot-being-written':
    'Somebody else is writing to this lot, and it takes longer than usual. Nothing of yours was stored: send it again in a moment.',
  'register.reference-being-opened': ({ reference }: { reference: string }) =>
    `Lot ${reference} is being opened at this moment, perhaps by a file that is coming in. Nothing was stored: wait until it is in, or choose another reference.`,
  'register.no-code': ({ fault }: { fault: CodeFault }) => codeFaultWords(fault),
  'register.too-easy-guess-common':
    'This password is too easy to guess: it is common, a row of keys or a name. Take four words that have nothing to do with each other.',
  'register.not-your-password-write': 'This is not your password: write the one you sign in with.',
  'register.no-such-person': 'There is no such person.',
  'register.link-used-replaced-or': 'This link was used, replaced or is too old. Ask the lead for another.',
  'register.person-not-stored': 'The person was not stored.',
  'register.another-lead-change-your': 'You cannot take your own leave: another lead has to change your roles.',
  'register.last-lead-make-another': ({ name }: { name: string }) =>
    `${name} is the last lead: make another one first.`,
  'register.taken-choose-another': 'This name is taken: choose another.',
  'register.set-up-link-used': 'This set-up link was used or replaced. Take the newest from the terminal.',
  'register.no-such-lot': 'There is no such lot.',
  'register.no-such-vessel': 'There is no such sample or dish.',
  'register.lot-divided-into-go': ({ parts }: { parts: string }) =>
    `This lot was divided into ${parts}: go on with those.`,
  'register.tests-exist-kind-rule': 'Tests exist: kind and rule book stay as they are.',
  'register.not-list-choose': ({ species }: { species: string }) =>
    `“${species}” is not in the list of species: choose one.`,
  'register.choose': ({ bookKinds }: { bookKinds: string }) =>
    `The rule book knows several kinds of this species. Choose one of: ${bookKinds}.`,
  'register.one-of': ({ bookKinds }: { bookKinds: string }) => `one of: ${bookKinds}`,
  'register.rule-book-does-not': 'the rule book does not know this species',
  'register.lot-reference-exists': 'A lot with this reference exists: every lot has its own.',
  'register.lies-before-when': ({ on, what }: { on: string; what: Happened }) =>
    `This lies before ${on}, when ${happenedWords(what)}.`,
  'register.say-why-written-down': ({ lateDays }: { lateDays: number }) =>
    `Say why this is entered more than ${lateDays} days late.`,
  'register.only-working-sample-drawn': ({ step }: { step: string }) =>
    `Only a working sample drawn for ${step} can be tested here.`,
  'register.working-sample-being-tested': 'This working sample is being tested already.',
  'register.no-such-test': ({ step }: { step: string }) => `There is no such ${step} test.`,
  'register.no-result': ({ corrects }: { corrects: number }) => `There is no result ${corrects} to correct.`,
  'register.say-why-request-changed': 'Say why the request is changed.',
  'register.before-harvest': ({ harvestYear }: { harvestYear: number }) =>
    `This lies before the harvest of ${harvestYear}.`,
  'register.no-such-work': 'Nothing of that kind is entered for this lot.',
  'register.work-crossed-out': 'This is crossed out already.',
  'register.samples-lot-exist-who': 'Samples of this lot exist: who drew them stays as it is.',
  'register.lot-no-such-test': 'This lot has no such test or sample.',
  'register.decide-one-of': ({ figure, allowed }: { figure: string; allowed: string }) =>
    `For ${figure} decide one of: ${allowed}.`,
  'register.lot-divided-already-into': ({ parts }: { parts: string }) => `The lot was divided already, into ${parts}.`,
  'register.released-lot-not-divided': 'A released lot is not divided: its label speaks for the whole.',
  'register.parts-have-containers-together': ({
    containers,
    containers2,
  }: {
    containers: number;
    containers2: number;
  }) => `The parts have ${containers} containers together, the lot has ${containers2}.`,
  'register.above-0-lot-stands': 'A part must have containers: the lot stands in containers.',
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
  }) => `The parts weigh ${figure} kg ${figure2} than the lot’s ${massText} ${massUnit}.`,
  'register.no-such-station': 'There is no such station.',
  'register.no-lot-open': ({ name }: { name: string }) => `No lot is open at ${name}.`,
  'register.cleaned-when-lot-closed': ({ name }: { name: string }) => `${name} is cleaned when its lot is closed.`,
  'register.no-vessel-laboratory-carries': ({ code }: { code: string }) =>
    `No sample of this laboratory carries ${code}.`,
  'register.no-longer': ({ code, gone }: { code: string; gone: string }) => `${code} is no longer there: ${gone}.`,
  'register.open-close-first': ({ reference, name }: { reference: string; name: string }) =>
    `${reference} is open at ${name}: close it first.`,
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
  'register.open-put-away-first': ({ reference, name, figure }: { reference: string; name: string; figure: string }) =>
    `${reference} is open at ${name}. Put away first: ${figure}.`,
  'register.not-accounted': ({ code }: { code: string }) => `${code} is not accounted for`,
};

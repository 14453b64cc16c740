import { happenedWords, type Happened } from '../register/happened.ts';

/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const SAMPLING_FAULTS = {
  'sampling.no-containers-draw-heap':
    'There are no containers to draw: a heap or stream is sampled over its whole mass.',
  'sampling.primary-samples-poured-together': ({ code }: { code: string }) =>
    `The primary samples were poured together already: ${code}.`,
  'sampling.bring-composite-sample-end': ({ code }: { code: string }) =>
    `The primary samples were poured together already: bring composite sample ${code} to its end first.`,
  'sampling.say-why-drawn-anew': 'Containers were drawn already: say why they are selected again.',
  'sampling.container-not-drawn': ({ container }: { container: number }) => `Container ${container} was not drawn.`,
  'sampling.container-sampled-often-drawn': ({ container }: { container: number }) =>
    `Container ${container} was sampled as often as it was drawn.`,
  'sampling.before-containers-drawn': 'This was before the containers were drawn.',
  'sampling.poured-together-already-correct':
    'These were poured together already: correct the composite sample instead.',
  'sampling.container-no-result-correct': ({ container }: { container: number }) =>
    `Container ${container} has no result to correct.`,
  'sampling.lot-containers': ({ containers }: { containers: number }) =>
    `There is no such container: the lot has ${containers}.`,
  'sampling.seeds-counted-whole-number': 'seeds are counted: a whole number',
  'sampling.percentage-most-100': 'a percentage of at most 100',
  'sampling.weigh-or-count': 'Write what the working sample weighs.',
  'sampling.only-working-put-back':
    'Only a working sample that was weighed goes back into the sample that it was drawn from.',
  'sampling.no-longer': ({ code, gone }: { code: string; gone: string }) => `${code} is no longer there: ${gone}.`,
  'sampling.under-seal-note-opening': ({ code, seal }: { code: string; seal: string }) =>
    `${code} is under seal ${seal}: note its opening first.`,
  'sampling.under-no-seal': ({ code }: { code: string }) => `${code} is under no seal.`,
  'sampling.both-weigh-g-holds': ({ both, code, shownGrams }: { both: string; code: string; shownGrams: string }) =>
    `The halves weigh ${both} g, and ${code} holds ${shownGrams} g.`,
  'sampling.never-weighed-rest-cannot': ({ code }: { code: string }) =>
    `${code} was never weighed, so its rest cannot be balanced: leave it empty.`,
  'sampling.masses-do-not-balance': 'The masses do not balance.',
  'sampling.g-not-accounted-held': ({
    off,
    code,
    text,
    unit,
    shownGrams,
  }: {
    off: string;
    code: string;
    text: string;
    unit: string;
    shownGrams: string;
  }) =>
    `${off} g are not accounted for: ${code} held ${text} ${unit}, ${shownGrams} g were drawn; weigh the rest, or state what was lost`,
  'sampling.parts-weigh-g-more': ({
    off,
    text,
    unit,
    code,
  }: {
    off: string;
    text: string;
    unit: string;
    code: string;
  }) =>
    `the parts weigh ${off} g more than the ${text} ${unit} that ${code} held: something else got in, or a figure is wrong`,
  'sampling.primary-samples-still-taken': ({ count, count2 }: { count: number; count2: number }) =>
    `${count} of ${count2} primary samples are still to be taken.`,
  'sampling.more-than-lots': ({ massText, massUnit }: { massText: string; massUnit: string }) =>
    `This is more than the lot’s ${massText} ${massUnit}.`,
  'sampling.g-not-accounted-primary': ({ missing, together }: { missing: string; together: string }) =>
    `${missing} g are not accounted for: the primary samples weigh ${together} g. State what was lost, or weigh again.`,
  'sampling.g-more-than-g': ({ shownGrams, together }: { shownGrams: string; together: string }) =>
    `${shownGrams} g more than the ${together} g of the primary samples: something else got in, or a figure is wrong.`,
  'sampling.reserve-kept-composite-or': 'A reserve is kept of the composite or the submitted sample.',
  'sampling.lies-past': 'This lies in the past: a reserve is kept for a while.',
  'sampling.only-composite-or-reserve': 'Only a composite or reserve sample is corrected here.',
  'sampling.g-already-drawn': ({ given }: { given: string }) => `${given} g were already drawn from it.`,
  'sampling.say-how-many-taken': 'We drew this sample ourselves: say how many primary samples were taken.',
  'sampling.lies-after-when': ({ on, what }: { on: string; what: Happened }) =>
    `This lies after ${on}, when ${happenedWords(what)}.`,
  'sampling.record-submitted-sample-first': 'Record the submitted sample first.',
  'sampling.lighter-than-g-say': ({ limit, body }: { limit: null | number; body: string }) =>
    `This is lighter than ${limit} g${body}: say why, or take more seed.`,
  'sampling.only-g-left-sample': ({ left, kind }: { left: string; kind: string }) =>
    `Only ${left} g are left of the ${kind} sample.`,
  'sampling.container-looks-uneven-do': ({ container }: { container: number }) =>
    `Container ${container} looks uneven: sampling is stopped, and the primary samples are not combined.`,
  'sampling.name-vessels-lot-id': 'Name samples of this lot by id or code, with commas between.',
  'sampling.no-such-draw': 'There is no such draw.',
  'sampling.other-containers-drawn-since': 'Other containers were drawn since.',
  'sampling.no-such-sample': 'There is no such sample.',
  'sampling.no-such-heterogeneity-test': 'There is no such heterogeneity test.',
  'sampling.no-such-vessel': 'There is no such sample.',
};

import { happenedWords, type Happened } from '../register/happened.ts';

/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const SAMPLING_FAULTS = {
  'sampling.no-containers-draw-heap':
    'There are no containers to draw: a heap or stream is sampled over its whole mass.',
  'sampling.only-lot-containers-drawn': 'only a lot in containers is drawn',
  'sampling.primary-samples-poured-together': ({ code }: { code: string }) =>
    `The primary samples were poured together already: ${code}.`,
  'sampling.bring-composite-sample-end': ({ code }: { code: string }) =>
    `bring composite sample ${code} to its end first`,
  'sampling.containers-drawn-already-another': 'Containers were drawn already; another draw says why.',
  'sampling.say-why-drawn-anew': 'say why it is drawn anew',
  'sampling.container-not-drawn': ({ container }: { container: number }) => `Container ${container} was not drawn.`,
  'sampling.container-not-part-draw': ({ container }: { container: number }) =>
    `container ${container} is not part of the draw`,
  'sampling.container-sampled-often-drawn': ({ container }: { container: number }) =>
    `Container ${container} was sampled as often as it was drawn.`,
  'sampling.container-gives-primary': ({
    container,
    cores,
    figure,
  }: {
    container: number;
    cores: number;
    figure: string;
  }) => `container ${container} gives ${cores} primary ${figure}`,
  'sampling.sample-cannot-taken-future': 'A sample cannot be taken in the future.',
  'sampling.lies-future': 'lies in the future',
  'sampling.sample-older-than-draw': 'The sample is older than the draw.',
  'sampling.before-containers-drawn': 'was before the containers were drawn',
  'sampling.sample-weighs-more-than': 'A sample weighs more than nothing.',
  'sampling.above-0': 'must be above 0',
  'sampling.mass-balanced-others': ({ code, gone }: { code: string; gone: string }) =>
    `${code} was ${gone}: its mass was balanced with the others.`,
  'sampling.poured-together-already-correct': 'poured together already: correct the composite sample instead',
  'sampling.container-not-part-test': 'This container was not part of the test.',
  'sampling.container-no-result-correct': ({ container }: { container: number }) =>
    `container ${container} has no result to correct`,
  'sampling.lot-no-such-container': 'The lot has no such container.',
  'sampling.lot-containers': ({ containers }: { containers: number }) => `the lot has ${containers} containers`,
  'sampling.result-container-cannot': ({ container }: { container: number }) =>
    `The result of container ${container} cannot be.`,
  'sampling.seeds-counted-whole-number': 'seeds are counted: a whole number',
  'sampling.percentage-most-100': 'a percentage of at most 100',
  'sampling.no-longer': ({ code, gone }: { code: string; gone: string }) => `${code} is no longer there: ${gone}.`,
  'sampling.vessel-gone': ({ code, gone }: { code: string; gone: string }) => `${code} was ${gone}`,
  'sampling.under-seal-note-opening': ({ code, seal }: { code: string; seal: string }) =>
    `${code} is under seal ${seal}: note its opening first.`,
  'sampling.already-under-seal': ({ seal }: { seal: string }) => `already under seal ${seal}`,
  'sampling.under-no-seal': ({ code }: { code: string }) => `${code} is under no seal.`,
  'sampling.no-seal-open': 'there is no seal to open',
  'sampling.halves-weigh-nothing': 'The halves weigh nothing.',
  'sampling.halves-weigh-more-than': 'The halves weigh more than what was divided.',
  'sampling.both-weigh-g-holds': ({ both, code, shownGrams }: { both: string; code: string; shownGrams: string }) =>
    `both weigh ${both} g; ${code} holds ${shownGrams} g`,
  'sampling.never-weighed-rest-cannot': ({ code }: { code: string }) =>
    `${code} was never weighed, so its rest cannot be balanced.`,
  'sampling.leave-empty-vessel-never': 'leave it empty: the vessel was never weighed',
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
  'sampling.composite-sample-exists': ({ code }: { code: string }) => `composite sample ${code} exists`,
  'sampling.primary-samples-still-taken': ({ count, count2 }: { count: number; count2: number }) =>
    `${count} of ${count2} primary samples are still to be taken.`,
  'sampling.container-not-sampled-yet': ({ figure }: { figure: string }) => `container ${figure} not sampled yet`,
  'sampling.sample-heavier-than-lot': 'The sample is heavier than the lot.',
  'sampling.more-than-lots': ({ massText, massUnit }: { massText: string; massUnit: string }) =>
    `more than the lot's ${massText} ${massUnit}`,
  'sampling.g-not-accounted-primary': ({ missing, together }: { missing: string; together: string }) =>
    `${missing} g are not accounted for: the primary samples weigh ${together} g; state what was lost, or weigh again`,
  'sampling.g-more-than-g': ({ shownGrams, together }: { shownGrams: string; together: string }) =>
    `${shownGrams} g more than the ${together} g of the primary samples: something else got in, or a figure is wrong`,
  'sampling.reserve-kept-composite-or': 'A reserve is kept of the composite or the submitted sample.',
  'sampling.neither-composite-nor-submitted': 'neither the composite nor the submitted sample of this lot',
  'sampling.reserve-kept-while': 'A reserve is kept for a while.',
  'sampling.lies-past': 'lies in the past',
  'sampling.only-composite-or-reserve': 'Only a composite or reserve sample is corrected here.',
  'sampling.sample-corrected-where-written': ({ kind }: { kind: string }) =>
    `a ${kind} sample is corrected where it was written down`,
  'sampling.more-drawn-sample': 'More was drawn from this sample.',
  'sampling.g-already-drawn': ({ given }: { given: string }) => `${given} g were already drawn from it`,
  'sampling.sample-cannot-drawn-future': 'The sample cannot be drawn in the future.',
  'sampling.sample-cannot-older-than': 'The sample cannot be older than the harvest.',
  'sampling.before-harvest': ({ harvestYear }: { harvestYear: number }) => `before the harvest of ${harvestYear}`,
  'sampling.we-drew-sample-ourselves': 'We drew this sample ourselves, so its primary samples were counted.',
  'sampling.say-how-many-taken': 'say how many were taken',
  'sampling.sample-cannot-younger-than': 'The sample cannot be younger than what was made of it.',
  'sampling.lies-after-when': ({ on, what }: { on: string; what: Happened }) =>
    `lies after ${on}, when ${happenedWords(what)}`,
  'sampling.record-submitted-sample-first': 'Record the submitted sample first.',
  'sampling.no-submitted-sample-draw': 'there is no submitted sample to draw from',
  'sampling.rule-book-asks-g': ({ limit, body }: { limit: null | number; body: string }) =>
    `The rule book asks for ${limit} g at least${body}.`,
  'sampling.lighter-than-g-say': ({ limit, body }: { limit: null | number; body: string }) =>
    `lighter than ${limit} g${body}: say why, or take more seed`,
  'sampling.weighs-more-than-nothing': ({ what }: { what: string }) => `${what} weighs more than nothing.`,
  'sampling.much-not-left-sample': ({ kind }: { kind: string }) => `So much is not left of the ${kind} sample.`,
  'sampling.only-g-left-sample': ({ left, kind }: { left: string; kind: string }) =>
    `only ${left} g are left of the ${kind} sample`,
  'sampling.sampling-stopped-primary-samples': 'Sampling is stopped: the primary samples look uneven.',
  'sampling.container-looks-uneven-do': ({ container }: { container: number }) =>
    `container ${container} looks uneven: do not combine them`,
  'sampling.nothing-label': 'There is nothing to label.',
  'sampling.name-vessels-lot-id': 'name vessels of this lot by id or code, with commas between',
  'sampling.no-such-draw': 'There is no such draw.',
  'sampling.other-containers-drawn-since': 'Other containers were drawn since.',
  'sampling.replaced-another': 'was replaced by another',
  'sampling.no-such-sample': 'There is no such sample.',
  'sampling.no-such-heterogeneity-test': 'There is no such heterogeneity test.',
  'sampling.no-such-vessel': 'There is no such vessel.',
};

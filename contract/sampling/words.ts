import type { SamplingNext } from '@mercato/core/sampling/next';
import type { PlanReason } from '@mercato/core/sampling/primarySamples';
import type { Decision } from '../register/decisions.ts';
import type { LineWords } from '../register/lineWords.ts';
import type { SamplingBlock, SamplingStands } from './stands.ts';
import type { VesselEventView } from './vesselEvents.ts';

/** What a verdict on sampling asks for. */
export const SAMPLING_NEXT: Readonly<Record<SamplingNext, string>> = {
  'samples-enough': 'As many as the rule book asks for.',
  'draw-more-samples': 'Fewer than the rule book asks for: draw the rest, or let the lead accept it.',
  'lot-small-enough': 'Small enough for one lot.',
  'divide-lot': 'Too large for one lot under this rule book: divide it.',
  'spread-as-uniform': 'No more spread than a uniform lot shows.',
  'spread-not-uniform': 'The containers differ more than seed of one lot does: it is not uniform.',
  'spread-cannot-be-judged': 'The average lies too near its end to evaluate the spread.',
  'range-as-uniform': 'No container lies too far from the others.',
  'range-not-uniform': 'One container lies too far from another: the lot is not uniform.',
  'range-cannot-be-judged': 'The average lies too near its end to evaluate the range.',
  'no-largest-range': 'The edition holds no largest range for this: H alone decides.',
  'divider-in-order': 'The divider halves as it should.',
  'divider-out-of-order':
    'The halves are out of tolerance: level and clean the divider, pour evenly, mix all of it and divide again.',
};

/** What follows from a primary sample that looks uneven. */
const UNEVEN_WORDS: Readonly<Record<Decision, string>> = {
  accept: 'even after all',
  'set-aside': 'set aside',
  'own-lots': 'the parts become lots of their own',
  refuse: 'sampling is refused',
  'heterogeneity-test': 'a heterogeneity test is asked for',
};

const primaries = (asked: number | null) => (asked === null ? '' : `${asked} primary samples`);

export function samplingStands(how: SamplingStands): LineWords {
  switch (how.is) {
    case 'divided':
      return { figure: `${how.parts.length} lots`, note: `divided into ${how.parts.join(', ')}` };
    case 'too-large':
      return {
        figure: `${how.kg ?? ''} kg`,
        note: how.parts === null ? 'too large for one lot' : `too large for one lot: divide it into ${how.parts}`,
      };
    case 'uneven':
      return {
        figure: `container ${how.container} looks uneven`,
        note: how.decision ? UNEVEN_WORDS[how.decision] : 'sampling is stopped',
      };
    case 'not-uniform':
      return {
        figure: 'not uniform',
        note: how.decision ? UNEVEN_WORDS[how.decision] : `heterogeneity test ${how.test}: containers differ too much`,
      };
    case 'awaiting-client':
      return { figure: '', note: 'the client’s sample is to come' };
    case 'to-sample':
      return { figure: '', note: 'to be sampled' };
    case 'to-draw':
      return { figure: primaries(how.asked), note: 'to be drawn' };
    case 'drawn':
      return { figure: primaries(how.asked), note: 'drawn, to be taken' };
    case 'taking':
      return { figure: primaries(how.asked), note: `${how.taken} of ${how.of} taken` };
    case 'to-reduce':
      return { figure: primaries(how.asked), note: 'poured together, to be reduced' };
    case 'submitted':
      return {
        figure: how.primaries === null ? 'sent in' : `${how.primaries} primary samples`,
        note: [
          how.asked === null ? '' : `of ${how.asked} asked`,
          `${how.mass} submitted`,
          { enough: '', light: `under the least of ${how.leastG ?? ''} g`, unknown: 'no least mass in the book' }[
            how.weight
          ],
          how.accepted ? 'accepted by the lead' : '',
        ]
          .filter(Boolean)
          .join(', '),
      };
  }
}

const decided = (decision: Decision | null) => (decision ? `: ${UNEVEN_WORDS[decision]}` : '; decision pending');
function blockWords(why: SamplingBlock): string {
  switch (why.is) {
    case 'too-large':
      return 'the lot is larger than the rule book allows';
    case 'uneven':
      return `container ${why.container} looks uneven${decided(why.decision)}`;
    case 'not-uniform':
      return `heterogeneity test ${why.test} says that the lot is not uniform${decided(why.decision)}`;
    case 'too-few-primaries':
      return `fewer primary samples were taken than the rule book asks${decided(null)}`;
    case 'too-light':
      return `the submitted sample is lighter than the rule book asks${decided(null)}`;
  }
}
export const samplingBlocks = (why: readonly SamplingBlock[]): string =>
  why.map((one) => `Sampling: ${blockWords(one)}.`).join(' ');

const withNote = (words: string, note: string) => [words, note].filter(Boolean).join('; ');

const SEAL_WORDS: Readonly<Record<string, string>> = { true: 'seal whole', false: 'seal found broken' };

/** What happened to a vessel. */
export function vesselEventWords(body: VesselEventView['event']): string {
  if (body.what === 'take') return `on ${body.place}`;
  if ('drawnFrom' in body) return `seal ${body.drawnFrom}, opened to draw from it`;
  const { note } = body;
  switch (body.what) {
    case 'hand-over':
      return withNote(`to ${body.to}${body.place ? `, ${body.place}` : ''}`, note);
    case 'move':
      return withNote(`to ${body.place}`, note);
    case 'seal':
      return withNote(`seal ${body.seal}`, note);
    case 'open':
      return withNote(SEAL_WORDS[String(body.intact)] ?? '', note);
    case 'divide':
      return withNote(
        `${body.divider}: ${body.first.text} ${body.first.unit} and ${body.second.text} ${body.second.unit}`,
        note,
      );
    case 'finish':
      return withNote(
        [
          body.how,
          body.rest ? `${body.rest.text} ${body.rest.unit} left` : '',
          Number(body.loss.text) > 0 ? `${body.loss.text} ${body.loss.unit} lost` : '',
        ]
          .filter(Boolean)
          .join(', '),
        note,
      );
  }
}

/** Why a rule book asks for so many primary samples. */
export function planReasonWords(why: PlanReason): string {
  switch (why.is) {
    case 'in-all':
      return `${why.units} ${UNIT_WORDS[why.of]}: ${why.samples} in all, each from a different one.`;
    case 'from-each':
      return `${why.units} ${UNIT_WORDS[why.of]}: ${why.each} from each.`;
    case 'by-mass': {
      const what = why.overKg === null ? 'Heap or seed stream' : `Containers over ${why.overKg} kg`;
      const share = why.onePerKg === null ? '' : `one per ${why.onePerKg} kg, `;
      return `${what}, ${why.massKg} kg: ${share}at least ${why.atLeast}.`;
    }
    case 'as-bags':
      return `Bulk: as many cores as ${why.bags} customary bags would need, at least ${why.atLeast}.`;
    case 'every-bag':
      return `Up to ${why.upTo} bags: every bag, at least ${why.atLeast} cores in all.`;
    case 'share-of-bags':
      return `More than ${why.above} bags: ${why.base} and ${why.percent} % of the bags, never more than ${why.most}.`;
  }
}
const UNIT_WORDS = { containers: 'containers', units: 'sampling units' } as const;

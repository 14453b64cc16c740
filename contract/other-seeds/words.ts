import type { Contradiction } from '@mercato/core/other-seeds/contradictions';
import type { OtherSeedsNext } from '@mercato/core/other-seeds/next';
import { atMostOf, threeFigures } from '@mercato/core/other-seeds/noneFound';
import { COMPONENT_NAMES } from '@mercato/core/units/components';
import { earlyWords, type LineWords } from '../register/lineWords.ts';
import type { Extent } from './extent.ts';
import type { OtherSeedsBlock, OtherSeedsStands } from './stands.ts';

/** What a verdict on other seeds asks for; of noxious lists, in the jurisdiction that stands beside it. */
export const OTHER_SEEDS_NEXT: Readonly<Record<OtherSeedsNext, string>> = {
  'report-both-counts': 'The two counts agree: report both masses and both counts together.',
  'count-again': 'The counts are out of tolerance: count again, or draw another sample.',
  'second-count-not-worse': 'The second is not worse than chance allows.',
  'second-count-worse': 'The second is worse than chance allows.',
  'compare-exactly': 'The book has no row for so many: compare by the exact test.',
  'noxious-label-stands': 'The label stands. No tolerance applies to plants that are named for all States.',
  'noxious-label-too-low': 'The label names too few: relabel.',
  'no-noxious-tolerance': 'The book has no tolerance for it.',
  'bound-to-no-species': 'What was written is bound to no species: it is not evaluated against this list.',
  'say-which-of-the-genus':
    'Known to the genus alone, of which this list names species: say which it is, or that it is none of them.',
  prohibited: 'Prohibited: cannot be sold there.',
  'over-noxious-limit': 'Over the limit: cannot be sold there.',
  'restricted-without-limit': 'Restricted: must be named with its rate there.',
  'restricted-within-limit': 'Restricted, within the limit: must be named with its rate there.',
};

/** How far a search went, as it is reported: "complete search", "reduced limited search". */
export const EXTENT_WORDS: Readonly<Record<Extent, string>> = {
  complete: 'complete search',
  limited: 'limited search',
  reduced: 'reduced search',
  'reduced-limited': 'reduced limited search',
};

const grams = (massG: number) => `${Number(massG.toPrecision(6))} g`;

/** Both figures beside each other: "weed seed 0.50 % in 5.003 g of purity, none in 50.2 g searched". */
export function contradictionWords({ purity, search, ...found }: Contradiction): string {
  const name = found.what === 'component' ? COMPONENT_NAMES[found.of] : found.of;
  const there = purity.seeds === null ? `${purity.percent ?? ''} %` : `${purity.seeds}`;
  return `${name}: ${there} in ${grams(purity.examinedG)} of purity, ${search.seeds === 0 ? 'none' : search.seeds} in ${grams(search.examinedG)} searched`;
}

export function otherSeedsStands(how: OtherSeedsStands): LineWords {
  switch (how.is) {
    case 'to-search':
      return { figure: '', note: 'to be searched' };
    case 'searching':
      return { figure: `${how.count} in ${how.examinedG} g`, note: `${how.leftG} g still to be searched` };
    case 'searched':
      return { figure: `${how.count} in ${how.examinedG} g`, note: searchedWords(how) };
    default:
      return earlyWords(how, 'working sample to be drawn', 'working sample drawn');
  }
}

function searchedWords(how: OtherSeedsStands & { is: 'searched' }): string {
  const extent = how.extent === 'complete' ? '' : `${EXTENT_WORDS[how.extent]}; `;
  return [
    `${extent}${how.count === 0 ? `none found: at most ${threeFigures(atMostOf(how.examinedG).perKg)} per kg` : `${Math.round(how.perKg)} per kg, ${Math.round(how.perLb)} per lb`}`,
    ...(how.light ? [`${how.light.leastG ?? ''} g asked${how.light.accepted ? ': accepted by the lead' : ''}`] : []),
    ...(how.barred
      ? [
          `${how.barred.species}: not to be sold in ${how.barred.jurisdiction}${how.barred.accepted ? ', accepted by the lead' : ''}`,
        ]
      : []),
    ...how.unbound.map((one) => `“${one}” is bound to no species`),
    ...how.unclear.map((one) => `${one}: which species is not said`),
    ...how.against.map(contradictionWords),
  ].join('; ');
}

function blockWords(why: OtherSeedsBlock): string {
  switch (why.is) {
    case 'barred':
      return `the lot cannot be sold in ${why.jurisdiction}: it contains ${why.species}; decision pending`;
    case 'unbound':
      return `“${why.names.join('”, “')}” is bound to no species; decision pending`;
    case 'unclear':
      return `of ${why.names.join(', ')} nobody has said which species it is`;
    case 'contradicted':
      return `${why.against.map(contradictionWords).join('; ')}; decision pending`;
    case 'light':
      return 'less was searched than the rule book asks; decision pending';
  }
}
export const otherSeedsBlocks = (why: readonly OtherSeedsBlock[]): string =>
  why.map((one) => `Other seeds: ${blockWords(one)}.`).join(' ');

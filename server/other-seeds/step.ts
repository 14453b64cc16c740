import { EXTENT_WORDS } from '@mercato/contract/other-seeds/words';
import { numberSlip, verdictSlip } from '@mercato/core/verdict/numberSlip';
import { defineStep, onTest } from '../lot-sheet/step.ts';
import { requestOf } from '../register/lotFile.ts';
import { otherSeedsLine, otherSeedsOutcome, readOtherSeeds, reportedOtherSeeds, unknownIn } from './result.ts';

export const otherSeedsStep = defineStep({
  step: 'other-seeds',
  key: 'otherSeeds',
  read: readOtherSeeds,
  line: (view, { sampled }) => otherSeedsLine(view, sampled),
  judged: ({ tests }) =>
    tests.flatMap(({ id, total, massVerdict, noxious }) =>
      total && massVerdict
        ? [onTest('other-seeds', id, otherSeedsOutcome({ massVerdict, noxious }), { ...total, massVerdict, noxious })]
        : [],
    ),
  decisions: (view) => [reportedOtherSeeds(view)?.decision],
  facts: (view, { lot }) => {
    const found = reportedOtherSeeds(view);
    if (!found?.total || found.examinedG === null || found.stillToSearchG > 0) return { otherSeeds: null };
    return {
      otherSeeds: {
        examinedG: found.examinedG,
        perKgUpper: found.total.rate.perKg.upper,
        species: found.species.map((one) => ({
          name: one.name,
          taxon: one.taxon,
          count: one.count,
          perLb: one.rate.perLb.estimate,
        })),
        search: searchWords(found),
        noxious: [
          ...new Set(
            found.noxious.filter((one) => one.counts && one.consequence !== 'unclear').map((one) => one.species),
          ),
        ],
        unclear: Object.values(unknownIn(found)).flat(),
        soldIn: requestOf(lot)?.soldIn ?? [],
      },
    };
  },
  slips: (view): Record<string, ReturnType<typeof numberSlip>> => {
    const total = reportedOtherSeeds(view)?.total;
    return total ? { otherSeedsByNumber: numberSlip('Other seeds by number', total.rate.steps, null) } : {};
  },
  working: (view) => {
    const found = reportedOtherSeeds(view);
    return [
      found?.massVerdict && verdictSlip('mass searched', found.massVerdict),
      ...(found?.noxious ?? []).map((one) => verdictSlip(`${one.species}, ${one.jurisdiction}`, one)),
    ];
  },
});

/** "complete search", "limited search for Avena fatua": how far the search went, as it is reported. */
function searchWords({ extent, named }: NonNullable<ReturnType<typeof reportedOtherSeeds>>): string {
  return `${EXTENT_WORDS[extent]}${named.length > 0 ? ` for ${named.join(', ')}` : ''}`;
}

import { fieldInTray } from '@mercato/contract/other-seeds/otherSeeds';
import { EXTENT_WORDS } from '@mercato/contract/other-seeds/words';
import type { FieldView } from '@mercato/contract/register/lots';
import { numberSlip, verdictSlip } from '@mercato/core/verdict/numberSlip';
import { defineStep, onTest } from '../lot-sheet/step.ts';
import { requestOf } from '../register/lotFile.ts';
import { bringSearch, speciesFound } from './bring.ts';
import { otherSeedsLine, otherSeedsOutcome, reportedOtherSeeds, unknownIn } from './found.ts';
import { readOtherSeeds } from './result.ts';

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
  bring: bringSearch,
  species: speciesFound,
  rows: ({ tests }, file) => {
    for (const test of tests) {
      const more = file.begin('other-seeds', test);
      file.add('other-seeds.extent', test.extent === 'complete' ? null : test.extent, more);
      const views = test.trays.flatMap((tray) =>
        Object.entries(tray.fields).map(([name, view]) => [fieldInTray(tray.number, name), view]),
      );
      file.days('other-seeds', Object.fromEntries(views) as Record<string, FieldView>, more);
      for (const name of test.named) file.add('other-seeds.named', 'yes', { ...more, name });
      for (const { number, fields: own, species } of test.trays) {
        const at = number === 1 ? more : { ...more, dish: String(number) };
        file.add(number === 1 ? 'other-seeds.examined' : 'other-seeds.trayExamined', own.examined?.text ?? null, {
          ...at,
          unit: 'g',
        });
        for (const { name, count } of [...species].sort((a, b) => a.name.localeCompare(b.name)))
          file.add(number === 1 ? 'other-seeds.count' : 'other-seeds.trayCount', count, { ...at, name });
      }
    }
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

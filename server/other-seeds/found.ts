import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import type { FoundName } from '@mercato/contract/names/names';
import { type Extent, isReduced } from '@mercato/contract/other-seeds/extent';
import type { FoundSpecies, OtherSeedsTest, OtherSeedsView, TrayView } from '@mercato/contract/other-seeds/otherSeeds';
import { judgeNoxious, type NoxiousRow, type NoxiousVerdict } from '@mercato/core/other-seeds/noxious';
import { ratePerMass } from '@mercato/core/other-seeds/ratePerMass';
import type { Edition, Figure, KindMethod } from '@mercato/core/rule-books/edition';
import { judgeLeastMass } from '@mercato/core/rule-books/leastMass';
import { Exact, writtenDecimals } from '@mercato/core/units/mass';
import { type Outcome, type Verdict, worst } from '@mercato/core/verdict/verdict';
import { namesSaid } from '../names/names.ts';
import { covers, handsOf, notSetAside, withoutTest } from '../register/tests.ts';
import { findsOf } from './finds.ts';

const CONFIDENCE = 0.95;

/** The mass searched against the least for the kind; a reduced search needs a share of it. The Act's list of noxious weeds has its own column. */
export function searchedMassOf(
  edition: Edition,
  method: KindMethod | undefined,
  extent: Extent,
  examined: string,
): Verdict {
  const share = isReduced(extent) ? edition.parameterIfAny('other_seeds_reduced_share') : undefined;
  const least = method?.otherSeedsG;
  const asked: Figure<number> | undefined =
    least && share ? { value: least.value * share.value, rule: share.rule } : least;
  return judgeLeastMass('mass searched', new Exact(examined), asked, writtenDecimals(examined));
}

type Found = Pick<OtherSeedsTest, 'examinedG' | 'massVerdict' | 'species' | 'names' | 'total'> & {
  readonly noxious: readonly NoxiousVerdict[];
};

/** What the trays of a test say was found together; nothing while no tray is closed. */
export function foundIn(
  /** Each with its mass as written; null while it is open. */
  trays: readonly { readonly examined: string | null; readonly species: TrayView['species'] }[],
  edition: Edition,
  method: KindMethod | undefined,
  extent: Extent,
  noxious: readonly NoxiousRow[],
  nameOf: (written: string) => FoundName,
): Found {
  const closed = trays.flatMap(({ examined, species }) => (examined === null ? [] : [{ text: examined, species }]));
  if (closed.length === 0)
    return { examinedG: null, massVerdict: null, species: [], names: [], total: null, noxious: [] };
  const examined = closed.reduce((sum, one) => sum.plus(one.text), new Exact(0));
  const examinedG = examined.toNumber();
  const counts = new Map<string, number>();
  for (const { name, count } of closed.flatMap((one) => one.species)) counts.set(name, (counts.get(name) ?? 0) + count);
  const names = [...counts.keys()].map(nameOf);
  const species = [...counts]
    .map(([name, count]): FoundSpecies => ({
      name,
      taxon: names.find((one) => one.written === name)?.taxon ?? null,
      count,
      rate: ratePerMass(count, examinedG, CONFIDENCE),
    }))
    .sort((a, b) => b.count - a.count || a.name.localeCompare(b.name));
  const count = species.reduce((sum, one) => sum + one.count, 0);
  return {
    examinedG,
    massVerdict: searchedMassOf(
      edition,
      method,
      extent,
      examined.toFixed(Math.max(...closed.map((one) => writtenDecimals(one.text)))),
    ),
    species,
    names,
    total: { count, rate: ratePerMass(count, examinedG, CONFIDENCE) },
    noxious: [...judgeNoxious(noxious, findsOf(counts, names), examinedG)],
  };
}

/** The worse of the mass searched and what the lists say. */
export const otherSeedsOutcome = (found: Pick<Found, 'massVerdict' | 'noxious'>): Outcome =>
  worst([...(found.massVerdict ? [found.massVerdict.outcome] : []), ...found.noxious.map((one) => one.outcome)]);

export function reportedOtherSeeds(view: OtherSeedsView): OtherSeedsTest | undefined {
  return notSetAside(view.tests).at(-1);
}

/** Names that nobody can judge: bound to no species, and taxa of which a list that counts names some. */
export function unknownIn(test: OtherSeedsTest): { readonly unbound: string[]; readonly unclear: string[] } {
  const unbound = test.names.filter((one) => one.taxon === null).map((one) => one.written);
  const unclear = test.noxious.filter((one) => one.counts && one.consequence === 'unclear').map((one) => one.species);
  return { unbound, unclear: [...new Set(unclear)].filter((one) => !unbound.includes(one)) };
}

/** The other-seeds line of the lot sheet. */
export function otherSeedsLine(view: OtherSeedsView, sampled: boolean): StepLine<'other-seeds'> {
  const base = { step: 'other-seeds', by: null, at: null, blocks: [] } as const;
  const test = reportedOtherSeeds(view);
  if (!test)
    return {
      ...base,
      ...withoutTest(view.waiting, sampled),
    };
  const hand = handsOf(
    test.trays.flatMap((one) => Object.values(one.fields)),
    { by: test.createdBy, at: test.createdAt },
  );
  const { examinedG, extent } = test;
  if (!test.total || examinedG === null) return { ...base, ...hand, mark: 'next', stands: { is: 'to-search' } };
  const { count, rate } = test.total;
  if (test.stillToSearchG > 0)
    return {
      ...base,
      ...hand,
      mark: 'next',
      stands: { is: 'searching', count, examinedG, leftG: test.stillToSearchG },
    };
  const light = test.massVerdict?.outcome === 'outside';
  const { unbound, unclear } = unknownIn(test);
  const noSale = test.noxious.find((one) => one.counts && one.consequence === 'no-sale');
  const barred = noSale && { species: noSale.species, jurisdiction: noSale.jurisdiction };
  const against = [...view.contradictions];
  const written = [hand.at, ...namesSaid(test.names)].sort().at(-1) ?? hand.at;
  const accepted = covers(test.decision, written);
  return {
    ...base,
    ...hand,
    mark:
      light || barred || against.length > 0 ? 'outside' : unbound.length + unclear.length > 0 ? 'not-judged' : 'within',
    stands: {
      is: 'searched',
      extent,
      count,
      examinedG,
      perKg: rate.perKg.estimate,
      perLb: rate.perLb.estimate,
      light: light ? { leastG: test.massVerdict?.limit ?? null, accepted } : null,
      barred: barred ? { ...barred, accepted } : null,
      unbound,
      unclear,
      against,
    },
    blocks: [
      ...(barred && !accepted ? [{ is: 'barred' as const, ...barred }] : []),
      ...(unbound.length > 0 && !accepted ? [{ is: 'unbound' as const, names: unbound }] : []),
      ...(unclear.length > 0 && !accepted ? [{ is: 'unclear' as const, names: unclear }] : []),
      ...(against.length > 0 && !covers(test.decision, view.contradictedAt ?? written)
        ? [{ is: 'contradicted' as const, against }]
        : []),
      ...(light && !covers(test.decision, hand.at) ? [{ is: 'light' as const }] : []),
    ],
  };
}

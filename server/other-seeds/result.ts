import type { StepLine } from '@mercato/contract/register/lots';
import type { OtherSeedsTest, OtherSeedsView } from '@mercato/contract/other-seeds/otherSeeds';
import { ratePerMass } from '@mercato/core/other-seeds/ratePerMass';
import { judgeLeastMass } from '@mercato/core/rule-books/leastMass';
import type { KindMethod } from '@mercato/core/rule-books/edition';
import { Exact } from '@mercato/core/units/mass';
import type { Verdict } from '@mercato/core/verdict/verdict';
import type { Transaction } from '../database/connect.ts';
import { allObservations } from '../database/observations.ts';
import { testsIn, waitingIn, type LotFile } from '../register/lotFile.ts';
import { fieldViews } from '../register/tests.ts';
import { vesselView } from '../register/vessels.ts';
import { otherSeedsObservation } from './tables.ts';

const CONFIDENCE = 0.95;
const SPECIES = 'species:';

/** The mass searched against the least for the kind; the Act's list of noxious weeds has its own column. */
export function searchedMassOf(method: KindMethod | undefined, examined: string): Verdict {
  return judgeLeastMass('mass searched', new Exact(examined), method?.otherSeedsG);
}

export async function readOtherSeeds(tx: Transaction, file: LotFile): Promise<OtherSeedsView> {
  const tests = testsIn(file, 'other-seeds');
  const all = await allObservations(
    tx,
    otherSeedsObservation,
    tests.map(({ test }) => test.id),
  );
  return {
    lot: file.brief,
    leastG: file.method?.otherSeedsG?.value ?? null,
    waiting: waitingIn(file, 'other-seeds').map((one) => vesselView(one, file.names)),
    tests: tests.map(({ frame }) => {
      const fields = fieldViews(
        all.filter((one) => one.subject === frame.id),
        file.names,
      );
      return { ...frame, fields, ...foundIn(fields, file.method) };
    }),
  };
}

/** What the current fields of a test say was found; nothing while no mass was searched. */
function foundIn(
  fields: OtherSeedsTest['fields'],
  method: KindMethod | undefined,
): Pick<OtherSeedsTest, 'examinedG' | 'massVerdict' | 'species' | 'total'> {
  if (!fields.examined) return { examinedG: null, massVerdict: null, species: [], total: null };
  const examinedG = new Exact(fields.examined.text).toNumber();
  const species = Object.entries(fields).flatMap(([field, view]) => {
    const count = Number(view.text);
    return field.startsWith(SPECIES) && count > 0
      ? [{ name: field.slice(SPECIES.length), count, rate: ratePerMass(count, examinedG, CONFIDENCE) }]
      : [];
  });
  const count = species.reduce((sum, one) => sum + one.count, 0);
  return {
    examinedG,
    massVerdict: searchedMassOf(method, fields.examined.text),
    species: species.sort((a, b) => b.count - a.count || a.name.localeCompare(b.name)),
    total: { count, rate: ratePerMass(count, examinedG, CONFIDENCE) },
  };
}

export function reportedOtherSeeds(view: OtherSeedsView): OtherSeedsTest | undefined {
  return view.tests.filter((one) => one.decision?.decision !== 'set-aside').at(-1);
}

/** The other-seeds line of the lot sheet. */
export function otherSeedsLine(view: OtherSeedsView, sampled: boolean): StepLine {
  const base = { step: 'other-seeds' as const, by: null, at: null, blocks: null };
  const test = reportedOtherSeeds(view);
  if (!test)
    return {
      ...base,
      mark: sampled ? 'next' : 'waits',
      figure: '',
      note: sampled
        ? view.waiting.length > 0
          ? 'working sample drawn'
          : 'working sample to be drawn'
        : 'waits for the sample',
    };
  if (!test.total || test.examinedG === null)
    return { ...base, mark: 'next', figure: '', note: 'to be searched', by: test.updatedBy, at: test.updatedAt };
  const { count, rate } = test.total;
  const light = test.massVerdict?.outcome === 'outside';
  const accepted = test.decision?.decision === 'accept';
  return {
    ...base,
    mark: light ? 'outside' : 'within',
    figure: `${count} in ${test.examinedG} g`,
    note: `${count === 0 ? `none found; up to ${rate.perKg.upper.toFixed(1)} per kg may be there` : `${Math.round(rate.perKg.estimate)} per kg, ${Math.round(rate.perLb.estimate)} per lb`}${light ? `; ${test.massVerdict?.limit ?? ''} g asked${accepted ? ': accepted by the lead' : ''}` : ''}`,
    blocks:
      light && !accepted ? 'Other seeds: less was searched than the rule book asks, and nobody has decided.' : null,
    by: test.updatedBy,
    at: test.updatedAt,
  };
}

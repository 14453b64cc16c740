import type { LotHeader, LotSheet, VesselView } from '@mercato/contract/register/lots';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import type { VesselNode, VesselTree } from '@mercato/contract/sampling/vessels';
import { type Answer, CLOVER, type Visitor } from './laboratory.ts';

export const grams = (text: string) => ({ text, unit: 'g' });

/** A germination test of four dishes of 100, counted on days 4 and 10. */
export const germinationPlan = (setUpDate: string) => ({
  substrate: 'TP',
  temperature: '20',
  treatment: '',
  setUpDate,
  prechillDays: 0,
  firstCountDay: 4,
  finalCountDay: 10,
  dishes: 4,
  seedsPerDish: 100,
  place: '',
});

/** What a client of the demo asks of a lot. */
export const clientRequest = (tests: readonly string[]) => ({
  client: 'Marlpit Growers',
  theirReference: '',
  tests,
  sampledBy: 'us',
  soldIn: [],
  dueOn: null,
  fee: null,
});

export const submittedSample = (mass: string) => ({
  mass: grams(mass),
  drawnOn: '2026-11-24',
  drawnBy: 'A',
  seal: '',
  primarySamples: 12,
});

/** A lot of four bags under ISTA, drawn by the plan, not yet sampled. */
export async function drawnLot(sampler: Visitor, reference: string): Promise<{ lot: string; view: SamplingView }> {
  const lot = (
    await sampler.post<LotSheet>('/lots', {
      ...CLOVER,
      book: 'ista',
      mass: { text: '100', unit: 'kg' },
      containers: 4,
      containerMass: { text: '25', unit: 'kg' },
      reference,
    })
  ).body.id;
  const draw = { method: 'random', columns: 2, rows: 2 };
  return { lot, view: (await sampler.post<SamplingView>(`/lots/${lot}/draws`, draw)).body };
}

/** The same with every primary sample taken; `each` is what one weighs, empty where it was not weighed. */
export async function sampledLot(
  sampler: Visitor,
  reference: string,
  each = '50.0',
): Promise<{ lot: string; count: number }> {
  const { lot, view } = await drawnLot(sampler, reference);
  for (const one of view.draw?.primaries ?? [])
    await sampler.send('PUT', `/draws/${view.draw?.id}/containers/${one.container}/samples/${one.core}`, {
      mass: each === '' ? null : grams(each),
      look: 'even',
      note: '',
      takenAt: '2026-11-24T09:00:00Z',
    });
  return { lot, count: view.draw?.primaries.length ?? 0 };
}

export async function treeOf(visitor: Visitor, lot: string): Promise<VesselTree> {
  return (await visitor.get<VesselTree>(`/lots/${lot}/vessels`)).body;
}

/** The first vessel of its kind. */
export async function vesselOf(visitor: Visitor, lot: string, kind: string): Promise<VesselNode> {
  const found = (await treeOf(visitor, lot)).nodes.find((one) => one.kind === kind);
  if (!found) throw new Error(`the lot has no ${kind} sample`);
  return found;
}

/** A sampled ISTA lot of red clover (5 g for purity, 50 g for other seeds), and a way to draw working samples from it. */
export async function clovers(
  analyst: Visitor,
  reference: string,
  more: Partial<LotHeader> = {},
): Promise<{ lot: string; draw: (body: object) => Promise<Answer<VesselView>> }> {
  const lot = (await analyst.post<LotSheet>('/lots', { ...CLOVER, book: 'ista', ...more, reference })).body.id;
  await analyst.put(`/lots/${lot}/submitted`, { ...submittedSample('500'), primarySamples: 60 }, 0);
  return { lot, draw: (body) => analyst.post<VesselView>(`/lots/${lot}/working`, body) };
}

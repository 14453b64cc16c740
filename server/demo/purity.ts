import type { NamedPart } from '@mercato/core/purity/parts';
import { weighingDecimals } from '@mercato/core/rule-books/weighingDecimals';
import { type Component, COMPONENTS } from '@mercato/core/units/components';
import { Exact } from '@mercato/core/units/mass';
import { keepOther } from '../purity/others.ts';
import { weigh } from '../purity/weigh.ts';
import type { Lot } from '../register/lots.ts';
import { type BenchTest, startTest } from '../register/tests.ts';
import { editionById } from '../rule-books/editions.ts';
import { drawFor, type Scene, type Scribe } from './scene.ts';

/** The lot whose purity is tested on halves that part too far, and the one that a second laboratory tested too. */
export const HALVED = 'QM-0431';
const COMPARED = 'QM-0375';
/** The lot whose components gained more than the rules allow. */
const GAINED = 'QM-0426';
/** The lot whose pure seed was looked at for the cleaning shed. */
const LOOKED_AT = 'QM-0412';

const INERT = ['Chaff and husk', 'Soil and clods', 'Straw and stem pieces', 'Broken seed, half or less'] as const;

/** Two halves of perennial ryegrass: their inert matter parts by more than the table allows. */
export async function demoHalves(hand: Scribe, lot: Lot): Promise<void> {
  const halves = [
    {
      workingSample: '3.012',
      pureSeed: '2.914',
      otherSeeds: '0.018',
      inertMatter: '0.074',
      parts: [
        part('otherSeeds', 'Poa annua', { kind: 'mass', text: '0.011' }),
        part('otherSeeds', 'Elymus repens', { kind: 'mass', text: '0.007' }),
        part('otherSeeds', 'Rumex acetosella', { kind: 'count', seeds: 1 }),
        part('inertMatter', 'Empty florets and glumes', { kind: 'mass', text: '0.052' }),
        part('inertMatter', 'Ergot', { kind: 'trace' }),
      ],
    },
    { workingSample: '3.034', pureSeed: '2.861', otherSeeds: '0.021', inertMatter: '0.147', parts: [] },
  ];
  for (const half of halves) {
    const sample = await drawFor(hand, lot, 'purity', half.workingSample, { portion: 'half' });
    await weigh(hand, await startTest(hand, 'purity', sample.id, {}), half);
  }
}

/** Weighs a whole working sample as the demo has it; a lot that is still at the balance has its pure seed alone. */
export async function weighDemo(hand: Scribe, test: BenchTest, { demo, draw }: Scene, grams: number): Promise<void> {
  const edition = await editionById(hand.tx, test.editionId);
  const decimals = weighingDecimals(edition, new Exact(grams.toFixed(4)));
  const write = (value: number) => value.toFixed(decimals);
  const [, crop, weed, inert] = demo.purity;
  const rest = { otherSeeds: crop + weed, otherCropSeed: crop, weedSeed: weed, inertMatter: inert } as const;
  const others = COMPONENTS[demo.book]
    .filter((one) => one !== 'pureSeed')
    .map((one) => [one, write((grams * rest[one]) / 100)] as const);
  const lost = demo.reference === GAINED ? -0.071 : 0.0008 + draw() * 0.002;
  const pure = grams * (1 - lost) - others.reduce((sum, [, text]) => sum + Number(text), 0);
  const first = { workingSample: write(grams), pureSeed: write(pure) };
  if (demo.state === 'weighing') {
    await weigh(hand, test, first);
    return;
  }
  const whole = Object.fromEntries(others) as Partial<Record<Component, string>>;
  const named = INERT[Math.floor(draw() * INERT.length)] ?? INERT[0];
  const weeds = demo.book === 'ista' ? 'otherSeeds' : 'weedSeed';
  const parts = [
    ...(Number(whole.inertMatter) > 0
      ? [part('inertMatter', named, { kind: 'mass' as const, text: write(Number(whole.inertMatter) * 0.7) })]
      : []),
    ...(Number(whole[weeds]) > 0
      ? demo.found
          .filter(([name]) => !CROPS.includes(name))
          .slice(0, 1)
          .map(([name]) => part(weeds, name, { kind: 'trace' as const }))
      : []),
  ];
  await weigh(hand, test, {
    ...first,
    ...whole,
    parts,
    ...(demo.reference === LOOKED_AT ? { fractions: { examined: 200, light: 17, stained: 6, bored: 11 } } : {}),
  });
}

/** What another laboratory found in the same lot. */
export async function demoSecondLaboratory(hand: Scribe, lot: Lot): Promise<void> {
  if (lot.reference !== COMPARED) return;
  await keepOther(hand, lot, {
    source: 'Harrowby Seed Laboratory, report 311',
    way: 'two-way',
    percents: { pureSeed: '97.1', otherSeeds: '0.6', inertMatter: '2.3' },
  });
}

/** Crops among what the demo finds: no weeds. */
const CROPS: readonly string[] = ['Lolium perenne', 'Trifolium repens', 'Avena sativa', 'Brassica napus'];

const part = (component: Component, name: string, amount: NamedPart['amount']): NamedPart => ({
  component,
  name,
  amount,
});

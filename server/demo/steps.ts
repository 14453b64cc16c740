import { TEST_STEPS, type TestStep } from '@mercato/contract/register/steps';
import { moistureMethodFor } from '@mercato/core/moisture/methodFor';
import type { KindMethod } from '@mercato/core/rule-books/edition';
import { addDays } from '@mercato/core/units/days';
import { listDevices } from '../devices/devices.ts';
import { weighMoisture, workOven } from '../moisture/weigh.ts';
import { countTray, startSearch } from '../other-seeds/count.ts';
import type { Lot } from '../register/lots.ts';
import { lockTestRow, startTest } from '../register/tests.ts';
import { editionById } from '../rule-books/editions.ts';
import { scribe } from '../scribe.ts';
import { germinate } from './germinate.ts';
import type { DemoState } from './lots.ts';
import { demoSearch, SEARCHED } from './otherSeeds.ts';
import { demoHalves, demoSecondLaboratory, HALVED, weighDemo } from './purity.ts';
import { drawFor, type Scene, type Scribe } from './scene.ts';
import { demoWeight, WEIGHED } from './weight.ts';

/** How the demo plays a step, and from which state of a lot on. */
interface Play {
  readonly from: DemoState;
  readonly play: (scene: Scene) => Promise<void>;
}

export const purityGrams = (method: KindMethod | undefined): number => method?.purityG?.value ?? 5;
export const searchGrams = (method: KindMethod | undefined): number =>
  Math.min(method?.otherSeedsG?.value ?? purityGrams(method) * 10, 1000);
const OVEN_GRAMS = 12;

const dayBefore = ({ setUp }: Scene) => addDays(setUp, -1);

const BY_STEP: Readonly<Record<TestStep, Play>> = {
  purity: {
    from: 'weighing',
    play: async (scene) => {
      const { tx, lot, demo, cast, method, at, draw } = scene;
      const hand = scribe(tx, cast.analyst, at(dayBefore(scene), 9));
      const grams = purityGrams(method);
      if (demo.reference === HALVED) await demoHalves(hand, lot);
      else {
        const purity = await startFor(hand, lot, 'purity', grams * 1.02);
        await weighDemo(hand, purity, scene, grams * (1 + draw() * 0.015));
      }
      await demoSecondLaboratory(hand, lot);
      if (demo.reference === SEARCHED) await demoSearch(hand, lot, searchGrams(method));
    },
  },
  'other-seeds': {
    from: 'gained',
    play: async (scene) => {
      const { tx, lot, demo, cast, method, at } = scene;
      const hand = scribe(tx, cast.analyst, at(dayBefore(scene), 13));
      const grams = searchGrams(method);
      const sample = await drawFor(hand, lot, 'other-seeds', written(grams));
      const search = await startSearch(hand, { vesselId: sample.id, extent: 'complete', named: [] });
      const species = demo.found.map(([name, count]) => ({ name, count }));
      await countTray(hand, search, 1, { examined: String(grams), species }, 0);
    },
  },
  moisture: {
    from: 'oven',
    play: async (scene) => {
      const { tx, lot, demo, cast, at, today, draw } = scene;
      const now = demo.state === 'oven' || demo.reference === IN_OVEN;
      const began = now ? new Date(at(today, 15).getTime() - 70 * MINUTE) : at(dayBefore(scene), 15);
      const hand = scribe(tx, cast.analyst, began);
      const oven = moistureMethodFor((await editionById(tx, lot.editionId)).moistureMethods, demo.species);
      const test = await startFor(hand, lot, 'moisture', OVEN_GRAMS, {
        method: oven?.hours ? `oven ${oven.temperatureC.replace(/\D+/, '')} °C, ${oven.hours} h` : 'oven 103 °C, 17 h',
      });
      await weighMoisture(hand, test, ovenTexts(demo.moisture, draw, !now));
      if (demo.reference === IN_OVEN) {
        const backAt = new Date(began.getTime() + 30 * MINUTE);
        const [device] = (await listDevices(tx)).filter((one) => one.kind === 'oven');
        await workOven(scribe(tx, cast.analyst, backAt), await lockTestRow(tx, test.id, 'moisture'), {
          backAt: backAt.toISOString(),
          oven: device?.name,
          heard: { device: device?.id, ovenC: 102.8 },
        });
      }
    },
  },
  weight: {
    from: 'set-up',
    play: async (scene) => {
      const { tx, demo, cast, at } = scene;
      if (WEIGHED.has(demo.reference)) await demoWeight(scribe(tx, cast.analyst, at(dayBefore(scene), 16)), scene);
    },
  },
  germination: { from: 'set-up', play: germinate },
};
/** The steps as the demo plays them, in the order of the work; a step without a play does not compile. */
export const PLAYS: readonly Play[] = TEST_STEPS.map((step) => BY_STEP[step]);

/** The lot whose containers stand in the oven now. */
const IN_OVEN = 'QM-0402';
const MINUTE = 60_000;

const startFor = async (hand: Scribe, lot: Lot, purpose: TestStep, grams: number, plan: object = {}) =>
  startTest(hand, purpose, (await drawFor(hand, lot, purpose, written(grams))).id, plan);
const written = (grams: number) => grams.toFixed(grams < 10 ? 2 : 1);

function ovenTexts(percent: number, draw: () => number, dried: boolean) {
  const one = (p: number) => {
    const container = 18 + draw() * 4;
    const seed = 4.4 + draw() * 0.3;
    return {
      container: container.toFixed(3),
      withSeed: (container + seed).toFixed(3),
      ...(dried ? { dried: (container + seed * (1 - p / 100)).toFixed(3) } : {}),
    };
  };
  return { first: one(percent + 0.03), second: one(percent - 0.04) };
}

import { v7 as uuid } from 'uuid';
import { addDays } from '@mercato/core/units/days';
import { endBag, keepLook } from '../quick-tests/rounds.ts';
import { startRound } from '../quick-tests/startRound.ts';
import { roundView } from '../quick-tests/views.ts';
import { keepTest } from '../store/tests.ts';
import { INVENTED } from './invented.ts';
import type { StoreScene } from './scene.ts';

/** How many days ago the round was laid out. */
const LAID_OUT = 13;

/** Tests of years, and what sank or came up in the field. */
export async function demoTests({ now, today, packets, ago }: StoreScene): Promise<void> {
  const by = ago('sampler', 0);
  const test = { minutes: null, note: '' };
  for (const [index, years, hits] of INVENTED.retests) {
    const one = INVENTED.packets[index];
    if (!one) continue;
    const harvest = `${now.getUTCFullYear() - one.old}-${String(one.month).padStart(2, '0')}-01`;
    const on = addDays(harvest, Math.round(years * 365));
    await keepTest(by, packets[index] ?? '', { ...test, what: 'towel', on: on < today ? on : today, seeds: 50, hits });
  }
  for (const [index, sank, cameUp] of INVENTED.otherwise) {
    const packet = packets[index] ?? '';
    const floated = { what: 'float', on: addDays(today, -14), seeds: 20, hits: sank, minutes: 15 } as const;
    await keepTest(by, packet, { ...test, ...floated });
    await keepTest(by, packet, { ...test, what: 'field', on: addDays(today, -160), seeds: 60, hits: cameUp });
  }
}

/** One round under way: leek young, old and fresh beside each other, a scratched arm beside an untreated one. */
export async function demoRound({ tx, now, today, packets, ago }: StoreScene): Promise<void> {
  const roundId = await startRound(ago('sampler', LAID_OUT), {
    name: 'Before the winter sowing',
    startedOn: addDays(today, -LAID_OUT),
    warmthC: { low: 18, high: 21 },
    light: 'light',
    bags: INVENTED.bags.map(({ packet, seeds, treatment = 'untreated' }) => ({
      packetId: packet === null ? null : (packets[packet] ?? null),
      ...(packet === null ? { kind: 'leek', species: 'Allium porrum' } : {}),
      seeds,
      treatment,
      control: packet === null,
    })),
  });
  const { bagsOf } = await roundView(tx, roundId, now);
  for (const [i, { looks }] of INVENTED.bags.entries())
    for (const [daysAgo, sprouted, mould = false] of looks)
      await keepLook(ago('sampler', daysAgo), bagsOf[i]?.id ?? '', uuid(), {
        on: addDays(today, -daysAgo),
        sprouted,
        water: 'moist',
        mould,
        thrives: null,
        note: '',
      });
  // The tomatoes came up long before their last day: that bag has ended.
  await endBag(ago('sampler', 1), bagsOf[4]?.id ?? '', { on: addDays(today, -1), answers: {} });
}

import { randomInt } from 'node:crypto';
import type { GerminationPlan, NewGerminationTest, NewTrial } from '@mercato/contract/germination/germination';
import { dealHundreds } from '@mercato/core/germination/dealHundreds';
import { planCalendar } from '@mercato/core/germination/planTest';
import { retestLacks } from '@mercato/core/germination/retest';
import { fault } from '../http/fault.ts';
import { checkDay } from '../register/seen.ts';
import { type BenchTest, drawnBefore, startTest, testsOf } from '../register/tests.ts';
import { addVessels, type Vessel, vesselById } from '../register/vessels.ts';
import type { Write } from './count.ts';
import { freeOn } from './rooms.ts';
import { dishMove } from './tables.ts';

/** A test as it is set up: the plan itself, and beside it what only its making needs. */
type Made = Omit<NewGerminationTest, 'because'> & Pick<GerminationPlan, 'because' | 'arm'>;

/** Plans a test and sets its dishes: one vessel with a code for each. */
export async function setUpTest(context: Write, body: NewGerminationTest): Promise<BenchTest> {
  const { tx } = context;
  if (body.because !== undefined) {
    const { lotId } = await vesselById(tx, body.vesselId);
    const before = (await testsOf(tx, lotId, 'germination')).map((one) => one.plan as GerminationPlan);
    const lacks = retestLacks(body.because, before, body);
    if (lacks) throw fault('invalid', { is: 'germination.retest-lacks', lacks }, FIELD[lacks]);
  }
  const [test] = await setUpTests(context, [body]);
  if (!test) throw new Error('the test was not set up');
  return test;
}
const FIELD = { 'same-method': 'because', treatment: 'treatment', 'other-substrate': 'substrate' } as const;

/** Sets up several tests of one lot that stand side by side. */
export async function setUpTrial(context: Write, { arms, ...shared }: NewTrial): Promise<BenchTest[]> {
  const { lotId } = await vesselById(context.tx, arms[0]?.vesselId ?? '');
  const before = (await testsOf(context.tx, lotId, 'germination')).map((one) => one.plan as GerminationPlan);
  const trial = Math.max(0, ...before.map((one) => one.arm?.trial ?? 0)) + 1;
  const made = arms.map(({ name, control, ...arm }): Made => ({
    ...shared,
    ...arm,
    arm: { trial, treatment: name, control },
  }));
  const lots = new Set<string>();
  for (const [i, arm] of arms.entries()) {
    lots.add((await vesselById(context.tx, arm.vesselId)).lotId);
    if (lots.size > 1) throw fault('invalid', 'germination.arms-of-one-lot', `arms.${i}.vesselId`);
    if (arms.findIndex((one) => one.vesselId === arm.vesselId) !== i)
      throw fault('invalid', 'register.working-sample-being-tested', `arms.${i}.vesselId`);
  }
  return setUpTests(context, made);
}

/** Tests and their dishes; whole hundreds of all of them are dealt to the shelves together. */
async function setUpTests(context: Write, made: readonly Made[]): Promise<BenchTest[]> {
  const { tx, hand, now } = context;
  const dealt = await dealOf(context, made);
  const tests: BenchTest[] = [];
  for (const [i, { vesselId, lateReason, shelves: _shelves, dealSeed: _seed, ...plan }] of made.entries()) {
    checkDay(plan.setUpDate, hand.today, await drawnBefore(tx, vesselId), lateReason !== undefined, 'setUpDate');
    const mine = dealt && { seed: dealt.seed, shelves: dealt.shelvesOf(i) };
    const test = await startTest(context, 'germination', vesselId, {
      ...plan,
      ...(mine ? { dealt: mine } : {}),
      ...(lateReason ? { lateReason } : {}),
    });
    tests.push(test);
    const dishes = await addVessels(
      tx,
      Array.from({ length: plan.dishes }, (_, n) => ({
        lotId: test.lotId,
        kind: 'replicate',
        parentId: vesselId,
        number: n + 1,
        seeds: plan.seedsPerDish,
        place: plan.place || null,
        drawnOn: plan.setUpDate,
      })),
      hand.personId,
      now,
    );
    if (mine) await putOnShelves(context, dishes, plan.seedsPerDish, mine.shelves);
  }
  return tests;
}

interface Deal {
  readonly seed: number;
  /** Shelves of the hundreds of one test, in their order. */
  readonly shelvesOf: (test: number) => string[];
}

/**
 * Deals the hundreds of tests to the shelves that they name.
 * @throws {Fault} 409 where there is not room enough on the days of the plan, 422 where dishes make no whole hundreds
 */
async function dealOf({ tx, hand }: Write, made: readonly Made[]): Promise<Deal | null> {
  const [first] = made;
  const shelves = first?.shelves;
  if (!first || !shelves) return null;
  const perHundred = 100 / first.seedsPerDish;
  if (first.dishes % perHundred !== 0)
    throw fault('invalid', { is: 'germination.deals-whole-hundreds', dishes: perHundred }, 'dishes');
  const ends = made.map((one) => planCalendar(one).at(-1)?.date ?? one.setUpDate);
  const free = await freeOn(tx, shelves, first.setUpDate, ends.sort().at(-1) ?? first.setUpDate, hand.today);
  const room = free.map((dishes) => Math.floor(dishes / perHundred));
  const hundreds = made.map((one) => one.dishes / perHundred);
  const needed = hundreds.reduce((sum, one) => sum + one, 0);
  const places = room.reduce((sum, one) => sum + one, 0);
  if (places < needed)
    throw fault(
      'conflict',
      { is: 'germination.no-room', needed: needed * perHundred, free: places * perHundred },
      'shelves',
    );
  const seed = first.dealSeed ?? randomInt(1, 0x1_0000_0000 - 1);
  const dealt = dealHundreds(hundreds, room, seed);
  return {
    seed,
    shelvesOf: (test) => dealt.filter((one) => one.arm === test).map((one) => shelves[one.shelf] ?? ''),
  };
}

/** Dishes of one hundred stand together. */
async function putOnShelves(
  { tx, hand }: Write,
  dishes: readonly Vessel[],
  seedsPerDish: number,
  shelves: readonly string[],
): Promise<void> {
  await tx.insert(dishMove).values(
    [...dishes]
      .sort((a, b) => a.number - b.number)
      .map((dish, i) => ({
        dishId: dish.id,
        placeId: shelves[Math.floor((i * seedsPerDish) / 100)] ?? '',
        by: hand.personId,
        at: hand.at,
      })),
  );
}

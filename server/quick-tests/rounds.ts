import { and, eq } from 'drizzle-orm';
import type { HandAct } from '@mercato/contract/hands/hands';
import type { EndBag, FloatNote, LateLookAct, NewLook, ReopenBag } from '@mercato/contract/quick-tests/rounds';
import type { Said } from '@mercato/contract/words/faults';
import { badSeedOrBadTest } from '@mercato/core/quick-tests/badTest';
import { CORE_VERSION } from '@mercato/core/verdict/version';
import { forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import { actAt, keepFate, type NamedPlace, receive, writeInHand } from '../hands/hands.ts';
import type { WriteContext } from '../http/context.ts';
import { todayIn } from '../http/day.ts';
import { fault } from '../http/fault.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { checkDay } from '../register/seen.ts';
import { kindOf } from '../rule-books/editions.ts';
import { packetTest } from '../store/testTables.ts';
import { addTest, standingTests, withdrawTest } from '../store/tests.ts';
import { bagView } from './bagView.ts';
import { endsOf, looksOf, sproutedIn, standingEnd } from './looks.ts';
import { bagEnd, bagLook, bagLookStrike, bagReopen, quickBag } from './tables.ts';
import { roundById } from './views.ts';

/** The end that stands of a bag; undefined while it is open. */
const endOf = async (tx: Reader, bagId: string) => standingEnd((await endsOf(tx, [bagId])).get(bagId));

export type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'now'>;
export type Bag = typeof quickBag.$inferSelect;

/** The bag, locked: looks at one bag are written one after the other. */
async function lockBag(tx: Transaction, id: string): Promise<Bag> {
  const [row] = await forUpdate(tx, tx.select().from(quickBag).where(eq(quickBag.id, id)));
  if (!row) throw fault('not-found', 'quick-tests.no-such-bag');
  return row;
}

/**
 * Writes a look down, under the id that the phone gave it; a repeat does no harm.
 * @throws {Fault} 422 for a look before the start, after the end or in the future, or more sprouts than seeds
 */
export async function keepLook(
  { tx, hand, audit, now }: Write,
  bagId: string,
  lookId: string,
  body: NewLook,
): Promise<string> {
  const bag = await lockBag(tx, bagId);
  const [before] = await tx.select().from(bagLook).where(eq(bagLook.id, lookId));
  if (before) {
    if (before.bagId !== bagId) throw fault('conflict', 'quick-tests.look-written-down-another');
    return bag.roundId;
  }
  const round = await roundById(tx, bag.roundId);
  const today = todayIn(now, (await laboratoryOf(tx)).zone);
  const refuse = (path: string, message: Said): never => {
    throw fault('invalid', message, path);
  };
  if (body.notedOn !== undefined && (body.notedOn > today || body.notedOn < body.on))
    refuse('notedOn', { is: 'quick-tests.lies', figure: body.notedOn > today ? 'in the future' : 'before the check' });
  // What a phone kept without a network was noted in time.
  const noted = body.notedOn ?? today;
  checkDay(body.on, noted, { on: round.startedOn, what: { is: 'round-began' } }, body.lateReason !== undefined, 'on');
  const ended = await endOf(tx, bagId);
  if (ended) refuse('on', { is: 'quick-tests.bag-ended-open-again', on: ended.on });
  const looks = await looksOf(tx, [bagId]);
  const { on, sprouted: fresh, hand: pressed, ...look } = body;
  const place = bagNamed(bag);
  const late =
    pressed !== undefined &&
    (await receive(tx, hand, pressed.page, [pressed], ({ turn }) => ({ place, turn }))).size > 0;
  if (!late) {
    checkSprouted(bag, sproutedIn(looks.get(bagId) ?? []), fresh, (message) => refuse('sprouted', message));
    // A look is whole: the bag is put down with it.
    if (pressed !== undefined) await writeInHand(tx, place, { ...hand, page: pressed.page }, true);
  }
  await tx
    .insert(bagLook)
    .values({ id: lookId, bagId, on, sprouted: fresh, look, late, by: hand.personId, at: hand.at });
  await audit({ act: { is: 'bag-looked-at' }, subject: `bag ${bag.number} of round ${round.number}`, after: body });
  return bag.roundId;
}

function checkSprouted(bag: Bag, before: number, sprouted: number, refuse: (message: Said) => never): void {
  if (before + sprouted > bag.seeds) refuse({ is: 'quick-tests.more-sprouted-than-laid', seeds: bag.seeds, before });
}

const bagNamed = (bag: Bag): NamedPlace => ({
  kind: 'bag',
  subject: bag.id,
  part: 0,
  thing: { what: 'bag', number: bag.number },
  lotId: null,
});

/** Takes a bag in hand, from somebody else too, or puts it down. */
export async function handleBag(context: Write, bagId: string, body: HandAct): Promise<void> {
  await actAt(context, bagNamed(await lockBag(context.tx, bagId)), body);
}

/** Says what becomes of a look that came late: what it saw is added, or set aside for good. */
export async function decideLateLook(
  { tx, hand, audit }: Write,
  bagId: string,
  lookId: string,
  { fate }: LateLookAct,
): Promise<void> {
  const bag = await lockBag(tx, bagId);
  const looks = (await looksOf(tx, [bagId])).get(bagId) ?? [];
  const look = looks.find((one) => one.row.id === lookId);
  if (!look) throw fault('not-found', 'quick-tests.no-such-look');
  if (look.late !== 'waits') throw fault('conflict', 'quick-tests.look-settled-already');
  if (fate === 'taken') {
    const refuse = (message: Said): never => {
      throw fault('invalid', message, 'fate');
    };
    const ended = await endOf(tx, bagId);
    if (ended) refuse({ is: 'quick-tests.bag-ended', on: ended.on });
    checkSprouted(bag, sproutedIn(looks), look.row.sprouted, refuse);
  }
  await keepFate(tx, hand, [{ id: lookId }], fate);
  await audit({
    act: { is: 'bag-late-look', fate },
    subject: `bag ${bag.number}`,
    after: { look: lookId },
  });
}

export async function strikeLook(
  { tx, hand, audit }: Write,
  bagId: string,
  lookId: string,
  reason: string,
): Promise<void> {
  const bag = await lockBag(tx, bagId);
  const [look] = await tx.select().from(bagLook).where(eq(bagLook.id, lookId));
  if (look?.bagId !== bagId) throw fault('not-found', 'quick-tests.no-such-look');
  if (await endOf(tx, bagId)) throw fault('conflict', 'quick-tests.bag-ended-result-rests', 'reason');
  const struck = await tx
    .insert(bagLookStrike)
    .values({ lookId, reason, by: hand.personId, at: hand.at })
    .onConflictDoNothing()
    .returning();
  if (struck.length === 0) throw fault('conflict', 'quick-tests.look-struck-already');
  await audit({ act: { is: 'look-struck' }, subject: `bag ${bag.number}`, before: look, reason });
}

/** Notes what sank. What was noted before stays on file, with the reason why it is put right. */
export async function keepFloat(context: Write, bagId: string, { reason, ...body }: FloatNote): Promise<void> {
  const { tx, audit, hand } = context;
  const bag = await lockBag(tx, bagId);
  if (body.seeds > bag.seeds)
    throw fault('invalid', { is: 'quick-tests.more-than-seeds-bag', seeds: bag.seeds }, 'seeds');
  const [before] = await standingTests(tx, and(eq(packetTest.bagId, bagId), eq(packetTest.what, 'float')));
  if (before && !reason) throw fault('invalid', 'quick-tests.say-why-what-noted', 'reason');
  // What is put right was seen when it was, unless the day is put right too.
  const on = body.on ?? before?.on ?? hand.today;
  const { startedOn } = await roundById(tx, bag.roundId);
  checkDay(on, hand.today, { on: startedOn, what: { is: 'round-began' } }, true, 'on');
  await addTest(context, {
    packetId: bag.packetId,
    bagId,
    what: 'float',
    on,
    seeds: body.seeds,
    hits: body.sank,
    minutes: body.minutes,
    note: '',
    ...(before ? { supersedes: before.id, reason: reason ?? null } : {}),
  });
  await audit({ act: { is: 'float-noted' }, subject: `bag ${bag.number}`, after: body, reason });
}

/** Ends a bag: what the answers say stands with it for good, and a result that speaks of the seed goes to its packet. */
export async function endBag(context: Write, bagId: string, body: EndBag): Promise<void> {
  const { tx, hand, audit, now } = context;
  const bag = await lockBag(tx, bagId);
  const view = await bagView(tx, bagId, now, body.on);
  if (view.ended) throw fault('conflict', 'quick-tests.bag-ended-already');
  const last = view.looks.filter((one) => one.struck === null && (one.late === null || one.late === 'taken')).at(-1);
  const refuse = (message: Said): never => {
    throw fault('invalid', message, 'on');
  };
  if (view.late > 0) refuse({ is: 'quick-tests.look-came-late-take' });
  if (!last) refuse({ is: 'quick-tests.looked-yet-write-look' });
  if (body.on < view.round.startedOn)
    refuse({ is: 'quick-tests.lies-before-start-round', startedOn: view.round.startedOn });
  if (last && body.on < last.on) refuse({ is: 'quick-tests.lies-before-last-look', on: last.on });
  if (body.on > view.today) refuse({ is: 'http.lies-future' });
  // No answer goes against what was written down.
  const answers = { ...body.answers, ...view.known };
  const kind = bag.species === '' ? undefined : await kindOf(tx, bag.species);
  const verdict = badSeedOrBadTest(answers, view.asked, kind?.hardSeeded ?? false);
  await tx.insert(bagEnd).values({
    bagId,
    number: view.reopened.length + 1,
    on: body.on,
    answers,
    verdict,
    coreVersion: CORE_VERSION,
    by: hand.personId,
    at: hand.at,
  });
  // A test that was none says nothing of the seed, and takes nothing away that an earlier one said.
  const speaks = verdict.verdict !== 'invalid' && verdict.verdict !== 'unclear';
  if (bag.packetId !== null && bag.treatment === 'untreated' && speaks)
    await addTest(context, {
      packetId: bag.packetId,
      bagId,
      what: 'towel',
      on: body.on,
      seeds: bag.seeds,
      hits: view.sprouted,
      verdict: verdict.verdict,
      note: '',
    });
  await audit({
    act: { is: 'bag-ended' },
    subject: `bag ${bag.number} of round ${view.round.number}`,
    after: { ...body, verdict: verdict.verdict },
  });
}

/**
 * Opens a bag again that ended too early or by mistake. Its end stays on file, and what it said of its packet is withdrawn.
 * @throws {Fault} 409 when it is open
 */
export async function reopenBag(context: Write, bagId: string, { reason }: ReopenBag): Promise<void> {
  const { tx, hand, audit } = context;
  const bag = await lockBag(tx, bagId);
  const ended = await endOf(tx, bagId);
  if (!ended) throw fault('conflict', 'quick-tests.bag-open', 'reason');
  await tx.insert(bagReopen).values({ bagId, number: ended.number, reason, by: hand.personId, at: hand.at });
  await withdrawTest(context, bagId, `its bag was opened again: ${reason}`);
  await audit({ act: { is: 'bag-reopened' }, subject: `bag ${bag.number}`, before: { on: ended.on }, reason });
}

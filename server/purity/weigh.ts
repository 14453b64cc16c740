import { eq } from 'drizzle-orm';
import type { PurityWeighings } from '@mercato/contract/purity/purity';
import { partsExceed } from '@mercato/core/purity/parts';
import { unitRulesFor } from '@mercato/core/purity/unitRules';
import type { Edition } from '@mercato/core/rule-books/edition';
import { weighingDecimals } from '@mercato/core/rule-books/weighingDecimals';
import { type Component, COMPONENT_NAMES, COMPONENTS } from '@mercato/core/units/components';
import { Exact, writtenDecimals } from '@mercato/core/units/mass';
import { currentObservations, type Observation, type Seen, seenAs } from '../database/observations.ts';
import type { WriteContext } from '../http/context.ts';
import { fault, type FieldRefusal, refused } from '../http/fault.ts';
import { lotById } from '../register/lots.ts';
import { vessel } from '../register/tables.ts';
import type { BenchTest } from '../register/tests.ts';
import { keepWeighings } from '../register/weighings.ts';
import { editionById, kindOf, methodFor } from '../rule-books/editions.ts';
import { entriesOf, partsIn, textsOf } from './fields.ts';
import { analysisOf, multipleUnitsShare, purityMassOf, purityOutcome } from './result.ts';
import { purityObservation } from './tables.ts';

/** Writes the weighings of a purity test down, judges them when they are complete, and keeps the verdict. */
export async function weigh(
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  test: BenchTest,
  body: PurityWeighings,
): Promise<void> {
  const { tx } = context;
  const edition = await editionById(tx, test.editionId);
  const lot = await lotById(tx, test.lotId);
  const family = (await kindOf(tx, lot.species))?.family ?? '';
  const multiple = multipleUnitsShare(unitRulesFor(edition, lot.species, family));
  checkWeighings(edition, body, multiple);
  const before = await currentObservations(tx, purityObservation, [test.id]);
  const entries = entriesOf(edition, body, partsIn(textsOf(before)));
  await keepWeighings(context, test, {
    table: purityObservation,
    entries,
    body,
    ...(body.reason !== undefined && body.seenOn === undefined ? { seenByField: daysOfParts(entries, before) } : {}),
    act: (corrects) => ({ is: corrects ? 'purity-corrected' : 'purity-weighed', test: test.number }),
    judge: async (text) => {
      const analysis = analysisOf(edition, text, multiple);
      if (!analysis) return null;
      const [from] = await tx.select({ portion: vessel.portion }).from(vessel).where(eq(vessel.id, test.vesselId));
      const massVerdict = purityMassOf(
        await methodFor(tx, edition, lot.species, lot.bookKind),
        from?.portion === 'half' ? 'half' : 'whole',
        text('workingSample'),
      );
      return { outcome: purityOutcome(analysis, massVerdict), result: { ...analysis, massVerdict } };
    },
  });
}

/** A part that a correction names was seen when its component was weighed. */
function daysOfParts(
  entries: readonly { readonly field: string }[],
  before: readonly Observation[],
): ReadonlyMap<string, Seen> {
  const days = new Map<string, Seen>();
  for (const { field } of entries) {
    const component = /^part:([^:]+):/.exec(field)?.[1];
    const weighed = before.find((one) => one.field === component);
    if (weighed && !before.some((one) => one.field === field)) days.set(field, seenAs(weighed));
  }
  return days;
}

/** What cannot be is refused at its field; a gain or loss beyond the limit is stored and judged. */
function checkWeighings(edition: Edition, body: PurityWeighings, multiplePercent: number | null): void {
  const own: readonly string[] = COMPONENTS[edition.book];
  const faults: FieldRefusal[] = [];
  const first = new Exact(body.workingSample);
  if (!first.gt(0)) throw fault('invalid', 'purity.above-0', 'workingSample');
  const decimals = weighingDecimals(edition, first);
  const checkDecimals = (path: string, name: string, text: string): boolean => {
    if (writtenDecimals(text) === decimals) return true;
    faults.push({
      path,
      message: {
        is: 'purity.sample-g-weighed-decimals',
        name,
        workingSample: body.workingSample,
        decimals,
        figure: new Exact(text).toFixed(decimals),
      },
    });
    return false;
  };
  const check = (field: 'workingSample' | 'multipleUnits' | Component, name: string) => {
    const text = body[field];
    if (text === undefined) return;
    if (field === 'multipleUnits' ? multiplePercent === null : field !== 'workingSample' && !own.includes(field))
      faults.push({
        path: field,
        message:
          field === 'multipleUnits'
            ? { is: 'purity.does-not-part-multiple', name: edition.name }
            : { is: 'purity.no-such-component', name: edition.name },
      });
    else if (checkDecimals(field, name, text) && new Exact(text).gt(first.times(2)))
      faults.push({ path: field, message: { is: 'purity.cannot-weigh-more-than', name } });
  };
  check('workingSample', 'the working sample');
  check('multipleUnits', 'multiple units');
  for (const component of Object.keys(COMPONENT_NAMES) as Component[]) check(component, COMPONENT_NAMES[component]);
  if (
    own.every(
      (component) =>
        body[component as Component] !== undefined && new Exact(body[component as Component] ?? 0).isZero(),
    )
  )
    faults.push({ path: 'pureSeed', message: { is: 'purity.components-add-nothing' } });
  (body.parts ?? []).forEach((part, i) => {
    if (!own.includes(part.component))
      faults.push({ path: `parts.${i}.component`, message: { is: 'purity.no-such-component', name: edition.name } });
    if (part.amount.kind === 'mass') checkDecimals(`parts.${i}.amount.text`, part.name, part.amount.text);
  });
  for (const component of COMPONENTS[edition.book]) {
    const whole = body[component];
    const weighed = (body.parts ?? []).flatMap(({ amount, component: of }, i) =>
      of === component && amount.kind === 'mass' ? [{ i, text: amount.text }] : [],
    );
    const last = weighed.at(-1);
    if (whole === undefined || !last) continue;
    const over = partsExceed(
      whole,
      weighed.map((one) => one.text),
    );
    if (over)
      faults.push({
        path: `parts.${last.i}.amount.text`,
        message: { is: 'purity.parts-weigh-g-more', figure: COMPONENT_NAMES[component], over: over.toString(), whole },
      });
  }
  if (faults.length > 0) throw refused(faults);
}

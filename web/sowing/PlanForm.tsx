import { useQuery } from '@tanstack/react-query';
import { newSowingPlanSchema, type SowingPlanView } from '@mercato/contract/sowing/plans';
import { sowingRoutes } from '@mercato/contract/sowing/routes';
import { storeRoutes } from '@mercato/contract/store/routes';
import { windowOfFrost } from '@mercato/core/sowing/window';
import { typedDay, typedDays } from '@mercato/core/units/typed';
import { readerNow } from '../api/reader.ts';
import { reading } from '../api/routes.ts';
import { shortDay } from '../api/session.tsx';
import { useKinds } from '../store/data.ts';
import { harvestWords } from '../store/words.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';

const USUAL_TEST = 14;

interface PlanFormProps {
  before: SowingPlanView | null;
  today: string;
  leave: () => void;
}

export function PlanForm({ before, today, leave }: PlanFormProps) {
  const { data: kinds } = useKinds();
  const entry = useEntry({
    from: linesOf(before),
    body: (values) => {
      const named = kinds?.get(values.kind.trim().toLowerCase());
      const window = frostWindow(values, today);
      return {
        ...values,
        species: named?.species ?? '',
        from: values.begins === 'frost' ? (window.from ?? '') : values.from,
        to: values.ends === 'frost' ? (window.to ?? '') : values.to,
        testDays: values.testDays.trim() || (named?.smallTest?.lastDay ?? USUAL_TEST),
      };
    },
    schema: newSowingPlanSchema,
    send: before
      ? to(sowingRoutes.change, { sowing: before.id }, { version: before.version, done: leave })
      : to(sowingRoutes.plan, {}, { done: leave }),
  });
  const typed = entry.values.kind.trim();
  const kind = kinds?.get(typed.toLowerCase());
  const { data: packets } = useQuery({ ...reading(storeRoutes.list, {}, { q: typed }), enabled: typed.length > 1 });
  const frost = frostWindow(entry.values, today);
  const testDays = kind?.smallTest?.lastDay ?? null;
  return (
    <EntryForm
      entry={entry}
      trouble={entry.general ?? entry.fault('')}
      title={before ? `Change the sowing of ${before.kind}` : 'Plan a sowing'}
      send="Plan it"
      leave={leave}
    >
      <div className="fields">
        <Field entry={entry} name="kind" list="kinds-to-sow" hint={kind?.species} />
        <Field
          entry={entry}
          name="packetId"
          options={[
            ['', 'not chosen yet'],
            ...(packets?.rows ?? []).map(
              (one) => [one.id, [one.kind, one.variety, harvestWords(one)].filter(Boolean).join(' ')] as const,
            ),
          ]}
        />
        <Field entry={entry} name="begins" label="sowing begins" options={BEGINS} />
        {entry.values.begins === 'day' ? (
          <Field entry={entry} name="from" type="text" placeholder="10 May" />
        ) : (
          <>
            <Field
              entry={entry}
              name="lastFrost"
              path="from"
              type="text"
              label="last frost of spring"
              placeholder="10 May"
            />
            <Field
              entry={entry}
              name="afterFrost"
              label="sown how long after it"
              placeholder="1 week"
              hint={frost.from ? `from ${shortDay(frost.from)}` : '−4 weeks is four weeks before'}
            />
          </>
        )}
        <Field entry={entry} name="ends" label="sowing ends" options={ENDS} />
        {entry.values.ends === 'day' ? (
          <Field entry={entry} name="to" type="text" placeholder="30 June" />
        ) : (
          <>
            <Field
              entry={entry}
              name="firstFrost"
              path="to"
              type="text"
              label="first frost of autumn"
              placeholder="5 Oct"
            />
            <Field
              entry={entry}
              name="grow"
              label="from sowing to harvest"
              placeholder="90 days"
              hint={frost.to ? `to ${shortDay(frost.to)}` : 'days or weeks'}
            />
          </>
        )}
        <Field
          entry={entry}
          name="testDays"
          placeholder={`${testDays ?? USUAL_TEST} days`}
          hint={
            testDays === null
              ? 'not known for this kind: two weeks is the usual guess'
              : `${testDays} by its kind (from memory)`
          }
        />
        <Field entry={entry} name="buyDays" placeholder="2 weeks" />
        <Field entry={entry} name="sowings" />
        <Field entry={entry} name="everyDays" placeholder="2 weeks" />
        <Field entry={entry} name="oneChance" />
        <Field entry={entry} name="note" />
      </div>
      <p className="soft">Today is {shortDay(today)}.</p>
      <datalist id="kinds-to-sow">
        {[...(kinds?.keys() ?? [])].map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
    </EntryForm>
  );
}

interface TypedFrost {
  lastFrost: string;
  firstFrost: string;
  afterFrost: string;
  grow: string;
}

/** What the frosts say of the window, as far as they are typed. */
function frostWindow(
  { lastFrost, firstFrost, afterFrost, grow }: TypedFrost,
  today: string,
): { from: string | null; to: string | null } {
  const reader = readerNow(today);
  const [after, long] = [typedDays(afterFrost), typedDays(grow)];
  const [spring, autumn] = [typedDay(lastFrost, reader, 'coming'), typedDay(firstFrost, reader, 'coming')];
  return windowOfFrost({
    lastFrost: after === null ? null : spring,
    firstFrost: long === null ? null : autumn,
    afterFrostDays: after ?? 0,
    growDays: long ?? 0,
  });
}

const BEGINS = [
  ['day', 'on a day'],
  ['frost', 'by the last frost of spring'],
] as const;
const ENDS = [
  ['day', 'on a day'],
  ['frost', 'by the first frost of autumn'],
] as const;

const linesOf = (before: SowingPlanView | null) => ({
  // How the window is said; the body has the window alone.
  begins: 'day',
  ends: 'day',
  kind: before?.kind ?? '',
  packetId: before?.packetId ?? '',
  note: before?.note ?? '',
  from: before?.from ?? '',
  to: before?.to ?? '',
  lastFrost: '',
  firstFrost: '',
  afterFrost: '0',
  grow: '90',
  testDays: before?.testDays ?? null,
  buyDays: before?.buyDays ?? 14,
  sowings: before?.sowings ?? 1,
  everyDays: before?.everyDays ?? 14,
  oneChance: before?.oneChance ? 'true' : 'false',
});

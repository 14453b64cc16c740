import { useState } from 'react';
import type { FieldValues, Path } from 'react-hook-form';
import type { WriteRoute } from '@mercato/contract/http/route';
import { type DayCorrection, dayCorrectionSchema, type SeenAt, type SeenOn } from '@mercato/contract/http/seen';
import type { FieldView, TestFrame } from '@mercato/contract/register/lots';
import { daysBetween, LATE_DAYS } from '@mercato/core/units/days';
import { shortDay, useSession } from '../api/session.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { type Entry, to, useEntry } from '../ui/entry.ts';
import { TextField } from '../ui/fields.tsx';
import { unlessEmpty } from '../ui/typedBody.ts';

/** The day as a form holds it; empty = today. */
export interface SeenLines {
  seenOn: string;
  lateReason: string;
}
export const TODAY: SeenLines = { seenOn: '', lateReason: '' };

/** What holds such a day: a form, or a page that keeps it for several. */
export interface SeenEntry {
  readonly values: SeenLines;
  set(change: Partial<SeenLines>): void;
  readonly fault: (path: string) => string | undefined;
}

/** What is sent of it: nothing where it was seen today. */
export const seenBody = ({ seenOn, lateReason }: SeenLines): SeenOn =>
  seenOn === '' ? {} : { seenOn, ...unlessEmpty('lateReason', lateReason) };

/** The day on which something was seen, today unless somebody says otherwise; long ago it asks why it comes so late. */
export function SeenOnField({ label, entry, hint }: { label: string; entry: SeenEntry; hint?: string }) {
  const { session } = useSession();
  const today = session?.today ?? '';
  const { seenOn, lateReason } = entry.values;
  return (
    <>
      <TextField
        label={label}
        type="date"
        value={seenOn || today}
        // Where it is today after all, nothing comes late.
        onChange={(day) => entry.set(day === today ? TODAY : { seenOn: day })}
        fault={entry.fault('seenOn')}
        hint={seenOn === '' ? (hint ?? 'today') : undefined}
      />
      {(isLate(seenOn, today) || entry.fault('lateReason') !== undefined) && (
        <TextField
          label="why it is entered so late"
          value={lateReason}
          onChange={(why) => entry.set({ lateReason: why })}
          fault={entry.fault('lateReason')}
        />
      )}
    </>
  );
}

/** The day and the time as a form holds them; both empty = now. */
export interface TimeLines extends SeenLines {
  seenTime: string;
}
export const NOW: TimeLines = { ...TODAY, seenTime: '' };
/** What is sent of it: nothing where it was seen just now. */
export const timeBody = ({ seenTime, ...day }: TimeLines, today: string): SeenAt => ({
  ...seenBody(seenTime === '' || day.seenOn !== '' ? day : { ...day, seenOn: today }),
  ...unlessEmpty('seenTime', seenTime),
});

/** When something was seen, where that is not just now. */
export function When<T extends FieldValues & TimeLines>({ entry }: { entry: Entry<T> }) {
  const [open, setOpen] = useState(false);
  if (!open) return <Inline onClick={() => setOpen(true)}>it was not just now</Inline>;
  return (
    <>
      <Field
        entry={entry}
        name={'seenTime' as Path<T>}
        label="at what time"
        type="time"
        hint={entry.values.seenOn === '' ? 'empty = now' : undefined}
      />
      <SeenOnField label="on which day" entry={entry} />
    </>
  );
}

export const isLate = (seenOn: string, today: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(seenOn) && today !== '' && daysBetween(seenOn, today) > LATE_DAYS;

interface SeenLineProps {
  /** The route by which the day of a test of this step is corrected. */
  route: WriteRoute<string, DayCorrection, unknown, true>;
  test: Pick<TestFrame, 'id' | 'version'>;
  /** Under the names by which they are stored. */
  fields: Readonly<Record<string, FieldView>>;
  may: boolean;
}

/** Who wrote figures down and on which days they were seen; the day can be corrected, the figures stay. */
export function SeenLine({ route, test, fields, may }: SeenLineProps) {
  const { session } = useSession();
  const [open, setOpen] = useState(false);
  const entry = useEntry({
    from: { ...TODAY, of: '', reason: '' },
    body: (values) => ({
      ...values,
      fields: Object.keys(fields).filter((one) => values.of === '' || fields[one]?.seenOn === values.of),
      seenOn: values.seenOn || (session?.today ?? ''),
    }),
    schema: dayCorrectionSchema,
    send: to(route, { test: test.id }, { version: test.version, done: () => setOpen(false) }),
  });
  const views = Object.values(fields);
  if (views.length === 0) return null;
  const hands = [...new Set(views.map((one) => one.by))].join(', ');
  const days = [...new Set(views.map((one) => one.seenOn))].sort();
  const known = [...new Set(views.filter((one) => one.seenFrom !== 'file').map((one) => one.seenOn))].sort();
  return (
    <div className="soft">
      <p>
        By {hands}
        {known.length > 0
          ? `, ${known.map((one) => shortDay(one)).join(' and ')}`
          : ', on a day that its file does not name'}
        {may && !open && (
          <>
            {' '}
            <Inline onClick={() => setOpen(true)}>correct the day</Inline>
          </>
        )}
      </p>
      {open && (
        <EntryForm entry={entry} send="Correct the day" quiet leave={() => setOpen(false)} waits>
          <div className="fields">
            {days.length > 1 && (
              <Field
                entry={entry}
                name="of"
                label="which figures"
                options={[['', 'all of them'], ...days.map((one) => [one, `those of ${shortDay(one)}`] as const)]}
              />
            )}
            <SeenOnField label="seen on" entry={entry} />
            <Field entry={entry} name="reason" />
          </div>
        </EntryForm>
      )}
    </div>
  );
}

import type { WriteRoute } from '@mercato/contract/http/route';
import type { DayCorrection } from '@mercato/contract/http/seen';
import { send } from '../api/routes.ts';
import { dayCorrectionSchema, type SeenOn } from '@mercato/contract/http/seen';
import type { FieldView, TestFrame } from '@mercato/contract/register/lots';
import { daysBetween, LATE_DAYS } from '@mercato/core/units/days';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { shortDay, useSession } from '../api/session.tsx';
import { unlessEmpty, useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';

/** The day as a form holds it; empty = today. */
export interface SeenLines {
  seenOn: string;
  lateReason: string;
}
export const TODAY: SeenLines = { seenOn: '', lateReason: '' };

/** What is sent of it: nothing where it was seen today. */
export const seenBody = ({ seenOn, lateReason }: SeenLines): SeenOn =>
  seenOn === '' ? {} : { seenOn, ...unlessEmpty('lateReason', lateReason) };

/** The day on which something was seen, today unless somebody says otherwise; long ago it asks why it comes so late. */
export function SeenOnField({
  label,
  lines,
  onChange,
  fault,
  hint,
}: {
  label: string;
  lines: SeenLines;
  onChange: (change: Partial<SeenLines>) => void;
  fault: (path: string) => string | undefined;
  hint?: string;
}): JSX.Element {
  const { session } = useSession();
  const today = session?.today ?? '';
  const late = isLate(lines.seenOn, today);
  return (
    <>
      <TextField
        label={label}
        type="date"
        value={lines.seenOn || today}
        onChange={(seenOn) => onChange({ seenOn: seenOn === today ? '' : seenOn })}
        fault={fault('seenOn')}
        hint={lines.seenOn === '' ? (hint ?? 'today') : undefined}
      />
      {(late || fault('lateReason') !== undefined) && (
        <TextField
          label="why it is written down so late"
          value={lines.lateReason}
          onChange={(lateReason) => onChange({ lateReason })}
          fault={fault('lateReason')}
        />
      )}
    </>
  );
}

export const isLate = (seenOn: string, today: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(seenOn) && today !== '' && daysBetween(seenOn, today) > LATE_DAYS;

/** Who wrote figures down and on which days they were seen; the day can be corrected, the figures stay. */
export function SeenLine({
  route,
  test,
  fields,
  may,
}: {
  /** The route by which the day of a test of this step is corrected. */
  route: WriteRoute<string, DayCorrection, unknown, true>;
  test: Pick<TestFrame, 'id' | 'version'>;
  /** Under the names by which they are stored. */
  fields: Readonly<Record<string, FieldView>>;
  may: boolean;
}): JSX.Element | null {
  const client = useQueryClient();
  const { session } = useSession();
  const [open, setOpen] = useState(false);
  const entry = useEntry(
    { ...TODAY, of: '', reason: '' },
    (values) => ({
      fields: Object.keys(fields).filter((one) => values.of === '' || fields[one]?.seenOn === values.of),
      seenOn: values.seenOn || (session?.today ?? ''),
      ...unlessEmpty('lateReason', values.lateReason),
      reason: values.reason.trim(),
    }),
    dayCorrectionSchema,
    async (body, key) => {
      await send(client, route, { test: test.id }, body, { version: test.version, key });
      setOpen(false);
    },
  );
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
            <button type="button" className="bare" onClick={() => setOpen(true)}>
              correct the day
            </button>
          </>
        )}
      </p>
      {open && (
        <EntryForm entry={entry} send="Correct the day" quiet leave={() => setOpen(false)}>
          <div className="fields">
            {days.length > 1 && (
              <ChoiceField
                label="which figures"
                {...entry.field('of')}
                options={[['', 'all of them'], ...days.map((one) => [one, `those of ${shortDay(one)}`] as const)]}
              />
            )}
            <SeenOnField label="seen on" lines={entry.values} onChange={entry.set} fault={entry.fault} />
            <TextField label="why it is corrected" {...entry.field('reason')} hint="the figures stay as they are" />
          </div>
        </EntryForm>
      )}
    </div>
  );
}

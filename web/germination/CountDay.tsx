import { useState } from 'react';
import type { GerminationTest } from '@mercato/contract/germination/germination';
import { END_CAUSES, type EndCause } from '@mercato/core/germination/judgeCountDays';
import { daysBetween } from '@mercato/core/units/days';
import { Inline } from '../ui/Buttons.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { Key } from '../ui/keys.tsx';
import { CAUSE_WORDS, todayOf } from './countDays.ts';

interface CountDaysProps {
  test: GerminationTest;
  days: readonly number[];
  day: number;
  today: string;
  turnTo: (day: number) => void;
}

/** The days of a test that were counted or keyed, and today: which of them the station stands at. */
export function CountDays({ test, days, day, today, turnTo }: CountDaysProps) {
  return (
    <span>
      {days.map((one) => (
        <Inline key={one} aria-pressed={one === day} onClick={() => turnTo(one)}>
          {one === day ? <b>day {one}</b> : `day ${one}`}
          {one === todayOf(test, today) && ' (today)'}
        </Inline>
      ))}{' '}
      {days.length > 1 && (
        <>
          <Key>D</Key> other day
        </>
      )}
    </span>
  );
}

interface CountedOnProps {
  test: GerminationTest;
  seenOn: string;
  today: string;
  turnTo: (day: number) => void;
}

/** The day that is counted; half a date, while it is typed, turns nothing. */
export function CountedOn({ test, seenOn, today, turnTo }: CountedOnProps) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextField
      label="counted on"
      type="date"
      value={typed ?? seenOn}
      fault={typed !== null && typed > today ? 'lies in the future' : undefined}
      onChange={(on) => {
        setTyped(on);
        if (/^\d{4}-\d{2}-\d{2}$/.test(on) && on >= test.dayZero && on <= today) turnTo(daysBetween(test.dayZero, on));
      }}
    />
  );
}

interface CauseFieldProps {
  day: number;
  planned: number;
  cause: EndCause | '';
  onChange: (cause: EndCause | '') => void;
}

/** Why a test ends on another day than the planned one; nothing where it ends on that. */
export function CauseField({ day, planned, cause, onChange }: CauseFieldProps) {
  if (day === planned) return null;
  return (
    <ChoiceField
      label={day < planned ? `ends before day ${planned}, because` : `ends after day ${planned}, because`}
      value={cause}
      onChange={(value) => onChange(value as EndCause | '')}
      options={[
        ['', 'no reason given'],
        ...END_CAUSES.filter((one) => (one === 'all-germinated') === day < planned).map(
          (one) => [one, CAUSE_WORDS[one]] as const,
        ),
      ]}
    />
  );
}

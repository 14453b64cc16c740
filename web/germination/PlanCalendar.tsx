import { isCount, type PlanEvent } from '@mercato/core/germination/planTest';
import { shortDay } from '../api/session.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { EVENT_WORDS } from './words.ts';

/** So many other days are offered. */
const OFFERED = 3;

/** The days of a test in a line; what was moved off a closed day says so. */
export function CalendarLine({ calendar, last }: { calendar: readonly PlanEvent[]; last: string }) {
  return (
    <p>
      {calendar.map((event, i) => (
        <span key={i}>
          {i > 0 && ' → '}
          {EVENT_WORDS[event.what]}
          {isCount(event) ? ` day ${event.day},` : ''} <span className="fig">{shortDay(event.date)}</span>
          {event.movedFrom && <span className="soft"> (moved from {shortDay(event.movedFrom)}, a closed day)</span>}
        </span>
      ))}
      <span className="soft"> · last permitted day {shortDay(last)}</span>
    </p>
  );
}

interface OnClosedDaysProps {
  calendar: readonly PlanEvent[];
  /** Days on which it could be set up instead. */
  others: readonly string[];
  setUp: (date: string) => void;
}

/** What falls on a closed day and cannot be moved, with set-ups that avoid it. */
export function OnClosedDays({ calendar, others, setUp }: OnClosedDaysProps) {
  const closed = calendar.filter((event) => event.closed);
  if (closed.length === 0) return null;
  return (
    <p>
      <VerdictMark mark="outside" /> The laboratory is closed on{' '}
      {closed.map((event) => shortDay(event.date)).join(', ')}, and the rule book does not permit a move to an open day.{' '}
      {others.length > 0 && (
        <>
          Set up on{' '}
          {others.slice(0, OFFERED).map((date, i) => (
            <span key={date}>
              {i > 0 && ' or '}
              <Inline onClick={() => setUp(date)}>{shortDay(date)}</Inline>
            </span>
          ))}
          : every day of the test is then an open one.
        </>
      )}
    </p>
  );
}

import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Stack, Table } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import { SPOIL_CAUSES, spoiledSchema } from '@mercato/contract/germination/dishes';
import type { CountView, DishView, GerminationTest, GerminationView } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import type { Book } from '@mercato/core/rule-books/edition';
import { classWord } from '@mercato/core/rule-books/methodWords';
import { CLASSES, type SeedClass } from '@mercato/core/units/seedCounts';
import { SEED_PARTS } from '@mercato/core/units/seedParts';
import { reading } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { BenchHead } from '../register/bench.tsx';
import { seenBody, SeenOnField, TODAY } from '../register/seen.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline, Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { Photos } from './Photos.tsx';
import { Recount } from './Recount.tsx';
import { PART_NAMES } from './counting.ts';
import { SPOIL_WORDS } from './words.ts';

/** One dish: what was counted of it and by whom, a second hand beside the first, whether it is sound, and what it looked like. */
export default function Dish() {
  const { lot = '', dish: id = '' } = useParams();
  const navigate = useNavigate();
  const { data, error } = useQuery(reading(germinationRoutes.ofLot, { lot }));
  const test = data?.tests.find((one) => one.dishes.some((dish) => dish.id === id));
  const dish = test?.dishes.find((one) => one.id === id);
  const step = (by: number) => {
    if (!test || !dish) return;
    const next = test.dishes[test.dishes.indexOf(dish) + by];
    if (next) void navigate(`/lots/${lot}/germination/dishes/${next.id}`, { replace: true });
  };
  useKeys([
    { key: 'g', says: 'back to the tests', act: () => void navigate(`/lots/${lot}/germination`) },
    { key: 'ArrowLeft', shown: '←', says: 'dish before', act: () => step(-1) },
    { key: 'ArrowRight', shown: '→', says: 'dish after', act: () => step(1) },
  ]);
  if (!data) return <Busy error={error} back={['/lots', 'the lots']} />;
  if (!test || !dish)
    return (
      <main>
        <p>There is no such dish of this lot.</p>
      </main>
    );
  return <OneDish key={dish.id} view={data} test={test} dish={dish} />;
}

interface OneDishProps {
  view: GerminationView;
  test: GerminationTest;
  dish: DishView;
}

function OneDish({ view, test, dish }: OneDishProps) {
  const { may, session } = useSession();
  // Address of the count that a second hand is counting; its figures are out of sight until that is done.
  const [again, setAgain] = useState<number | null>(null);
  const me = session?.person?.name ?? '';
  if (again !== null)
    return (
      <main className="w-text">
        <BenchHead lot={view.lot} title={`Dish ${dish.number}, counted again`} code={dish.code}>
          test {test.number}, day {again}
        </BenchHead>
        <Recount view={view} dish={dish} day={again} leave={() => setAgain(null)} />
      </main>
    );
  return (
    <main className="w-text">
      <BenchHead lot={view.lot} title={`Dish ${dish.number}`} code={dish.code}>
        test {test.number}, {dish.seeds} seeds
        {dish.shelf.length > 0 && ` · ${dish.shelf.join(' › ')}`}
      </BenchHead>
      {dish.spoiled && (
        <p>
          <VerdictMark mark="outside" /> Set aside, {SPOIL_WORDS[dish.spoiled.cause]}: {dish.spoiled.note}{' '}
          <span className="soft">
            {dish.spoiled.by}, {shortDay(dish.spoiled.seenOn)}
          </span>
        </p>
      )}
      <Counts dish={dish} book={view.lot.book} />
      {may('bench.write') &&
        dish.days
          .filter((day) => day.closed && !handsAt(day).includes(me))
          .map((day) => (
            <Stack key={day.key} as="p" direction="horizontal" gap={2} className="actions">
              <Quiet onClick={() => setAgain(day.key)}>Count day {day.day} again, without these figures</Quiet>
            </Stack>
          ))}
      <Photos dish={dish} dishes={test.dishes} />
      {may('bench.write') && <Sound dish={dish} />}
    </main>
  );
}

/** Whoever wrote to a count. */
const handsAt = (day: CountView): string[] => [day.by, ...day.earlier.map((one) => one.by)];

/** What was counted, day by day; below each day what a second hand made of the same seedlings. */
function Counts({ dish, book }: { dish: DishView; book: Book }) {
  if (dish.days.length === 0) return <p className="soft">Nothing was counted yet.</p>;
  const kinds = SEED_PARTS.filter((part) => dish.parts[part] !== undefined);
  return (
    <>
      <Table className="mt-3 figures-table">
        <thead>
          <tr>
            <th>count</th>
            {CLASSES.map((one) => (
              <th key={one} className="num">
                {classWord(book, one)}
              </th>
            ))}
            <th>by</th>
          </tr>
        </thead>
        <tbody>
          {dish.days.map((day) => (
            <DayRows key={day.key} day={day} dish={dish} />
          ))}
        </tbody>
      </Table>
      {kinds.length > 0 && (
        <p className="soft">
          Told apart: {kinds.map((part) => `${dish.parts[part] ?? 0} ${PART_NAMES[part]}`).join(', ')}.
        </p>
      )}
    </>
  );
}

function DayRows({ day, dish }: { day: CountView; dish: DishView }) {
  const again = dish.recounts.find((one) => one.key === day.key);
  const apart = (one: SeedClass) => (again ? again.counts[one] - day.counts[one] : 0);
  return (
    <>
      <tr>
        <td>
          day {day.day}, {shortDay(day.seenOn)}
          {day.closed ? '' : ', open'}
        </td>
        {CLASSES.map((one) => (
          <td key={one} className="num fig">
            {day.counts[one]}
          </td>
        ))}
        <td>{day.by}</td>
      </tr>
      {again && (
        <tr>
          <td className="soft">counted again, {shortDay(again.seenOn)}</td>
          {CLASSES.map((one) => (
            <td key={one} className={`num fig${apart(one) === 0 ? '' : ' outside'}`}>
              {again.counts[one]}
              {apart(one) !== 0 && ` (${apart(one) > 0 ? '+' : '−'}${Math.abs(apart(one))})`}
            </td>
          ))}
          <td>{again.by}</td>
        </tr>
      )}
    </>
  );
}

/** Sets a dish aside that was spoiled, or takes that back; its figures stay on file either way. */
function Sound({ dish }: { dish: DishView }) {
  const [open, setOpen] = useState(false);
  const spoiled = dish.spoiled !== null;
  const entry = useEntry({
    from: { cause: spoiled ? '' : 'dropped', note: '', ...TODAY },
    body: ({ seenOn, lateReason, ...values }) => ({
      ...values,
      cause: values.cause === '' ? null : values.cause,
      ...seenBody({ seenOn, lateReason }),
    }),
    schema: spoiledSchema,
    send: to(germinationRoutes.spoil, { dish: dish.id }, { version: dish.version, done: () => setOpen(false) }),
  });
  if (!open)
    return (
      <p className="soft mt-4">
        <Inline className="ps-0" onClick={() => setOpen(true)}>
          {spoiled ? 'it is sound after all' : 'this dish was spoiled'}
        </Inline>
      </p>
    );
  return (
    <EntryForm
      entry={entry}
      title={spoiled ? 'Sound after all' : 'Set the dish aside'}
      send={spoiled ? 'Take it back' : 'Set it aside'}
      leave={() => setOpen(false)}
      className="w-form mt-3"
      quiet
    >
      {!spoiled && (
        <Field entry={entry} name="cause" options={SPOIL_CAUSES.map((one) => [one, SPOIL_WORDS[one]] as const)} />
      )}
      <Field entry={entry} name="note" />
      <SeenOnField label="seen on" entry={entry} />
      <p className="soft">
        What was counted stays on file. Its whole hundred no longer counts; three hundreds that agree wait for the
        lead’s decision.
      </p>
    </EntryForm>
  );
}

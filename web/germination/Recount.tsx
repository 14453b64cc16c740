import { useState } from 'react';
import { Button, Stack } from 'react-bootstrap';
import type { DishView, GerminationView } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { calledAt, type Counts, NO_COUNTS, type SeedClass, totalOf } from '@mercato/core/units/seedCounts';
import { Refused } from '../api/client.ts';
import { send } from '../api/routes.ts';
import { Quiet } from '../ui/Buttons.tsx';
import { TextField, Trouble } from '../ui/fields.tsx';
import { KeyFoot, useKeys } from '../ui/keys.tsx';
import { tick } from '../ui/tick.ts';
import { CLASS_KEYS, ClassKeys } from './CountParts.tsx';

/** How a second hand's tally waits on this machine until it is sent. */
const shelf = (dish: string, day: number) => `mercato-recount ${dish} ${day}`;

function kept(dish: string, day: number): Counts {
  try {
    return { ...NO_COUNTS, ...(JSON.parse(localStorage.getItem(shelf(dish, day)) ?? '{}') as Partial<Counts>) };
  } catch {
    return NO_COUNTS;
  }
}

interface RecountProps {
  view: GerminationView;
  dish: DishView;
  /** Address of the count whose seedlings are counted again. */
  day: number;
  leave: () => void;
}

/** A second hand counts the same seedlings again, and sees nothing of the first until it is done. */
export function Recount({ view, dish, day, leave }: RecountProps) {
  const [counts, setCounts] = useState<Counts>(() => kept(dish.id, day));
  const [pressed, setPressed] = useState<readonly SeedClass[]>([]);
  const [reason, setReason] = useState('');
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const count = dish.days.find((one) => one.key === day);
  const before = dish.recounts.some((one) => one.key === day);
  const put = (next: Counts) => {
    setCounts(next);
    localStorage.setItem(shelf(dish.id, day), JSON.stringify(next));
  };
  const final = count?.final ?? true;
  const call = (one: SeedClass) => {
    if (totalOf(counts) >= dish.seeds) {
      setTrouble(`All ${dish.seeds} seeds of dish ${dish.number} are called.`);
      return;
    }
    put({ ...counts, [one]: counts[one] + 1 });
    setPressed([...pressed, one]);
    setTrouble(undefined);
    tick();
  };
  const takeBack = () => {
    const last = pressed.at(-1);
    if (last === undefined || counts[last] === 0) return;
    put({ ...counts, [last]: counts[last] - 1 });
    setPressed(pressed.slice(0, -1));
  };
  const close = async () => {
    setBusy(true);
    try {
      await send(
        germinationRoutes.recount,
        { dish: dish.id, day },
        { counts, ...(reason.trim() ? { reason: reason.trim() } : {}) },
        { version: dish.version },
      );
      localStorage.removeItem(shelf(dish.id, day));
      leave();
    } catch (error) {
      setTrouble(error instanceof Refused ? (error.faults[0]?.message ?? error.message) : 'It could not be saved.');
    } finally {
      setBusy(false);
    }
  };
  const classes = calledAt(final);
  useKeys([
    ...classes.map((one) => ({ key: CLASS_KEYS[one], says: `call a seed ${one}`, act: () => call(one) })),
    { key: 'Backspace', shown: '⌫', says: 'undo the last key', act: takeBack },
    { key: 'c', says: 'close the recount', act: () => void close() },
  ]);
  return (
    <div className="counting">
      <p className="soft">
        Call the seedlings of this count as you see them; the first figures come up beside yours when you are done. Both
        stay on file, and neither replaces the other.
      </p>
      <ClassKeys book={view.lot.book} classes={classes} counts={counts} disabled={busy} call={call} />
      <div className="left d-flex flex-wrap align-items-baseline gap-2 mt-3" aria-live="polite">
        <span className="n">{totalOf(counts)}</span>
        <span>seeds called</span>
      </div>
      <Trouble text={trouble} />
      {before && <TextField label="why the recount is corrected" value={reason} onChange={setReason} />}
      {view.divided.length > 0 && <p className="soft">Kinds within a class are told apart at the first count only.</p>}
      <KeyFoot
        keys={[
          ['1–5', 'call a seed'],
          ['⌫', 'undo'],
          ['C', 'close the recount'],
        ]}
      />
      <Stack direction="horizontal" gap={2} className="actions">
        <Button disabled={busy} onClick={() => void close()}>
          Close the recount
        </Button>
        <Quiet onClick={leave}>Cancel</Quiet>
      </Stack>
    </div>
  );
}

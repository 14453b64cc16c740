import { sql } from 'drizzle-orm';
import type { Transaction } from '../database/connect.ts';
import type { OpenStep } from './step.ts';

/**
 * Writes down what some steps of a lot ask for on days to come, in place of what they asked for before: lists and
 * calendars then read one table. What other steps ask for stays as it is.
 */
export async function keepDues(tx: Transaction, lotId: string, steps: readonly OpenStep[]): Promise<void> {
  if (steps.length === 0) return;
  const rows = steps.flatMap((one) => one.dues().map((due) => ({ ...due, step: one.step })));
  const names = JSON.stringify(steps.map((one) => one.step));
  await tx.execute(sql`
    with due as (
      select * from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
        as r(step text, key text, due date, until date, test int, room text, act jsonb, open int[], "of" int)
    ), gone as (
      delete from step_due d where d.lot_id = ${lotId}
        and d.step in (select jsonb_array_elements_text(${names}::jsonb))
        and not exists (select 1 from due where due.step = d.step and due.key = d.key)
    )
    insert into step_due (lot_id, step, key, due, until, test, room, act, open, "of")
    select ${lotId}::uuid, step, key, due, until, test, room, act, open, "of" from due
    on conflict (lot_id, step, key) do update set due = excluded.due, until = excluded.until, test = excluded.test,
      room = excluded.room, act = excluded.act, open = excluded.open, "of" = excluded."of"`);
}

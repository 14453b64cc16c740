import { asc, eq } from 'drizzle-orm';
import { OUTLET_WORDS } from '@mercato/contract/cleaning/words';
import { readBook } from '@mercato/core/cleaning/batchBook';
import type { Reader } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { cut, label, MOST_LABELS, printLabels } from '../paper/labels.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { shedVessel } from './tables.ts';
import { bookLines, openBook } from './views.ts';

/**
 * Labels of a batch's vessels: code, kind, variety, batch, what it holds. Those that the query names, or all that hold
 * seed.
 * @throws {Fault} 422 when there are none
 */
export async function renderVesselLabels(
  tx: Reader,
  id: string,
  query: Readonly<Record<string, unknown>>,
): Promise<Buffer> {
  const { batch, of, lines, measures } = await openBook(tx, id);
  const book = readBook(bookLines(lines), measures);
  const asked = typeof query.vessels === 'string' ? query.vessels.split(',') : null;
  const rows = (
    await tx.select().from(shedVessel).where(eq(shedVessel.batchId, id)).orderBy(asc(shedVessel.id))
  ).filter((one) => (asked ? asked.includes(one.id) : book.vessels.get(one.id)?.empty === false));
  if (rows.length === 0) throw fault('invalid', 'shed.no-such-vessel', 'vessels');
  const { paper } = await laboratoryOf(tx);
  return printLabels(
    rows.slice(0, MOST_LABELS).map((row) => {
      const vessel = book.vessels.get(row.id);
      const treated = vessel?.treatments.map((one) => one.product).join(', ') ?? '';
      const holds = vessel?.outlet ? OUTLET_WORDS[vessel.outlet] : 'as it came';
      return label(row.code, [
        { text: cut(of.kind, 18), fontSize: 9, bold: true },
        { text: cut(of.variety || '—', 20), font: 'Serif', fontSize: 7 },
        { text: cut(`${batch.number} · ${row.name}`, 26), fontSize: 7 },
        { text: cut(treated === '' ? holds : `TREATED: ${treated}`, 24), fontSize: 6.5 },
      ]);
    }),
    query.layout,
    paper,
  );
}

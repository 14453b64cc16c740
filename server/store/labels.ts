import { asc, eq, inArray, or } from 'drizzle-orm';
import type { AccessionHeader } from '@mercato/contract/store/accessions';
import { comesTrue } from '@mercato/core/store/comesTrue';
import type { Transaction } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { cut, label, MOST_LABELS, printLabels } from '../paper/labels.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { accession, packet } from './tables.ts';

/**
 * Labels of packets: code, kind, variety, harvest with its month, and whether it comes true. They are labels of the
 * store, and say nothing of germination or purity.
 * @throws {Fault} 422 when the query names no packet
 */
export async function renderPacketLabels(tx: Transaction, query: Readonly<Record<string, unknown>>): Promise<Buffer> {
  const asked = (typeof query.packets === 'string' ? query.packets.split(',') : []).slice(0, MOST_LABELS);
  const ids = asked.filter((one) => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(one));
  const codes = asked.filter((one) => one.startsWith('*'));
  const rows =
    ids.length + codes.length === 0
      ? []
      : await tx
          .select({ packet, accession })
          .from(packet)
          .innerJoin(accession, eq(accession.id, packet.accessionId))
          .where(or(inArray(packet.id, ids), inArray(packet.code, codes)))
          .orderBy(asc(packet.createdAt));
  if (rows.length === 0)
    throw fault('invalid', 'There is nothing to label.', [
      { path: 'packets', message: 'name packets by id or code, with commas between' },
    ]);
  const { paper } = await laboratoryOf(tx);
  return printLabels(
    rows.map(({ packet: row, accession: of }) => {
      const header = of.header as AccessionHeader;
      const month = header.harvestMonth === null ? '' : `-${String(header.harvestMonth).padStart(2, '0')}`;
      return label(row.code, [
        { text: cut(header.kind, 18), fontSize: 9, bold: true },
        { text: cut(header.variety || '—', 20), font: 'Serif', fontSize: 7 },
        { text: `harvest ${header.harvestYear}${month} · ${of.number}`, fontSize: 7 },
        {
          text: cut(header.treated === '' ? comesTrue(header).words : `TREATED: ${header.treated}`, 24),
          fontSize: 6.5,
        },
      ]);
    }),
    query.layout,
    paper,
  );
}

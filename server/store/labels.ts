import { asc, desc, eq, inArray, or } from 'drizzle-orm';
import { COMES_TRUE } from '@mercato/contract/store/words';
import { wholeDayOf } from '@mercato/contract/words/days';
import { comesTrue } from '@mercato/core/store/comesTrue';
import { askedText } from '../http/asked.ts';
import type { Reader } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { cut, label, MOST_LABELS, printLabels } from '../paper/labels.ts';
import { printListing } from '../paper/listing.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { askedPackets } from './packetPages.ts';
import { treatedOf } from './packets.ts';
import { accession, packet } from './tables.ts';

/** As many rows as a list on paper has. */
const MOST_LISTED = 5_000;

/** The list of the store as somebody asked for it, on paper: with codes, so that it can be walked with. */
export async function renderStoreList(
  tx: Reader,
  query: Readonly<Record<string, unknown>>,
  today: string,
): Promise<Buffer> {
  const { name, paper } = await laboratoryOf(tx);
  const { rows, total } = await askedPackets(tx, query, MOST_LISTED);
  const found = askedText(query.q, 100).trim();
  const asked = found === '' ? '' : `, found by “${found}”`;
  return printListing(
    'Seed store',
    `${name}, ${wholeDayOf(today)}: ${total} ${total === 1 ? 'packet' : 'packets'}${asked}${
      total > rows.length ? `, the first ${rows.length}` : ''
    }`,
    [
      { head: 'code', width: 58, font: 'Mono' },
      { head: 'kind and variety', width: '*' },
      { head: 'harvest', width: 42 },
      { head: 'left', width: 62 },
      { head: 'place', width: 130 },
      { head: 'last test', width: 92 },
    ],
    rows.map((one) => [
      one.code,
      [one.kind, one.variety].filter(Boolean).join(' '),
      one.harvestMonth === null
        ? String(one.harvestYear)
        : `${String(one.harvestMonth).padStart(2, '0')}/${one.harvestYear}`,
      one.left.by === 'count'
        ? `${one.left.figure} ${one.left.figure === '1' ? 'seed' : 'seeds'}`
        : `${one.left.figure} g`,
      one.place.join(' › ') || '–',
      one.lastTest ? `${one.lastTest.sprouted} of ${one.lastTest.seeds}, ${wholeDayOf(one.lastTest.on)}` : '–',
    ]),
    paper,
  );
}

/**
 * Labels of packets: code, kind, variety, harvest with its month, and whether it comes true. They are labels of the
 * store, and say nothing of germination or purity.
 * Those that the query names, or all that it asks for as the list does, `MOST_LABELS` at most.
 * @throws {Fault} 422 when there are none
 */
export async function renderPacketLabels(tx: Reader, query: Readonly<Record<string, unknown>>): Promise<Buffer> {
  const listed =
    query.packets === undefined ? (await askedPackets(tx, query, MOST_LABELS)).rows.map((one) => one.id) : [];
  const asked = (typeof query.packets === 'string' ? query.packets.split(',') : []).slice(0, MOST_LABELS);
  const named = asked.filter((one) => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(one));
  const ids = [...named, ...listed];
  const codes = asked.filter((one) => one.startsWith('*'));
  const rows =
    ids.length + codes.length === 0
      ? []
      : await tx
          .select({ packet, accession })
          .from(packet)
          .innerJoin(accession, eq(accession.id, packet.accessionId))
          .where(or(inArray(packet.id, ids), inArray(packet.code, codes)))
          .orderBy(asc(accession.kind), asc(accession.variety), desc(accession.harvestYear), asc(packet.id));
  if (rows.length === 0) throw fault('invalid', 'store.name-packets-id-or', 'packets');
  const { paper } = await laboratoryOf(tx);
  return printLabels(
    rows.map(({ packet: row, accession: of }) => {
      const header = of.header;
      const treated = treatedOf(header, row);
      const month = header.harvestMonth === null ? '' : `-${String(header.harvestMonth).padStart(2, '0')}`;
      return label(row.code, [
        { text: cut(header.kind, 18), fontSize: 9, bold: true },
        { text: cut(header.variety || '—', 20), font: 'Serif', fontSize: 7 },
        { text: `harvest ${header.harvestYear}${month} · ${of.number}`, fontSize: 7 },
        {
          text: cut(treated === '' ? COMES_TRUE[comesTrue(header).answer] : `TREATED: ${treated}`, 24),
          fontSize: 6.5,
        },
      ]);
    }),
    query.layout,
    paper,
  );
}

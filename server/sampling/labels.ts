import type { Content } from 'pdfmake/interfaces.js';
import { fault } from '../http/fault.ts';
import { cut, label, MOST_LABELS, printLabels } from '../paper/labels.ts';
import type { LotFile } from '../register/lotFile.ts';
import type { Vessel } from '../register/vessels.ts';

/**
 * Labels of a lot's vessels: QR code, code, what it is, the lot, its kind and mass. One to a page of its own size
 * (`layout=single`, for a label printer), or on sheets of the laboratory's paper.
 * @throws {Fault} 422 when the query names no vessel of the lot
 */
export async function renderLabels(file: LotFile, query: Readonly<Record<string, unknown>>): Promise<Buffer> {
  const asked =
    typeof query.vessels === 'string' && query.vessels ? query.vessels.split(',').slice(0, MOST_LABELS) : null;
  const there = file.vessels.filter((one) => one.gone === null);
  const chosen = asked ? file.vessels.filter((one) => asked.includes(one.id) || asked.includes(one.code)) : there;
  if (chosen.length === 0) throw fault('invalid', 'sampling.name-vessels-lot-id', 'vessels');
  const labels = chosen.slice(0, MOST_LABELS).map((one) => labelOf(file, one));
  return printLabels(labels, query.layout, file.laboratory.paper);
}

function labelOf(file: LotFile, row: Vessel): Content {
  const what = [
    row.kind === 'replicate' ? 'dish' : row.kind,
    row.purpose?.replace('-', ' '),
    row.kind === 'submitted' ? '' : String(row.number),
  ]
    .filter(Boolean)
    .join(' ');
  return label(row.code, [
    { text: cut(file.lot.reference, 16), font: 'Mono', fontSize: 7 },
    { text: cut(file.lot.species, 19), font: 'Serif', italics: true, fontSize: 7 },
    { text: cut(what, 16), fontSize: 8, bold: true },
    { text: cut([massWords(row), row.seal ? `seal ${row.seal}` : ''].filter(Boolean).join(' · '), 17), fontSize: 7 },
  ]);
}

const massWords = (row: Vessel) =>
  row.massText === null ? (row.seeds === null ? '' : `${row.seeds} seeds`) : `${row.massText} ${row.massUnit ?? ''}`;

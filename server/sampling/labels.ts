import type { Content } from 'pdfmake/interfaces.js';
import { fault } from '../http/fault.ts';
import { PAPERS, POINTS_PER_MM, print, type Paper } from '../paper/print.ts';
import type { LotFile } from '../register/lotFile.ts';
import type { Vessel } from '../register/vessels.ts';

/** One label, mm: by the decision on paper. */
const LABEL = { width: 50, height: 25 };
const SHEET_MARGIN = 8;
const MOST = 500;

/**
 * Labels of a lot's vessels: QR code, code, what it is, the lot, its kind and mass. One to a page of its own size
 * (`layout=single`, for a label printer), or on sheets of the laboratory's paper.
 * @throws {Fault} 422 when the query names no vessel of the lot
 */
export async function renderLabels(file: LotFile, query: Readonly<Record<string, unknown>>): Promise<Buffer> {
  const asked = typeof query.vessels === 'string' && query.vessels ? query.vessels.split(',').slice(0, MOST) : null;
  const there = file.vessels.filter((one) => one.gone === null);
  const chosen = asked ? file.vessels.filter((one) => asked.includes(one.id) || asked.includes(one.code)) : there;
  if (chosen.length === 0)
    throw fault('invalid', 'There is nothing to label.', [
      { path: 'vessels', message: 'name vessels of this lot by id or code, with commas between' },
    ]);
  const labels = chosen.slice(0, MOST).map((one) => labelOf(file, one));
  return query.layout === 'single' ? singles(labels) : sheets(labels, file.laboratory.paper);
}

function labelOf(file: LotFile, row: Vessel): Content {
  const what = [
    row.kind === 'replicate' ? 'dish' : row.kind,
    row.purpose?.replace('-', ' '),
    row.kind === 'submitted' ? '' : String(row.number),
  ]
    .filter(Boolean)
    .join(' ');
  return {
    columns: [
      { qr: row.code, fit: 19 * POINTS_PER_MM, width: 50, eccLevel: 'M' },
      {
        width: '*',
        stack: [
          { text: row.code, font: 'Mono', fontSize: 11 },
          { text: cut(file.lot.reference, 16), font: 'Mono', fontSize: 7 },
          { text: cut(file.lot.species, 19), font: 'Serif', italics: true, fontSize: 7 },
          { text: cut(what, 16), fontSize: 8, bold: true },
          {
            text: cut([massWords(row), row.seal ? `seal ${row.seal}` : ''].filter(Boolean).join(' · '), 17),
            fontSize: 7,
          },
        ],
      },
    ],
    columnGap: 4,
  };
}

/** A label has room for so much on a line; the code stands whole. */
const cut = (text: string, most: number) => (text.length <= most ? text : `${text.slice(0, most - 1)}…`);

const massWords = (row: Vessel) =>
  row.massText === null ? (row.seeds === null ? '' : `${row.seeds} seeds`) : `${row.massText} ${row.massUnit ?? ''}`;

async function singles(labels: readonly Content[]): Promise<Buffer> {
  return print({
    info: { title: 'Labels' },
    pageSize: { width: LABEL.width * POINTS_PER_MM, height: LABEL.height * POINTS_PER_MM },
    pageMargins: [6, 6, 4, 2],
    content: labels.map((label, i) => ({ stack: [label], ...(i > 0 ? { pageBreak: 'before' as const } : {}) })),
  });
}

async function sheets(labels: readonly Content[], paper: Paper): Promise<Buffer> {
  const { width, height } = PAPERS[paper];
  const across = Math.floor((width - 2 * SHEET_MARGIN) / LABEL.width);
  const side = ((width - across * LABEL.width) / 2) * POINTS_PER_MM;
  const rows = Array.from({ length: Math.ceil(labels.length / across) }, (_, i) =>
    Array.from({ length: across }, (__, j) => labels[i * across + j] ?? { text: '' }),
  );
  const padding = 5;
  return print({
    info: { title: 'Labels' },
    pageSize: { width: width * POINTS_PER_MM, height: height * POINTS_PER_MM },
    pageMargins: [side, SHEET_MARGIN * POINTS_PER_MM, side, SHEET_MARGIN * POINTS_PER_MM],
    content: [
      {
        table: {
          widths: Array.from({ length: across }, () => LABEL.width * POINTS_PER_MM - 2 * padding),
          heights: LABEL.height * POINTS_PER_MM - 2 * padding,
          dontBreakRows: true,
          body: rows,
        },
        layout: {
          hLineWidth: () => 0.2,
          vLineWidth: () => 0.2,
          hLineColor: () => '#d9d0bc',
          vLineColor: () => '#d9d0bc',
          paddingLeft: () => padding,
          paddingRight: () => padding,
          paddingTop: () => padding,
          paddingBottom: () => padding,
        },
      },
    ],
  });
}

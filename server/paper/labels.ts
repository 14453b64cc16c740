import type { Content } from 'pdfmake/interfaces.js';
import { type Paper, PAPERS, POINTS_PER_MM, print } from './print.ts';

/** One label, mm: by the decision on paper. */
const LABEL = { width: 50, height: 25 };
const SHEET_MARGIN = 8;
/** As many as are printed at once. */
export const MOST_LABELS = 500;

/** A label has room for so much on a line; the code stands whole. */
export const cut = (text: string, most: number) => (text.length <= most ? text : `${text.slice(0, most - 1)}…`);

/** A code as a picture for readers, and lines beside it, the code itself first. */
export const label = (code: string, lines: readonly Content[]): Content => ({
  columns: [
    { qr: code, fit: 19 * POINTS_PER_MM, width: 50, eccLevel: 'M' },
    { width: '*', stack: [{ text: code, font: 'Mono', fontSize: 11 }, ...lines] },
  ],
  columnGap: 4,
});

/** One label to a page of its own size (`single`, for a label printer), or on sheets of the laboratory's paper. */
export async function printLabels(labels: readonly Content[], layout: unknown, paper: Paper): Promise<Buffer> {
  return layout === 'single' ? singles(labels) : sheets(labels, paper);
}

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

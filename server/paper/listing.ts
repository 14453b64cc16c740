import type { Content, TableCell } from 'pdfmake/interfaces.js';
import { type Paper, PAPERS, POINTS_PER_MM, print } from './print.ts';

const MARGIN_MM = 14;

export interface Column {
  readonly head: string;
  /** As pdfmake takes it: points, `auto` or `*`. */
  readonly width: number | 'auto' | '*';
  readonly font?: 'Mono';
}

/** A list on the laboratory's paper, its heads on every page, pages numbered. */
export async function printListing(
  title: string,
  below: string,
  columns: readonly Column[],
  rows: readonly (readonly string[])[],
  paper: Paper,
): Promise<Buffer> {
  const { width, height } = PAPERS[paper];
  const margin = MARGIN_MM * POINTS_PER_MM;
  const cell = (text: string, column: Column | undefined): TableCell => ({
    text,
    ...(column?.font ? { font: column.font } : {}),
  });
  const content: Content[] = [
    { text: title, fontSize: 16, bold: true },
    { text: below, color: '#5b6a5f', margin: [0, 2, 0, 10] },
    {
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: columns.map((one) => one.width),
        body: [
          columns.map((one): TableCell => ({ text: one.head, bold: true })),
          ...rows.map((row) => row.map((text, i) => cell(text, columns[i]))),
        ],
      },
      layout: {
        hLineWidth: (i: number) => (i === 1 ? 0.8 : 0.3),
        vLineWidth: () => 0,
        hLineColor: () => '#b9ad94',
        paddingTop: () => 3,
        paddingBottom: () => 3,
      },
    },
  ];
  return print({
    info: { title },
    pageSize: { width: width * POINTS_PER_MM, height: height * POINTS_PER_MM },
    pageMargins: [margin, margin, margin, margin + 6],
    footer: (page: number, pages: number): Content => ({
      text: `${title} · page ${page} of ${pages}`,
      fontSize: 8,
      margin: [margin, 4, margin, 0],
    }),
    defaultStyle: { font: 'Sans', fontSize: 9, color: '#20302a' },
    content,
  });
}

import type { TDocumentDefinitions } from 'pdfmake/interfaces.js';
import type { ReleaseDocument } from '@mercato/core/release/documents';
import { type Paper, POINTS_PER_MM, print } from '../paper/print.ts';

export interface DocumentHead {
  readonly species: string;
  readonly number: string;
  readonly issued: string;
  readonly by: string;
  readonly amends: string | null;
}

/** A document as PDF: the tag on 100 × 150 mm, the report on the laboratory's paper. */
export async function renderPdf(
  kind: 'tag' | 'report',
  document: ReleaseDocument,
  head: DocumentHead,
  paper: Paper,
): Promise<Buffer> {
  const small = kind === 'tag';
  const size = small ? 8 : 10;
  const content: TDocumentDefinitions['content'] = [
    { text: document.title, font: 'Serif', fontSize: small ? 12 : 18 },
    { text: head.species, font: 'Serif', italics: true, fontSize: small ? 10 : 13, margin: [0, 1, 0, 2] },
    {
      text: [head.number, head.amends].filter(Boolean).join(' · '),
      font: 'Mono',
      fontSize: size - 1,
      color: '#5b675f',
      margin: [0, 0, 0, small ? 5 : 12],
    },
    {
      table: {
        widths: ['auto', '*'],
        body: document.lines.map((line) => [
          { text: line.label, fontSize: size, color: '#5b675f' },
          line.beneath === undefined
            ? { text: line.value, font: 'Mono', fontSize: size }
            : {
                stack: [
                  { text: line.value, font: 'Mono', fontSize: size },
                  { text: line.beneath, fontSize: size - 1.5, color: '#5b675f' },
                ],
              },
        ]),
      },
      layout: {
        hLineWidth: () => 0.4,
        vLineWidth: () => 0,
        hLineColor: () => '#d9d0bc',
        paddingLeft: () => 0,
        paddingRight: () => 8,
        paddingTop: () => (small ? 1.6 : 3),
        paddingBottom: () => (small ? 1.6 : 3),
      },
    },
    ...document.notes.map((note) => ({
      text: note,
      fontSize: size - 1,
      color: '#5b675f',
      margin: [0, small ? 3 : 8, 0, 0] as [number, number, number, number],
    })),
    { text: `Released ${head.issued} by ${head.by}`, fontSize: size - 1, margin: [0, small ? 4 : 14, 0, 0] },
  ];
  return print({
    info: { title: `${document.title} ${head.number}` },
    pageSize: small ? { width: 100 * POINTS_PER_MM, height: 150 * POINTS_PER_MM } : paper,
    pageMargins: small ? 16 : [54, 54, 54, 54],
    content,
  });
}

import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import pdfmake from 'pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js';
import type { LabelDocument } from '@mercato/core/release/documents';

const require = createRequire(import.meta.url);
const face = (name: string, weight: string) =>
  join(dirname(require.resolve(`@expo-google-fonts/${name}/package.json`)), weight);

pdfmake.setFonts({
  Sans: {
    normal: join(face('source-sans-3', '400Regular'), 'SourceSans3_400Regular.ttf'),
    bold: join(face('source-sans-3', '600SemiBold'), 'SourceSans3_600SemiBold.ttf'),
  },
  Serif: {
    normal: join(face('literata', '500Medium'), 'Literata_500Medium.ttf'),
    italics: join(face('literata', '500Medium_Italic'), 'Literata_500Medium_Italic.ttf'),
  },
  // Not the screen's Plex Mono: pdfmake's font library stumbles over its space character.
  Mono: { normal: join(face('source-code-pro', '400Regular'), 'SourceCodePro_400Regular.ttf') },
});
// A document is made of its own text and fonts; nothing is fetched.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path: string) => path.endsWith('.ttf'));

const POINTS_PER_MM = 72 / 25.4;

export interface DocumentHead {
  readonly species: string;
  readonly number: string;
  readonly issued: string;
  readonly by: string;
  readonly amends: string | null;
}

/** A document as PDF: the tag on 100 × 150 mm, the report on A4. Fonts are embedded. */
export async function renderPdf(kind: 'tag' | 'report', document: LabelDocument, head: DocumentHead): Promise<Buffer> {
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
          { text: line.value, font: 'Mono', fontSize: size },
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
  const definition: TDocumentDefinitions = {
    info: { title: `${document.title} ${head.number}` },
    pageSize: small ? { width: 100 * POINTS_PER_MM, height: 150 * POINTS_PER_MM } : 'A4',
    pageMargins: small ? 16 : [54, 54, 54, 54],
    defaultStyle: { font: 'Sans', color: '#20302a' },
    content,
  };
  return pdfmake.createPdf(definition).getBuffer();
}

import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import pdfmake from 'pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js';

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

export const POINTS_PER_MM = 72 / 25.4;

/** What a laboratory's printer holds, mm. */
export const PAPERS = {
  A4: { width: 210, height: 297 },
  LETTER: { width: 215.9, height: 279.4 },
} as const;
export type Paper = keyof typeof PAPERS;

/** A document as PDF, its fonts embedded. */
export async function print(definition: TDocumentDefinitions): Promise<Buffer> {
  return pdfmake.createPdf({ defaultStyle: { font: 'Sans', color: '#20302a' }, ...definition }).getBuffer();
}

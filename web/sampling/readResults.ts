import type { ContainerResult } from '@mercato/contract/sampling/heterogeneity';

export type ResultsReading =
  | { readonly ok: true; readonly results: readonly ContainerResult[] }
  | { readonly ok: false; readonly line: number; readonly message: string };

/**
 * Reads results of containers as typed or pasted: a line for each, the container and its result, parted by blanks,
 * tabs, semicolons or a comma. A first line without figures is a heading. A decimal comma is read where the two are
 * parted by something else; what could be meant in two ways is asked, never guessed.
 */
export function readResults(text: string): ResultsReading {
  const results: ContainerResult[] = [];
  for (const [i, raw] of text.split(/\r?\n/).entries()) {
    const line = raw.trim();
    if (line === '' || (results.length === 0 && !/\d/.test(line))) continue;
    const parted = /[\s;]/.test(line) ? line.split(/[\s;]+/).filter(Boolean) : line.split(',');
    const [container = '', result = '', more] = parted.map((one) => one.replace(/^,|,$/g, ''));
    if (more !== undefined || result === '')
      return {
        ok: false,
        line: i + 1,
        message: `write the container and its result, such as "12 92.5"; this line has ${parted.length === 1 ? 'one figure' : `${parted.length} figures`}`,
      };
    if (!/^\d+$/.test(container))
      return { ok: false, line: i + 1, message: `"${container}" is not the number of a container` };
    const plain = result.replace(',', '.');
    if (!/^\d+(\.\d+)?$/.test(plain)) return { ok: false, line: i + 1, message: `"${result}" is not a result` };
    if (results.some((one) => one.container === Number(container)))
      return { ok: false, line: i + 1, message: `container ${container} stands there twice` };
    results.push({ container: Number(container), text: plain });
  }
  return { ok: true, results };
}

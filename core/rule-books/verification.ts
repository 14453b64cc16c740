/** Who has checked a row of a rule book. `on` is yyyy-mm-dd, null where nobody wrote the day. */
export type Verification =
  | { readonly how: 'memory' | 'recomputed' }
  | { readonly how: 'entered'; readonly by: string; readonly on: string | null }
  | { readonly how: 'checked'; readonly by: string; readonly on: string; readonly against: string };

const MEMORY = 'from memory';
const RECOMPUTED = 'recomputed by the tests';

/** As the column `verification` of a rule book holds it: an edition is a set of CSV files that people read too. */
export function writeVerification(one: Verification): string {
  switch (one.how) {
    case 'memory':
      return MEMORY;
    case 'recomputed':
      return RECOMPUTED;
    case 'entered':
      return `entered by ${one.by}${one.on === null ? '' : ` on ${one.on}`}`;
    case 'checked':
      return `checked by ${one.by} on ${one.on} against ${one.against}`;
  }
}

const ENTERED = /^entered by (?<by>.*?)(?: on (?<on>\d{4}-\d{2}-\d{2}))?$/s;
const CHECKED = /^checked by (?<by>.*?) on (?<on>\d{4}-\d{2}-\d{2}) against (?<against>.*)$/s;

/** What the column holds; what is none of its forms was checked by nobody that is known here. */
export function readVerification(text: string): Verification {
  if (text === RECOMPUTED) return { how: 'recomputed' };
  const checked = CHECKED.exec(text)?.groups;
  if (checked) return { how: 'checked', by: checked.by ?? '', on: checked.on ?? '', against: checked.against ?? '' };
  const entered = ENTERED.exec(text)?.groups;
  return entered ? { how: 'entered', by: entered.by ?? '', on: entered.on ?? null } : { how: 'memory' };
}

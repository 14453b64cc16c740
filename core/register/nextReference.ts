/**
 * The reference that follows another: its last number raised by one, with as many digits at least; null where it holds
 * no number, or one that is too long to count.
 *
 * Source: common practice, no source.
 */
export function nextReference(reference: string): string | null {
  const found = /^(.*?)(\d{1,12})(\D*)$/s.exec(reference);
  if (!found) return null;
  const [, before = '', digits = '', after = ''] = found;
  if (/\d$/.test(before)) return null;
  return `${before}${String(Number(digits) + 1).padStart(digits.length, '0')}${after}`;
}

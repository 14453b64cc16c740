/** 32 letters and digits without look-alikes (no I, L, O, U: Crockford's set). */
export const ALPHABET = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const BODY = 6;

/**
 * The check character of a six-character code: Luhn's algorithm over 32 characters. It catches every
 * single wrong character and nearly every swap of two neighbours.
 * @throws {RangeError} if the body is not six characters of the alphabet
 *
 * Source: Luhn mod N (ISO/IEC 7812-1 annex B, generalised to N = 32).
 */
export function checkCharacter(body: string): string {
  const values = Array.from(body).map((letter) => ALPHABET.indexOf(letter));
  if (values.length !== BODY || values.includes(-1))
    throw new RangeError(`code body must be ${BODY} characters of ${ALPHABET}, got "${body}"`);
  let sum = 0;
  values.reverse().forEach((value, i) => {
    const addend = i % 2 === 0 ? value * 2 : value;
    sum += Math.floor(addend / 32) + (addend % 32);
  });
  return ALPHABET[(32 - (sum % 32)) % 32] ?? '0';
}

/** A code as printed: star, six characters, check character. `random` are six integers, taken mod 32. */
export function makeCode(random: ArrayLike<number>): string {
  const body = Array.from({ length: BODY }, (_, i) => ALPHABET[(random[i] ?? 0) % 32] ?? '0').join('');
  return `*${body}${checkCharacter(body)}`;
}

/** Why what was read is no code: its length, a letter that codes do not use, or its check character. */
export type CodeFault =
  | { readonly is: 'length'; readonly length: number; readonly wanted: number }
  | { readonly is: 'letter'; readonly letter: string }
  | { readonly is: 'check'; readonly body: string; readonly found: string; readonly expected: string };

export type CodeReading =
  { readonly ok: true; readonly code: string } | { readonly ok: false; readonly fault: CodeFault };

/** Reads a scanned or typed code: star optional, small letters and the usual look-alikes accepted. */
export function readCode(typed: string): CodeReading {
  const text = typed
    .trim()
    .replace(/^\*/, '')
    .toUpperCase()
    .replace(/[-\s]/g, '')
    .replace(/[IL]/g, '1')
    .replace(/O/g, '0');
  if (text.length !== BODY + 1) return { ok: false, fault: { is: 'length', length: text.length, wanted: BODY + 1 } };
  const wrong = Array.from(text).find((letter) => !ALPHABET.includes(letter));
  if (wrong !== undefined) return { ok: false, fault: { is: 'letter', letter: wrong } };
  const body = text.slice(0, BODY);
  const expected = checkCharacter(body);
  const found = text.slice(BODY);
  if (expected !== found) return { ok: false, fault: { is: 'check', body, found, expected } };
  return { ok: true, code: `*${text}` };
}

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALPHABET, checkCharacter, makeCode, readCode } from './code.ts';
import { may, PERMISSIONS, ROLES } from './permissions.ts';

const bodies = fc.array(fc.integer({ min: 0, max: 31 }), { minLength: 6, maxLength: 6 });

describe('codes', () => {
  // Source: Luhn's algorithm mod N (ISO/IEC 7812-1 annex B): every single wrong character is caught.
  it('catches every single wrong character', () => {
    fc.assert(
      fc.property(bodies, fc.integer({ min: 1, max: 7 }), fc.integer({ min: 1, max: 31 }), (random, place, shift) => {
        const code = makeCode(random);
        const wrong = ALPHABET[(ALPHABET.indexOf(code[place] ?? '') + shift) % 32] ?? '';
        expect(readCode(code.slice(0, place) + wrong + code.slice(place + 1)).ok).toBe(false);
        expect(readCode(code)).toEqual({ ok: true, code });
      }),
    );
  });
  it('catches neighbours that changed places, all pairs but 0 and Z', () => {
    for (const a of ALPHABET)
      for (const b of ALPHABET) {
        const swapped = checkCharacter(`0000${a}${b}`) === checkCharacter(`0000${b}${a}`);
        expect(swapped).toBe(a === b || `${a}${b}` === '0Z' || `${a}${b}` === 'Z0');
      }
  });
  it('reads small letters and look-alikes, and says which check character was expected', () => {
    const code = makeCode([0, 1, 2, 3, 4, 5]);
    expect(readCode(code.toLowerCase().replace('0', 'o').replace('1', 'l'))).toEqual({ ok: true, code });
    expect(readCode('*0123450')).toMatchObject({
      ok: false,
      fault: { is: 'check', body: '012345', found: '0', expected: checkCharacter('012345') },
    });
    expect(readCode('*012')).toEqual({ ok: false, fault: { is: 'length', length: 3, wanted: 7 } });
    expect(readCode('*01234U0')).toMatchObject({ ok: false, fault: { is: 'letter', letter: 'U' } });
  });
});

describe('permissions', () => {
  // Source: the table of roles that this project decided on (own).
  it('only the lead decides and releases; nobody without a role does anything', () => {
    expect(may(['sampler', 'analyst'], 'release.write')).toBe(false);
    expect(may(['lead'], 'release.write')).toBe(true);
    expect(may(['sampler'], 'bench.write')).toBe(false);
    for (const permission of Object.keys(PERMISSIONS) as (keyof typeof PERMISSIONS)[])
      expect(may([], permission)).toBe(false);
  });

  // Source: the same table: whoever is signed in reads everything.
  it('every role reads, and none of them writes by reading', () => {
    const reads = (Object.keys(PERMISSIONS) as (keyof typeof PERMISSIONS)[]).filter((one) => one.endsWith('.read'));
    expect(reads).toEqual(['lots.read', 'store.read', 'shed.read', 'people.read']);
    for (const role of ROLES) expect(reads.map((one) => may([role], one))).toEqual(reads.map(() => true));
  });
});

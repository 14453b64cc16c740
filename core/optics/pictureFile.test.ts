import { expect, test } from 'vitest';
import { densityOf, refusesPicture, workSize } from './pictureFile.ts';

const head = { type: 'png', width: 4000, height: 3000, bytes: 5_000_000 };

// Borders of this program's own: common practice, no source.
test('a file is opened by its head alone: type, pixels, bytes and sides, both sides of each border', () => {
  expect(refusesPicture(head)).toBeNull();
  for (const type of ['jpg', 'webp']) expect(refusesPicture({ ...head, type })).toBeNull();
  for (const type of ['tiff', 'svg', 'gif', ''])
    expect(refusesPicture({ ...head, type })).toEqual({ is: 'wrong-type', type });
  expect(refusesPicture({ ...head, width: 8000, height: 8000 })).toBeNull();
  expect(refusesPicture({ ...head, width: 8001, height: 8000 })).toEqual({ is: 'too-large', megapixels: 64, most: 64 });
  expect(refusesPicture({ ...head, width: 20_000, height: 10_000 })).toMatchObject({
    is: 'too-large',
    megapixels: 200,
  });
  expect(refusesPicture({ ...head, bytes: 80_000_000 })).toBeNull();
  expect(refusesPicture({ ...head, bytes: 80_000_001 })).toMatchObject({ is: 'too-heavy' });
  expect(refusesPicture({ ...head, width: 100, height: 100 })).toBeNull();
  expect(refusesPicture({ ...head, height: 99 })).toMatchObject({ is: 'too-small', least: 100 });
});

test('a picture above 12 megapixels is worked on smaller, in its own shape', () => {
  expect(workSize(4000, 3000)).toEqual({ width: 4000, height: 3000, share: 1 });
  const { width, height, share } = workSize(6000, 4000);
  expect(width * height).toBeLessThanOrEqual(12_000_000);
  expect(width * height).toBeGreaterThan(11_980_000);
  expect(width / height).toBeCloseTo(1.5, 3);
  expect(share).toBeCloseTo(Math.sqrt(0.5), 10);
});

// PNG, third edition, 11.3.4.3: pixels per metre; 600 dots per inch are 23 622 per metre.
const png = (perMetre: number, unit: number) =>
  Uint8Array.of(
    ...[0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a],
    ...[0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, ...new Array<number>(17).fill(0)],
    ...[0, 0, 0, 9, 0x70, 0x48, 0x59, 0x73],
    ...[0, 0, perMetre >> 8, perMetre & 255, 0, 0, perMetre >> 8, perMetre & 255, unit, 0, 0, 0, 0],
  );
// JFIF 1.02: APP0 with its unit, 1 = inch, 2 = centimetre.
const jfif = (unit: number, across: number) =>
  Uint8Array.of(
    ...[0xff, 0xd8, 0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 2, unit],
    ...[across >> 8, across & 255, across >> 8, across & 255, 0, 0],
  );

test('dots per inch are read where a scanner wrote them, and not where they say nothing', () => {
  expect(densityOf(png(23_622, 1))).toBe(600);
  expect(densityOf(png(23_622, 0))).toBeNull();
  expect(densityOf(jfif(1, 300))).toBe(300);
  expect(densityOf(jfif(2, 236))).toBe(599);
  expect(densityOf(jfif(0, 300))).toBeNull();
  expect(densityOf(jfif(1, 97))).toBe(97);
  expect(densityOf(jfif(1, 96))).toBeNull();
  expect(densityOf(Uint8Array.of(1, 2, 3))).toBeNull();
  expect(densityOf(new Uint8Array(40))).toBeNull();
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PHOTO_BYTES, type PhotoList } from '@mercato/contract/germination/dishes';
import { decodedSize, jpegFile, pngFile } from '@mercato/core/testing/pictureFiles';
import { hundred, oneTest } from '../testing/dishes.ts';
import { useHands } from '../testing/hands.ts';
import type { Visitor } from '../testing/laboratory.ts';
import { plainJpeg } from './jpeg.ts';
import { prunePhotos } from './photos.ts';

const hands = useHands();
const base64 = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64');
/** A segment of a JPEG: its code and what it holds. */
const segment = (marker: number, data: string | Buffer) => {
  const body = Buffer.from(data);
  const head = Buffer.alloc(4);
  head.writeUInt16BE(0xff00 | marker, 0);
  head.writeUInt16BE(body.length + 2, 2);
  return Buffer.concat([head, body]);
};
const THUMBNAIL = jpegFile(60, 40);

describe('a JPEG read by its header', () => {
  const plain = Buffer.from(jpegFile(120, 80));
  const camera = Buffer.concat([
    plain.subarray(0, 2),
    segment(0xe1, 'Exif\0\0 Quillmere Vale, 54.1 N 2.3 W'),
    segment(0xfe, 'taken by Thorne'),
    segment(0xe2, 'ICC_PROFILE'),
    plain.subarray(2),
    Buffer.from('trailing: secret'),
  ]);
  it('loses what its camera wrote into it and behind it, and shows the same picture', () => {
    const kept = plainJpeg(camera);
    expect(kept).toMatchObject({ width: 120, height: 80 });
    expect(kept?.bytes.equals(plain)).toBe(true);
    for (const word of ['Quillmere', 'Thorne', 'secret', 'ICC']) expect(kept?.bytes.includes(word)).toBe(false);
    // Source: image-js 1.7.0, which decodes it.
    expect(decodedSize(kept?.bytes ?? plain)).toEqual({ width: 120, height: 80 });
  });
  it('is none when it is cut short, of another type, with two frames, without data, or with endless scans', () => {
    for (const cut of [0, 1, 3, 20, 100, plain.length - 2])
      expect(plainJpeg(plain.subarray(0, cut)), `${cut}`).toBeNull();
    expect(plainJpeg(Buffer.from(pngFile(20, 20)))).toBeNull();
    expect(plainJpeg(Buffer.from('not a picture at all'))).toBeNull();
    const frame = plain.indexOf(Buffer.from([0xff, 0xc0]));
    const length = plain.readUInt16BE(frame + 2);
    const again = plain.subarray(frame, frame + 2 + length);
    expect(plainJpeg(Buffer.concat([plain.subarray(0, frame), again, plain.subarray(frame)]))).toBeNull();
    expect(plainJpeg(Buffer.concat([plain.subarray(0, frame), again, Buffer.from([0xff, 0xd9])]))).toBeNull();
    const scan = plain.indexOf(Buffer.from([0xff, 0xda]));
    const one = plain.subarray(scan, plain.length - 2);
    const scans = (n: number) =>
      plainJpeg(Buffer.concat([plain.subarray(0, scan), ...Array<Buffer>(n).fill(one), plain.subarray(-2)]));
    expect([scans(40) === null, scans(41) === null]).toEqual([false, true]);
  });
  it('never throws, whatever bytes come', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), fc.nat(plain.length - 1), (noise, at) => {
        const broken = Buffer.from(plain);
        broken.set(noise.subarray(0, Math.max(0, plain.length - at)), at);
        plainJpeg(broken);
        plainJpeg(Buffer.concat([plain.subarray(0, 2), noise]));
      }),
    );
  });
});

describe('photographs of a dish', () => {
  const photograph = async (
    of: Awaited<ReturnType<typeof oneTest>>,
    body: object,
    place = 0,
    who: Visitor = hands.analyst,
  ) =>
    who.post<PhotoList>(`/germination/dishes/${(await of.dish(place)).id}/photos`, {
      picture: base64(jpegFile(800, 600)),
      thumbnail: base64(THUMBNAIL),
      note: '',
      ...body,
    });
  it('are kept with their day and note, counted in the view, and come back byte by byte', async () => {
    const of = await oneTest(hands, 'PH-1');
    of.at('2026-11-28');
    const picture = jpegFile(1600, 1200);
    const { body } = await photograph(of, { picture: base64(picture), note: 'roots brown at the tip' });
    expect(body.photos).toMatchObject([
      { dish: 1, day: 4, seenOn: '2026-11-28', note: 'roots brown at the tip', width: 1600, height: 1200, gone: false },
    ]);
    await photograph(of, {}, 1);
    expect((await of.test()).dishes.map((one) => one.photos)).toEqual([1, 1, 0, 0]);
    const id = body.photos[0]?.id ?? '';
    const whole = await hands.lead.bytes(`/germination/photos/${id}`);
    expect(whole.type).toBe('image/jpeg');
    expect(whole.body.equals(Buffer.from(picture))).toBe(true);
    const small = await hands.lead.bytes(`/germination/photos/${id}/thumbnail`);
    expect(small.body.equals(Buffer.from(THUMBNAIL))).toBe(true);
    // Source: PostgreSQL, TOAST: "e" = external, without compression.
    const { rows } = await hands.lab.connection.pool.query<{ attstorage: string }>(
      `select attstorage from pg_attribute where attrelid = 'dish_photo'::regclass and attname in ('picture', 'thumbnail')`,
    );
    expect(rows.map((one) => one.attstorage)).toEqual(['e', 'e']);
  });
  it('of the wrong type, too wide, too heavy, from the future or twice the same are refused at their field', async () => {
    const of = await oneTest(hands, 'PH-2');
    of.at('2026-11-28');
    const at = async (body: object) => (await photograph(of, body)).body.errors?.map((one) => one.path);
    expect(await at({ picture: base64(pngFile(40, 40)) })).toEqual(['picture']);
    expect(await at({ picture: 'no base64!' })).toEqual(['picture']);
    expect(await at({ picture: base64(jpegFile(1601, 20)) })).toEqual(['picture']);
    expect(await at({ picture: base64(jpegFile(20, 1601)) })).toEqual(['picture']);
    expect(await at({ thumbnail: base64(jpegFile(241, 20)) })).toEqual(['thumbnail']);
    // A header that says so is enough: nothing of it is decoded.
    const bomb = Buffer.from(jpegFile(40, 40));
    bomb.writeUInt16BE(65_535, bomb.indexOf(Buffer.from([0xff, 0xc0])) + 5);
    expect(await at({ picture: base64(bomb) })).toEqual(['picture']);
    const heavy = Buffer.concat([
      Buffer.from(jpegFile(40, 40)).subarray(0, -2),
      Buffer.alloc(PHOTO_BYTES),
      Buffer.from([0xff, 0xd9]),
    ]);
    expect(await at({ picture: base64(heavy) })).toEqual(['picture']);
    expect(await at({ seenOn: '2026-11-29' })).toEqual(['seenOn']);
    expect(await at({ seenOn: '2026-11-23' })).toEqual(['seenOn']);
    expect((await photograph(of, {})).status).toBe(201);
    expect(await at({})).toEqual(['picture']);
    expect((await photograph(of, {}, 1, hands.sampler)).status).toBe(403);
    expect((await of.dish(0)).photos).toBe(1);
  });
  it('are crossed out with a reason and stay on file; nobody counts them any more', async () => {
    const of = await oneTest(hands, 'PH-3');
    of.at('2026-11-28');
    const id = (await photograph(of, {})).body.photos[0]?.id ?? '';
    const strike = (reason: string) => hands.lead.post<PhotoList>(`/germination/photos/${id}/strike`, { reason });
    expect((await strike('')).status).toBe(422);
    expect((await strike('it is another dish')).body.photos).toMatchObject([{ struck: 'it is another dish' }]);
    expect((await strike('again')).status).toBe(409);
    expect((await of.dish(0)).photos).toBe(0);
    expect((await hands.lead.bytes(`/germination/photos/${id}`)).status).toBe(200);
  });
  it('go when the time is over that the laboratory keeps them, and leave their line', async () => {
    const of = await oneTest(hands, 'PH-4');
    of.at('2026-11-28');
    const id = (await photograph(of, { note: 'first' })).body.photos[0]?.id ?? '';
    const laboratory = { ...(await hands.lead.get<object>('/laboratory')).body, photoDays: 30 };
    expect((await hands.lead.send('PUT', '/laboratory', laboratory)).status).toBe(200);
    const gone = async (day: string) => {
      await prunePhotos(hands.lab.connection, new Date(`${day}T12:00:00Z`));
      return (await hands.lead.get<PhotoList>(`/germination/dishes/${(await of.dish(0)).id}/photos`)).body.photos[0]
        ?.gone;
    };
    expect([await gone('2026-12-28'), await gone('2026-12-29')]).toEqual([false, true]);
    expect((await hands.lead.bytes(`/germination/photos/${id}`)).status).toBe(404);
    expect((await hands.lead.bytes(`/germination/photos/${id}/thumbnail`)).status).toBe(404);
    expect((await of.dish(0)).photos).toBe(1);
    of.at('2026-12-04');
    await of.count(0, hundred(90));
  });
});

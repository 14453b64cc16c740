import { decodeJpeg, encodeJpeg, encodePng, Image } from 'image-js';
import type { Picture } from '../optics/picture.ts';

const withoutOpacity = ({ width, height, data }: Picture): Image => {
  const colours = new Uint8Array(width * height * 3);
  for (let at = 0; at < width * height; at += 1)
    for (let channel = 0; channel < 3; channel += 1) colours[at * 3 + channel] = data[at * 4 + channel] ?? 0;
  return new Image(width, height, { data: colours, colorModel: 'RGB' });
};

/** The picture as a file that a scanner would write. */
export const pngOf = (picture: Picture): Uint8Array => encodePng(withoutOpacity(picture));

/** As a camera writes it that was held upright: it lies on its side, and its head asks to turn it by a quarter. */
export function turnedJpegOf({ width, height, data }: Picture): Uint8Array {
  const turned = new Uint8ClampedArray(data.length);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const to = ((width - 1 - x) * height + y) * 4;
      turned.set(data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4), to);
    }
  const jpeg = encodeJpeg(withoutOpacity({ width: height, height: width, data: turned }), { quality: 92 });
  // Exif 2.3: one entry, 0x0112 orientation, 6 = to be turned a quarter clockwise.
  const exif = [
    ...[0xff, 0xe1, 0, 34, 0x45, 0x78, 0x69, 0x66, 0, 0, 0x4d, 0x4d, 0, 42, 0, 0, 0, 8, 0, 1],
    ...[0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, 6, 0, 0, 0, 0, 0, 0],
  ];
  return Uint8Array.from([...jpeg.subarray(0, 2), ...exif, ...jpeg.subarray(2)]);
}

/** A picture of one colour with a darker corner, so large, as a file. */
const plainPicture = (width: number, height: number): Picture => ({
  width,
  height,
  data: Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) =>
    i % 4 === 3 ? 255 : i < width * 40 ? 60 : 200,
  ),
});
export const jpegFile = (width: number, height: number): Uint8Array =>
  encodeJpeg(withoutOpacity(plainPicture(width, height)), { quality: 80 });
export const pngFile = (width: number, height: number): Uint8Array => pngOf(plainPicture(width, height));
/** Width and height of a JPEG as image-js decodes it. */
export function decodedSize(jpeg: Uint8Array): { width: number; height: number } {
  const { width, height } = decodeJpeg(jpeg);
  return { width, height };
}

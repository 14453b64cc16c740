/** What a picture's own head says of it, before anything of it is unpacked. */
export interface PictureHead {
  readonly type: string;
  readonly width: number;
  readonly height: number;
  readonly bytes: number;
}

/** Why a file is not opened as a picture. */
export type PictureRefusal =
  | { readonly is: 'no-picture' }
  | { readonly is: 'wrong-type'; readonly type: string }
  | { readonly is: 'too-large'; readonly megapixels: number; readonly most: number }
  | { readonly is: 'too-heavy'; readonly megabytes: number; readonly most: number }
  | { readonly is: 'too-small'; readonly width: number; readonly height: number; readonly least: number };

const TYPES = ['png', 'jpg', 'webp'];
const MEGA = 1_000_000;
/** Unpacked it takes four bytes for each pixel: at 64 million a quarter of a gigabyte. */
export const MOST_MEGAPIXELS = 64;
const MOST_MEGABYTES = 80;
const LEAST_SIDE = 100;
/** A larger picture is made smaller first: seeds show no more at more. */
export const WORK_MEGAPIXELS = 12;

/** Whether a file may be unpacked, by its head alone; null = it may. */
export function refusesPicture({ type, width, height, bytes }: PictureHead): PictureRefusal | null {
  if (!TYPES.includes(type)) return { is: 'wrong-type', type };
  if (width * height > MOST_MEGAPIXELS * MEGA)
    return { is: 'too-large', megapixels: Math.round((width * height) / MEGA), most: MOST_MEGAPIXELS };
  if (bytes > MOST_MEGABYTES * MEGA)
    return { is: 'too-heavy', megabytes: Math.round(bytes / MEGA), most: MOST_MEGABYTES };
  if (Math.min(width, height) < LEAST_SIDE) return { is: 'too-small', width, height, least: LEAST_SIDE };
  return null;
}

/** What a picture is counted at: as it is, or smaller where it is larger than is worked on. */
export function workSize(width: number, height: number): { width: number; height: number; share: number } {
  const share = Math.min(1, Math.sqrt((WORK_MEGAPIXELS * MEGA) / (width * height)));
  return { width: Math.floor(width * share), height: Math.floor(height * share), share };
}

const INCH_PER_METRE = 39.3701;

/**
 * Pixels per inch that a scanner wrote into the head of a PNG or a JPEG; null where there is none, or a camera's 72 and 96,
 * which say nothing.
 * Source: PNG, third edition, 11.3.4.3 pHYs; JFIF 1.02, APP0 (units 1 = inch, 2 = centimetre).
 */
export function densityOf(bytes: Uint8Array): number | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const found = view.byteLength < 20 ? null : view.getUint32(0) === 0x89504e47 ? pngDensity(view) : jfifDensity(view);
  return found === null || found <= 96 ? null : Math.round(found);
}

function pngDensity(view: DataView): number | null {
  for (let at = 8; at + 21 <= view.byteLength;) {
    const length = view.getUint32(at);
    const name = view.getUint32(at + 4);
    // pHYs stands before the pixels; its unit 1 is the metre.
    if (name === 0x70485973) return view.getUint8(at + 16) === 1 ? view.getUint32(at + 8) / INCH_PER_METRE : null;
    if (name === 0x49444154) return null;
    at += length + 12;
  }
  return null;
}

function jfifDensity(view: DataView): number | null {
  if (view.getUint16(0) !== 0xffd8 || view.getUint16(2) !== 0xffe0 || view.getUint32(6) !== 0x4a464946) return null;
  const unit = view.getUint8(13);
  const across = view.getUint16(14);
  return unit === 1 ? across : unit === 2 ? across * 2.54 : null;
}

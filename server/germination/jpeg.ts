/** What the header of a JPEG says, and the file without what says something of its taker or place. */
export interface PlainJpeg {
  readonly width: number;
  readonly height: number;
  readonly bytes: Buffer;
}

const SOI = 0xd8;
const EOI = 0xd9;
const SOS = 0xda;
/** Frames: every code of that row but tables and reserved ones. */
const isFrame = (marker: number) => marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker);
/** Application segments and comments hold where, when and by whom; JFIF's own and Adobe's say how colours are read. */
const isKept = (marker: number) => !((marker >= 0xe1 && marker <= 0xef && marker !== 0xee) || marker === 0xfe);
const isRestart = (marker: number) => marker >= 0xd0 && marker <= 0xd7;
/** A picture that is put together in more passes than any camera makes is built to keep its reader busy. */
const MOST_SCANS = 40;

/**
 * Reads a JPEG segment by segment, without decoding it, up to the end of its image: what follows is dropped, and so are
 * the segments with metadata.
 *
 * @returns null for what is no whole JPEG with one frame
 * Source: ITU-T T.81 (JPEG), annex B.
 */
export function plainJpeg(file: Buffer): PlainJpeg | null {
  if (file.length < 4 || file[0] !== 0xff || file[1] !== SOI) return null;
  const kept: Buffer[] = [file.subarray(0, 2)];
  let size: { width: number; height: number } | null = null;
  let scans = 0;
  let at = 2;
  while (at + 1 < file.length) {
    if (file[at] !== 0xff) return null;
    const marker = file[at + 1] ?? 0;
    // Any number of fill bytes may stand before a marker.
    if (marker === 0xff) {
      at += 1;
      continue;
    }
    if (marker === EOI) {
      kept.push(file.subarray(at, at + 2));
      return size && scans > 0 ? { ...size, bytes: Buffer.concat(kept) } : null;
    }
    if (marker === 0 || marker === 1 || marker === SOI || isRestart(marker) || at + 4 > file.length) return null;
    const length = file.readUInt16BE(at + 2);
    let end = at + 2 + length;
    if (length < 2 || end > file.length) return null;
    if (isFrame(marker)) {
      if (size || length < 8) return null;
      size = { height: file.readUInt16BE(at + 5), width: file.readUInt16BE(at + 7) };
      if (size.width === 0 || size.height === 0) return null;
    }
    if (marker === SOS) {
      scans += 1;
      if (!size || scans > MOST_SCANS) return null;
      end = endOfScan(file, end);
    }
    if (isKept(marker)) kept.push(file.subarray(at, end));
    at = end;
  }
  return null;
}

/** Where the next marker stands after the data of a scan. */
function endOfScan(file: Buffer, from: number): number {
  for (let at = from; at + 1 < file.length; at += 1) {
    const next = file[at + 1] ?? 0;
    if (file[at] === 0xff && next !== 0 && next !== 0xff && !isRestart(next)) return at;
  }
  return file.length;
}

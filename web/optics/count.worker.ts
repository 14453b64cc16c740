import { expose, transfer } from 'comlink';
import { imageSize } from 'image-size';
import { countSeeds, type SeedCount } from '@mercato/core/optics/countSeeds';
import { densityOf, type PictureRefusal, refusesPicture, workSize } from '@mercato/core/optics/pictureFile';
import { ArgumentFault, type ArgumentSays } from '@mercato/core/units/argument';

/** A picture that was counted, and how it was opened. */
export interface Counted {
  readonly is: 'counted';
  readonly count: SeedCount;
  /** What was counted, to be shown. */
  readonly shown: ImageBitmap;
  /** Share of each side that was kept; 1 = as it came. */
  readonly share: number;
  readonly came: { readonly width: number; readonly height: number };
  /** Turned upright, as its camera asked. */
  readonly turned: boolean;
  /** Pixels per inch of a scan, as it came. */
  readonly perInch: number | null;
}
export type Answer =
  Counted | PictureRefusal | { readonly is: 'cannot-count'; readonly field: string; readonly says: ArgumentSays };

async function count(file: Blob, tell: (share: number) => unknown): Promise<Answer> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let head: ReturnType<typeof imageSize>;
  try {
    head = imageSize(bytes);
  } catch {
    return { is: 'no-picture' };
  }
  const refusal = refusesPicture({
    type: head.type ?? '',
    width: head.width,
    height: head.height,
    bytes: bytes.byteLength,
  });
  if (refusal) return refusal;
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    return { is: 'no-picture' };
  }
  tell(0.1);
  const { width, height, share } = workSize(bitmap.width, bitmap.height);
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('no canvas to draw on');
  // What is seen through is as the paper behind it would be.
  context.fillStyle = 'white';
  context.fillRect(0, 0, width, height);
  context.imageSmoothingQuality = 'high';
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  const { data } = context.getImageData(0, 0, width, height);
  tell(0.2);
  try {
    const found = countSeeds({ width, height, data }, (far) => tell(0.2 + 0.8 * far));
    const shown = canvas.transferToImageBitmap();
    const answer: Counted = {
      is: 'counted',
      count: found,
      shown,
      share,
      came: { width: Math.round(width / share), height: Math.round(height / share) },
      turned: (head.orientation ?? 1) > 1,
      perInch: densityOf(bytes),
    };
    return transfer(answer, [shown]);
  } catch (error) {
    if (error instanceof ArgumentFault) return { is: 'cannot-count', field: error.field, says: error.says };
    throw error;
  }
}

const counting = { count };
export type Counting = typeof counting;

expose(counting);

import { expose, transfer } from 'comlink';
import { imageSize } from 'image-size';
import { countSeeds, type Progress, type SeedCount } from '@mercato/core/optics/countSeeds';
import { densityOf, type PictureRefusal, refusesPicture, workSize } from '@mercato/core/optics/pictureFile';
import type { Picture } from '@mercato/core/optics/picture';
import { type SproutCount, sproutsOf } from '@mercato/core/optics/sprouts';
import { ArgumentFault, type ArgumentSays } from '@mercato/core/units/argument';

/** A picture, and how it was opened. */
interface Opened {
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
/** A picture that was counted. */
export interface Counted extends Opened {
  readonly is: 'counted';
  readonly count: SeedCount;
}
/** A towel that was looked at for what has sprouted. */
export interface LookedAt extends Opened {
  readonly is: 'looked-at';
  readonly sprouts: SproutCount;
}
type Refusal = PictureRefusal | { readonly is: 'cannot-count'; readonly field: string; readonly says: ArgumentSays };
type Tell = (share: number) => unknown;

/** Opens a picture upright and no larger than it is worked on, and works on it. */
async function open<Found extends object>(
  file: Blob,
  tell: Tell,
  work: (picture: Picture, progress: Progress) => Found,
): Promise<(Opened & Found) | Refusal> {
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
  const came = { width: bitmap.width, height: bitmap.height };
  const { width, height, share } = workSize(came.width, came.height);
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
    const found = work({ width, height, data }, (far) => tell(0.2 + 0.8 * far));
    const shown = canvas.transferToImageBitmap();
    const answer = {
      ...found,
      shown,
      share,
      came,
      turned: (head.orientation ?? 1) > 1,
      perInch: densityOf(bytes),
    };
    return transfer(answer, [shown]);
  } catch (error) {
    if (error instanceof ArgumentFault) return { is: 'cannot-count', field: error.field, says: error.says };
    throw error;
  }
}

const counting = {
  count: (file: Blob, tell: Tell): Promise<Counted | Refusal> =>
    open(file, tell, (picture, progress) => ({ is: 'counted' as const, count: countSeeds(picture, progress) })),
  look: (file: Blob, tell: Tell): Promise<LookedAt | Refusal> =>
    open(file, tell, (picture, progress) => ({ is: 'looked-at' as const, sprouts: sproutsOf(picture, progress) })),
};
export type Counting = typeof counting;

expose(counting);

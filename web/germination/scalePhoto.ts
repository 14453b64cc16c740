import { PHOTO_BYTES, PHOTO_SIDE, THUMBNAIL_BYTES, THUMBNAIL_SIDE } from '@mercato/contract/germination/dishes';

/** A photograph as it is sent: a JPEG, upright, within what is kept; both base64. */
export interface ScaledPhoto {
  readonly picture: string;
  readonly thumbnail: string;
}

/** Files above this are no photograph of a dish, bytes. */
const MOST_FILE = 40_000_000;
const QUALITIES = [0.85, 0.75, 0.65, 0.5, 0.35];

/** Width and height within a side, never enlarged. */
export function within(width: number, height: number, side: number): { width: number; height: number } {
  const share = Math.min(1, side / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * share)), height: Math.max(1, Math.round(height * share)) };
}

/**
 * Turns a photograph upright and scales it down in the browser, so that a telephone's 12 megapixels travel as a few
 * hundred kilobytes, and nothing that the camera wrote beside the picture leaves the house.
 * @returns why it cannot be, where it cannot
 */
export async function scalePhoto(file: File): Promise<ScaledPhoto | { readonly refused: string }> {
  if (file.size > MOST_FILE) return { refused: `The file has ${Math.round(file.size / 1e6)} MB; at most 40.` };
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    return { refused: 'This browser cannot read that file as a picture. Choose a JPEG or PNG.' };
  }
  try {
    return {
      picture: await jpegOf(bitmap, PHOTO_SIDE, PHOTO_BYTES),
      thumbnail: await jpegOf(bitmap, THUMBNAIL_SIDE, THUMBNAIL_BYTES),
    };
  } finally {
    bitmap.close();
  }
}

/** The largest and best JPEG that keeps within a side and so many bytes. */
async function jpegOf(bitmap: ImageBitmap, side: number, most: number): Promise<string> {
  for (let longest = side; ; longest = Math.round(longest * 0.8)) {
    const { width, height } = within(bitmap.width, bitmap.height, longest);
    const canvas = document.createElement('canvas');
    canvas.width = width;
    canvas.height = height;
    const context = canvas.getContext('2d');
    if (!context) throw new Error('no canvas to draw on');
    // What is seen through is as the paper behind it would be.
    context.fillStyle = 'white';
    context.fillRect(0, 0, width, height);
    context.imageSmoothingQuality = 'high';
    context.drawImage(bitmap, 0, 0, width, height);
    for (const quality of QUALITIES) {
      const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', quality));
      if (blob && blob.size <= most) return base64Of(blob);
    }
  }
}

async function base64Of(blob: Blob): Promise<string> {
  const reader = new FileReader();
  await new Promise<void>((done, failed) => {
    reader.onload = () => done();
    reader.onerror = () => failed(new Error('the picture could not be read'));
    reader.readAsDataURL(blob);
  });
  return (reader.result as string).replace(/^[^,]*,/, '');
}

import type { Odd } from '@mercato/core/optics/countSeeds';
import type { Sprout } from '@mercato/core/optics/sprouts';
import type { PictureRefusal } from '@mercato/core/optics/pictureFile';

/** Why a file is not opened, and what is. */
export function refusalWords(refusal: PictureRefusal): string {
  switch (refusal.is) {
    case 'no-picture':
      return 'This is no picture that can be read: choose a JPEG, a PNG or a WebP.';
    case 'wrong-type':
      return `This is a picture of type ${refusal.type}: save it as JPEG, PNG or WebP.`;
    case 'too-large':
      return `This picture has ${refusal.megapixels} megapixels, at most ${refusal.most} are opened: scan at 600 dots per inch or less, or save it smaller.`;
    case 'too-heavy':
      return `This file has ${refusal.megabytes} megabytes, at most ${refusal.most} are opened: save it as JPEG.`;
    case 'too-small':
      return `This picture is ${refusal.width} by ${refusal.height} pixels: each side needs ${refusal.least} at least.`;
  }
}

export const ODD_WORDS: Readonly<Record<Odd, string>> = {
  small: 'small: broken, or a crumb',
  large: 'large: two that lie over each other',
  shape: 'another shape: foreign, or two that touch',
  'at-the-edge': 'cut off by the edge of the picture',
};
export const SPROUT_WORDS: Readonly<Record<NonNullable<Sprout['odd']>, string>> = {
  'short-root': 'a short root, or none',
  'two-together': 'two that lie together',
};

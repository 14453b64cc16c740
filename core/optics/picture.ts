/** A picture as a canvas gives it. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  /** Red, green, blue, opacity of each pixel, row by row, 0..255. */
  readonly data: Uint8ClampedArray;
}

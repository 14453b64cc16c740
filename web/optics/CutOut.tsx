import { useEffect, useRef } from 'react';
import type { Measured } from '@mercato/core/optics/measure';

const SIDE = 72;

interface CutOutProps {
  shown: ImageBitmap;
  seed: Pick<Measured, 'x' | 'y' | 'lengthPx'>;
  onClick: () => void;
}

/** One seed, cut out of the picture and large. */
export function CutOut({ shown, seed, onClick }: CutOutProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const side = seed.lengthPx * 1.7;
    canvas.current
      ?.getContext('2d')
      ?.drawImage(shown, seed.x - side / 2, seed.y - side / 2, side, side, 0, 0, SIDE * 2, SIDE * 2);
  }, [shown, seed]);
  return (
    <button type="button" className="cut-out" onClick={onClick} aria-label="show it in the picture">
      <canvas ref={canvas} width={SIDE * 2} height={SIDE * 2} style={{ width: SIDE, height: SIDE }} />
    </button>
  );
}

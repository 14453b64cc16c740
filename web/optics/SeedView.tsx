import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import type { Bar } from '@mercato/core/optics/countSeeds';
import type { Measured } from '@mercato/core/optics/measure';

interface SeedViewProps {
  shown: ImageBitmap;
  seeds: readonly (Pick<Measured, 'x' | 'y' | 'outline'> & { readonly odd: unknown })[];
  bars: readonly Bar[];
  /** How one of them is drawn. */
  looks: (i: number) => string;
  /** What only the eye saw. */
  marks: readonly (readonly [x: number, y: number])[];
  /** The ends of a length that is being measured. */
  ends: readonly (readonly [number, number])[];
  /** The one that is looked at. */
  at: number | null;
  zoom: number;
  onPress: (x: number, y: number, reach: number) => void;
}

const STEP = 1 / 60;

/** The picture with what was found in it: a press counts, leaves out, adds or takes away; arrows and Enter do the same. */
export function SeedView({ shown, seeds, bars, looks, marks, ends, at, zoom, onPress }: SeedViewProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pane = useRef<HTMLDivElement>(null);
  const [cross, setCross] = useState<readonly [number, number] | null>(null);
  const { width, height } = shown;
  const reach = Math.max(8, width / 90 / zoom);
  useEffect(() => {
    canvas.current?.getContext('2d')?.drawImage(shown, 0, 0);
  }, [shown]);
  useEffect(() => {
    const seed = at === null ? undefined : seeds[at];
    const box = pane.current;
    if (!seed || !box || typeof box.scrollTo !== 'function') return;
    box.scrollTo({
      left: (seed.x / width) * box.scrollWidth - box.clientWidth / 2,
      top: (seed.y / height) * box.scrollHeight - box.clientHeight / 2,
    });
  }, [at, seeds, width, height, zoom]);
  const place = (event: PointerEvent<SVGSVGElement>): [number, number] => {
    const box = event.currentTarget.getBoundingClientRect();
    return [((event.clientX - box.left) / box.width) * width, ((event.clientY - box.top) / box.height) * height];
  };
  const move = (event: KeyboardEvent) => {
    const [x, y] = cross ?? [width / 2, height / 2];
    const step = ((event.shiftKey ? 5 : 1) * width * STEP) / zoom;
    const to: Record<string, readonly [number, number]> = {
      ArrowLeft: [x - step, y],
      ArrowRight: [x + step, y],
      ArrowUp: [x, y - step],
      ArrowDown: [x, y + step],
    };
    const next = to[event.key];
    if (next) setCross([Math.min(width, Math.max(0, next[0])), Math.min(height, Math.max(0, next[1]))]);
    else if (event.key === 'Enter' && cross) onPress(cross[0], cross[1], reach);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const line = (outline: Measured['outline']) => outline.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ');
  return (
    <div className="seed-view" ref={pane}>
      <div style={{ width: `${zoom * 100}%` }}>
        <canvas ref={canvas} width={width} height={height} />
        <svg
          viewBox={`0 0 ${width} ${height}`}
          role="application"
          tabIndex={0}
          aria-label="the picture: arrow keys move a cross, Enter counts, leaves out or adds the seed under it"
          onPointerUp={(event) => onPress(...place(event), reach)}
          onKeyDown={move}
          onBlur={() => setCross(null)}
        >
          {bars.map((bar, i) => (
            <polygon key={`bar ${i}`} className="bar" points={line(bar.outline)} />
          ))}
          {seeds.map((seed, i) => (
            <polygon
              key={i}
              className={[looks(i), seed.odd ? 'odd' : '', i === at ? 'at' : ''].join(' ')}
              points={line(seed.outline)}
            />
          ))}
          {marks.map(([x, y], i) => (
            <g key={`mark ${i}`} className="mark">
              <circle cx={x} cy={y} r={reach} />
              <path d={`M${x - reach / 2} ${y}h${reach}M${x} ${y - reach / 2}v${reach}`} />
            </g>
          ))}
          {ends.length > 0 && (
            <g className="ends">
              {ends.map(([x, y], i) => (
                <circle key={i} cx={x} cy={y} r={reach / 2} />
              ))}
              {ends[0] && ends[1] && <line x1={ends[0][0]} y1={ends[0][1]} x2={ends[1][0]} y2={ends[1][1]} />}
            </g>
          )}
          {cross && (
            <path
              className="cross"
              d={`M${cross[0] - reach * 2} ${cross[1]}h${reach * 4}M${cross[0]} ${cross[1] - reach * 2}v${reach * 4}`}
            />
          )}
        </svg>
      </div>
    </div>
  );
}

import type { DrawView } from '@mercato/contract/sampling/sampling';
import type { JSX } from 'react';

const MOST_SHOWN = 600;

/** The stack as it stands, layer by layer: which containers were drawn, which are done, which is next. */
export function Stack({
  draw,
  done,
  next,
}: {
  draw: Pick<DrawView, 'columns' | 'rows' | 'containers' | 'primaries'>;
  done: (container: number) => boolean;
  next?: number | undefined;
}): JSX.Element | null {
  if (draw.containers > MOST_SHOWN) return null;
  const drawn = new Set(draw.primaries.map((one) => one.container));
  const layer = draw.columns * draw.rows;
  const layers = Math.ceil(draw.containers / layer);
  const wide = Math.min(draw.columns, draw.containers);
  return (
    <div style={{ display: 'flex', flexWrap: 'wrap', columnGap: 28 }}>
      {Array.from({ length: layers }, (_, l) => (
        <figure key={l} style={{ margin: '10px 0 0' }}>
          {layers > 1 && <figcaption className="soft">layer {l + 1}</figcaption>}
          <div
            role="img"
            aria-label={`layer ${l + 1}: drawn ${[...drawn].filter((one) => Math.ceil(one / layer) === l + 1).join(', ')}`}
            className="stack"
            style={{ gridTemplateColumns: `repeat(${wide}, minmax(24px, 42px))` }}
          >
            {Array.from({ length: Math.min(layer, draw.containers - l * layer) }, (_, i) => {
              const number = l * layer + i + 1;
              const state = number === next ? 'next' : !drawn.has(number) ? '' : done(number) ? 'done' : 'drawn';
              return (
                <span key={number} className={state} aria-hidden="true">
                  {number}
                </span>
              );
            })}
          </div>
        </figure>
      ))}
    </div>
  );
}

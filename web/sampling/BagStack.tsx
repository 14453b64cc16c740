import type { DrawView } from '@mercato/contract/sampling/sampling';

const MOST_SHOWN = 600;

interface BagStackProps {
  draw: Pick<DrawView, 'columns' | 'rows' | 'containers' | 'primaries'>;
  done: (container: number) => boolean;
  next?: number | undefined;
}

/** The stack as it stands, layer by layer: which containers were drawn, which are done, which is next. */
export function BagStack({ draw, done, next }: BagStackProps) {
  if (draw.containers > MOST_SHOWN) return null;
  const drawn = new Set(draw.primaries.map((one) => one.container));
  const layer = draw.columns * draw.rows;
  const layers = Math.ceil(draw.containers / layer);
  const wide = Math.min(draw.columns, draw.containers);
  return (
    <div className="d-flex flex-wrap column-gap-4">
      {Array.from({ length: layers }, (_, l) => (
        <figure key={l} className="mt-2 mb-0 mx-0">
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

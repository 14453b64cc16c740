import { useMemo, useState } from 'react';
import { Inline } from '../ui/Buttons.tsx';
import type { OpenBatch } from './useBatch.ts';
import { flowOf, placeFlow } from './flow.ts';
import { massWords } from './weights.tsx';

const COLUMN = 190;
const LEAST_WIDTH = 640;
/** As many passes as a picture can be read with. */
export const IN_SIGHT = 12;

/** Where the mass of a batch went: ribbons as wide as what ran through them. The table below says the same in figures. */
export function Flow({
  batch,
  chosen,
  choose,
}: {
  batch: OpenBatch;
  chosen: string | null;
  choose: (pass: string) => void;
}) {
  const { book, balances } = batch;
  const [all, setAll] = useState(false);
  const { nodes, links, width, height } = useMemo(() => {
    const drawn = all ? book.passes.size : Math.min(book.passes.size, IN_SIGHT);
    const graph = flowOf(book, balances, drawn);
    const columns = drawn + 1;
    const w = Math.max(LEAST_WIDTH, columns * COLUMN);
    const h = Math.min(520, 190 + 16 * graph.nodes.filter((one) => one.is === 'end').length);
    return { ...placeFlow(graph, w, h), width: w, height: h };
  }, [book, balances, all]);
  if (links.length === 0) return null;
  return (
    <figure className="flow" aria-label="where the mass went; the table of passes says the same in figures">
      <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} role="img" aria-hidden>
        {links.map((one, i) => (
          <path key={i} d={one.path} strokeWidth={one.width} className={`ribbon ${one.is}`} />
        ))}
        {nodes.map((one) => (
          <g key={one.id} className={`node ${one.is}${one.runs ? ' runs' : ''}${one.id === chosen ? ' chosen' : ''}`}>
            <rect
              x={one.x0}
              y={one.y0}
              width={one.x1 - one.x0}
              height={Math.max(1, one.y1 - one.y0)}
              onClick={one.is === 'pass' ? () => choose(one.id) : undefined}
            />
            {one.is === 'pass' || one.is === 'source' ? (
              <>
                <text x={one.x0} y={16} className="head">
                  {one.words}
                </text>
                {one.massG !== null && (
                  <text x={one.x1 + 5} y={one.y0 + 14} className="fig">
                    {massWords(one.massG)}
                  </text>
                )}
              </>
            ) : (
              <text x={one.x1 + 5} y={(one.y0 + one.y1) / 2 + 4}>
                {one.words} <tspan className="fig">{one.massG === null ? '?' : massWords(one.massG)}</tspan>
              </text>
            )}
          </g>
        ))}
      </svg>
      {!all && book.passes.size > IN_SIGHT && (
        <figcaption>
          The newest {IN_SIGHT} passes. <Inline onClick={() => setAll(true)}>draw all {book.passes.size}</Inline>
        </figcaption>
      )}
    </figure>
  );
}

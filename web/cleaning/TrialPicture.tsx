import { Table } from 'react-bootstrap';
import { screenWords } from '@mercato/contract/cleaning/words';
import type { FeedPart, TrialResult, TriedPass } from '@mercato/core/cleaning/trialTask';

const passWords = (pass: TriedPass): string => {
  switch (pass.by) {
    case 'screen':
      return `${screenWords(pass.screen)}, ${pass.keep === 'over' ? 'stays on it' : 'goes through'}`;
    case 'air':
      return `air ${pass.speedMS} m/s`;
    case 'table':
      return `gravity table, gates ${pass.lightGate} and ${pass.heavyGate}`;
    case 'indent':
      return `indent, pockets ${pass.pocketMm} mm`;
    case 'shares':
      return 'as measured';
  }
};

const DRAWN = 140;
const WIDTH = 520;
const HEIGHT = 150;

/** What leaves where: each class by pass in figures, and a handful of what is kept beside a handful of what left, to scale. */
export function TrialPicture({
  feed,
  passes,
  result,
}: {
  feed: readonly FeedPart[];
  passes: readonly TriedPass[];
  result: TrialResult;
}) {
  const kept = feed.map((_, k) => result.passes.reduce((share, one) => share * (one.byNumber[k] ?? 0), 1));
  const numbers = feed.map(({ particle, massPercent }) => massPercent / particle.thousandSeedWeightG);
  return (
    <>
      <div className="trays">
        <Tray title="kept" feed={feed} numbers={numbers.map((one, k) => one * (kept[k] ?? 0))} />
        <Tray title="left" feed={feed} numbers={numbers.map((one, k) => one * (1 - (kept[k] ?? 0)))} />
      </div>
      <Table className="passes" aria-label="what each pass keeps" responsive>
        <thead>
          <tr>
            <th>pass</th>
            {feed.map(({ particle, wanted }, k) => (
              <th key={particle.name} className="num">
                <span className={`swatch c${k % 8}`} aria-hidden /> {particle.name}
                {wanted && ' (seed)'}
              </th>
            ))}
            <th className="num">clean</th>
            <th className="num">sticks</th>
          </tr>
        </thead>
        <tbody>
          {result.passes.map((one, i) => (
            <tr key={i}>
              <td>{passes[i] ? passWords(passes[i]) : ''}</td>
              {one.keptShares.map((share, k) => (
                <td key={k} className="num fig">
                  {(100 * share).toFixed(1)} %
                </td>
              ))}
              <td className="num fig">{one.purityPercent.toFixed(1)} %</td>
              <td className="num fig">{one.sticksPercent === null ? '–' : `${one.sticksPercent.toFixed(0)} %`}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="soft">
        Each figure is the share by mass that the pass keeps of what came to it; sticking is by number.
      </p>
    </>
  );
}

/** A handful, drawn to scale in a fixed pattern: as many of each as there are among so many. */
function Tray({ title, feed, numbers }: { title: string; feed: readonly FeedPart[]; numbers: readonly number[] }) {
  const all = numbers.reduce((sum, one) => sum + one, 0);
  const counts = numbers.map((one) => (all > 0 ? Math.round((DRAWN * one) / all) : 0));
  const largest = Math.max(...feed.map(({ particle }) => particle.size.lengthMm));
  const scale = Math.min(9, 26 / largest);
  const seeds = counts.flatMap((n, k) => Array.from({ length: n }, (_, i) => ({ k, i })));
  // A low-discrepancy walk lies as a handful does, and the same every time.
  const at = (i: number) => ({
    x: 12 + ((i * 0.754_877_666 * (WIDTH - 24)) % (WIDTH - 24)),
    y: 12 + ((i * 0.569_840_291 * (HEIGHT - 24)) % (HEIGHT - 24)),
    turn: (i * 137.5) % 180,
  });
  const order = seeds.map((one, i) => ({ ...one, place: (i * 89) % Math.max(1, seeds.length) }));
  return (
    <figure>
      <figcaption>
        {title}{' '}
        <span className="soft">
          {feed
            .flatMap(({ particle }, k) => ((counts[k] ?? 0) > 0 ? [`${counts[k] ?? 0} ${particle.name}`] : []))
            .join(', ') || 'nothing'}
        </span>
      </figcaption>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`a handful of what is ${title}`}>
        {order.map(({ k, place }, i) => {
          const size = feed[k]?.particle.size;
          const { x, y, turn } = at(place + 1);
          return (
            <ellipse
              key={i}
              className={`seed c${k % 8}${feed[k]?.wanted ? ' wanted' : ''}`}
              cx={x}
              cy={y}
              rx={((size?.lengthMm ?? 1) / 2) * scale}
              ry={((size?.widthMm ?? 1) / 2) * scale}
              transform={`rotate(${turn.toFixed(0)} ${x.toFixed(1)} ${y.toFixed(1)})`}
            />
          );
        })}
      </svg>
    </figure>
  );
}

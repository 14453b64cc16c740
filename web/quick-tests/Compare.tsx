import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Table } from 'react-bootstrap';
import { Link } from 'react-router';
import type { ComparisonRow, Tried } from '@mercato/contract/store/comparison';
import { storeRoutes } from '@mercato/contract/store/routes';
import { agreement } from '@mercato/core/quick-tests/agreement';
import { reading } from '../api/routes.ts';
import { harvestWords } from '../store/words.ts';
import { Busy } from '../ui/Busy.tsx';
import { Choices } from '../ui/Choices.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Heads } from '../ui/Heads.tsx';

const Chart = lazy(() => import('../ui/Chart.tsx'));

const PAIRS = [
  ['float', 'towel', 'float test beside the towel'],
  ['towel', 'field', 'towel beside the field'],
  ['float', 'field', 'float test beside the field'],
] as const;
const NAMES = { towel: 'sprouted in the towel', float: 'sank', field: 'came up in the field' } as const;
const share = (one: Tried) => (100 * one.hits) / one.seeds;
const LEAST = 3;
const SHARES = { min: 0, max: 100, ticks: 5 };

/** Float, towel and field of each packet side by side, and how far they agree over all packets. */
export default function Compare() {
  const { data } = useQuery(reading(storeRoutes.comparison, {}));
  const [pair, setPair] = useState(0);
  if (!data) return <Busy />;
  const [first, second, words] = PAIRS[pair] ?? PAIRS[0];
  const both = data.rows.flatMap((row) => {
    const [x, y] = [row[first], row[second]];
    return x && y ? [{ x: share(x), y: share(y) }] : [];
  });
  return (
    <main className="w-wide">
      <h1>Float, towel and field</h1>
      <p className="soft">
        Three ways of trying the same packets. A seed that sinks need not sprout, and one that sprouts need not come up:
        here you see how far yours part.
      </p>
      <Choices
        label="which"
        options={PAIRS.map(([, , says], i) => [i, says] as const)}
        chosen={pair}
        choose={setPair}
      />
      <section aria-label={words}>
        {both.length < LEAST ? (
          <p>
            {both.length === 0
              ? 'No packet was'
              : `Only ${both.length} ${both.length === 1 ? 'packet was' : 'packets were'}`}{' '}
            tried both ways. From {LEAST} on, it can be said how far they agree. Write what sank at the bag, and what
            came up at the packet.
          </p>
        ) : (
          <Agree pairs={both} first={NAMES[first]} second={NAMES[second]} />
        )}
      </section>
      <TestTable rows={data.rows} />
    </main>
  );
}

interface AgreeProps {
  pairs: readonly { x: number; y: number }[];
  first: string;
  second: string;
}

function Agree({ pairs, first, second }: AgreeProps) {
  const found = agreement(
    pairs.map((one) => one.x),
    pairs.map((one) => one.y),
  );
  const curves = useMemo(
    () => [
      { name: 'packets', look: 'dots' as const, points: pairs.map(({ x, y }) => ({ x, y })) },
      {
        name: 'where both say the same',
        look: 'faint' as const,
        points: [
          { x: 0, y: 0 },
          { x: 100, y: 100 },
        ],
      },
    ],
    [pairs],
  );
  const { bias, sdDiff, lower196, upper196 } = found.blandAltman;
  const more = bias >= 0;
  const figure = (value: number | null, digits = 2) => (value === null ? 'cannot be told' : value.toFixed(digits));
  return (
    <>
      <p>
        In {pairs.length} packets, what {first} was on average <b className="fig">{Math.abs(bias).toFixed(0)}</b> points{' '}
        {more ? 'more' : 'less'} than what {second}; in a single packet they part by anything from{' '}
        <span className="fig">{lower196.toFixed(0)}</span> to <span className="fig">{upper196.toFixed(0)}</span> points.{' '}
        {upper196 - lower196 > 40 && 'That is too far for the one to stand for the other.'}
      </p>
      <Suspense fallback={<div className="chart-coming" aria-busy="true" />}>
        <Chart
          curves={curves}
          xRange={SHARES}
          xTitle={`${first}, %`}
          yTitle={`${second}, %`}
          says={pairs.map((one) => `${one.x.toFixed(0)} and ${one.y.toFixed(0)} %`).join('; ')}
        />
      </Suspense>
      <Fold title="The statistics">
        <Table>
          <tbody>
            <tr>
              <td>mean difference, standard deviation</td>
              <td className="fig">
                {bias.toFixed(1)}, {sdDiff.toFixed(1)}
              </td>
              <td className="soft">Bland & Altman 1986</td>
            </tr>
            <tr>
              <td>limits of agreement, 95 %</td>
              <td className="fig">
                {lower196.toFixed(1)} to {upper196.toFixed(1)}
              </td>
              <td className="soft">Bland & Altman 1986</td>
            </tr>
            <tr>
              <td>concordance</td>
              <td className="fig">{figure(found.linCcc.nMinus1)}</td>
              <td className="soft">Lin 1989</td>
            </tr>
            <tr>
              <td>correlation</td>
              <td className="fig">{figure(found.correlation.pearsonR)}</td>
              <td className="soft">Pearson; it says that they rise together, not that they agree</td>
            </tr>
          </tbody>
        </Table>
      </Fold>
    </>
  );
}

function TestTable({ rows }: { rows: readonly ComparisonRow[] }) {
  if (rows.length === 0) return null;
  const cell = (one: Tried | null) =>
    one ? (
      <>
        <span className="fig">
          {one.hits} of {one.seeds}
        </span>{' '}
        <span className="soft">{share(one).toFixed(0)} %</span>
        {one.minutes !== null && <span className="soft"> · {one.minutes} min</span>}
      </>
    ) : null;
  return (
    <>
      <h2>Packet by packet</h2>
      <div className="scroll">
        <Table>
          <Heads of={['packet', 'sank', 'sprouted', 'came up']} />
          <tbody>
            {rows.map(({ packet, float, towel, field }) => (
              <tr key={packet.id}>
                <td>
                  <Link to={`/store/packets/${packet.id}`}>
                    <b className="serif">{packet.kind}</b> {packet.variety}
                  </Link>{' '}
                  <span className="soft">{harvestWords(packet)}</span>
                </td>
                <td>{cell(float)}</td>
                <td>{cell(towel)}</td>
                <td>{cell(field)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
    </>
  );
}

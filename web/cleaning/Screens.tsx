import { useState } from 'react';
import { Link } from 'react-router';
import { screenWords } from '@mercato/contract/cleaning/words';
import type { ListedScreen, Particle } from '@mercato/core/cleaning/figures';
import { sixtyFourths } from '@mercato/core/cleaning/readScreen';
import { partedBy } from '@mercato/core/cleaning/parting';
import { Busy } from '../ui/Busy.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { ChoiceField } from '../ui/fields.tsx';
import type { Column } from '../ui/listColumn.ts';
import { useFigures } from './useBatch.ts';

const SHAPES = { round: 'round', slot: 'slot', triangle: 'triangle', mesh: 'mesh' } as const;

/** Holes of screens, in millimetres and inches; and which of them part two seeds. */
export default function Screens() {
  const { data, error } = useFigures();
  const [pair, setPair] = useState({ a: 'wheat', b: 'shrivelled wheat' });
  if (!data) return <Busy error={error} />;
  const names = data.particles.map((one) => [one.name, one.name] as const);
  const of = (name: string): Particle | undefined => data.particles.find((one) => one.name === name);
  const [a, b] = [of(pair.a), of(pair.b)];
  const parted = a && b && pair.a !== pair.b ? partedBy(a, b, data.screens).slice(0, 6) : [];
  return (
    <main>
      <p className="soft">
        <Link to="/shed">the shed</Link>
      </p>
      <h1>Screens</h1>
      <section>
        <h2>Which screen parts these two?</h2>
        <div className="fields">
          <ChoiceField label="this" value={pair.a} options={names} onChange={(next) => setPair({ ...pair, a: next })} />
          <ChoiceField
            label="from this"
            value={pair.b}
            options={names}
            onChange={(next) => setPair({ ...pair, b: next })}
          />
        </div>
        <ul className="asks list-unstyled" aria-label="screens that part them">
          {parted.map((one) => (
            <li key={one.screen.name}>
              <b className="fig">{screenWords(one.screen.screen)}</b>
              <span>
                {one.through} goes through: {one.throughPercent.toFixed(0)} % of it, and {one.lostPercent.toFixed(0)} %
                of the other
              </span>
              <span className="soft">
                {one.sure === 'high' ? 'fairly sure' : one.sure === 'medium' ? 'not quite sure' : 'unsure'}
              </span>
            </li>
          ))}
          {parted.length === 0 && (
            <li className="soft">No screen of the list parts them: try air, length (indent) or surface.</li>
          )}
        </ul>
        <p className="soft">
          Round holes part by width, slots by thickness, pockets by length. Taken as passing in the end; sizes from
          memory.
        </p>
      </section>
      <DataTable name="screens" label="screens" columns={COLUMNS} rows={[...data.screens]} rowKey={(one) => one.name} />
    </main>
  );
}

const mm = (value: number) => value.toFixed(2);
const inches = (one: ListedScreen): string => {
  if (one.inches !== '') return one.inches;
  const steps = sixtyFourths(one.screen.holeMm);
  return steps === null || one.screen.shape === 'mesh' ? '–' : `about ${steps}/64`;
};
const COLUMNS: Column<ListedScreen>[] = [
  { id: 'name', head: 'name', value: (one) => one.name, fixed: true },
  { id: 'shape', head: 'hole', value: (one) => SHAPES[one.screen.shape] },
  { id: 'mm', head: 'mm', figure: true, value: (one) => one.screen.holeMm, cell: (one) => mm(one.screen.holeMm) },
  {
    id: 'length',
    head: 'length, mm',
    figure: true,
    value: (one) => ('lengthMm' in one.screen ? one.screen.lengthMm : null),
    cell: (one) => ('lengthMm' in one.screen ? mm(one.screen.lengthMm) : '–'),
  },
  {
    id: 'wire',
    head: 'wire, mm',
    figure: true,
    value: (one) => (one.screen.shape === 'mesh' ? one.screen.wireMm : null),
    cell: (one) => (one.screen.shape === 'mesh' ? mm(one.screen.wireMm) : '–'),
  },
  { id: 'inches', head: 'inches', value: inches },
  { id: 'for', head: 'used for', value: (one) => one.usedFor },
  { id: 'sure', head: 'sure', value: (one) => one.sure },
];

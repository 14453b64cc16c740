import type { JSX } from 'react';
import { Link, useSearchParams } from 'react-router';
import { packetsNeeded } from '@mercato/core/sowing/bed';
import { fillCells, seedsPerCell } from '@mercato/core/sowing/cells';
import { sowForStand } from '@mercato/core/sowing/sowForStand';
import { standFromTest } from '@mercato/core/sowing/stand';
import { usePacket } from '../store/data.ts';
import { harvestWords, leftWords } from '../store/words.ts';
import { Busy } from '../ui/Busy.tsx';
import { Slip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { TextField } from '../ui/fields.tsx';
import { useLines } from '../ui/lines.ts';
import { plainFigure } from '../ui/typedBody.ts';
import { SowPages } from './SowPages.tsx';

interface Typed {
  sprouted: string;
  tested: string;
  plants: string;
  chance: string;
  emergence: string;
  cells: string;
}

/** How much of a packet to sow for so many plants, in a row or in cells, given what its test found; nothing is stored. */
export default function Sow() {
  const [search] = useSearchParams();
  const id = search.get('packet') ?? '';
  const { data } = usePacket(id);
  if (id && !data) return <Busy />;
  const test = data?.lastTest;
  return (
    <Sowing
      key={id}
      initial={{ sprouted: test ? String(test.sprouted) : '', tested: test ? String(test.seeds) : '' }}
      left={data?.left.by === 'count' ? Number(data.left.figure) : (data?.left.aboutSeeds?.low ?? null)}
      about={
        data && (
          <p className="soft">
            <Link to={`/store/packets/${data.id}`}>
              {data.kind} {data.variety}
            </Link>
            , harvest {harvestWords(data)}: {leftWords(data.left)} left
            {!test && ' · it was not tested yet: enter what you expect, or '}
            {!test && <Link to="/store/rounds/new">test it</Link>}
          </p>
        )
      }
    />
  );
}

interface SowingProps {
  initial: Pick<Typed, 'sprouted' | 'tested'>;
  /** Seeds that the packet holds; null = no packet. */
  left: number | null;
  about: JSX.Element | undefined;
}

function Sowing({ initial, left, about }: SowingProps) {
  const { values, field } = useLines<Typed>({ ...initial, plants: '40', chance: '90', emergence: '100', cells: '' });
  const { faults, answer } = work(values);
  const line = (key: keyof Typed, label: string, hint?: string) => (
    <TextField label={label} figure hint={hint} {...field(key)} fault={faults[key]} />
  );
  return (
    <Station
      slip={
        answer && (
          <Slip
            plain
            title="seeds to sow"
            steps={answer.sowing.steps}
            next="The share is known from the test alone, so its uncertainty is in the number."
            rule={{
              text: 'Binomial stand over the beta distribution of the share, Jeffreys prior',
              provenance: 'derived, recomputed by the tests',
            }}
          />
        )
      }
    >
      <h1>How much to sow</h1>
      <SowPages />
      {about}
      <div className="fields">
        {line('sprouted', 'sprouted in the test')}
        {line('tested', 'seeds tested')}
        {line('plants', 'plants wanted')}
        {line('chance', 'in how many of 100 such sowings', 'nine in ten is careful, one in two is a coin')}
        {line(
          'emergence',
          'of living seeds come up here, %',
          'in a tray nearly all; in an open bed often half to four fifths (practice)',
        )}
        {line('cells', 'cells of the tray', 'if it is sown in cells')}
      </div>
      {answer && (
        <div role="status" className="left-of">
          {answer.sowing.seeds === null ? (
            <p>No sowing that can be done has this chance: get other seed.</p>
          ) : (
            <>
              <p>
                Sow <b className="fig">{answer.sowing.seeds}</b> seeds for {values.plants} plants
                {left !== null && (
                  <>
                    {' '}
                    ·{' '}
                    {answer.sowing.seeds <= left
                      ? `the packet holds enough (${left})`
                      : `the packet holds only ${left}: ${packetsNeeded(answer.sowing.seeds, left)} such packets are needed`}
                  </>
                )}
              </p>
              <p>
                {answer.stand
                  ? `Between ${answer.stand.predictiveLower} and ${answer.stand.predictiveUpper} will come up in 95 of 100 such sowings; about ${Math.round(answer.stand.expected)} on average.`
                  : ''}
              </p>
              {answer.sowing.ifExact !== null && answer.sowing.ifExact < answer.sowing.seeds && (
                <p className="soft">
                  {answer.sowing.ifExact} would do if the share were just what the test found; the rest allows for a
                  small test.
                </p>
              )}
            </>
          )}
          {answer.cell && (
            <p>
              In cells: <b className="fig">{answer.cell.perCell}</b> in each, {answer.cell.seeds} seeds, so that{' '}
              {answer.cell.filled} of {values.cells} cells have a plant.
            </p>
          )}
        </div>
      )}
    </Station>
  );
}

const whole = (typed: string) => {
  const plain = plainFigure(typed);
  return /^\d{1,6}$/.test(plain) ? Number(plain) : NaN;
};
const decimal = (typed: string) => {
  const plain = plainFigure(typed);
  return /^\d{1,3}(\.\d+)?$/.test(plain) ? Number(plain) : NaN;
};

function work(values: Typed): {
  faults: Partial<Record<keyof Typed, string>>;
  answer?: {
    sowing: ReturnType<typeof sowForStand>;
    stand: ReturnType<typeof standFromTest> | null;
    cell: { perCell: number; seeds: number; filled: number } | null;
  };
} {
  const [sprouted, tested, plants] = [whole(values.sprouted), whole(values.tested), whole(values.plants)];
  const [chance, emergence] = [decimal(values.chance), decimal(values.emergence)];
  const cells = values.cells.trim() === '' ? null : whole(values.cells);
  if (values.sprouted.trim() === '' && values.tested.trim() === '') return { faults: {} };
  const faults: Partial<Record<keyof Typed, string>> = {
    ...(tested >= 1 ? {} : { tested: 'a whole number of seeds, 1 at least' }),
    ...(sprouted <= tested ? {} : { sprouted: 'a whole number, and no more than were tested' }),
    ...(plants >= 1 && plants <= 1e5 ? {} : { plants: 'a whole number of plants, 1 at least' }),
    ...(chance > 0 && chance < 100 ? {} : { chance: 'above 0 and below 100' }),
    ...(emergence > 0 && emergence <= 100 ? {} : { emergence: 'above 0, up to 100' }),
    ...(cells === null || cells >= 1 ? {} : { cells: 'a whole number of cells' }),
  };
  if (Object.keys(faults).length > 0) return { faults };
  const sowing = sowForStand(plants, { sprouted, tested }, chance, emergence);
  const share = (sprouted / tested) * (emergence / 100);
  const perCell = cells !== null && share > 0 ? seedsPerCell(share * 100, chance).seedsPerCell : null;
  return {
    faults,
    answer: {
      sowing,
      // With every living seed coming up the stand is the test's own; else it is left to the chance above.
      stand: sowing.seeds !== null && emergence === 100 ? standFromTest(sprouted, tested, sowing.seeds) : null,
      cell:
        cells === null || perCell === null || perCell > 1000
          ? null
          : {
              perCell,
              seeds: perCell * cells,
              filled: Math.round(fillCells(share, perCell, cells).expectedFilled),
            },
    },
  };
}

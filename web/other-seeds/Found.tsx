import { Table } from 'react-bootstrap';
import { Link } from 'react-router';
import type { FoundSpecies, NoxiousLists, OtherSeedsTest } from '@mercato/contract/other-seeds/otherSeeds';
import { threeFigures } from '@mercato/core/other-seeds/noneFound';
import type { NoxiousVerdict } from '@mercato/core/other-seeds/noxious';
import type { OtherSeedsRate } from '@mercato/core/other-seeds/ratePerMass';
import { Inline } from '../ui/Buttons.tsx';
import { Heads, num } from '../ui/Heads.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

interface FoundProps {
  test: OtherSeedsTest;
  /** The field that the lot comes from. */
  origin: string;
  /** Opens the working of one species, or of all together. */
  open: (species: FoundSpecies | null) => void;
}

/** Everything that was found in the closed trays, with its rates. */
export function Found({ test, origin, open }: FoundProps) {
  if (!test.total) return null;
  return (
    <section className="mt-4">
      <h2>
        Found in <span className="fig">{test.examinedG} g</span>
        {test.sampleG !== null && test.examinedG !== null && test.examinedG < test.sampleG && (
          <span className="soft fs-6"> of the {test.sampleG} g drawn</span>
        )}
      </h2>
      <div className="scroll">
        <Table className="w-text">
          <Heads
            of={[
              'species',
              num('seeds'),
              'how many there may be',
              num('per kg'),
              num('at most, per kg'),
              num('per lb'),
              num('per oz'),
            ]}
          />
          <tbody>
            {test.species.map((one) => (
              <tr key={one.name}>
                <td>
                  <i className="species">{one.name}</i>
                </td>
                <Rates
                  count={one.count}
                  rate={one.rate}
                  widest={test.total?.rate.countUpper ?? 1}
                  open={() => open(one)}
                />
              </tr>
            ))}
            <tr className="ruled-top-strong">
              <td className="serif">{test.total.count === 0 ? 'None found' : 'All other seeds'}</td>
              <Rates
                count={test.total.count}
                rate={test.total.rate}
                widest={test.total.rate.countUpper}
                open={() => open(null)}
              />
            </tr>
          </tbody>
        </Table>
      </div>
      {origin !== '' && (
        <p className="no-print">
          <Link to={`/weeds?field=${encodeURIComponent(origin)}`}>What {origin} brought over the seasons</Link>
        </p>
      )}
      {test.total.count === 0 && (
        <p>
          None found in {test.examinedG} g: at most{' '}
          <b className="fig">{threeFigures(test.total.rate.atMost.perKg)} per kg</b> of all other seeds together (95 %
          confidence).
        </p>
      )}
    </section>
  );
}

interface RatesProps {
  count: number;
  rate: OtherSeedsRate;
  /** The largest count that the picture has to hold. */
  widest: number;
  open: () => void;
}

function Rates({ count, rate, widest, open }: RatesProps) {
  return (
    <>
      <td className="num">{count}</td>
      <td>
        <Interval count={count} rate={rate} widest={widest} />
      </td>
      <td className="num">
        <Inline className="opens" onClick={open}>
          {threeFigures(rate.perKg.estimate)}
        </Inline>
      </td>
      <td className="num">{threeFigures(count === 0 ? rate.atMost.perKg : rate.perKg.upper)}</td>
      <td className="num">{threeFigures(rate.perLb.estimate)}</td>
      <td className="num">{threeFigures(rate.perOz.estimate)}</td>
    </>
  );
}

const FOLLOWS: Readonly<Record<NoxiousVerdict['consequence'], string>> = {
  'no-sale': 'cannot be sold',
  name: 'must be named with its rate',
  unclear: 'which species it is must be said',
};

const WIDTH = 170;

/** The count as a bar, and over it the range that it may come from. */
function Interval({ count, rate, widest }: { count: number; rate: OtherSeedsRate; widest: number }) {
  const at = (seeds: number) => (WIDTH * seeds) / widest;
  const [low, high] = [at(rate.countLower), Math.max(1, at(rate.countUpper))];
  return (
    <svg
      width={WIDTH}
      height={16}
      role="img"
      aria-label={`${count}, of between ${threeFigures(rate.countLower)} and ${threeFigures(rate.countUpper)} in as much seed`}
    >
      <rect x={0} y={4} width={at(count)} height={8} fill="var(--abnormal)" />
      <path d={`M${low} 8H${high}M${low} 3V13M${high} 3V13`} stroke="var(--ink)" strokeWidth={1.4} />
    </svg>
  );
}

interface NoxiousProps {
  test: OtherSeedsTest;
  lists: NoxiousLists;
  open: (verdict: NoxiousVerdict) => void;
}

/** What the jurisdictions make of it: species, rate, limit, and what follows. */
export function Noxious({ test, lists, open }: NoxiousProps) {
  if (!test.total) return null;
  return (
    <section className="mt-4">
      <h2>Noxious lists</h2>
      <p className="soft">
        Held against <Link to={`/rules/${lists.edition.id}`}>{lists.edition.name}</Link>:{' '}
        {lists.jurisdictions.join(', ')}.{' '}
        {lists.soldIn.length > 0
          ? `To be sold in ${lists.soldIn.join(', ')}.`
          : 'Where it is to be sold is not said in the request.'}
      </p>
      {test.noxious.length === 0 ? (
        <p>
          {lists.soldIn.length > 0
            ? 'Nothing that was found stands in these lists.'
            : 'Nothing that was found stands in these lists; the tag says that it was examined against none, because nobody said where it is sold.'}
        </p>
      ) : (
        <div className="scroll">
          <Table className="w-wide">
            <Heads of={['where', 'species', 'stands as', num('found'), num('at most'), 'what follows']} />
            <tbody>
              {test.noxious.map((one) => (
                <tr key={`${one.jurisdiction} ${one.species}`} className={one.counts ? undefined : 'soft'}>
                  <td>{one.jurisdiction}</td>
                  <td>
                    <i className="species">{one.species}</i>
                  </td>
                  <td>{one.standing ?? '—'}</td>
                  <td className="num">
                    <Inline className="opens" onClick={() => open(one)}>
                      {one.unit === 'seeds' ? one.measured : threeFigures(one.measured ?? 0)}{' '}
                      {one.unit.replace('seeds ', '')}
                    </Inline>
                  </td>
                  <td className="num">{one.consequence === 'unclear' ? '—' : (one.limit ?? 'no limit')}</td>
                  <td>
                    <VerdictMark mark={one.outcome} word /> {FOLLOWS[one.consequence]}
                    {one.counts ? '' : ', if sold there'}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      )}
    </section>
  );
}

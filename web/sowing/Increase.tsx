import { Table } from 'react-bootstrap';
import { grouped } from '@mercato/contract/words/figures';
import { seedIncrease } from '@mercato/core/sowing/increase';
import { clopperPearson } from '@mercato/core/statistics/binomialInterval';
import { readerNow } from '../api/reader.ts';
import { Heads } from '../ui/Heads.tsx';
import { Slip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { TextField } from '../ui/fields.tsx';
import { useLines } from '../ui/lines.ts';
import { plainFigure } from '../ui/typedBody.ts';
import { SowPages } from './SowPages.tsx';

/** How seed grows in number over seasons, from what a test says of it; nothing is stored. */
export default function Increase() {
  const { values, field } = useLines({
    seeds: '30',
    sprouted: '8',
    tested: '10',
    emergence: '70',
    kept: '60',
    perPlant: '80',
    room: '',
    resown: '100',
    wanted: '50000',
  });
  const is = (key: keyof typeof values) => {
    const plain = plainFigure(values[key]);
    return /^\d{1,15}(\.\d+)?$/.test(plain) ? Number(plain) : NaN;
  };
  const whole = (key: keyof typeof values, most: number) =>
    Number.isInteger(is(key)) && is(key) >= 1 && is(key) <= most;
  const share = (key: keyof typeof values) => is(key) > 0 && is(key) <= 100;
  const faults: Partial<Record<keyof typeof values, string>> = {
    ...(whole('seeds', 1e9) ? {} : { seeds: 'a whole number of seeds, 1 at least' }),
    ...(whole('tested', 1e6) ? {} : { tested: 'a whole number of seeds, 1 at least' }),
    ...(Number.isInteger(is('sprouted')) && is('sprouted') <= is('tested')
      ? {}
      : { sprouted: 'a whole number, and no more than were tested' }),
    ...(share('emergence') ? {} : { emergence: 'above 0, up to 100' }),
    ...(share('kept') ? {} : { kept: 'above 0, up to 100' }),
    ...(share('resown') ? {} : { resown: 'above 0, up to 100' }),
    ...(is('perPlant') > 0 ? {} : { perPlant: 'a number above 0' }),
    ...(values.room.trim() === '' || whole('room', 1e9) ? {} : { room: 'a whole number of plants, or nothing' }),
    ...(is('wanted') >= 1 ? {} : { wanted: 'a number of seeds, 1 at least' }),
  };
  const range = Object.keys(faults).length === 0 ? clopperPearson(is('sprouted'), is('tested'), 0.95) : null;
  const found =
    range &&
    seedIncrease(is('seeds'), is('wanted'), {
      plantsPerSeed: [(range.lower * is('emergence')) / 100, (range.upper * is('emergence')) / 100],
      keptShare: is('kept') / 100,
      seedsPerPlant: is('perPlant'),
      room: values.room.trim() === '' ? null : is('room'),
      resownShare: is('resown') / 100,
    });
  const line = (key: keyof typeof values, label: string, hint?: string) => (
    <TextField label={label} figure hint={hint} {...field(key)} fault={faults[key]} />
  );
  const seasons = (n: number | null) =>
    n === null ? 'never, as things are' : `${n} ${n === 1 ? 'season' : 'seasons'}`;
  const { mark } = readerNow();
  const show = (n: number) => grouped(n, mark);
  return (
    <Station
      slip={
        found && (
          <Slip
            plain
            title="from season to season"
            steps={found.steps}
            next="The range is that of the test: 95 % limits of the share alive."
            rule={{ text: 'multiplication season by season', provenance: 'arithmetic, recomputed by the tests' }}
          />
        )
      }
    >
      <h1>Seed increase</h1>
      <SowPages />
      <p className="soft">From the seeds you have to the seeds you want, sown again season by season.</p>
      <div className="fields">
        {line('seeds', 'seeds you have')}
        {line('wanted', 'seeds you want')}
        {line('sprouted', 'sprouted in the test')}
        {line('tested', 'seeds tested')}
        {line('emergence', 'of living seeds come up here, %')}
        {line('kept', 'plants kept for seed, %', 'off-types and weak ones go')}
        {line('perPlant', 'clean seeds of a plant')}
        {line('room', 'room for so many plants', 'empty where there is enough')}
        {line('resown', 'of the harvest sown again, %')}
      </div>
      {found && (
        <>
          <p role="status" className="left-of">
            {found.reached[0] === found.reached[1] ? (
              <>
                There after <b className="fig">{seasons(found.reached[0])}</b>.
              </>
            ) : (
              <>
                At best there after <b className="fig">{seasons(found.reached[0])}</b>; at the unlucky end:{' '}
                <b className="fig">{seasons(found.reached[1])}</b>.
              </>
            )}
          </p>
          <div className="scroll">
            <Table>
              <Heads of={['season', 'sown', 'plants kept', 'harvested']} />
              <tbody>
                {found.seasons.slice(0, 12).map((one) => (
                  <tr key={one.season}>
                    <td className="fig">{one.season}</td>
                    {[one.sown, one.plants, one.harvested].map(([low, high], i) => (
                      <td key={i} className="fig">
                        {low === high ? show(low) : `${show(low)} to ${show(high)}`}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </Table>
          </div>
          <p className="soft">
            Crossing kinds want twenty mother plants and more, whatever the sum says (practice): fewer make it true,
            perhaps, but narrow.
          </p>
        </>
      )}
    </Station>
  );
}

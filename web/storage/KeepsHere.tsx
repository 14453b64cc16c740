import { Table } from 'react-bootstrap';
import { percentOf } from '@mercato/contract/words/figures';
import type { MeanAir } from '@mercato/core/air/air';
import type { Keeping } from '@mercato/core/rule-books/findKind';
import { normalQuantile } from '@mercato/core/statistics/normalDistribution';
import { moistureInBalance } from '@mercato/core/drying/equilibrium';
import { hundredRule, type HundredRule, keepsLonger } from '@mercato/core/storage/rulesOfThumb';
import { timeToViability } from '@mercato/core/storage/viability';
import { degrees, degreesBetween } from '../api/reader.ts';
import { useKinds } from '../store/data.ts';
import { Heads } from '../ui/Heads.tsx';
import { TextField } from '../ui/fields.tsx';
import { useLines } from '../ui/lines.ts';
import { VerdictMark } from '../ui/shapes.tsx';
import { plainFigure } from '../ui/typedBody.ts';

/** The air of a living room, to compare with. */
const ROOM = { temperatureC: 20, humidityPercent: 55 };
const USUAL_OIL = 0.2;

const wholeDays = (hours: number) => Math.round(hours / 24);

/** What to do about the air of a place, by the rule of the hundred. */
function whatToDo({ sum, temperatureF }: HundredRule, damp: number): string {
  if (sum <= 100)
    return temperatureF <= 50
      ? 'Cool and dry enough for seed that is dry itself.'
      : 'Dry enough, but warm for its dryness: a cooler place keeps seed longer.';
  const [hot, wet] = [temperatureF > 50, damp > 50];
  return `Too ${hot && wet ? 'warm and too damp' : wet ? 'damp' : 'warm'} for seed to keep long. ${
    wet
      ? 'Dry the seed and shut it up airtight, with desiccant: then the damp of the place does not reach it.'
      : 'Put it into a cooler place.'
  }${hot && wet ? ' A cooler place helps too.' : ''}`;
}

interface KeepsHereProps {
  /** Over so many hours; null = one reading. */
  air: Pick<MeanAir, 'temperatureC' | 'humidityPercent'> & { readonly hours: number | null };
}

/** How long seed keeps in the air of a place, by three rules side by side, each with how far to trust it. */
export function KeepsHere({ air: mean }: KeepsHereProps) {
  const { data: kinds } = useKinds();
  const { values, field } = useLines({ kind: 'onion', alive: '95', moisture: '' });
  const kind = kinds?.get(values.kind.trim().toLowerCase());
  const damp = mean.humidityPercent;
  const oil = kind?.keeping?.oilFraction ?? null;
  const balance = (humidityPercent: number, temperatureC: number) =>
    humidityPercent > 0 && humidityPercent < 100
      ? moistureInBalance(humidityPercent / 100, temperatureC, oil ?? USUAL_OIL)
      : null;
  const typed = Number(plainFigure(values.moisture));
  const moisture =
    values.moisture.trim() !== ''
      ? typed > 0 && typed < 100
        ? typed
        : null
      : damp === null
        ? null
        : balance(damp, mean.temperatureC);
  const roomMoisture = balance(ROOM.humidityPercent, ROOM.temperatureC);
  const alive = Number(plainFigure(values.alive));
  const hundred = damp === null ? null : hundredRule(Number(mean.temperatureC.toFixed(1)), Number(damp.toFixed(0)));
  const longer =
    moisture === null || roomMoisture === null
      ? null
      : keepsLonger(
          { moisturePercent: roomMoisture, temperatureC: ROOM.temperatureC },
          { moisturePercent: moisture, temperatureC: mean.temperatureC },
        );
  const ageing = kind?.keeping?.ageing;
  const years =
    ageing && moisture !== null && alive > 50 && alive < 100
      ? timeToViability(
          { moisturePercent: moisture, temperatureC: mean.temperatureC },
          normalQuantile(alive / 100),
          50,
          ageing,
        ).years
      : null;
  return (
    <section aria-label="how long seed keeps here">
      <h2>How long seed keeps here</h2>
      <p className="soft">
        {mean.hours === null ? 'By the last reading alone, ' : 'By the mean of the last 30 days, '}
        {degrees(mean.temperatureC, 1)}
        {damp === null ? '' : ` and ${damp.toFixed(0)} %`}
        {mean.hours === null
          ? '. Its mean over weeks says more.'
          : `, as far as ${wholeDays(mean.hours)} days of readings tell.`}
      </p>
      {hundred && (
        <p>
          <VerdictMark mark={hundred.outcome} /> {whatToDo(hundred, damp ?? 0)}
        </p>
      )}
      <div className="fields">
        <TextField
          label="kind"
          list="kinds-kept"
          hint={kind ? kind.species : 'a kind of the list'}
          {...field('kind')}
        />
        <TextField
          label="moisture of the seed, %"
          figure
          placeholder={moisture === null ? '' : moisture.toFixed(1)}
          hint={
            values.moisture.trim() === ''
              ? `in balance with this air, ${oil === null ? 'oil taken as 20 %' : `by ${percentOf(oil)} % oil`} (from memory)`
              : undefined
          }
          {...field('moisture')}
          fault={values.moisture.trim() !== '' && moisture === null ? 'a percentage between 0 and 100' : undefined}
        />
        <TextField
          label="alive at the start, %"
          figure
          {...field('alive')}
          fault={alive > 50 && alive < 100 ? undefined : 'between 50 and 100'}
        />
      </div>
      <datalist id="kinds-kept">
        {[...(kinds?.keys() ?? [])].map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <Rules hundred={hundred} damp={damp} longer={longer} years={years} moisture={moisture} ageing={ageing} />
    </section>
  );
}

interface RulesProps {
  hundred: ReturnType<typeof hundredRule> | null;
  damp: number | null;
  longer: ReturnType<typeof keepsLonger> | null;
  years: number | null;
  moisture: number | null;
  ageing: Keeping['ageing'] | undefined;
}

/** What three rules say, and how far to trust each. */
function Rules({ hundred, damp, longer, years, moisture, ageing }: RulesProps) {
  return (
    <div className="scroll">
      <Table className="rules">
        <Heads of={['rule', 'says', 'how far to trust it']} />
        <tbody>
          <tr>
            <td>°F and % together at most 100</td>
            <td>
              {hundred === null ? (
                'no humidity was measured'
              ) : (
                <>
                  <VerdictMark mark={hundred.outcome} word />{' '}
                  <span className="fig">
                    {hundred.temperatureF.toFixed(0)} + {damp?.toFixed(0)} = {hundred.sum.toFixed(0)}
                  </span>
                  {hundred.temperaturePart === 'more than half' && ', and the warmth is more than half of it'}
                </>
              )}
            </td>
            <td className="soft">common practice, no source; knows nothing of the kind</td>
          </tr>
          <tr>
            <td>twice as long for each 1 % less moisture, and for each 10 °F cooler</td>
            <td>
              {longer === null ? (
                'not without the moisture of the seed'
              ) : (
                <>
                  <b className="fig">{longer.times.toPrecision(2)}</b> times as long as in a room of{' '}
                  {degrees(ROOM.temperatureC)} and {ROOM.humidityPercent} %
                  {longer.outside !== null && <span className="soft"> · {longer.outside}</span>}
                </>
              )}
            </td>
            <td className="soft">
              Harrington 1972, from memory; a rule of thumb for 5 to 14 % and {degreesBetween(0, 50)}
            </td>
          </tr>
          <tr>
            <td>viability equation</td>
            <td>
              {years !== null ? (
                <>
                  half alive after about <b className="fig">{years < 10 ? years.toFixed(1) : Math.round(years)}</b>{' '}
                  years
                  {moisture !== null && moisture < 5 && (
                    <span className="soft"> · below about 5 % it promises more than seed keeps</span>
                  )}
                </>
              ) : ageing ? (
                'not without moisture and a share alive'
              ) : (
                'unknown: no constants are published for this kind'
              )}
            </td>
            <td className="soft">
              {ageing
                ? `${ageing.source}; constants ${ageing.confidence} in confidence, from memory`
                : 'Ellis & Roberts 1980'}
            </td>
          </tr>
        </tbody>
      </Table>
    </div>
  );
}

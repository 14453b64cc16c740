import { useDeferredValue, useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { DryingFigures } from '@mercato/contract/catalogue/dryingFigures';
import { warmestAir } from '@mercato/core/drying/safeAir';
import { dryFromWet } from '@mercato/core/drying/equilibrium';
import { degreesUnit } from '../api/reader.ts';
import { useKinds } from '../store/data.ts';
import { KIND_LIST, KindList } from '../store/KindField.tsx';
import { Busy } from '../ui/Busy.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { useLines } from '../ui/lines.ts';
import { AirAndSeed } from './AirAndSeed.tsx';
import { type KnownWater, useDryingFigures, waterOf } from './figures.ts';
import { figureAt, type PlanFault, type PlanKey, type PlanLines, START, worked } from './lines.ts';
import { SafeAir } from './SafeAir.tsx';
import { Weighings } from './Weighings.tsx';
import { faultOf, type Found, work } from './work.ts';
import { InABin, InALayer, InTheJar, massWords } from './Ways.tsx';

const WAYS = [
  ['gel', 'over a desiccant, in a closed jar'],
  ['layer', 'a few centimetres in moving air'],
  ['bin', 'a deep heap, with a fan'],
] as const;
const USES = [
  ['sow', 'to sow'],
  ['bank', 'to keep for decades'],
  ['eat', 'to eat or to feed'],
] as const;
/** Pulses drier than this crack where they fall, and when they drink too fast; common practice, no source. */
const CRACKS_BELOW = 10;

/** So many kinds are named where a name is none of one alone. */
const SHOWN = 4;

/** How dry seed gets in which air, and a plan to bring it there; it is worked out on this machine and nothing is stored. */
export default function Drying() {
  const [search] = useSearchParams();
  const { data: figures, error } = useDryingFigures();
  const { data: kinds } = useKinds();
  const given = Object.fromEntries(
    (Object.keys(START) as PlanKey[]).flatMap((key) => {
      const value = search.get(key);
      return value === null ? [] : [[key, value]];
    }),
  );
  const { values, field } = useLines<PlanLines>({ ...START, ...given });
  const kind = kinds?.get(values.kind.trim().toLowerCase());
  const calm = useDeferredValue(values);
  const typedOil = figureAt(calm, 'oil');
  const oil = typedOil === undefined ? kind?.keeping?.oilFraction : typedOil / 100;
  const known = useMemo(
    () =>
      worked(() => {
        const water = waterOf(figures, kind?.species, oil);
        // An oil that cannot be is refused where it was typed.
        water?.water.dryAt(0.5, 20);
        return water;
      }),
    [figures, kind, oil],
  );
  const badLine = (Object.keys(START) as PlanKey[]).find((key) => Number.isNaN(figureOf(calm, key)));
  const sound = badLine === undefined && known.fault === null;
  const found = useMemo(
    () => (figures && sound ? work(calm, known.out, figures) : null),
    [calm, known, figures, sound],
  );
  if (!figures) return <Busy error={error} back={['/tools', 'the tools']} />;
  const typed: PlanFault | null = badLine ? { key: badLine, message: 'a plain number, such as 12.5' } : known.fault;
  const fault = typed ?? (found && faultOf(found));
  const line = (key: PlanKey, label: string, hint?: string) => (
    <TextField
      label={label}
      figure
      hint={hint}
      {...field(key)}
      fault={fault?.key === key ? fault.message : undefined}
    />
  );
  return (
    <main className="w-wide">
      <h1>Air and drying</h1>
      <p className="soft w-text">
        How dry seed gets in a room, what air a cabinet must hold, and how to bring seed there, down or up. Nothing is
        stored.
      </p>
      <div className="fields">
        <TextField
          label="what it is"
          list={KIND_LIST}
          placeholder="wheat, common bean, sunflower, leek …"
          hint={
            kind || values.kind.trim() === ''
              ? kindHint(known.out, kind?.species, kind?.keeping?.oilFraction)
              : which(kinds, values.kind)
          }
          {...field('kind')}
        />
        <KindList />
        {known.out?.set == null && line('oil', 'its oil, % of the dry seed', 'cereals 2, beans 2, brassicas 40')}
        {line('temperature', `air, ${degreesUnit()}`)}
        {line('humidity', 'humidity of the air, %')}
        {line('moisture', 'its moisture now, %')}
        {line('target', 'moisture wanted, %')}
        {line('mass', 'how much seed')}
        <ChoiceField
          label="in"
          options={[
            ['g', 'g'],
            ['kg', 'kg'],
          ]}
          {...field('unit')}
        />
        <ChoiceField label="what for" options={USES} {...field('use')} />
        <ChoiceField label="how" options={WAYS} {...field('way')} />
        {values.way === 'gel' && (
          <>
            <ChoiceField
              label="desiccant"
              options={figures.desiccants.map((one) => [one.name, one.name] as const)}
              {...field('desiccant')}
            />
            {line('holds', 'it holds already, %', 'of its dry mass; about 1 where it was just baked')}
            {line('gel', 'if there is so much of it, g', 'left out: only what is needed is told')}
          </>
        )}
        {values.way === 'bin' && line('airM3h', 'air through all of it, m³ an hour')}
      </div>
      {values.way === 'layer' && (
        <Weighings {...field('weighings')} fault={fault?.key === 'weighings' ? fault.message : undefined} />
      )}
      {found && (
        <Plan values={calm} found={found} known={known.out} figures={figures} what={values.kind || 'this seed'} />
      )}
      <p className="soft">
        <Link to="/store/dry">Dry enough to close?</Link> ·{' '}
        <Link to="/calculators?id=moisture.price">Price at a standard moisture</Link> ·{' '}
        <Link to="/calculators?id=moisture.wet-to-dry">Wet and dry basis</Link>
      </p>
      <p className="caution">
        Warm air and dust burn: keep heaters and fans apart from chaff, and breathe no dust. Ovens that bake desiccant
        stay hot. Keep desiccant out of the reach of children; some blue silica gel holds a cobalt salt that harms.
      </p>
    </main>
  );
}

const NOT_FIGURES: readonly PlanKey[] = ['kind', 'unit', 'use', 'way', 'desiccant', 'weighings'];
const figureOf = (values: PlanLines, key: PlanKey) => (NOT_FIGURES.includes(key) ? undefined : figureAt(values, key));

function kindHint(known: KnownWater | null, species: string | undefined, oil: number | null | undefined): string {
  if (known?.set) return `${species ?? ''}, by constants of its own: ${known.set.kind}`;
  if (known && oil != null) return `${species ?? ''}, by its oil, about ${(oil * 100).toFixed(0)} % (from memory)`;
  return species ? `${species}: say how much oil it holds` : 'or say how much oil it holds';
}

/** A name that several kinds share, or none has. */
function which(kinds: ReadonlyMap<string, unknown> | undefined, typed: string): string {
  const near = [...(kinds?.keys() ?? [])].filter((one) => one.includes(typed.trim().toLowerCase())).slice(0, SHOWN);
  return near.length > 0 ? `which: ${near.join(', ')}?` : 'not in the list: say how much oil it holds';
}

interface PlanProps {
  values: PlanLines;
  found: Found;
  known: KnownWater | null;
  figures: DryingFigures;
  what: string;
}

function Plan({ values: calm, found, known, figures, what }: PlanProps) {
  const { airC, airPercent, moisturePercent, targetPercent, massG, down } = found;
  const massAfterG = found.massAfterG.out;
  const limit = moisturePercent === undefined ? null : warmestAir(figures.dryingAir, moisturePercent);
  const cracks = targetPercent !== undefined && moisturePercent !== undefined && moisturePercent < CRACKS_BELOW;
  return (
    <>
      {known && airC !== undefined && found.balance.fault === null && (
        <section className="mt-4">
          <h2>How dry does it get?</h2>
          <AirAndSeed
            known={known}
            figures={figures}
            airC={airC}
            airPercent={airPercent ?? null}
            moisturePercent={found.wanted.out === null ? null : (targetPercent ?? null)}
            what={what}
          />
        </section>
      )}
      <section className="mt-4">
        <h2>The plan</h2>
        {!known && <p className="soft">Enter the kind, or its oil content, for the air and the way.</p>}
        {massAfterG !== null && massG !== undefined && (
          <p>
            {down ? 'Water to take out' : 'Water to bring in'}:{' '}
            <b className="fig">{massWords(Math.abs(massG - massAfterG))}</b>; it weighs{' '}
            <b className="fig">{massWords(massAfterG)}</b> then, at {targetPercent} % (
            {dryFromWet(targetPercent ?? 0).toFixed(1)} % of its dry mass).
          </p>
        )}
        {!down && (
          <p>
            The seed is drier than wanted. Condition it up slowly in damp air, never with water.
            {cracks && ' Peas and beans below about 10 % crack when they fall or take up water too fast.'}
          </p>
        )}
        {(found.needed.out ?? found.over.out) && (
          <InTheJar
            needed={found.needed.out}
            with={found.over.out}
            gelG={figureAt(calm, 'gel')}
            desiccant={calm.desiccant}
            targetPercent={targetPercent}
          />
        )}
        {found.layer.out && (
          <InALayer
            {...found.layer.out}
            forecast={found.forecast.out}
            weighings={'line' in found.lines ? [] : found.lines}
            down={down}
          />
        )}
        {found.bin.out && <InABin bin={found.bin.out} down={down} />}
        {calm.way !== 'gel' && down && (
          <SafeAir
            use={calm.use}
            airC={airC}
            limit={limit}
            seedC={found.leaves.out && airC !== undefined ? Math.min(airC, found.leaves.out.airC) : null}
          />
        )}
      </section>
    </>
  );
}

import { useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  type AreaUnit,
  type BedSeed,
  type LengthUnit,
  massIn,
  METRES_PER,
  packetsNeeded,
  plantsInRow,
  plantsOnArea,
  rateOn,
  seedsForPlants,
  SQUARE_METRES_PER,
} from '@mercato/core/sowing/bed';
import { clopperPearson } from '@mercato/core/statistics/binomialInterval';
import { MASS_UNITS, type MassUnit } from '@mercato/core/units/gramsPer';
import { heavyNow } from '../api/reader.ts';
import { useKinds, usePacket } from '../store/data.ts';
import { harvestWords, leftWords } from '../store/words.ts';
import { Busy } from '../ui/Busy.tsx';
import { Choices } from '../ui/Choices.tsx';
import { Slip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { useLines } from '../ui/lines.ts';
import { plainFigure } from '../ui/typedBody.ts';
import { SowPages } from './SowPages.tsx';

const AREAS = Object.keys(SQUARE_METRES_PER) as AreaUnit[];
const LENGTHS = Object.keys(METRES_PER) as LengthUnit[];
const choices = <T extends string>(all: readonly T[]) => all.map((one) => [one, one] as const);

/** Seed for an area or a row, in the reader's units, as a range where a small test stands behind it; nothing is stored. */
const HOW = [
  ['area', 'an area'],
  ['row', 'rows'],
] as const;

export default function Bed() {
  const [search] = useSearchParams();
  const id = search.get('packet') ?? '';
  const { data: packet } = usePacket(id);
  const { data: kinds } = useKinds();
  if (!kinds || (id && !packet)) return <Busy />;
  const weight = kinds.get((packet?.kind ?? '').toLowerCase())?.thousandSeedWeightG;
  // As it was weighed, where the way here names it; else as the kind usually is.
  const weighed = Number(search.get('weight'));
  return (
    <BedForm
      key={id}
      test={packet?.lastTest ?? null}
      thousandSeedWeightG={weighed > 0 ? weighed : weight ? (weight.low + weight.high) / 2 : null}
      left={packet?.left.by === 'count' ? Number(packet.left.figure) : (packet?.left.aboutSeeds?.low ?? null)}
      about={
        packet
          ? `${packet.kind} ${packet.variety}, harvest ${harvestWords(packet)}: ${leftWords(packet.left)} left`
          : null
      }
    />
  );
}

interface BedFormProps {
  test: { readonly sprouted: number; readonly seeds: number } | null;
  thousandSeedWeightG: number | null;
  left: number | null;
  about: string | null;
}

function BedForm({ test, thousandSeedWeightG, left, about }: BedFormProps) {
  const [how, setHow] = useState<'area' | 'row'>('area');
  const { values, field } = useLines({
    area: '10',
    areaUnit: 'm²',
    perSquareMetre: '40',
    length: '10',
    lengthUnit: 'm',
    rows: '1',
    spacing: '5',
    spacingUnit: 'cm',
    sprouted: test ? String(test.sprouted) : '17',
    seeds: test ? String(test.seeds) : '20',
    emergence: '70',
    purity: '98',
    weight: thousandSeedWeightG === null ? '' : String(Number(thousandSeedWeightG.toPrecision(4))),
    massUnit: heavyNow() === 'kg' ? 'g' : 'oz',
  });
  const { faults, found } = work(values, how);
  const line = (key: keyof typeof values, label: string, hint?: string) => (
    <TextField label={label} figure hint={hint} {...field(key)} fault={faults[key]} />
  );
  const unit = values.massUnit as MassUnit;
  const mass = (grams: number) => {
    const value = massIn(grams, unit);
    return `${value >= 100 ? value.toFixed(0) : value.toPrecision(2)} ${unit}`;
  };
  return (
    <Station
      slip={
        found && (
          <Slip
            plain
            title="seeds and their mass"
            steps={found.middle.steps}
            next="A sprout in a towel is not yet a plant in the bed: that is what the share that comes up is for."
            rule={{
              text: 'plants / (germination × emergence); mass by the thousand-seed weight and purity',
              provenance: 'handbook formula, recomputed by the tests',
            }}
          />
        )
      }
    >
      <h1>For a bed or a row</h1>
      <SowPages />
      {about && <p className="soft">{about}</p>}
      <Choices label="which" options={HOW} chosen={how} choose={setHow} />
      <div className="fields">
        {how === 'area' ? (
          <>
            {line('area', 'area')}
            <ChoiceField label="in" options={choices(AREAS)} {...field('areaUnit')} />
            {line('perSquareMetre', 'plants wanted on a square metre')}
          </>
        ) : (
          <>
            {line('length', 'length of a row')}
            <ChoiceField label="in" options={choices(LENGTHS)} {...field('lengthUnit')} />
            {line('rows', 'rows')}
            {line('spacing', 'from plant to plant')}
            <ChoiceField label="in" options={choices(LENGTHS)} {...field('spacingUnit')} />
          </>
        )}
        {line('sprouted', 'sprouted in the test')}
        {line('seeds', 'seeds tested')}
        {line('emergence', 'of living seeds come up here, %', 'in an open bed often half to four fifths (practice)')}
        {line('weight', 'a thousand seeds weigh, g', 'empty where it is not known')}
        {line('purity', 'seed in what you weigh, %', 'home-cleaned seed is about 98 by eye (practice)')}
        <ChoiceField label="masses in" options={choices(MASS_UNITS)} {...field('massUnit')} />
      </div>
      {found && (
        <div role="status" className="left-of">
          <p>
            <b className="fig">{Math.ceil(found.middle.seeds)}</b> seeds
            {found.middle.massG !== null && (
              <>
                , <b className="fig">{mass(found.middle.massG)}</b>
              </>
            )}{' '}
            for {Math.round(found.plants)} plants
          </p>
          <p>
            The test leaves it open: anything from {Math.ceil(found.fewest.seeds)} to{' '}
            {found.most ? Math.ceil(found.most.seeds) : 'no end of'} seeds
            {found.fewest.massG !== null &&
              found.most?.massG != null &&
              `, ${mass(found.fewest.massG)} to ${mass(found.most.massG)}`}
            .
          </p>
          {left !== null && (
            <p>
              {found.middle.seeds <= left
                ? `The packet holds enough (${left}).`
                : `The packet holds only ${left}: ${packetsNeeded(found.middle.seeds, left)} such packets are needed.`}
            </p>
          )}
          {found.rate !== null && (
            <p className="soft">
              As a rate: {found.rate.kgPerHa.toPrecision(3)} kg/ha, {found.rate.lbPerAcre.toPrecision(3)} lb/acre
            </p>
          )}
        </div>
      )}
    </Station>
  );
}

const decimal = (typed: string) => {
  const plain = plainFigure(typed);
  return /^\d{1,7}(\.\d+)?$/.test(plain) ? Number(plain) : NaN;
};

type Typed = Record<
  | 'area'
  | 'areaUnit'
  | 'perSquareMetre'
  | 'length'
  | 'lengthUnit'
  | 'rows'
  | 'spacing'
  | 'spacingUnit'
  | 'sprouted'
  | 'seeds'
  | 'emergence'
  | 'purity'
  | 'weight'
  | 'massUnit',
  string
>;

function work(values: Typed, how: 'area' | 'row') {
  const is = (key: keyof Typed) => decimal(values[key]);
  const [sprouted, seeds, emergence, purity] = [is('sprouted'), is('seeds'), is('emergence'), is('purity')];
  const weight = values.weight.trim() === '' ? null : is('weight');
  const faults: Partial<Record<keyof Typed, string>> = {
    ...(Number.isInteger(seeds) && seeds >= 1 ? {} : { seeds: 'a whole number of seeds, 1 at least' }),
    ...(Number.isInteger(sprouted) && sprouted <= seeds
      ? {}
      : { sprouted: 'a whole number, and no more than were tested' }),
    ...(emergence > 0 && emergence <= 100 ? {} : { emergence: 'above 0, up to 100' }),
    ...(purity > 0 && purity <= 100 ? {} : { purity: 'above 0, up to 100' }),
    ...(weight === null || weight > 0 ? {} : { weight: 'a weight above 0, or nothing' }),
    ...(how === 'area'
      ? {
          ...(is('area') > 0 ? {} : { area: 'an area above 0' }),
          ...(is('perSquareMetre') > 0 ? {} : { perSquareMetre: 'a number above 0' }),
        }
      : {
          ...(is('length') > 0 ? {} : { length: 'a length above 0' }),
          ...(is('spacing') > 0 ? {} : { spacing: 'a distance above 0' }),
          ...(Number.isInteger(is('rows')) && is('rows') >= 1 ? {} : { rows: 'a whole number of rows' }),
        }),
  };
  if (Object.keys(faults).length > 0) return { faults };
  if (sprouted === 0) return { faults: { sprouted: 'none sprouted: no sowing makes plants of it' } };
  const plants =
    how === 'area'
      ? plantsOnArea(is('area'), values.areaUnit as AreaUnit, is('perSquareMetre'))
      : is('rows') *
        plantsInRow(is('length'), values.lengthUnit as LengthUnit, is('spacing'), values.spacingUnit as LengthUnit);
  const { lower, upper } = clopperPearson(sprouted, seeds, 0.95);
  const at = (germination: number) => {
    const seed: BedSeed = {
      thousandSeedWeightG: weight,
      purityPercent: purity,
      germinationPercent: germination * 100,
      emergencePercent: emergence,
    };
    return seedsForPlants(plants, seed);
  };
  const middle = at(sprouted / seeds);
  const squareMetres = how === 'area' ? is('area') * SQUARE_METRES_PER[values.areaUnit as AreaUnit] : null;
  return {
    faults,
    found: {
      plants,
      middle,
      fewest: at(upper),
      most: lower > 0 ? at(lower) : null,
      rate: middle.massG === null || squareMetres === null ? null : rateOn(middle.massG, squareMetres),
    },
  };
}

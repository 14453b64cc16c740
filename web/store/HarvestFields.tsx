import { MONTHS } from '@mercato/core/units/monthNames';
import { KEPT, MATURITIES, TERMS, UNKNOWN_HEADER, type AccessionHeader } from '@mercato/contract/store/accessions';
import { BREEDINGS, ISOLATIONS, SOURCES } from '@mercato/core/store/comesTrue';
import type { JSX } from 'react';
import { figureOrNull, wholeNumber, type Lines } from '../ui/entry.ts';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { useKinds } from './data.ts';

/** A harvest as it is typed. */
export interface TypedHarvest {
  kind: string;
  species: string;
  variety: string;
  harvestYear: string;
  harvestMonth: string;
  source: AccessionHeader['source'];
  from: string;
  parentsKnown: 'yes' | 'no';
  breeding: AccessionHeader['breeding'];
  isolation: AccessionHeader['isolation'];
  bagged: 'yes' | 'no';
  marked: 'yes' | 'no';
  hour: string;
  sameSpeciesNear: AccessionHeader['sameSpeciesNear'];
  plants: string;
  neighbours: string;
  kept: AccessionHeader['kept'];
  generations: string;
  maturity: AccessionHeader['maturity'];
  treated: string;
  owner: string;
  terms: AccessionHeader['terms'];
  siteName: string;
  district: string;
  elevation: string;
  exposure: string;
  rainfall: string;
  note: string;
}

const figure = (value: number | null) => (value === null ? '' : String(value));
const yesNo = (value: boolean) => (value ? ('yes' as const) : ('no' as const));

export function typedHarvest(header: AccessionHeader | null): TypedHarvest {
  const { site, ...own } = header ?? { ...UNKNOWN_HEADER, kind: '', harvestYear: 0 };
  return {
    ...own,
    harvestYear: own.harvestYear === 0 ? '' : String(own.harvestYear),
    harvestMonth: figure(own.harvestMonth),
    parentsKnown: yesNo(own.parentsKnown),
    bagged: yesNo(own.bagged),
    marked: yesNo(own.marked),
    plants: figure(own.plants),
    generations: figure(own.generations),
    siteName: site.name,
    district: site.district,
    elevation: figure(site.elevationM),
    exposure: site.exposure,
    rainfall: figure(site.rainfallMm),
  };
}

/** As the contract wants it; what is no figure goes on as typed, to be refused at its field. */
export function harvestOf(values: TypedHarvest): unknown {
  const { siteName, district, elevation, exposure, rainfall, ...own } = values;
  const orNull = (typed: string) => (typed.trim() === '' ? null : wholeNumber(typed));
  return {
    ...own,
    kind: own.kind.trim(),
    variety: own.variety.trim(),
    harvestYear: own.harvestYear.trim() === '' ? undefined : wholeNumber(own.harvestYear),
    harvestMonth: orNull(own.harvestMonth),
    parentsKnown: own.parentsKnown === 'yes',
    bagged: own.bagged === 'yes',
    marked: own.marked === 'yes',
    plants: orNull(own.plants),
    generations: orNull(own.generations),
    site: {
      name: siteName.trim(),
      district: district.trim(),
      elevationM: figureOrNull(elevation),
      exposure: exposure.trim(),
      rainfallMm: figureOrNull(rainfall),
    },
  };
}

const same = <T extends string>(words: readonly T[]) => words.map((one) => [one, one] as const);
const HARVEST_MONTHS = [['', 'not known'], ...MONTHS.map((name, i) => [String(i + 1), name] as const)] as const;

type Form = Pick<Lines<TypedHarvest>, 'values' | 'set' | 'field'>;

/** What a packet needs to be told apart: kind, variety, year. */
export function HarvestFields({ form, path = '' }: { form: Form; path?: string }): JSX.Element {
  const { data: kinds } = useKinds();
  const at = (name: string) => [`${path}${name}`, name];
  const kind = form.field('kind', ...at('kind'), ...at('species'));
  const named = kinds?.get(form.values.kind.trim().toLowerCase());
  return (
    <>
      <TextField
        label="what it is"
        placeholder="leek, parsley, cowpea …"
        autoFocus={form.values.kind === ''}
        list="kinds-of-the-store"
        hint={named ? named.species : 'as you call it; a kind of the list brings its own test and keeping'}
        {...kind}
        onChange={(typed) => form.set({ kind: typed, species: kinds?.get(typed.trim().toLowerCase())?.species ?? '' })}
      />
      <datalist id="kinds-of-the-store">
        {kinds && [...kinds].map(([name, one]) => <option key={name} value={name} label={one.species} />)}
      </datalist>
      <TextField label="variety" {...form.field('variety', ...at('variety'))} />
      <TextField
        label="year of harvest"
        inputMode="numeric"
        figure
        {...form.field('harvestYear', ...at('harvestYear'))}
      />
      <ChoiceField
        label="month of harvest"
        options={HARVEST_MONTHS}
        {...form.field('harvestMonth', ...at('harvestMonth'))}
      />
    </>
  );
}

/** All else that may be known of a harvest: whether it comes true follows from it. */
export function ProvenanceFields({ form, path = '' }: { form: Form; path?: string }): JSX.Element {
  const at = (name: string) => [`${path}${name}`, name];
  const { values } = form;
  return (
    <div className="fields">
      <ChoiceField label="where it comes from" options={same(SOURCES)} {...form.field('source', ...at('source'))} />
      <TextField label="from whom" {...form.field('from', ...at('from'))} />
      <ChoiceField
        label="are its parents known?"
        options={same(['no', 'yes'])}
        {...form.field('parentsKnown', ...at('parentsKnown'))}
      />
      <ChoiceField
        label="how the kind is pollinated"
        options={[['unknown', 'not known'], ...BREEDINGS.map((one) => [one, BREEDING_WORDS[one]] as const)]}
        {...form.field('breeding', ...at('breeding'))}
      />
      <ChoiceField
        label="others of its species in flower near by"
        options={[
          ['unknown', 'not known'],
          ['no', 'no'],
          ['yes', 'yes'],
        ]}
        {...form.field('sameSpeciesNear', ...at('sameSpeciesNear'))}
      />
      <ChoiceField
        label="kept apart by"
        options={[['unknown', 'not known'], ...same(ISOLATIONS)]}
        {...form.field('isolation', ...at('isolation'))}
      />
      {values.isolation === 'hand-pollinated' && (
        <>
          <ChoiceField
            label="were the flowers shut before and after?"
            options={same(['no', 'yes'])}
            {...form.field('bagged', ...at('bagged'))}
          />
          <ChoiceField
            label="were they marked?"
            options={same(['no', 'yes'])}
            {...form.field('marked', ...at('marked'))}
          />
          <TextField label="at what hour" {...form.field('hour', ...at('hour'))} />
        </>
      )}
      <TextField label="what grew beside it" {...form.field('neighbours', ...at('neighbours'))} />
      <TextField label="plants that gave seed" figure inputMode="numeric" {...form.field('plants', ...at('plants'))} />
      <ChoiceField label="which plants" options={same(KEPT)} {...form.field('kept', ...at('kept'))} />
      <TextField
        label="generations grown here"
        figure
        inputMode="numeric"
        {...form.field('generations', ...at('generations'))}
      />
      <ChoiceField label="when cut" options={same(MATURITIES)} {...form.field('maturity', ...at('maturity'))} />
      <TextField
        label="treated with"
        hint="empty: not treated, as far as is known"
        {...form.field('treated', ...at('treated'))}
      />
      <TextField label="whose it is" {...form.field('owner', ...at('owner'))} />
      <ChoiceField label="terms" options={same(TERMS)} {...form.field('terms', ...at('terms'))} />
      <TextField label="site" {...form.field('siteName', ...at('site.name'))} />
      <TextField label="district" {...form.field('district', ...at('site.district'))} />
      <TextField label="elevation, m" figure {...form.field('elevation', ...at('site.elevationM'))} />
      <TextField label="exposure" {...form.field('exposure', ...at('site.exposure'))} />
      <TextField label="rain in a year, mm" figure {...form.field('rainfall', ...at('site.rainfallMm'))} />
      <TextField label="note" {...form.field('note', ...at('note'))} />
    </div>
  );
}

const BREEDING_WORDS = {
  self: 'by itself',
  cross: 'from plant to plant',
  hybrid: 'it is a hybrid',
} as const;

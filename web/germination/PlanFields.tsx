import type { GerminationView } from '@mercato/contract/germination/germination';
import { substrateWords, temperatureWords } from '@mercato/core/rule-books/methodWords';
import { isLate } from '../register/seen.tsx';
import { Fold } from '../ui/Fold.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import type { PlanLines } from './planLines.ts';

interface PlanFieldsProps {
  view: GerminationView;
  values: PlanLines['values'];
  field: PlanLines['field'];
  /** Treatments stand with their arms. */
  arms: boolean;
}

/** What a plan is made of. */
export function PlanFields({ view, values, field, arms }: PlanFieldsProps) {
  const { method, lot } = view;
  const choices = (list: readonly string[], current: string, words: (one: string) => string) =>
    [...new Set([...list, ...(current ? [current] : [])])].map((one) => [one, words(one)] as const);
  return (
    <div className="fields w-text">
      {method?.substrates ? (
        <ChoiceField
          label="substrate"
          {...field('substrate')}
          options={choices(method.substrates.value, values.substrate, (one) => substrateWords(lot.book, one))}
        />
      ) : (
        <TextField label="substrate" {...field('substrate')} />
      )}
      {method?.temperatures ? (
        <ChoiceField
          label="temperature, °C"
          {...field('temperature')}
          options={choices(method.temperatures.value, values.temperature, temperatureWords)}
          hint={`within ± ${view.temperatureBandC} °C`}
        />
      ) : (
        <TextField label="temperature, °C" {...field('temperature')} />
      )}
      <ChoiceField
        label={arms ? 'seeds of each arm' : 'seeds'}
        {...field('layout', 'dishes', 'seedsPerDish')}
        options={LAYOUTS}
      />
      <TextField label="set up on" type="date" {...field('setUpDate')} />
      {isLate(values.setUpDate, view.today) && <TextField label="why it is entered so late" {...field('lateReason')} />}
      <TextField label="first count, day" figure inputMode="numeric" {...field('firstCountDay')} />
      <TextField label="final count, day" figure inputMode="numeric" {...field('finalCountDay')} />
      {!arms && (
        <>
          <TextField
            label="treatment against dormancy"
            {...field('treatment')}
            hint={method?.treatments ? `the book knows ${method.treatments.value.join(', ')}` : undefined}
          />
          <TextField
            label="days in it before warmth"
            figure
            inputMode="numeric"
            {...field('prechillDays')}
            hint="pre-chill and the like: not counted in the days of the test"
          />
        </>
      )}
      <TextField
        label="moisten every so many days"
        figure
        inputMode="numeric"
        {...field('moistenDays')}
        hint="0: whenever somebody looks"
      />
      <TextField label="place" {...field('place')} hint="cabinet and shelf, in words" />
    </div>
  );
}

/** The batch of paper, sand or compost, and what was measured of it. */
export function SubstrateFold({ field, open }: { field: PlanLines['field']; open: boolean }) {
  return (
    <Fold title="Batch of the substrate" className="mb-3" open={open}>
      <div className="fields w-text">
        <TextField
          label="batch"
          {...field('batch', 'substrateBatch', 'substrateBatch.batch')}
          hint="as its wrapper says"
        />
        <TextField label="pH" figure {...field('ph', 'substrateBatch.ph')} hint="where it was measured" />
        <TextField
          label="conductivity, mS/m"
          figure
          {...field('conductivity', 'substrateBatch.conductivity')}
          hint="where it was measured"
        />
      </div>
    </Fold>
  );
}

const LAYOUTS = [
  ['4×100', '400: 4 × 100'],
  ['8×50', '400: 8 × 50'],
  ['16×25', '400: 16 × 25'],
  ['2×100', '200: 2 × 100, feeds no label'],
  ['4×50', '200: 4 × 50, feeds no label'],
  ['1×100', '100, feeds no label'],
  ['2×25', '50, feeds no label'],
] as const;

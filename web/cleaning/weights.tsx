import type { FieldValues, Path } from 'react-hook-form';
import { useId } from 'react';
import { Form, InputGroup } from 'react-bootstrap';
import { GRAMS_PER } from '@mercato/core/units/gramsPer';
import { Exact, type ExactNumber } from '@mercato/core/units/mass';
import { heavyNow } from '../api/reader.ts';
import { groupedText } from '@mercato/contract/words/figures';
import type { MachineView } from '@mercato/contract/cleaning/machines';
import { WeighInput } from '../devices/WeighInput.tsx';
import { Field } from '../ui/Field.tsx';
import type { Entry } from '../ui/entry.ts';
import { Frame } from '../ui/fields.tsx';

const UNITS = ['kg', 'g', 'lb', 'oz', 'l', 'bu'] as const;
/** A weight as it is typed; nothing typed = not weighed. */
export interface TypedWeight {
  text: string;
  unit: string;
  moisture: string;
  scale: string;
}
export const noWeight = (unit: string): TypedWeight => ({ text: '', unit, moisture: '', scale: '' });

/** What is sent of it; null where nothing was weighed. */
export function weighingBody({ text, unit, moisture, scale }: TypedWeight, scales: readonly MachineView[]) {
  if (text.trim() === '') return null;
  const found = scales.find((one) => one.id === scale);
  const amount =
    unit === 'l' ? { by: 'litres', text } : unit === 'bu' ? { by: 'bushels', text } : { by: 'mass', text, unit };
  return {
    amount,
    moisturePercent: moisture,
    scale: found?.stepG == null ? null : { name: found.name, stepG: found.stepG },
  };
}

/** A weight with its unit, its moisture where it was measured, and the scale: Enter takes what a scale at hand shows. */
export function WeighLines<T extends FieldValues>({
  entry,
  at,
  path,
  label,
  scales,
  bushels,
  moisture = true,
  known,
}: {
  entry: Entry<T>;
  /** Where the form has it. */
  at: string;
  /** Where the body has it. */
  path: string;
  label: string;
  scales: readonly MachineView[];
  /** Whether the kind has a trade bushel. */
  bushels: boolean;
  moisture?: boolean;
  known?: string | undefined;
}) {
  const id = useId();
  const value = at
    .split('.')
    .reduce<unknown>((of, key) => (of as Record<string, unknown>)[key], entry.values) as TypedWeight;
  const set = (change: Partial<TypedWeight>) => {
    const [first = '', ...rest] = at.split('.');
    const whole = structuredClone((entry.values as Record<string, unknown>)[first]);
    const inner = rest.reduce<unknown>((of, key) => (of as Record<string, unknown>)[key], whole) as TypedWeight;
    Object.assign(inner, change);
    entry.set({ [first]: whole } as Partial<T>);
  };
  const fault = ['', '.amount', '.amount.text', '.amount.unit']
    .map((end) => entry.fault(`${path}${end}`))
    .find(Boolean);
  return (
    <>
      <Frame id={id} label={label} fault={fault}>
        <InputGroup className="with-unit">
          <WeighInput
            id={id}
            value={value.text}
            invalid={fault !== undefined}
            known={known}
            onChange={(text, weighedOn) => set(weighedOn ? { text, unit: 'g' } : { text })}
          />
          <Form.Select
            aria-label={`unit of ${label}`}
            value={value.unit}
            onChange={(event) => set({ unit: event.target.value })}
          >
            {UNITS.filter((one) => one !== 'bu' || bushels).map((one) => (
              <option key={one}>{one}</option>
            ))}
          </Form.Select>
        </InputGroup>
      </Frame>
      {moisture && (
        <Field
          entry={entry}
          name={`${at}.moisture` as Path<T>}
          path={`${path}.moisturePercent`}
          label="moisture, %"
          hint="if measured"
        />
      )}
      {scales.length > 0 && (
        <Field
          entry={entry}
          name={`${at}.scale` as Path<T>}
          path={`${path}.scale`}
          label="scale"
          options={[['', 'not said'], ...scales.map((one) => [one.id, one.name] as const)]}
        />
      )}
    </>
  );
}

const KILO = 1000;
/** Grams as people in a shed say them: kilograms from one kilogram on; pounds and ounces for who reads those. */
export function massWords(massG: ExactNumber | string | number | null): string {
  if (massG === null) return '–';
  const grams = new Exact(massG);
  const pounds = heavyNow() === 'lb';
  const heavy = new Exact(pounds ? GRAMS_PER.lb : KILO);
  const light = new Exact(pounds ? GRAMS_PER.oz : 1);
  const isHeavy = grams.abs().gte(heavy);
  const figure = grams.div(isHeavy ? heavy : light);
  const digits = figure.abs().gte(100) ? 5 : 4;
  const unit = pounds ? (isHeavy ? 'lb' : 'oz') : isHeavy ? 'kg' : 'g';
  return `${groupedText(figure.toSignificantDigits(digits).toString())} ${unit}`;
}

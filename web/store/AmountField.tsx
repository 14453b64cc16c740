import { useId } from 'react';
import { Form, InputGroup } from 'react-bootstrap';
import type { Amount } from '@mercato/core/store/packetBook';
import { MASS_UNITS, type MassUnit } from '@mercato/core/units/gramsPer';
import { TakeCount } from '../optics/TakeCount.tsx';
import { described, Frame } from '../ui/fields.tsx';
import { plainFigure, wholeNumber } from '../ui/typedBody.ts';

const UNITS = ['seeds', ...MASS_UNITS] as const;
export interface TypedAmount {
  readonly figure: string;
  readonly unit: 'seeds' | MassUnit;
}

export const noAmount = (unit: TypedAmount['unit']): TypedAmount => ({ figure: '', unit });

/** As the contract wants it; what is no figure goes on as typed, to be refused at its field. */
export const amountOf = ({ figure, unit }: TypedAmount): unknown =>
  unit === 'seeds' ? { by: 'count', seeds: wholeNumber(figure) } : { by: 'mass', text: plainFigure(figure), unit };

export const unitsFor = (by: Amount['by']): readonly TypedAmount['unit'][] => (by === 'count' ? ['seeds'] : MASS_UNITS);

/** So many seeds, or so much of them. */
export function AmountField({
  label,
  value,
  onChange,
  fault,
  hint,
  units = UNITS,
}: {
  label: string;
  value: TypedAmount;
  onChange: (value: TypedAmount) => void;
  fault: string | undefined;
  hint?: string | undefined;
  units?: readonly TypedAmount['unit'][];
}) {
  const id = useId();
  return (
    <Frame id={id} label={label} fault={fault} hint={hint}>
      <InputGroup className="with-unit">
        <Form.Control
          id={id}
          value={value.figure}
          inputMode="decimal"
          className="num"
          isInvalid={fault !== undefined}
          autoComplete="off"
          aria-describedby={described(id, fault, hint)}
          onChange={(event) => onChange({ ...value, figure: event.target.value })}
        />
        <Form.Select
          value={value.unit}
          aria-label={`${label}: in`}
          onChange={(event) => onChange({ ...value, unit: event.target.value as TypedAmount['unit'] })}
        >
          {units.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Form.Select>
      </InputGroup>
      {units.includes('seeds') && <TakeCount of={label} onTake={(figure) => onChange({ figure, unit: 'seeds' })} />}
    </Frame>
  );
}

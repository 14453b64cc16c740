import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { described, Frame } from '../ui/fields.tsx';

interface WeighingsProps {
  value: string;
  onChange: (value: string) => void;
  fault: string | undefined;
}

/** Weighings of one tray, one a line. */
export function Weighings({ value, onChange, fault }: WeighingsProps) {
  const id = useId();
  const hint =
    'of one tray: hours since the first, and grams; the first line is 0 and what it weighs at its moisture now';
  return (
    <Frame id={id} label="weighings so far, one a line" fault={fault} hint={hint}>
      <Form.Control
        as="textarea"
        id={id}
        rows={4}
        className="num text-start w-form"
        value={value}
        isInvalid={fault !== undefined}
        aria-describedby={described(id, fault, hint)}
        onChange={(event) => onChange(event.target.value)}
      />
    </Frame>
  );
}

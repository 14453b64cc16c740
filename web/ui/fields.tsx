import { MASS_UNITS, type MassUnit } from '@mercato/core/units/mass';
import { useId, type JSX, type ReactNode, type Ref } from 'react';
import Form from 'react-bootstrap/Form';

interface Common {
  label: ReactNode;
  fault?: string | undefined;
  hint?: ReactNode;
}

function Frame({ id, label, fault, hint, children }: Common & { id: string; children: ReactNode }): JSX.Element {
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      {children}
      {fault ? (
        <div className="why" id={`${id}-why`} role="alert">
          {fault}
        </div>
      ) : hint ? (
        <div className="hint" id={`${id}-hint`}>
          {hint}
        </div>
      ) : null}
    </div>
  );
}

const described = (id: string, fault: string | undefined, hint: ReactNode) =>
  fault ? `${id}-why` : hint ? `${id}-hint` : undefined;

/** One line to write on, with its fault or its hint below. */
export function TextField({
  label,
  value,
  onChange,
  fault,
  hint,
  type = 'text',
  figure = false,
  autoFocus = false,
  placeholder,
  inputMode,
  disabled,
  list,
}: Common & {
  value: string;
  onChange: (value: string) => void;
  /** The id of a datalist with proposals. */
  list?: string;
  type?: 'text' | 'date' | 'time' | 'password' | 'number';
  figure?: boolean;
  autoFocus?: boolean;
  placeholder?: string;
  inputMode?: 'decimal' | 'numeric';
  disabled?: boolean;
}): JSX.Element {
  const id = useId();
  return (
    <Frame id={id} label={label} fault={fault} hint={hint}>
      <Form.Control
        id={id}
        type={type}
        value={value}
        isInvalid={fault !== undefined}
        className={figure ? 'num' : undefined}
        autoFocus={autoFocus}
        disabled={disabled}
        placeholder={placeholder}
        inputMode={inputMode}
        autoComplete="off"
        list={list}
        aria-describedby={described(id, fault, hint)}
        onChange={(event) => onChange(event.target.value)}
      />
    </Frame>
  );
}

export function ChoiceField({
  label,
  value,
  onChange,
  fault,
  hint,
  options,
}: Common & {
  value: string;
  onChange: (value: string) => void;
  options: readonly (readonly [string, string])[];
}): JSX.Element {
  const id = useId();
  return (
    <Frame id={id} label={label} fault={fault} hint={hint}>
      <Form.Select
        id={id}
        value={value}
        isInvalid={fault !== undefined}
        aria-describedby={described(id, fault, hint)}
        onChange={(event) => onChange(event.target.value)}
      >
        {options.map(([key, text]) => (
          <option key={key} value={key}>
            {text}
          </option>
        ))}
      </Form.Select>
    </Frame>
  );
}

/** A mass with the unit it is read in; both are kept as written. */
export function MassField({
  label,
  text,
  unit,
  onChange,
  fault,
  hint,
  units = MASS_UNITS,
}: Common & {
  text: string;
  unit: MassUnit;
  onChange: (change: { text?: string; unit?: MassUnit }) => void;
  units?: readonly MassUnit[];
}): JSX.Element {
  const id = useId();
  return (
    <Frame id={id} label={label} fault={fault} hint={hint}>
      <div className="with-unit">
        <Form.Control
          id={id}
          value={text}
          inputMode="decimal"
          className="num"
          isInvalid={fault !== undefined}
          autoComplete="off"
          aria-describedby={described(id, fault, hint)}
          onChange={(event) => onChange({ text: event.target.value })}
        />
        <Form.Select
          value={unit}
          aria-label="unit"
          onChange={(event) => onChange({ unit: event.target.value as MassUnit })}
        >
          {units.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Form.Select>
      </div>
    </Frame>
  );
}

/** Chooses a file and hands it over at once; the same file can be chosen again after it was mended. */
export function FileField({
  label,
  accept,
  onFile,
  ref,
  disabled,
}: {
  label: string;
  accept: string;
  onFile: (file: File) => void;
  ref?: Ref<HTMLInputElement>;
  disabled?: boolean;
}): JSX.Element {
  const id = useId();
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <Form.Control
        ref={ref}
        type="file"
        id={id}
        accept={accept}
        disabled={disabled}
        style={{ maxWidth: 420, width: 'auto' }}
        onChange={(event) => {
          const input = event.target as HTMLInputElement;
          const file = input.files?.[0];
          input.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}

/** What stops the whole form. */
export function Trouble({ text }: { text: string | undefined }): JSX.Element | null {
  return text ? (
    <div className="notice bad" role="alert">
      {text}
    </div>
  ) : null;
}

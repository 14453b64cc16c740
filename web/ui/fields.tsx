import { type ReactNode, type Ref, useId } from 'react';
import { Form } from 'react-bootstrap';
import { Notice } from './Notice.tsx';

interface Common {
  label: ReactNode;
  fault?: string | undefined;
  hint?: ReactNode;
}

/** A line with its name above, and below it what is wrong with it, or else a hint. */
export function Frame({ id, label, fault, hint, children }: Common & { id: string; children: ReactNode }) {
  return (
    <Form.Group className="field">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      {children}
      {fault ? (
        <Form.Control.Feedback type="invalid" id={`${id}-why`} role="alert">
          {fault}
        </Form.Control.Feedback>
      ) : hint ? (
        <Form.Text as="div" id={`${id}-hint`}>
          {hint}
        </Form.Text>
      ) : null}
    </Form.Group>
  );
}

export const described = (id: string, fault: string | undefined, hint: ReactNode): string | undefined =>
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
  /** Of a figure that is whole; others are decimal. */
  inputMode?: 'numeric' | 'decimal' | undefined;
  disabled?: boolean;
}) {
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
        inputMode={inputMode ?? (figure ? 'decimal' : undefined)}
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
}) {
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

interface FileFieldProps {
  label: string;
  accept: string;
  onFile: (file: File) => void;
  ref?: Ref<HTMLInputElement>;
  disabled?: boolean;
}

/** Chooses a file and hands it over at once; the same file can be chosen again after it was mended. */
export function FileField({ label, accept, onFile, ref, disabled }: FileFieldProps) {
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
export function Trouble({ text }: { text: string | undefined }) {
  return text ? <Notice bad>{text}</Notice> : null;
}

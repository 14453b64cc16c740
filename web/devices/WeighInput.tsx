import { Form } from 'react-bootstrap';
import type { WeighedOn } from '@mercato/contract/devices/balances';
import type { AskedDecimals } from '@mercato/core/devices/takeReading';
import { useBalanceHere } from './balanceHere.tsx';

/**
 * One figure to be weighed: big, in the voice of figures. Where a balance is read at this bench, Enter takes its
 * steady reading into an empty line; else, and from a line that holds a figure, it goes on to the next.
 */
export function WeighInput({
  id,
  label,
  value,
  onChange,
  onFocus,
  onRefused,
  decimals = null,
  disabled,
  invalid,
  autoFocus,
  describedBy,
  known,
}: {
  id?: string;
  /** Said aloud where no label stands beside it. */
  label?: string;
  value: string;
  /** `weighedOn` names the balance that the figure was taken from; absent when it was typed. */
  onChange: (value: string, weighedOn?: WeighedOn) => void;
  onFocus?: () => void;
  /** Why the reading cannot be taken; undefined once it can. */
  onRefused?: (reason: string | undefined) => void;
  /** Decimals of a gram that are asked for; null = as the balance shows. */
  decimals?: AskedDecimals;
  disabled?: boolean;
  invalid?: boolean;
  autoFocus?: boolean;
  describedBy?: string | undefined;
  /** What stands here if nothing is weighed: it is known already. */
  known?: string | undefined;
}) {
  const here = useBalanceHere();
  return (
    <Form.Control
      id={id}
      aria-label={label}
      aria-describedby={describedBy}
      className="num weigh"
      inputMode="decimal"
      autoComplete="off"
      value={value}
      placeholder={known}
      disabled={disabled}
      isInvalid={invalid}
      autoFocus={autoFocus}
      onFocus={onFocus}
      onChange={(event) => {
        onRefused?.(undefined);
        onChange(event.target.value);
      }}
      onKeyDown={(event) => {
        // Sent from here, it is the form's.
        if (event.key !== 'Enter' || event.ctrlKey || event.metaKey || event.nativeEvent.isComposing) return;
        event.preventDefault();
        const input = event.currentTarget as HTMLInputElement;
        const taken = value.trim() === '' ? (here?.take(decimals) ?? null) : null;
        if (taken === null) {
          goOn(input);
          return;
        }
        onRefused?.(taken.ok ? undefined : taken.reason);
        if (!taken.ok) return;
        onChange(taken.text, here?.note() ?? undefined);
        goOn(input);
      }}
    />
  );
}

/** Puts the hands on the next figure of the same form that is open, or on what keeps them. */
function goOn(from: HTMLInputElement): void {
  const all = [
    ...(from.form?.querySelectorAll<HTMLElement>('input.weigh:not(:disabled), button[type="submit"]') ?? []),
  ];
  all[all.indexOf(from) + 1]?.focus();
}

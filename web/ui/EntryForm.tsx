import { type JSX, type KeyboardEvent, type ReactNode, useLayoutEffect, useRef } from 'react';
import { Button, Stack } from 'react-bootstrap';
import { Quiet } from './Buttons.tsx';
import type { Entry } from './entry.ts';
import { Trouble } from './fields.tsx';

type LineElement = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;
const isLine = (one: unknown): one is LineElement =>
  (one instanceof HTMLInputElement && one.type !== 'hidden' && one.type !== 'file') ||
  one instanceof HTMLTextAreaElement ||
  // The unit of a figure is no line of its own.
  (one instanceof HTMLSelectElement && !one.parentElement?.classList.contains('with-unit'));
const linesOf = (form: HTMLFormElement): LineElement[] =>
  [...form.elements].filter(isLine).filter((one) => !one.disabled);

/** The first line that nothing is written on. */
const firstEmpty = (form: HTMLFormElement): HTMLElement | undefined =>
  linesOf(form).find((one) => one instanceof HTMLInputElement && one.value === '' && one.type !== 'checkbox');

/** Enter goes on to the next line of a form, and sends from the last; Ctrl+Enter sends from any. */
export function goOn(event: KeyboardEvent<HTMLFormElement>): void {
  // A line that does more with Enter has done it.
  if (event.key !== 'Enter' || event.isDefaultPrevented() || event.nativeEvent.isComposing) return;
  const at = event.target;
  if (event.ctrlKey || event.metaKey) {
    event.preventDefault();
    event.currentTarget.requestSubmit();
    return;
  }
  if (!isLine(at) || at instanceof HTMLTextAreaElement) return;
  const lines = linesOf(event.currentTarget);
  const next = lines[lines.indexOf(at) + 1];
  if (!next) return;
  event.preventDefault();
  next.focus();
  if (next instanceof HTMLInputElement && next.type === 'text') next.select();
}

/**
 * A form around an entry: what stops it on top, its lines, and below them what sends it and what leaves it. Enter goes
 * on to the next line, and sends from the last; Ctrl+Enter sends from any.
 */
export function EntryForm({
  entry,
  title,
  trouble = entry.general,
  send,
  quiet = false,
  disabled = false,
  leave,
  beside,
  waits = false,
  className,
  children,
}: {
  entry: Omit<Entry<unknown>, 'set' | 'control'>;
  title?: ReactNode;
  /** What stops the form, when more than the entry itself can. */
  trouble?: string | undefined;
  /** The words on the button that sends it; without them the form is only read. */
  send: string | JSX.Element | null;
  /** Not the main act of its page. */
  quiet?: boolean;
  disabled?: boolean;
  leave?: () => void;
  /** Other acts beside the one that sends. */
  beside?: ReactNode;
  /** Stands on a page whose hands are elsewhere: it does not take the focus when it is shown. */
  waits?: boolean;
  className?: string;
  children: ReactNode;
}) {
  const form = useRef<HTMLFormElement>(null);
  // A choice that goes away with what it chose leaves the hands nowhere: they go on to what is still empty.
  useLayoutEffect(() => {
    const here = form.current;
    if (!here || waits || (document.activeElement && document.activeElement !== document.body)) return;
    if (!document.querySelector('.modal.show')) firstEmpty(here)?.focus();
  }, [waits, entry.values]);
  return (
    <form
      ref={form}
      className={className}
      noValidate
      // The live stream leaves alone what somebody is filling in.
      data-touched={entry.touched ? '' : undefined}
      onKeyDown={goOn}
      onSubmit={(event) => {
        event.preventDefault();
        void entry.submit();
      }}
    >
      {title && <h2>{title}</h2>}
      <Trouble text={trouble} />
      {children}
      {send !== null && (
        <Stack direction="horizontal" gap={2} className="actions">
          <Button type="submit" variant={quiet ? 'outline-primary' : 'primary'} disabled={entry.busy || disabled}>
            {send}
          </Button>
          {beside}
          {leave && <Quiet onClick={leave}>Cancel</Quiet>}
        </Stack>
      )}
    </form>
  );
}

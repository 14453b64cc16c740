import type { CSSProperties, JSX, ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import type { Entry } from './entry.ts';
import { Trouble } from './fields.tsx';

/** A form around a entry: what stops it on top, its lines, and below them what sends it and what leaves it. */
export function EntryForm<T>({
  entry,
  title,
  trouble = entry.general,
  send,
  quiet = false,
  disabled = false,
  leave,
  beside,
  style,
  children,
}: {
  entry: Entry<T>;
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
  style?: CSSProperties;
  children: ReactNode;
}): JSX.Element {
  return (
    <form
      style={style}
      // The live stream leaves alone what somebody is filling in.
      data-touched={entry.touched ? '' : undefined}
      onSubmit={(event) => {
        event.preventDefault();
        void entry.submit();
      }}
    >
      {title && <h2>{title}</h2>}
      <Trouble text={trouble} />
      {children}
      {send !== null && (
        <div className="actions">
          <Button type="submit" variant={quiet ? 'outline-primary' : 'primary'} disabled={entry.busy || disabled}>
            {send}
          </Button>
          {beside}
          {leave && (
            <Button variant="outline-primary" onClick={leave}>
              Leave it
            </Button>
          )}
        </div>
      )}
    </form>
  );
}

import { useState } from 'react';
import { Stack } from 'react-bootstrap';
import { Inline, Quiet } from './Buttons.tsx';
import { useAct } from './act.ts';
import { TextField, Trouble } from './fields.tsx';

/** Strikes a line that was written down, with the reason; the line itself stays to be read. */
export function Strike({
  what,
  words = 'cross out',
  ask = words === 'cross out' ? 'why it is crossed out' : 'why',
  strike,
}: {
  what: string;
  /** What is done, as its button says. */
  words?: string;
  /** What has to be said. */
  ask?: string;
  strike: (reason: string) => Promise<void>;
}) {
  const [reason, setReason] = useState<string | null>(null);
  const { act, trouble } = useAct();
  if (reason === null)
    return (
      <Inline aria-label={`${words} ${what}`} onClick={() => setReason('')}>
        {words}
      </Inline>
    );
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => strike(reason.trim()));
      }}
    >
      <Trouble text={trouble} />
      <TextField label={ask} value={reason} onChange={setReason} autoFocus />
      <Stack direction="horizontal" gap={2} className="actions">
        <Quiet type="submit">{words}</Quiet>
      </Stack>
    </form>
  );
}

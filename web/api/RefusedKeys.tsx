import { Small } from '../ui/Buttons.tsx';
import type { Waiting } from './keyQueue.ts';

/** Keys that the server would not take: kept here until their person lets them go. */
export function RefusedKeys({ waiting, drop }: { waiting: Waiting; drop: () => void }) {
  if (waiting.refused === 0) return null;
  return (
    <p>
      The server would not take {waiting.refused} keys; they are kept here. <Small onClick={drop}>Discard them</Small>
    </p>
  );
}

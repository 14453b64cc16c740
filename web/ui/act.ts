import { useCallback, useState } from 'react';
import { Refused } from '../api/client.ts';

/** What stopped an act: what is wrong at a field, where one is named. */
export function refusal(error: unknown): string {
  if (!(error instanceof Refused)) throw error;
  return error.faults[0]?.message ?? error.message;
}

/** Acts of a page that stand in no form: `act` says whether one went through, `trouble` what stopped the last. */
export function useAct() {
  const [trouble, setTrouble] = useState<string>();
  const act = useCallback(async (work: () => Promise<unknown>): Promise<boolean> => {
    setTrouble(undefined);
    try {
      await work();
      return true;
    } catch (error) {
      setTrouble(refusal(error));
      return false;
    }
  }, []);
  return { act, trouble, setTrouble };
}

import { useEffect, useState } from 'react';

/** The time, ms since 1970, looked up again every half minute: for clocks that show minutes. */
export function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 30_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

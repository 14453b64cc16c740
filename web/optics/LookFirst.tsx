import { ButtonGroup, Stack } from 'react-bootstrap';
import { ODD_WORDS } from '@mercato/contract/optics/words';
import type { FoundSeed } from '@mercato/core/optics/countSeeds';
import { Small } from '../ui/Buttons.tsx';
import { CutOut } from './CutOut.tsx';
import { MOST_AS_ONE } from './hands.ts';

interface LookFirstProps {
  shown: ImageBitmap;
  seeds: readonly FoundSeed[];
  odd: readonly number[];
  at: number | null;
  countsAs: (i: number) => number;
  look: (i: number) => void;
  setAs: (i: number, many: number) => void;
}

const MOST = 40;

/** What is odd, cut out and large: whether it counts is for the eye. */
export function LookFirst({ shown, seeds, odd, at, countsAs, look, setAs }: LookFirstProps) {
  return (
    <section aria-labelledby="look-first">
      <h2 id="look-first" className="fs-5">
        Look at {odd.length === 1 ? 'this one' : `these ${odd.length}`} first
      </h2>
      <ul className="look-first">
        {odd.slice(0, MOST).map((i) => {
          const seed = seeds[i];
          if (!seed?.odd) return null;
          return (
            <li key={i} className={i === at ? 'at' : undefined}>
              <CutOut shown={shown} seed={seed} onClick={() => look(i)} />
              <Stack gap={1} className="align-items-start">
                <span>{ODD_WORDS[seed.odd]}</span>
                <ButtonGroup size="sm" aria-label={`counts as, ${ODD_WORDS[seed.odd]}`}>
                  {Array.from({ length: MOST_AS_ONE + 1 }, (_, many) => (
                    <Small
                      key={many}
                      active={countsAs(i) === many}
                      aria-pressed={countsAs(i) === many}
                      onClick={() => setAs(i, many)}
                    >
                      {many === 0 ? 'none' : many}
                    </Small>
                  ))}
                </ButtonGroup>
              </Stack>
            </li>
          );
        })}
      </ul>
      {odd.length > MOST && <p className="soft">and {odd.length - MOST} more, marked in the picture</p>}
    </section>
  );
}

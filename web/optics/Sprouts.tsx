import { polygonContains } from 'd3-polygon';
import { useState } from 'react';
import { Button, ButtonGroup, Stack } from 'react-bootstrap';
import { SPROUT_WORDS } from '@mercato/contract/optics/words';
import type { Sprout } from '@mercato/core/optics/sprouts';
import { Inline, Small } from '../ui/Buttons.tsx';
import { Notice } from '../ui/Notice.tsx';
import { useKeys } from '../ui/keys.tsx';
import { CutOut } from './CutOut.tsx';
import { openedWords, OpenPicture, Zooms } from './OpenPicture.tsx';
import { SeedView } from './SeedView.tsx';
import type { LookedAt } from './count.worker.ts';

const STATES = ['not', 'sprouted', 'none'] as const;
type State = (typeof STATES)[number];
const STATE_WORDS: Readonly<Record<State, string>> = { not: 'not', sprouted: 'sprouted', none: 'no seed' };
const LOOKS: Readonly<Record<State, string>> = { not: 'counts', sprouted: 'counts sprouted', none: 'left-out' };
const MOST = 40;

/** What was found on a towel: how many seeds, and how many of them have sprouted. */
export interface OnTowel {
  readonly seeds: number;
  readonly sprouted: number;
}
type Take = ((found: OnTowel) => void) | undefined;

/** Proposes which seeds of a picture have sprouted; each one is for the eye. */
export const Sprouts = ({ onTake }: { onTake?: Take }) => (
  <OpenPicture<LookedAt>
    ask={(worker, file, tell) => worker.look(file, tell)}
    hint="Seeds apart on a plain towel of another colour than seed and root, wet but without drops; light from all sides."
  >
    {(looked) => <OnTheTowel looked={looked} onTake={onTake} />}
  </OpenPicture>
);

const proposed = ({ sprouted }: Sprout): State => (sprouted ? 'sprouted' : 'not');

function OnTheTowel({ looked, onTake }: { looked: LookedAt; onTake: Take }) {
  const { sprouts, shown } = looked;
  const { seeds } = sprouts;
  const [changes, change] = useState<Readonly<Record<number, State>>>({});
  const [zoom, setZoom] = useState(1);
  const [at, setAt] = useState<number | null>(null);
  const odd = seeds.flatMap((one, i) => (one.odd ? [i] : []));
  const stateOf = (i: number): State => changes[i] ?? (seeds[i] ? proposed(seeds[i]) : 'none');
  const setAs = (i: number, state: State) => {
    const { [i]: _gone, ...rest } = changes;
    change(seeds[i] && proposed(seeds[i]) === state ? rest : { ...rest, [i]: state });
  };
  const look = (i: number) => {
    setAt(i);
    setZoom((held) => Math.max(held, 2));
  };
  useKeys([
    {
      key: 'n',
      says: 'the next one to look at',
      act: () => {
        const next = odd[(odd.indexOf(at ?? -1) + 1) % odd.length];
        if (next !== undefined) look(next);
      },
    },
  ]);
  const count = (state: State) => seeds.filter((_, i) => stateOf(i) === state).length;
  const [sprouted, not] = [count('sprouted'), count('not')];
  const handled = Object.keys(changes).length;
  const onPress = (x: number, y: number) => {
    const i = seeds.findIndex((one) => polygonContains(one.outline as [number, number][], [x, y]));
    if (i >= 0) setAs(i, STATES[(STATES.indexOf(stateOf(i)) + 1) % STATES.length] ?? 'not');
  };
  return (
    <div className="picture-count">
      <div>
        <p className="m-0" role="status">
          <span className="fig fs-1">{sprouted}</span> sprouted of <span className="fig fs-1">{sprouted + not}</span>
          <span className="soft">
            {handled > 0 && ` · ${handled} put right by hand`}
            {openedWords(looked)}
          </span>
        </p>
        <Notice>
          A proposal: it sees what is thin and grows out of a seed, and knows no root from a leaf or a thread. Look at
          each one; what has sprouted is not yet a normal seedling.
        </Notice>
        <Stack direction="horizontal" gap={2} className="flex-wrap my-2">
          {onTake && (
            <Button onClick={() => onTake({ seeds: sprouted + not, sprouted })}>
              Take {sprouted} of {sprouted + not}
            </Button>
          )}
          <Zooms zoom={zoom} set={setZoom} />
          {handled > 0 && <Inline onClick={() => change({})}>as it was proposed</Inline>}
        </Stack>
        <SeedView
          shown={shown}
          seeds={seeds}
          bars={[]}
          looks={(i) => LOOKS[stateOf(i)]}
          marks={[]}
          ends={[]}
          at={at}
          zoom={zoom}
          onPress={onPress}
        />
        <p className="soft mt-2">Press on a seed: sprouted, no seed, not sprouted, and round again.</p>
      </div>
      <aside>
        {odd.length === 0 ? (
          <Notice>Nothing between the two was found.</Notice>
        ) : (
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
                      <span>{SPROUT_WORDS[seed.odd]}</span>
                      <ButtonGroup size="sm" aria-label={`it is, ${SPROUT_WORDS[seed.odd]}`}>
                        {STATES.map((state) => (
                          <Small
                            key={state}
                            active={stateOf(i) === state}
                            aria-pressed={stateOf(i) === state}
                            onClick={() => setAs(i, state)}
                          >
                            {STATE_WORDS[state]}
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
        )}
      </aside>
    </div>
  );
}

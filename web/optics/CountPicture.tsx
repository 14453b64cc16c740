import { useState } from 'react';
import { Button, Stack } from 'react-bootstrap';
import { Inline } from '../ui/Buttons.tsx';
import { Notice } from '../ui/Notice.tsx';
import { useKeys } from '../ui/keys.tsx';
import { LookFirst } from './LookFirst.tsx';
import { Measures } from './Measures.tsx';
import { SeedView } from './SeedView.tsx';
import { openedWords, OpenPicture, Zooms } from './OpenPicture.tsx';
import type { Counted } from './count.worker.ts';
import { type Changes, countsAs, handled, NO_CHANGES, press, setAs, toLookAt, total } from './hands.ts';

/** How a picture came to its count: how many were found, and how many of them a hand put right. */
export interface CountedBy {
  readonly found: number;
  readonly handled: number;
}
type Take = ((seeds: number, by: CountedBy) => void) | undefined;

/** Counts the seeds of a picture; hands put right what was found otherwise than it is. */
export const CountPicture = ({ onTake }: { onTake?: Take }) => (
  <OpenPicture<Counted>
    ask={(worker, file, tell) => worker.count(file, tell)}
    hint="Loose seed, not heaped, on a plain sheet of another colour that fills the picture; light from all sides."
  >
    {(counted) => <Found counted={counted} onTake={onTake} />}
  </OpenPicture>
);

function Found({ counted, onTake }: { counted: Counted; onTake: Take }) {
  const { count, shown } = counted;
  const { seeds, bars } = count;
  const [changes, change] = useState<Changes>(NO_CHANGES);
  const [ends, setEnds] = useState<readonly (readonly [number, number])[]>([]);
  const [measuring, setMeasuring] = useState(false);
  const [zoom, setZoom] = useState(1);
  const odd = toLookAt(seeds);
  const [looked, setLooked] = useState<number | null>(null);
  const at = looked === null ? null : (odd[looked] ?? null);
  const next = () => {
    if (odd.length === 0) return;
    setLooked(looked === null ? 0 : (looked + 1) % odd.length);
    setZoom((held) => Math.max(held, 2));
  };
  useKeys([{ key: 'n', says: 'the next odd one', act: next }]);
  const now = total(seeds, changes);
  const onPress = (x: number, y: number, reach: number) => {
    if (!measuring) change(press(seeds, changes, x, y, reach));
    else if (ends.length === 1) {
      setEnds([...ends, [x, y]]);
      setMeasuring(false);
    } else setEnds([[x, y]]);
  };
  const touched = handled(changes);
  return (
    <div className="picture-count">
      <div>
        <p className="m-0" role="status">
          <span className="fig fs-1">{now}</span> {now === 1 ? 'seed' : 'seeds'}
          <span className="soft">
            {touched > 0 && ` · found ${total(seeds, NO_CHANGES)}, ${touched} put right by hand`}
            {openedWords(counted)}
          </span>
        </p>
        <Stack direction="horizontal" gap={2} className="flex-wrap my-2">
          {onTake && (
            <Button onClick={() => onTake(now, { found: total(seeds, NO_CHANGES), handled: touched })}>
              Take {now}
            </Button>
          )}
          <Zooms zoom={zoom} set={setZoom} />
          {touched > 0 && <Inline onClick={() => change(NO_CHANGES)}>as it was found</Inline>}
        </Stack>
        <SeedView
          shown={shown}
          seeds={seeds}
          bars={bars}
          looks={(i) => (countsAs(seeds, changes, i) > 0 ? 'counts' : 'left-out')}
          marks={changes.marks}
          ends={ends}
          at={at}
          zoom={zoom}
          onPress={onPress}
        />
        <p className="soft mt-2">
          {measuring
            ? `Press on the ${ends.length === 1 ? 'other end' : 'one end'} of what is measured.`
            : 'Press on a seed to leave it out or to count it, beside the seeds to add one that was not found.'}
        </p>
      </div>
      <aside>
        {odd.length > 0 && (
          <LookFirst
            shown={shown}
            seeds={seeds}
            odd={odd}
            at={at}
            countsAs={(i) => countsAs(seeds, changes, i)}
            look={(i) => {
              setLooked(odd.indexOf(i));
              setZoom((held) => Math.max(held, 2));
            }}
            setAs={(i, many) => change(setAs(seeds, changes, i, many))}
          />
        )}
        {odd.length === 0 && <Notice>Nothing odd was found.</Notice>}
        <Measures
          counted={counted}
          now={now}
          of={seeds.filter((one, i) => one.odd === null && countsAs(seeds, changes, i) > 0)}
          ends={ends}
          measure={() => {
            setEnds([]);
            setMeasuring(true);
          }}
        />
      </aside>
    </div>
  );
}

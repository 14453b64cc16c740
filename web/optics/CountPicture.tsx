import { proxy } from 'comlink';
import { useState } from 'react';
import { Button, Form, ProgressBar, Stack } from 'react-bootstrap';
import { refusalWords } from '@mercato/contract/optics/words';
import { argumentWords } from '@mercato/contract/words/arguments';
import { ArgumentFault } from '@mercato/core/units/argument';
import { Inline, Small } from '../ui/Buttons.tsx';
import { Notice } from '../ui/Notice.tsx';
import { Trouble } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { useWorker } from '../ui/useWorker.ts';
import { LookFirst } from './LookFirst.tsx';
import { Measures } from './Measures.tsx';
import { SeedView } from './SeedView.tsx';
import type { Counted, Counting } from './count.worker.ts';
import { type Changes, countsAs, handled, NO_CHANGES, press, setAs, toLookAt, total } from './hands.ts';

const start = () => new Worker(new URL('./count.worker.ts', import.meta.url), { type: 'module' });
const ZOOMS = [1, 2, 4];

/** How a picture came to its count: how many were found, and how many of them a hand put right. */
export interface CountedBy {
  readonly found: number;
  readonly handled: number;
}
type Take = ((seeds: number, by: CountedBy) => void) | undefined;

/** Counts the seeds of a picture; hands put right what was found otherwise than it is. */
export function CountPicture({ onTake }: { onTake?: Take }) {
  const { ask, stop } = useWorker<Counting>(start);
  const [share, setShare] = useState<number>();
  const [trouble, setTrouble] = useState<string>();
  const [counted, setCounted] = useState<Counted>();
  const open = async (file: File | undefined) => {
    if (!file) return;
    setTrouble(undefined);
    // What was counted before is not the count of this one.
    setCounted(undefined);
    setShare(0);
    try {
      const answer = await ask().count(file, proxy(setShare));
      if (answer.is === 'counted') setCounted(answer);
      else if (answer.is === 'cannot-count') setTrouble(argumentWords(new ArgumentFault(answer.field, answer.says)));
      else setTrouble(refusalWords(answer));
    } finally {
      setShare(undefined);
    }
  };
  const cancel = () => {
    stop();
    setShare(undefined);
  };
  return (
    <>
      <Form.Group controlId="picture-file" className="mb-2 w-text">
        <Form.Label>{counted ? 'another picture' : 'picture: photograph or scan'}</Form.Label>
        <Form.Control
          type="file"
          accept="image/jpeg,image/png,image/webp"
          disabled={share !== undefined}
          // The same file may be chosen again, after it was cancelled.
          onClick={(event) => (event.currentTarget.value = '')}
          onChange={(event) => void open((event.target as HTMLInputElement).files?.[0])}
        />
        {!counted && (
          <Form.Text as="div">
            Loose seed, not heaped, on a plain sheet of another colour that fills the picture; light from all sides. The
            picture stays on this machine.
          </Form.Text>
        )}
      </Form.Group>
      <Trouble text={trouble} />
      {share !== undefined && (
        <Stack direction="horizontal" gap={3} className="w-text my-3">
          <ProgressBar className="flex-grow-1" now={share * 100} aria-label="counting" />
          <Small onClick={cancel}>Cancel</Small>
        </Stack>
      )}
      {counted && <Found counted={counted} onTake={onTake} />}
    </>
  );
}

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
            {counted.turned && ' · turned upright, as its camera says'}
            {counted.share < 1 &&
              ` · made smaller for counting: ${counted.came.width} × ${counted.came.height} to ${shown.width} × ${shown.height} pixels`}
          </span>
        </p>
        <Stack direction="horizontal" gap={2} className="flex-wrap my-2">
          {onTake && (
            <Button onClick={() => onTake(now, { found: total(seeds, NO_CHANGES), handled: touched })}>
              Take {now}
            </Button>
          )}
          {ZOOMS.map((one) => (
            <Small key={one} active={zoom === one} aria-pressed={zoom === one} onClick={() => setZoom(one)}>
              {one === 1 ? 'whole' : `${one} ×`}
            </Small>
          ))}
          {touched > 0 && <Inline onClick={() => change(NO_CHANGES)}>as it was found</Inline>}
        </Stack>
        <SeedView
          shown={shown}
          seeds={seeds}
          bars={bars}
          changes={changes}
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

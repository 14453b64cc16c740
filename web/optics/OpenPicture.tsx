import { proxy, type Remote } from 'comlink';
import { type ReactNode, useState } from 'react';
import { Form, ProgressBar, Stack } from 'react-bootstrap';
import { refusalWords } from '@mercato/contract/optics/words';
import { argumentWords } from '@mercato/contract/words/arguments';
import { ArgumentFault } from '@mercato/core/units/argument';
import { Small } from '../ui/Buttons.tsx';
import { Trouble } from '../ui/fields.tsx';
import { useWorker } from '../ui/useWorker.ts';
import type { Counted, Counting, LookedAt } from './count.worker.ts';

const start = () => new Worker(new URL('./count.worker.ts', import.meta.url), { type: 'module' });
const ZOOMS = [1, 2, 4];

type Refusal = Exclude<Awaited<ReturnType<Counting['count']>>, Counted>;
interface OpenPictureProps<Answer> {
  /** What is asked of the worker. */
  ask: (worker: Remote<Counting>, file: File, tell: (share: number) => unknown) => Promise<Answer | Refusal>;
  /** How the picture is to be taken. */
  hint: string;
  children: (answer: Answer) => ReactNode;
}

/** Opens a picture in a worker, with how far it is and a way to stop; what was found is shown beneath. */
export function OpenPicture<Answer extends Counted | LookedAt>({
  ask: work,
  hint,
  children,
}: OpenPictureProps<Answer>) {
  const { ask, stop } = useWorker<Counting>(start);
  const [share, setShare] = useState<number>();
  const [trouble, setTrouble] = useState<string>();
  const [found, setFound] = useState<Answer>();
  const open = async (file: File | undefined) => {
    if (!file) return;
    setTrouble(undefined);
    // What was found before is not found in this one.
    setFound(undefined);
    setShare(0);
    try {
      const answer = await work(ask(), file, proxy(setShare));
      if (answer.is === 'counted' || answer.is === 'looked-at') setFound(answer);
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
        <Form.Label>{found ? 'another picture' : 'picture: photograph or scan'}</Form.Label>
        <Form.Control
          type="file"
          accept="image/jpeg,image/png,image/webp"
          disabled={share !== undefined}
          // The same file may be chosen again, after it was cancelled.
          onClick={(event) => (event.currentTarget.value = '')}
          onChange={(event) => void open((event.target as HTMLInputElement).files?.[0])}
        />
        {!found && <Form.Text as="div">{hint} The picture stays on this machine.</Form.Text>}
      </Form.Group>
      <Trouble text={trouble} />
      {share !== undefined && (
        <Stack direction="horizontal" gap={3} className="w-text my-3">
          <ProgressBar className="flex-grow-1" now={share * 100} aria-label="counting" />
          <Small onClick={cancel}>Cancel</Small>
        </Stack>
      )}
      {found && children(found)}
    </>
  );
}

/** What was done to a picture before it was looked at. */
export const openedWords = ({ turned, share, came, shown }: Counted | LookedAt): string =>
  [
    turned ? ' · turned upright, as its camera says' : '',
    share < 1
      ? ` · made smaller for counting: ${came.width} × ${came.height} to ${shown.width} × ${shown.height} pixels`
      : '',
  ].join('');

export function Zooms({ zoom, set }: { zoom: number; set: (zoom: number) => void }) {
  return ZOOMS.map((one) => (
    <Small key={one} active={zoom === one} aria-pressed={zoom === one} onClick={() => set(one)}>
      {one === 1 ? 'whole' : `${one} ×`}
    </Small>
  ));
}

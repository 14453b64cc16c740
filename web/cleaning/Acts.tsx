import type { BatchLine } from '@mercato/contract/cleaning/views';
import type { PassState } from '@mercato/core/cleaning/bookState';
import type { ShedEntry } from '@mercato/core/cleaning/entries';
import { isSoak } from '@mercato/core/cleaning/passLines';
import { BagForm, GoneForm, MishapForm } from './acts/away.tsx';
import { DryingForm, PlotsForm, SoakForm, SortedForm } from './acts/care.tsx';
import { CloseForm, SettleForm } from './acts/close.tsx';
import { ArriveForm, PickForm } from './acts/harvest.tsx';
import { LookForm, PriceForm } from './acts/look.tsx';
import { PassForm } from './acts/pass.tsx';
import { CameOffForm, EndForm, StopForm, WeighForm } from './acts/streams.tsx';
import type { OpenBatch } from './useBatch.ts';

export const ACTS = {
  pick: 'Picked',
  arrive: 'A load arrived',
  pass: 'Next pass',
  off: 'Weigh what came off',
  end: 'End the pass',
  stop: 'It stopped',
  soak: 'At the soak',
  drying: 'Weigh what dries',
  sorted: 'Sorted',
  plots: 'A pair of plots',
  weigh: 'Weigh',
  look: 'Look at a sample',
  price: 'Prices by grade',
  settle: 'What the load is paid',
  gone: 'Screenings go',
  bag: 'To the bags',
  mishap: 'A mishap',
  close: 'Close the batch',
} as const;
export type Act = keyof typeof ACTS;
export const KEYS: Partial<Record<Act, string>> = {
  pass: 'n',
  off: 'w',
  end: 'e',
  look: 'l',
  bag: 'b',
  pick: 'p',
  soak: 's',
};

/** The form in which each kind of line is corrected; what is not named is crossed out and written anew. */
const CORRECTED: Partial<Record<ShedEntry['what'], Act>> = {
  picked: 'pick',
  arrived: 'arrive',
  pass: 'pass',
  'came-off': 'off',
  ended: 'end',
  stopped: 'stop',
  soak: 'soak',
  drying: 'drying',
  sorted: 'sorted',
  plots: 'plots',
  weighed: 'weigh',
  looked: 'look',
  priced: 'price',
  settled: 'settle',
  gone: 'gone',
  mishap: 'mishap',
};
export const isCorrected = (what: ShedEntry['what']): boolean => CORRECTED[what] !== undefined;
export const correctedBy = (line: BatchLine): Act | null => CORRECTED[line.entry.what] ?? null;

/** What can be done, the likeliest first. */
export function actsOf(batch: OpenBatch, pass: PassState | undefined): readonly Act[] {
  const { book } = batch;
  // What a towel, a plot or a price says comes long after.
  if (book.closed)
    return [
      'look',
      ...(pass ? (['price'] as const) : []),
      ...(pass?.method === 'hand-sort' ? (['plots'] as const) : []),
      ...(book.arrivals.length > 0 ? (['settle'] as const) : []),
    ];
  const filled = [...book.vessels.values()].some((one) => !one.empty);
  const isRunning = pass?.ended === null;
  const own: Act[] = [];
  if (isRunning) {
    if (isSoak(pass.method)) own.push('soak');
    if (pass.method === 'dry') own.push('drying');
    if (pass.method === 'hand-sort') own.push('sorted');
    own.push('off', 'end', 'stop');
  }
  const rest: Act[] = [];
  if (filled) rest.push('pass', 'bag', 'look', 'weigh', 'gone');
  else if (book.passes.size > 0 && !isRunning) rest.push('close');
  if (pass) rest.push('price');
  if (pass?.method === 'hand-sort') rest.push('plots');
  if (book.arrivals.length > 0) rest.push('settle');
  rest.push('pick', 'arrive', 'mishap');
  if (filled && !isRunning) rest.push('close');
  return filled || isRunning || rest[0] === 'close'
    ? [...own, ...rest]
    : ['pick', 'arrive', ...own, ...rest.filter((one) => one !== 'pick' && one !== 'arrive')];
}

interface Of {
  batch: OpenBatch;
  done: () => void;
  /** The vessel that was scanned. */
  vessel?: string | undefined;
  /** The line that is corrected by it. */
  corrects?: BatchLine | undefined;
}

/** The form of an act; of a pass, of the one that is chosen or that the corrected line is of. */
export function ActForm({ act, pass, ...of }: Of & { act: Act; pass: PassState | undefined }) {
  switch (act) {
    case 'pick':
      return <PickForm {...of} />;
    case 'arrive':
      return <ArriveForm {...of} />;
    case 'pass':
      return <PassForm {...of} />;
    case 'weigh':
      return <WeighForm {...of} />;
    case 'look':
      return <LookForm {...of} />;
    case 'gone':
      return <GoneForm {...of} />;
    case 'bag':
      return <BagForm {...of} />;
    case 'mishap':
      return <MishapForm {...of} />;
    case 'settle':
      return <SettleForm {...of} />;
    case 'close':
      return <CloseForm {...of} />;
    default: {
      const entry = of.corrects?.entry;
      const its = entry && 'pass' in entry ? of.batch.book.passes.get(entry.pass) : pass;
      return its ? <PassAct act={act} {...of} pass={its} /> : null;
    }
  }
}

/** What is written of one pass. */
function PassAct({ act, ...of }: Of & { act: Act; pass: PassState }) {
  switch (act) {
    case 'off':
      // Each stream begins with an empty form.
      return <CameOffForm key={of.pass.streams.length} {...of} />;
    case 'end':
      return <EndForm {...of} />;
    case 'stop':
      return <StopForm {...of} />;
    case 'soak':
      return <SoakForm {...of} />;
    case 'drying':
      return <DryingForm {...of} />;
    case 'sorted':
      return <SortedForm {...of} />;
    case 'plots':
      return <PlotsForm {...of} />;
    case 'price':
      return <PriceForm {...of} />;
    default:
      return null;
  }
}

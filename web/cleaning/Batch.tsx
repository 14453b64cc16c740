import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import { shedDueWords } from '@mercato/contract/cleaning/dueWords';
import { GOAL_WORDS, OUTCOME_WORDS, PURPOSE_WORDS, RIGHTS_WORDS } from '@mercato/contract/cleaning/words';
import { METHOD_WORDS } from '@mercato/contract/cleaning/methodWords';
import type { PassState } from '@mercato/core/cleaning/bookState';
import { isSoak } from '@mercato/core/cleaning/passLines';
import { soakOf } from '@mercato/core/cleaning/standing';
import { linkTo } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { Button, Dropdown } from 'react-bootstrap';
import { Key, useKeys } from '../ui/keys.tsx';
import { Notice } from '../ui/Notice.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { Station } from '../ui/Station.tsx';
import { BagForm, GoneForm, MishapForm } from './acts/away.tsx';
import { DryingForm, PlotsForm, SoakForm, SortedForm } from './acts/care.tsx';
import { ArriveForm, PickForm } from './acts/harvest.tsx';
import { runs } from './acts/line.tsx';
import { LookForm, PriceForm } from './acts/look.tsx';
import { PassForm } from './acts/pass.tsx';
import { CameOffForm, EndForm, StopForm, WeighForm } from './acts/streams.tsx';
import { BatchBook } from './BatchBook.tsx';
import { Flow } from './Flow.tsx';
import { Passes } from './Passes.tsx';
import { PassSlip } from './PassSlip.tsx';
import { type OpenBatch, useBatch } from './useBatch.ts';
import { Vessels } from './Vessels.tsx';
import { massWords } from './weights.tsx';

const ACTS = {
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
  gone: 'Screenings go',
  bag: 'To the bags',
  mishap: 'A mishap',
} as const;
type Act = keyof typeof ACTS;
/** As many beside the first as stand in sight; the others are drawn out. */
const AT_HAND = 4;
const KEYS: Partial<Record<Act, string>> = { pass: 'n', off: 'w', end: 'e', look: 'l', bag: 'b', pick: 'p', soak: 's' };

/** Seed on its way from the plant to the bag: where it went, what each pass did, what is to be done next. */
export default function Batch() {
  const { batch: id = '' } = useParams();
  const { batch, error } = useBatch(id);
  if (!batch) return <Busy error={error} back={['/shed', 'the shed']} />;
  return <Open key={id} batch={batch} />;
}

function Open({ batch }: { batch: OpenBatch }) {
  const { view, book } = batch;
  const { session } = useSession();
  const [search, setSearch] = useSearchParams();
  const [act, setAct] = useState<Act | null>(null);
  const running = runs(batch);
  const asked = book.passes.get(search.get('pass') ?? '');
  const last = [...book.passes.values()].at(-1);
  const chosen = asked ?? running[0] ?? last;
  const acts = actsOf(batch, chosen);
  const [first, ...others] = acts;
  const choose = (pass: string) => setSearch({ pass }, { replace: true });
  const done = () => setAct(null);
  useKeys(
    batch.mayWrite && act === null
      ? acts.flatMap((one) =>
          KEYS[one] ? [{ key: KEYS[one] ?? '', says: ACTS[one].toLowerCase(), act: () => setAct(one) }] : [],
        )
      : [],
  );
  const zone = session?.laboratory.zone ?? 'UTC';
  return (
    <Station slip={<PassSlip batch={batch} pass={chosen ?? null} />}>
      <div className="shed-batch">
        <div className="said">
          <p className="soft">
            <Link to="/shed">the shed</Link> · <span className="fig">{view.number}</span>
            {view.state === 'closed' && ' · closed'}
          </p>
          <h1>
            {view.species && <i className="species">{view.species}</i>} {view.kind} {view.variety}
            <small className="soft d-block">{view.name}</small>
          </h1>
          <p className="soft">
            {PURPOSE_WORDS[view.about.purpose]} · goal: {GOAL_WORDS[view.about.goal]} ·{' '}
            {RIGHTS_WORDS[view.about.rights]}
            {view.about.note && ` · ${view.about.note}`}
          </p>
          <p>
            <VerdictMark mark={markOf(view.outcome)} /> {OUTCOME_WORDS[view.outcome]}
            {view.inG !== null && (
              <>
                {' · '}came in <b className="fig">{massWords(view.inG)}</b>
              </>
            )}
            {view.cleanG !== '0' && (
              <>
                {' · '}clean seed <b className="fig">{massWords(view.cleanG)}</b>
              </>
            )}
          </p>
          {batch.waiting.map((one) => (
            <Notice key={one.id} bad={one.refused !== undefined} role="status">
              {one.refused === undefined ? (
                <>Noted on this machine, and sent when there is a network.</>
              ) : (
                <>
                  Not saved: {one.refused}{' '}
                  <Quiet size="sm" onClick={() => void batch.drop(one)}>
                    delete it
                  </Quiet>
                </>
              )}
            </Notice>
          ))}
          {view.besides.map((one) => (
            <Notice key={one.code} role="note">
              Open at {one.bench} too: {one.vessel} of {one.batch} ({one.kind} {one.variety}). Cover it or move it away.
            </Notice>
          ))}
          <Due batch={batch} zone={zone} />
        </div>
        <div>
          <Flow batch={batch} chosen={chosen?.id ?? null} choose={choose} />
          <Passes batch={batch} chosen={chosen?.id ?? null} choose={choose} />
        </div>
        <div className="does">
          {batch.mayWrite && act === null && (
            <div className="acts">
              {first && (
                <Button onClick={() => setAct(first)}>
                  {ACTS[first]} {KEYS[first] && <Key>{KEYS[first]}</Key>}
                </Button>
              )}
              {others.slice(0, AT_HAND).map((one) => (
                <Quiet key={one} onClick={() => setAct(one)}>
                  {ACTS[one]} {KEYS[one] && <Key>{KEYS[one]}</Key>}
                </Quiet>
              ))}
              <Dropdown>
                <Dropdown.Toggle variant="outline-primary">More</Dropdown.Toggle>
                <Dropdown.Menu>
                  {others.slice(AT_HAND).map((one) => (
                    <Dropdown.Item key={one} as="button" type="button" onClick={() => setAct(one)}>
                      {ACTS[one]}
                    </Dropdown.Item>
                  ))}
                </Dropdown.Menu>
              </Dropdown>
            </div>
          )}
          {act !== null && <Form act={act} batch={batch} pass={chosen} done={done} />}
        </div>
        <div>
          <Vessels batch={batch} />
          <p>
            <a href={linkTo(cleaningRoutes.labels, { batch: view.id })} target="_blank" rel="noreferrer">
              labels of the vessels
            </a>{' '}
            · <Link to={`/shed/trial?batch=${view.id}`}>try settings first</Link>
          </p>
          <BatchBook batch={batch} />
        </div>
      </div>
    </Station>
  );
}

const markOf = (outcome: OpenBatch['view']['outcome']) => (outcome === 'runs' ? 'not-judged' : outcome);

/** What can be done, the likeliest first. */
function actsOf(batch: OpenBatch, pass: PassState | undefined): readonly Act[] {
  const filled = [...batch.book.vessels.values()].some((one) => !one.empty);
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
  if (pass) rest.push('price');
  if (pass?.method === 'hand-sort') rest.push('plots');
  rest.push('pick', 'arrive', 'mishap');
  return filled || isRunning
    ? [...own, ...rest]
    : ['pick', 'arrive', ...own, ...rest.filter((one) => one !== 'pick' && one !== 'arrive')];
}

function Form({
  act,
  batch,
  pass,
  done,
}: {
  act: Act;
  batch: OpenBatch;
  pass: PassState | undefined;
  done: () => void;
}) {
  const of = { batch, done };
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
    default:
      return pass ? <PassAct act={act} {...of} pass={pass} /> : null;
  }
}

/** What is written of one pass. */
function PassAct({ act, ...of }: { act: Act; batch: OpenBatch; done: () => void; pass: PassState }) {
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

/** What soaks and dries ask for next, with the hour. */
function Due({ batch, zone }: { batch: OpenBatch; zone: string }) {
  return (
    <>
      {runs(batch).flatMap((pass) => {
        if (!isSoak(pass.method)) return [];
        const { next, stop } = soakOf(pass, batch.rules);
        if (!next) return [];
        return [
          <Notice key={pass.id} bad={stop} role="note">
            {METHOD_WORDS[pass.method]}: {shedDueWords(next.act)},{' '}
            <b>{shortInstant(new Date(next.dueAt).toISOString(), zone)}</b>
            {stop && '. Mould was seen: end it now.'}
          </Notice>,
        ];
      })}
    </>
  );
}

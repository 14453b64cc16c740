import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import type { BatchLine } from '@mercato/contract/cleaning/views';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import { shedDueWords } from '@mercato/contract/cleaning/dueWords';
import { GOAL_WORDS, OUTCOME_WORDS, PURPOSE_WORDS, RIGHTS_WORDS } from '@mercato/contract/cleaning/words';
import { METHOD_WORDS } from '@mercato/contract/cleaning/methodWords';
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
import { type Act, ActForm, ACTS, actsOf, correctedBy, KEYS } from './Acts.tsx';
import { runs } from './acts/line.tsx';
import { BatchBook } from './BatchBook.tsx';
import { Findings } from './Findings.tsx';
import { Flow } from './Flow.tsx';
import { Passes } from './Passes.tsx';
import { PassSlip } from './PassSlip.tsx';
import { type OpenBatch, useBatch } from './useBatch.ts';
import { Scanned, Vessels } from './Vessels.tsx';
import { massWords } from './weights.tsx';

/** As many beside the first as stand in sight; the others are drawn out. */
const AT_HAND = 4;

/** What is being written: an act, of the vessel that was scanned, or in the place of a line. */
interface Doing {
  readonly act: Act;
  readonly corrects?: BatchLine;
  readonly vessel?: string;
}

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
  const [doing, setDoing] = useState<Doing | null>(null);
  const setAct = (act: Act) => setDoing({ act });
  const running = runs(batch);
  const asked = book.passes.get(search.get('pass') ?? '');
  const last = [...book.passes.values()].at(-1);
  const chosen = asked ?? running[0] ?? last;
  const acts = actsOf(batch, chosen);
  const [first, ...others] = acts;
  const choose = (pass: string) => setSearch({ pass }, { replace: true });
  const done = () => setDoing(null);
  const scanned = book.vessels.get(search.get('vessel') ?? '');
  useKeys(
    batch.mayWrite && doing === null
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
          <Findings batch={batch} />
        </div>
        <div>
          <Flow batch={batch} chosen={chosen?.id ?? null} choose={choose} />
          <Passes batch={batch} chosen={chosen?.id ?? null} choose={choose} />
        </div>
        <div className="does">
          {scanned && !scanned.empty && doing === null && batch.mayWrite && (
            <Scanned batch={batch} vessel={scanned} act={(next) => setDoing({ act: next, vessel: scanned.id })} />
          )}
          {batch.mayWrite && doing === null && (
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
          {doing?.corrects && <p className="soft">In the place of line {doing.corrects.line + 1} of its book.</p>}
          {doing && <ActForm key={doing.corrects?.id} {...doing} batch={batch} pass={chosen} done={done} />}
        </div>
        <div>
          <Vessels batch={batch} />
          <p>
            <a href={linkTo(cleaningRoutes.labels, { batch: view.id })} target="_blank" rel="noreferrer">
              labels of the vessels
            </a>{' '}
            · <Link to={`/shed/trial?batch=${view.id}`}>try settings first</Link>
          </p>
          <BatchBook
            batch={batch}
            correct={(line) => {
              const act = correctedBy(line);
              if (act) setDoing({ act, corrects: line });
            }}
          />
        </div>
      </div>
    </Station>
  );
}

const markOf = (outcome: OpenBatch['view']['outcome']) => (outcome === 'runs' ? 'not-judged' : outcome);

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

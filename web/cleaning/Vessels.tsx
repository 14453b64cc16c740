import { useState } from 'react';
import type { NewLine } from '@mercato/contract/cleaning/batches';
import { OUTLET_WORDS, VESSEL_WORDS } from '@mercato/contract/cleaning/words';
import type { VesselState } from '@mercato/core/cleaning/bookState';
import { useAct } from '../ui/act.ts';
import { Button } from 'react-bootstrap';
import { Inline, Quiet, Small } from '../ui/Buttons.tsx';
import { TextField, Trouble } from '../ui/fields.tsx';
import { useKept } from '../ui/kept.ts';
import type { OpenBatch } from './useBatch.ts';
import { massWords } from './weights.tsx';

/** As many vessels as stand in sight. */
const AT_HAND = 12;

/** The vessels that hold seed, each with its code: one open at a bench at a time. */
export function Vessels({ batch }: { batch: OpenBatch }) {
  const filled = [...batch.book.vessels.values()].filter((one) => !one.empty);
  const [{ bench }, keep] = useKept('mercato.shed', { bench: 'bench' });
  const [all, setAll] = useState(false);
  if (filled.length === 0) return null;
  // The newest stand first where there are many.
  const shown = all || filled.length <= AT_HAND ? filled : filled.slice(-AT_HAND).reverse();
  return (
    <>
      <h2>Vessels</h2>
      <ul className="packets list-unstyled mb-0" aria-label="vessels">
        {shown.map((one) => (
          <Vessel key={one.id} batch={batch} vessel={one} bench={bench} setBench={(next) => keep({ bench: next })} />
        ))}
      </ul>
      {shown.length < filled.length && <Small onClick={() => setAll(true)}>all {filled.length} vessels</Small>}
    </>
  );
}

/** The vessel whose code was read: it is opened, covered, weighed or looked at without looking for it. */
export function Scanned({
  batch,
  vessel,
  act,
}: {
  batch: OpenBatch;
  vessel: VesselState;
  act: (act: 'weigh' | 'look' | 'pass') => void;
}) {
  const [{ bench }, keep] = useKept('mercato.shed', { bench: 'bench' });
  const { act: does, trouble } = useAct();
  const opens = vessel.openAt === null;
  const write = () =>
    void does(() =>
      batch.write(
        opens
          ? { what: 'opened', vessel: vessel.id, bench: bench.trim() || 'bench' }
          : { what: 'covered', vessel: vessel.id },
      ),
    );
  return (
    <section className="scanned" aria-label="scanned">
      <p>
        <span className="code">{batch.view.codes[vessel.id] ?? ''}</span> <b className="serif">{vessel.name}</b>{' '}
        <span className="fig">{massWords(vessel.now?.massG ?? null)}</span>
        {vessel.openAt !== null && <b> open at {vessel.openAt}</b>}
      </p>
      {opens && <TextField label="at which bench" value={bench} onChange={(next) => keep({ bench: next })} />}
      <Trouble text={trouble} />
      <div className="acts">
        <Button onClick={write}>{opens ? 'Open it' : 'Cover it'}</Button>
        <Quiet onClick={() => act('pass')}>Next pass</Quiet>
        <Quiet onClick={() => act('weigh')}>Weigh</Quiet>
        <Quiet onClick={() => act('look')}>Look at a sample</Quiet>
      </div>
    </section>
  );
}

function Vessel({
  batch,
  vessel,
  bench,
  setBench,
}: {
  batch: OpenBatch;
  vessel: VesselState;
  bench: string;
  setBench: (to: string) => void;
}) {
  const [asks, setAsks] = useState(false);
  const { act, trouble } = useAct();
  const write = async (entry: NewLine) => {
    if (await act(() => batch.write(entry))) setAsks(false);
  };
  return (
    <li>
      <b className="serif">{vessel.name}</b>
      <span className="code">{batch.view.codes[vessel.id] ?? ''}</span>
      <span>
        {VESSEL_WORDS[vessel.kind]}, {vessel.outlet === null ? 'as it came' : OUTLET_WORDS[vessel.outlet]}
        {vessel.treatments.length > 0 && (
          <b className="treated"> treated: {vessel.treatments.map((one) => one.product).join(', ')}</b>
        )}
      </span>
      <span className="fig">
        {massWords(vessel.now?.massG ?? null)}
        {vessel.now?.moisturePercent != null && `, ${vessel.now.moisturePercent.toFixed(1)} %`}
      </span>
      <span>
        {vessel.openAt !== null && <b>open at {vessel.openAt} </b>}
        {batch.mayWrite &&
          !batch.book.closed &&
          (vessel.openAt !== null ? (
            <Small
              aria-label={`cover ${vessel.name}`}
              onClick={() => void write({ what: 'covered', vessel: vessel.id })}
            >
              cover
            </Small>
          ) : (
            <Small aria-label={`open ${vessel.name}`} onClick={() => setAsks(true)}>
              open
            </Small>
          ))}
      </span>
      {asks && (
        <form
          className="strike"
          onSubmit={(event) => {
            event.preventDefault();
            void write({ what: 'opened', vessel: vessel.id, bench: bench.trim() || 'bench' });
          }}
        >
          <TextField label="at which bench" value={bench} onChange={setBench} fault={trouble} autoFocus />
          <Small type="submit">Open it</Small> <Inline onClick={() => setAsks(false)}>cancel</Inline>
        </form>
      )}
      {!asks && <Trouble text={trouble} />}
    </li>
  );
}

import { useState, useSyncExternalStore } from 'react';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import type { BalanceView } from '@mercato/contract/devices/balances';
import { balanceRoutes } from '@mercato/contract/devices/routes';
import { send } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { Inline, Small } from '../ui/Buttons.tsx';
import { Fold } from '../ui/Fold.tsx';
import { useAct } from '../ui/act.ts';
import { TextField } from '../ui/fields.tsx';
import { Key } from '../ui/keys.tsx';
import { type BalanceHere, useBalanceHere } from './balanceHere.tsx';

const CHECK_WORDS = {
  good: 'checked',
  overdue: 'check overdue, last',
  failed: 'check failed',
  never: 'never checked',
} as const;

/** What the balance of this bench shows, big enough for an arm's length, and where Enter takes it. */
export function BalanceStrip({ into }: { into: string | null }) {
  const here = useBalanceHere();
  const { session } = useSession();
  if (!here || here.balances.length === 0) return null;
  const { balance } = here;
  const last = balance?.checks[0];
  return (
    <section className="balance-strip" aria-label="balance of this bench">
      {balance && <Reading here={here} balance={balance} into={into} />}
      <span className="which">
        <Form.Select
          aria-label="balance of this bench"
          value={balance?.id ?? ''}
          onChange={(event) => here.choose(event.target.value || null)}
        >
          <option value="">no balance here: figures are typed</option>
          {here.balances.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}, {one.resolution} g
            </option>
          ))}
        </Form.Select>
        {balance && (
          <span className={balance.check === 'good' ? 'soft' : 'outside'}>
            {CHECK_WORDS[balance.check]}
            {last && ` ${shortInstant(last.at, session?.laboratory.zone ?? 'UTC')}`} ·{' '}
            <Link to="/balances">balances</Link>
          </span>
        )}
      </span>
      {balance && balance.check !== 'good' && (
        <div className="w-100 w-form">
          <TextField
            label={`why ${balance.name} is used all the same`}
            value={here.why}
            onChange={here.setWhy}
            hint="goes with each weighing"
          />
        </div>
      )}
      {balance?.simulated && <Pan balance={balance} />}
    </section>
  );
}

interface ReadingProps {
  here: BalanceHere;
  balance: BalanceView;
  into: string | null;
}

function Reading({ here, balance, into }: ReadingProps) {
  // Tenths of a second are all that is drawn; the strip alone is painted anew.
  const shown = useSyncExternalStore(here.subscribe, () => {
    const { state, text, negative, steadySince } = here.state();
    const seconds = steadySince === null ? 0 : Math.floor((Date.now() - steadySince) / 1000);
    return [state, negative ? `−${text ?? ''}` : (text ?? ''), String(seconds), here.reached() ? 'reached' : ''].join(
      '|',
    );
  });
  const [state, text, seconds, reached] = shown.split('|');
  if (balance.address === '')
    return <span className="soft">{balance.name} is read by eye: what is typed is kept as weighed on it.</span>;
  return (
    <>
      <output className={`shown ${state ?? ''}`} aria-live="off">
        {state === 'overload' ? 'over' : state === 'silent' || !text ? '—' : text}
      </output>
      <span>
        {state === 'steady'
          ? `g, steady for ${seconds} s`
          : state === 'moving'
            ? 'g, still moving'
            : state === 'overload'
              ? 'more lies on it than it carries'
              : reached
                ? 'the balance is silent'
                : balance.address === 'serial' && !here.connect
                  ? 'this browser gives no serial port here: it needs https, or another browser'
                  : 'the balance cannot be reached'}
      </span>
      {into !== null && state === 'steady' && (
        <span className="soft">
          <Key>Enter</Key> takes it into <b>{into}</b>
        </span>
      )}
      {here.connect && !reached && (
        <Small onClick={() => void here.connect?.().catch(() => undefined)}>Choose the serial port</Small>
      )}
    </>
  );
}

/** The pan of the stand-in: seed is put on it from the screen. */
function Pan({ balance }: { balance: BalanceView }) {
  const [grams, setGrams] = useState('');
  const { act: attempt, trouble } = useAct();
  const act = (body: object) => attempt(() => send(balanceRoutes.act, { balance: balance.id }, body));
  const put = (sign: '' | '-') => () => void act({ what: 'put', grams: sign + grams.trim().replace(',', '.') });
  return (
    <Fold title="its pan: a stand-in of the demo" className="pan">
      <div className="clock d-flex flex-wrap align-items-baseline gap-3">
        <Form.Control
          aria-label="grams on the pan"
          className="num c-2"
          inputMode="decimal"
          value={grams}
          placeholder="0.018"
          onChange={(event) => setGrams(event.target.value)}
        />
        <Small onClick={put('')}>Put on</Small>
        <Small onClick={put('-')}>Take off</Small>
        <Small onClick={() => void act({ what: 'clear' })}>Clear</Small>
        <Small onClick={() => void act({ what: 'tare' })}>Tare</Small>
        {(['draught', 'silence', 'garbage', 'drop'] as const).map((fault) => (
          <Inline key={fault} onClick={() => void act({ what: 'fault', fault })}>
            {fault}
          </Inline>
        ))}
        {trouble && (
          <span className="outside" role="alert">
            {trouble}
          </span>
        )}
      </div>
    </Fold>
  );
}

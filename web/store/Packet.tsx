import { useState } from 'react';
import { Button, Stack } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import type { PacketView } from '@mercato/contract/store/packets';
import { storeRoutes } from '@mercato/contract/store/routes';
import { COMES_TRUE, trueReasonWords } from '@mercato/contract/store/words';
import { linkTo } from '../api/routes.ts';
import { shortDay, shortInstant, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { Notice } from '../ui/Notice.tsx';
import { useKeys } from '../ui/keys.tsx';
import { useNow } from '../ui/now.ts';
import { ActForm, BookLine, HarvestForm } from './PacketActs.tsx';
import { PacketTests } from './PacketTests.tsx';
import { usePacket } from './data.ts';
import { harvestWords, leftFigure, testWords } from './words.ts';

type Doing = 'take' | 'count' | 'move' | 'harvest';

/** One packet: what is left of it, where it lies, what happened to it, and what is known of its harvest. */
export default function Packet() {
  const { packet: id = '' } = useParams();
  const { data, error } = usePacket(id);
  const { may, session } = useSession();
  const [doing, setDoing] = useState<Doing | null>(null);
  const writes = may('store.write');
  const act = (key: string, says: string, what: Doing) => ({
    key,
    says,
    act: () => setDoing(what),
  });
  useKeys(
    writes && doing === null
      ? [act('t', 'take seed out', 'take'), act('c', 'count again', 'count'), act('m', 'move it', 'move')]
      : [],
  );
  if (!data) return <Busy error={error} back={['/store', 'the store']} />;
  const zone = session?.laboratory.zone ?? 'UTC';
  const leave = () => setDoing(null);
  const { of } = data;
  return (
    <main className="w-text">
      <div className="head">
        <h1>
          {data.kind} {data.variety && <span className="soft">{data.variety}</span>}
        </h1>
        <span className="code">{data.code}</span>
      </div>
      <p className="soft">
        {data.species && <i className="serif">{data.species}</i>}
        {data.species && ' · '}harvest {harvestWords(data)} · {data.accession} · packed {data.packedOn} in{' '}
        {data.wrapping}
        {data.supplier && ` · from ${data.supplier}`}
      </p>
      {data.cautions.map((one) => (
        <p key={one} className="caution">
          {one}
        </p>
      ))}
      {data.busy && <BusyNotice busy={data.busy} zone={zone} />}
      <p className="left-of">
        <b className="fig">{leftFigure(data.left)}</b> left
        {data.left.aboutSeeds && (
          <span className="soft">
            {' '}
            · about {data.left.aboutSeeds.low} to {data.left.aboutSeeds.high} seeds by the weight of its kind
          </span>
        )}
        <br />
        <span>{data.place.length > 0 ? `in ${data.place.join(' › ')}` : 'it has no place yet'}</span>
      </p>
      {data.note && <p>{data.note}</p>}
      {data.lastTest && (
        <p>
          Last test, {shortDay(data.lastTest.on)}:{' '}
          {data.lastTest.bagId === null ? (
            testWords(data.lastTest)
          ) : (
            <Link to={`/store/bags/${data.lastTest.bagId}`}>{testWords(data.lastTest)}</Link>
          )}
        </p>
      )}
      {writes && doing === null && (
        <Stack direction="horizontal" gap={2} className="actions">
          {(
            [
              ['take', 'Take seed out'],
              ['count', 'Count again'],
              ['move', 'Move it'],
            ] as const
          ).map(([what, words], i) => (
            <Button
              key={what}
              variant={i === 0 ? 'primary' : 'outline-primary'}
              disabled={what === 'take' && data.left.figure === '0'}
              onClick={() => setDoing(what)}
            >
              {words}
            </Button>
          ))}
          <Link className="btn btn-outline-primary" to={`/store/sow?packet=${data.id}`}>
            How much to sow
          </Link>
          <Link className="btn btn-outline-primary" to={`/store/dry?kind=${encodeURIComponent(data.kind)}`}>
            Dry enough?
          </Link>
          <Link className="btn btn-outline-primary" to={`/store/batches/new?packet=${data.id}`}>
            Dry or freeze it
          </Link>
          <a
            className="btn btn-outline-primary"
            href={linkTo(storeRoutes.labels, {}, { packets: data.id, layout: 'single' })}
          >
            Label
          </a>
        </Stack>
      )}
      {doing !== null && doing !== 'harvest' && (
        <ActForm key={`${doing}-${data.version}`} packet={data} doing={doing} leave={leave} />
      )}

      <section className="mt-4">
        <h2>Will it come true?</h2>
        <p>
          <b>{COMES_TRUE[of.comesTrue.answer]}</b>: {of.comesTrue.reasons.map(trueReasonWords).join('; ')}.
        </p>
        {writes && doing === null && <Quiet onClick={() => setDoing('harvest')}>What is known of this harvest</Quiet>}
        {doing === 'harvest' && <HarvestForm key={of.version} packet={data} leave={leave} />}
        {of.earlier.map((one) => (
          <p key={one.version} className="soft">
            {one.by}, {shortInstant(one.at, zone)}: {one.changed.join(', ')} changed: {one.reason}
          </p>
        ))}
      </section>

      <PacketTests packet={data} writes={writes && doing === null} />

      <section className="mt-4">
        <h2>Its book</h2>
        <ol className="book">
          {data.lines.map((line) => (
            <BookLine key={line.line} packet={data} line={line} zone={zone} may={writes && doing === null} />
          ))}
        </ol>
      </section>

      <Others packet={data} writes={writes} />
    </main>
  );
}

const BUSY = {
  drying: 'It is being dried',
  freezing: 'It is in the cold',
  warming: 'It is warming up, closed',
} as const;

/** The batch in which it dries, freezes or warms up: seen before anybody opens it. */
function BusyNotice({ busy, zone }: { busy: NonNullable<PacketView['busy']>; zone: string }) {
  const now = useNow();
  const over = busy.dueAt !== null && Date.parse(busy.dueAt) <= now;
  return (
    <Notice bad={!over} role="note">
      <span>
        <b>{BUSY[busy.what]}</b>
        {busy.dueAt !== null && (over ? ': its time is over' : ` until ${shortInstant(busy.dueAt, zone)}`)}.{' '}
        {!over &&
          (busy.what === 'drying'
            ? 'What is taken out now is not dry.'
            : 'Opened cold it draws water: do not open it.')}{' '}
        <Link to={`/store/batches/${busy.batchId}`}>its batch</Link>
      </span>
    </Notice>
  );
}

function Others({ packet, writes }: { packet: PacketView; writes: boolean }) {
  return (
    <section className="mt-4">
      <h2>Other packets of this harvest</h2>
      {packet.others.length === 0 && <p className="soft">None.</p>}
      <ul className="packets list-unstyled mb-0">
        {packet.others.map((one) => (
          <li key={one.id}>
            <Link to={`/store/packets/${one.id}`}>{one.code}</Link>
            <span className="fig">{leftFigure(one.left)}</span>
            <span className="soft">{one.place.join(' › ') || 'no place yet'}</span>
          </li>
        ))}
      </ul>
      {writes && <Link to={`/store/new?like=${packet.id}`}>another packet of it</Link>}
    </section>
  );
}

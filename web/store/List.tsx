import { useQuery } from '@tanstack/react-query';
import { type JSX, useRef, useState } from 'react';
import { Button, Stack } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { foundWords, questionWords } from '@mercato/contract/store/listWords';
import type { ListView } from '@mercato/contract/store/lists';
import { listRoutes } from '@mercato/contract/store/routes';
import { cache } from '../api/cache.ts';
import { Refused } from '../api/client.ts';
import { keyOf, reading, send } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Notice } from '../ui/Notice.tsx';
import { Strike } from '../ui/Strike.tsx';
import { Trouble } from '../ui/fields.tsx';
import { Columns } from './Columns.tsx';
import { Faults, Preview, Readings } from './ListLines.tsx';
import { Answered, FileQuestion, Headings, Question, type Say } from './ListQuestions.tsx';

/** One list, from the file to the packets: what was found, what is asked, what is wrong, what it would become. */
export default function List() {
  const { list: id = '' } = useParams();
  const { may, session } = useSession();
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const waiting = useRef<Promise<void>>(Promise.resolve());
  const { data: list, error } = useQuery(reading(listRoutes.list, { list: id }));
  if (!list) return <Busy error={error} back={['/store', 'the store']} />;
  const key = keyOf(listRoutes.list, { list: id });
  const keep = async (sent: Promise<ListView>): Promise<void> => {
    setBusy(true);
    try {
      await sent;
      setTrouble(undefined);
    } catch (error) {
      setTrouble(
        error instanceof Refused && error.faults[0]
          ? `${error.faults[0].message}.`
          : error instanceof Error
            ? error.message
            : 'It was not saved.',
      );
      if (error instanceof Refused && error.status === 412) await cache.invalidateQueries({ queryKey: key });
    } finally {
      setBusy(false);
    }
  };
  // Answers come faster than the server takes them: each is written onto what the one before left.
  const say: Say = (change) => {
    waiting.current = waiting.current.then(() => {
      const { reading, version } = cache.getQueryData<ListView>(key) ?? list;
      const next = { ...reading, ...(typeof change === 'function' ? change(reading) : change) };
      return keep(send(listRoutes.sayHow, { list: id }, next, { version }));
    });
  };
  const act = async (work: (version: number) => Promise<ListView>) => {
    await waiting.current;
    await keep(work((cache.getQueryData<ListView>(key) ?? list).version));
  };
  const bringIn = () => act((version) => send(listRoutes.bringIn, { list: id }, {}, { version }));
  const undo = (reason: string) => act((version) => send(listRoutes.undo, { list: id }, { reason }, { version }));
  const mayChange = may('store.write') && list.state !== 'in';
  const open = list.fileAsks.some((one) => list.reading[one.question] === null) || list.asks.length > 0;
  return (
    <main className="w-wide" aria-busy={busy || undefined}>
      <p className="soft">
        <Link to="/store/lists">lists</Link>
      </p>
      <h1>{list.name}</h1>
      <p className="soft">
        {list.place.length > 0 && `${list.place.join(' › ')} · `}
        {list.by}, {shortDay(list.at)}
        {list.lines > 0 && ` · ${list.lines} lines`}
        {list.found.length > 0 && ` · ${list.found.map(foundWords).join(' · ')}`}
      </p>
      {list.before && (
        <Notice role="note">
          The very same file was brought here by {list.before.by} on {shortDay(list.before.at)}
          {list.before.state === 'in' ? ' and is in the store: its packets would come in twice.' : '.'}{' '}
          <Link to={`/store/lists/${list.before.id}`}>that list</Link>
        </Notice>
      )}
      <Trouble text={trouble} />
      {list.state === 'in' && <InStore list={list} undo={may('store.write') ? undo : null} />}
      {list.state === 'undone' && (
        <Notice role="note">
          It was undone. {list.used.length > 0 && <Used list={list} />} It can be imported again.
        </Notice>
      )}
      {mayChange && (
        <>
          {list.fileAsks.map((one) => {
            const said = list.reading[one.question];
            const question =
              one.question === 'headings' ? (
                <Headings list={list} say={say} />
              ) : (
                <FileQuestion ask={one} said={said} say={say} />
              );
            return <Settled key={one.question} words={said === null ? null : questionWords(one)} question={question} />;
          })}
          {list.columns.length > 0 && (
            <Settled
              words={list.asks.some((one) => one.question === 'columns') ? null : 'What is in each column?'}
              question={<Columns key={list.columns.map((one) => one.heading).join()} list={list} say={say} />}
            />
          )}
          {list.asks
            .filter((one) => one.question !== 'columns')
            .map((one) => (
              <Question key={one.question} ask={one} say={say} />
            ))}
          <Answered list={list} say={say} />
        </>
      )}
      {list.faults.length > 0 && <Faults list={list} say={mayChange ? say : null} />}
      {list.preview.length > 0 && <Preview list={list} />}
      {list.readings.length > 0 && <Readings list={list} zone={session?.laboratory.zone ?? 'UTC'} />}
      {mayChange && list.columns.length > 0 && (
        <Stack direction="horizontal" gap={2} className="actions">
          <Button disabled={busy || open || list.faultCount > 0 || list.readable === 0} onClick={() => void bringIn()}>
            Bring {counted(list, list.readable)} in
          </Button>
          <span className="soft">
            {open
              ? 'There is something to say first.'
              : list.faultCount > 0
                ? 'Put the cells above right, or leave their lines out.'
                : list.reading.leftOut.length > 0
                  ? `${list.reading.leftOut.length} left out`
                  : ''}
          </span>
        </Stack>
      )}
    </main>
  );
}

/** A question that was answered steps back behind its words, to be opened again. */
function Settled({ words, question }: { words: string | null; question: JSX.Element }) {
  return words === null ? question : <Fold title={<>{words} Said.</>}>{question}</Fold>;
}

const counted = ({ what }: ListView, n: number) =>
  what === 'packets' ? `${n} ${n === 1 ? 'packet' : 'packets'}` : `${n} ${n === 1 ? 'reading' : 'readings'}`;

function InStore({ list, undo }: { list: ListView; undo: ((reason: string) => Promise<void>) | null }) {
  return (
    <Notice>
      <p>
        {counted(list, list.packets)} of it {list.packets === 1 ? 'is' : 'are'} in the store.{' '}
        <Link to={list.placeId === null ? '/store' : `/store/places/${list.placeId}`}>See them</Link>
      </p>
      {list.used.length > 0 && <Used list={list} />}
      {undo && (
        <p>
          Was it the wrong list? <Strike what="this list" words="undo" strike={undo} />
        </p>
      )}
    </Notice>
  );
}

function Used({ list }: { list: ListView }) {
  return (
    <span>
      Used since it came in, and not withdrawn with it:{' '}
      {list.used.map((one) => (
        <Link key={one.id} className="code" to={`/store/packets/${one.id}`}>
          {one.code}{' '}
        </Link>
      ))}
    </span>
  );
}

import { storageRoutes } from '@mercato/contract/storage/routes';
import { reading, send } from '../api/routes.ts';
import { batchLineWords, DRY_NEXT, dryReasonWords, warningWords } from '@mercato/contract/storage/words';
import { batchEntrySchema, type BatchEntry, type BatchView, type SeenAt } from '@mercato/contract/storage/batches';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { Link, useParams } from 'react-router';
import { Refused } from '../api/client.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { seenBody, SeenOnField, TODAY, type SeenLines } from '../register/seen.tsx';
import { figureOf, unlessEmpty, useEntry, type Entry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { Slip } from '../ui/Slip.tsx';
import { useNow } from '../ui/now.ts';
import { AirCharts } from '../air/AirCharts.tsx';
import { lasted } from '../air/careData.ts';

const TITLES = { drying: 'Drying', freezing: 'In the cold', warming: 'Warming up, closed' } as const;
const ANSWERS = {
  yes: ['within', 'Dry enough: close it'],
  'not-yet': ['outside', 'Not dry enough yet'],
  unknown: ['not-judged', 'How dry it is cannot be told yet'],
  never: ['outside', 'This kind dies when it dries'],
} as const;

/** Seed that is dried, frozen or warmed up: its clock, what was measured, and whether it may be opened or closed. */
export default function Batch(): JSX.Element {
  const { batch: id = '' } = useParams();
  const { may, session } = useSession();
  const client = useQueryClient();
  const now = useNow();
  const { data, error } = useQuery({ ...reading(storageRoutes.batch, { batch: id }), refetchInterval: 60_000 });
  if (error instanceof Refused && error.status === 404)
    return (
      <main>
        <h1>There is no such batch</h1>
        <Link to="/store/care">care of the store</Link>
      </main>
    );
  if (!data) return <main aria-busy="true" />;
  const zone = session?.laboratory.zone ?? 'UTC';
  const note = async (entry: BatchEntry, key: string) => {
    await send(client, storageRoutes.write, { batch: id }, entry, { key, version: data.version });
  };
  const left = data.dueAt === null ? null : (Date.parse(data.dueAt) - now) / 60_000;
  return (
    <main className="station">
      <section>
        <p className="soft">
          <Link to="/store/care">care of the store</Link>
        </p>
        <h1>{TITLES[data.what]}</h1>
        <p className="soft">
          {data.place.join(' › ')} · since {shortInstant(data.startedAt, zone)}
          {data.dueAt !== null && ` · until ${shortInstant(data.dueAt, zone)}`}
        </p>
        {data.state === 'ended' ? (
          <p>
            <VerdictMark mark="within" /> It has ended.
          </p>
        ) : left === null ? null : (
          <p className="left-of" role="timer">
            <b className="fig">{left > 0 ? lasted(left) : 'over'}</b>{' '}
            {left > 0 ? (data.what === 'warming' ? 'to wait, closed' : 'to go') : `for ${lasted(-left)}`}
          </p>
        )}
        <ul className="packets" aria-label="its seed">
          {data.of.map((one) => (
            <li key={one.id}>
              <Link to={`/store/packets/${one.id}`}>{one.name}</Link>
              <span className="code">{one.code}</span>
            </li>
          ))}
        </ul>
        {data.plan.anyway && <p className="notice">Done against a warning: {data.plan.anyway}</p>}
        {data.warnings.map(warningWords).map((words) => (
          <p key={words} className="caution">
            {words}
          </p>
        ))}
        {data.dry && (
          <p>
            <VerdictMark mark={ANSWERS[data.dry.answer][0]} /> <b>{ANSWERS[data.dry.answer][1]}</b>.{' '}
            {data.dry.reasons.map(dryReasonWords).join('; ')}. {DRY_NEXT[data.dry.next]}
          </p>
        )}
        {may('store.write') && data.state === 'running' && (
          <>
            {data.what === 'drying' && <Measure key={`m${data.version}`} send={note} />}
            <End key={`e${data.version}`} data={data} early={left !== null && left > 0} send={note} />
          </>
        )}
        {data.lines.length > 0 && (
          <>
            <h2>What was measured</h2>
            <ol className="book" reversed>
              {data.lines.map((one) => (
                <li key={one.line} value={one.line + 1}>
                  {batchLineWords(one.entry)}{' '}
                  <span className="soft">
                    {one.by}, {shortInstant(one.at, zone)}
                    {one.writtenAt !== one.at && `, written down ${shortInstant(one.writtenAt, zone)}`}
                    {one.lateReason && `: ${one.lateReason}`}
                  </span>
                </li>
              ))}
            </ol>
          </>
        )}
        {data.air.length > 1 && (
          <>
            <h2>Its air since</h2>
            <AirCharts air={data.air} band={null} />
          </>
        )}
      </section>
      <aside className="slip">{data.dry && <Slip title="how dry it is" steps={data.dry.steps} />}</aside>
    </main>
  );
}

const MEASURES = [
  ['weighed', 'weight, g'],
  ['shut air', 'air shut up with it, %'],
  ['moisture', 'moisture by meter or oven, %'],
] as const;

/** The day and the time as a form holds them; both empty = now. */
interface TimeLines extends SeenLines {
  seenTime: string;
}
const NOW: TimeLines = { ...TODAY, seenTime: '' };
const timeBody = ({ seenTime, ...day }: TimeLines, today: string): SeenAt => ({
  ...seenBody(seenTime === '' || day.seenOn !== '' ? day : { ...day, seenOn: today }),
  ...unlessEmpty('seenTime', seenTime),
});

function When({ entry }: { entry: Entry<TimeLines> }): JSX.Element {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <button type="button" className="bare" onClick={() => setOpen(true)}>
        it was not just now
      </button>
    );
  return (
    <>
      <TextField
        label="at what time"
        type="time"
        {...entry.field('seenTime')}
        hint={entry.values.seenOn === '' ? 'empty = now' : undefined}
      />
      <SeenOnField label="on which day" lines={entry.values} onChange={entry.set} fault={entry.fault} />
    </>
  );
}

function Measure({ send }: { send: (entry: BatchEntry, key: string) => Promise<void> }): JSX.Element {
  const today = useSession().session?.today ?? '';
  const entry = useEntry(
    { what: 'weighed', figure: '', ...NOW },
    ({ what, figure, ...when }) => {
      const value = figureOf(figure);
      const seen = timeBody(when, today);
      return what === 'weighed' ? { ...seen, what, massG: value } : { ...seen, what, percent: value };
    },
    batchEntrySchema,
    send,
  );
  return (
    <EntryForm entry={entry} send="Keep it">
      <div className="fields">
        <ChoiceField label="what was measured" options={MEASURES} {...entry.field('what')} />
        <TextField label="figure" figure inputMode="decimal" {...entry.field('figure', 'massG', 'percent')} />
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}

function End({
  data,
  early,
  send,
}: {
  data: BatchView;
  early: boolean;
  send: (entry: BatchEntry, key: string) => Promise<void>;
}): JSX.Element {
  const today = useSession().session?.today ?? '';
  const entry = useEntry(
    { words: '', ...NOW },
    ({ words, ...when }) => ({ ...timeBody(when, today), what: 'ended', words: words.trim() }),
    batchEntrySchema,
    send,
  );
  return (
    <EntryForm
      entry={entry}
      quiet={early}
      send={
        data.what === 'warming' ? 'It may be opened' : data.what === 'freezing' ? 'It came out' : 'It is closed now'
      }
    >
      <div className="fields">
        <TextField label={early ? 'why before its time' : 'remark'} {...entry.field('words')} />
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}

import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { type BatchEntry, batchEntrySchema, type BatchView } from '@mercato/contract/storage/batches';
import { storageRoutes } from '@mercato/contract/storage/routes';
import { batchLineWords, DRY_NEXT, dryReasonWords, warningWords } from '@mercato/contract/storage/words';
import { AirCharts } from '../air/AirCharts.tsx';
import { lasted } from '../air/careData.ts';
import { reading, send } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { NOW, timeBody, When } from '../register/seen.tsx';
import { Busy } from '../ui/Busy.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Notice } from '../ui/Notice.tsx';
import { Slip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { useEntry } from '../ui/entry.ts';
import { useNow } from '../ui/now.ts';
import { VerdictMark } from '../ui/shapes.tsx';

const TITLES = { drying: 'Drying', freezing: 'In the cold', warming: 'Warming up, closed' } as const;
const ANSWERS = {
  yes: ['within', 'Dry enough: close it'],
  'not-yet': ['outside', 'Not dry enough yet'],
  unknown: ['not-judged', 'How dry it is cannot be told yet'],
  never: ['outside', 'This kind dies when it dries'],
} as const;

/** Seed that is dried, frozen or warmed up: its clock, what was measured, and whether it may be opened or closed. */
export default function Batch() {
  const { batch: id = '' } = useParams();
  const { may, session } = useSession();
  const now = useNow();
  const { data, error } = useQuery({ ...reading(storageRoutes.batch, { batch: id }), refetchInterval: 60_000 });
  if (!data) return <Busy error={error} back={['/store/care', 'care of the store']} />;
  const zone = session?.laboratory.zone ?? 'UTC';
  const note = async (entry: BatchEntry, key: string) => {
    await send(storageRoutes.write, { batch: id }, entry, { key, version: data.version });
  };
  const left = data.dueAt === null ? null : (Date.parse(data.dueAt) - now) / 60_000;
  return (
    <Station slip={data.dry && <Slip plain title="how dry it is" steps={data.dry.steps} />}>
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
      <ul className="packets list-unstyled mb-0" aria-label="its seed">
        {data.of.map((one) => (
          <li key={one.id}>
            <Link to={`/store/packets/${one.id}`}>{one.name}</Link>
            <span className="code">{one.code}</span>
          </li>
        ))}
      </ul>
      {data.plan.anyway && <Notice role="note">Done against a warning: {data.plan.anyway}</Notice>}
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
                  {one.writtenAt !== one.at && `, entered ${shortInstant(one.writtenAt, zone)}`}
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
    </Station>
  );
}

const MEASURES = [
  ['weighed', 'weight, g'],
  ['shut air', 'air shut up with it, %'],
  ['moisture', 'moisture by meter or oven, %'],
] as const;

function Measure({ send }: { send: (entry: BatchEntry, key: string) => Promise<void> }) {
  const today = useSession().session?.today ?? '';
  const entry = useEntry({
    from: { what: 'weighed', figure: '', ...NOW },
    body: ({ figure, ...values }) => ({ ...values, ...timeBody(values, today), massG: figure, percent: figure }),
    schema: batchEntrySchema,
    send: send,
  });
  return (
    <EntryForm entry={entry} send="Save" waits>
      <div className="fields">
        <Field entry={entry} name="what" label="what was measured" options={MEASURES} />
        <Field entry={entry} name="figure" path={['massG', 'percent']} />
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}

interface EndProps {
  data: BatchView;
  early: boolean;
  send: (entry: BatchEntry, key: string) => Promise<void>;
}

function End({ data, early, send }: EndProps) {
  const today = useSession().session?.today ?? '';
  const entry = useEntry({
    from: { words: '', ...NOW },
    body: (values) => ({ ...values, ...timeBody(values, today), what: 'ended' }),
    schema: batchEntrySchema,
    send: send,
  });
  return (
    <EntryForm
      entry={entry}
      quiet={early}
      send={
        data.what === 'warming' ? 'It may be opened' : data.what === 'freezing' ? 'It came out' : 'It is closed now'
      }
      waits
    >
      <div className="fields">
        <Field entry={entry} name="words" label={early ? 'why before its time' : 'remark'} />
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}

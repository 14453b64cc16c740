import { Choices } from '../ui/Choices.tsx';
import Stack from 'react-bootstrap/Stack';
import { Busy } from '../ui/Busy.tsx';
import { useQueryClient } from '@tanstack/react-query';
import { placeRoutes } from '@mercato/contract/store/routes';
import { send } from '../api/routes.ts';
import type { AlarmView, PlaceCare } from '@mercato/contract/air/care';
import { placeLineWords } from '@mercato/contract/store/words';
import { DESICCANT_STATES, type PlaceEntry } from '@mercato/core/air/placeBook';
import { useRef, useState, type JSX } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useParams } from 'react-router';
import { Refused } from '../api/client.ts';
import { shortDay, shortInstant, useSession } from '../api/session.tsx';
import { useKeepFile } from '../store/keepFile.ts';
import { FileField, Trouble } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { useNow } from '../ui/now.ts';
import { VerdictMark } from '../ui/shapes.tsx';
import { Strike } from '../ui/Strike.tsx';
import { AirCharts } from '../air/AirCharts.tsx';
import { KeepsHere } from './KeepsHere.tsx';
import { lasted, useKeepCare, usePlaceCare } from '../air/careData.ts';
import { ClimateForm, DesiccantForm, DoorForm, ReadingForm } from '../air/PlaceForms.tsx';

type Doing = 'door' | 'desiccant' | 'reading' | 'climate' | null;
const SPANS = [
  [7, 'a week'],
  [30, 'a month'],
  [90, 'a quarter'],
  [365, 'a year'],
] as const;

/** One place of the store: its air, what its alarms were, its door and its desiccant, and how long seed keeps in it. */
export default function Place(): JSX.Element {
  const client = useQueryClient();
  const { place: id = '' } = useParams();
  const { may, session } = useSession();
  const [days, setDays] = useState(30);
  const [doing, setDoing] = useState<Doing>(null);
  const [trouble, setTrouble] = useState<string>();
  const [said, setSaid] = useState<string>();
  const file = useRef<HTMLInputElement>(null);
  const keepFile = useKeepFile(id, setTrouble);
  const keep = useKeepCare();
  const { data: care, error } = usePlaceCare(id, days);
  const writes = may('store.write');
  const begin = (what: Doing) => () => setDoing(what);
  useKeys(
    writes && doing === null
      ? [
          { key: 'o', says: 'the door was opened', act: begin('door') },
          { key: 'g', says: 'desiccant put in', act: begin('desiccant') },
          { key: 'e', says: 'a dial that was read', act: begin('reading') },
          { key: 'f', says: 'to the file field', act: () => file.current?.focus() },
        ]
      : [],
  );
  if (error instanceof Refused && error.status === 404)
    return (
      <main>
        <h1>There is no such place</h1>
        <Link to="/store/places">map of the store</Link>
      </main>
    );
  if (!care) return <Busy />;
  const zone = session?.laboratory.zone ?? 'UTC';
  const leave = () => setDoing(null);
  const line = async (entry: PlaceEntry) =>
    keep(await send(client, placeRoutes.writeLine, { place: id }, entry, { version: care.place.version }));
  const sendLine = (entry: PlaceEntry, key: string) =>
    send(client, placeRoutes.writeLine, { place: id }, entry, { key, version: care.place.version }).then(
      async (next) => {
        keep(next);
        leave();
      },
    );
  const press = (entry: PlaceEntry) =>
    void line(entry).catch((reason: unknown) => {
      if (!(reason instanceof Refused)) throw reason;
      setTrouble(reason.faults[0]?.message ?? reason.message);
    });
  const askLogger = async () => {
    try {
      const answer = await send(client, placeRoutes.askLogger, { place: id }, {});
      keep(answer.care);
      setTrouble(undefined);
      setSaid(
        `${answer.taken} new readings${answer.garbled > 0 ? `; ${answer.garbled} lines could not be read and were left out` : ''}`,
      );
    } catch (reason) {
      if (!(reason instanceof Refused)) throw reason;
      setTrouble(reason.message);
    }
  };
  const { latest, band } = care;
  return (
    <main className="w-wide">
      <div className="head">
        <h1>{care.place.path.join(' › ')}</h1>
        <span className="code">{care.place.code}</span>
      </div>
      <p className="soft">
        {care.place.kind} · <Link to={`/store?place=${id}`}>{care.place.packetsWithin} packets</Link> ·{' '}
        <Link to="/store/care">care of the store</Link> · <Link to="/store/places">map</Link>
      </p>
      <Trouble text={trouble} />
      {said && <p role="status">{said}</p>}
      <p className="left-of">
        {latest ? (
          <>
            <b className="fig">{latest.temperatureC.toFixed(1)} °C</b>
            {latest.humidityPercent !== null && (
              <>
                {' '}
                <b className="fig">{latest.humidityPercent.toFixed(0)} %</b>
              </>
            )}{' '}
            <span className="soft">{shortInstant(latest.at, zone)}</span>
          </>
        ) : (
          'Nobody has measured its air yet.'
        )}
      </p>
      {writes && doing === null && (
        <Stack direction="horizontal" gap={2} className="actions">
          <Button variant="outline-primary" onClick={begin('door')}>
            Door was opened
          </Button>
          <Button variant="outline-primary" onClick={begin('reading')}>
            Read a dial
          </Button>
          {care.logger !== '' && (
            <Button variant="outline-primary" onClick={() => void askLogger()}>
              Ask the logger
            </Button>
          )}
          <Button variant="outline-primary" onClick={begin('climate')}>
            Band and logger
          </Button>
          <span>
            <FileField
              label="file of a logger"
              accept=".csv,.txt,text/csv"
              ref={file}
              onFile={(one) => void keepFile(one)}
            />
          </span>
        </Stack>
      )}
      {doing === 'door' && <DoorForm send={sendLine} leave={leave} />}
      {doing === 'desiccant' && <DesiccantForm send={sendLine} leave={leave} />}
      {doing === 'reading' && <ReadingForm id={id} keep={keep} leave={leave} />}
      {doing === 'climate' && <ClimateForm care={care} keep={keep} leave={leave} mayPoint={may('settings.write')} />}
      <Alarms care={care} zone={zone} see={writes ? line : null} />
      <Desiccant care={care} begin={writes ? begin('desiccant') : null} press={writes ? press : null} />
      {care.air.length > 1 && (
        <section aria-label="its air">
          <h2>Its air</h2>
          <Choices label="how long" options={SPANS} chosen={days} choose={setDays} />
          <AirCharts air={care.air} band={band} />
        </section>
      )}
      {care.mean ? <KeepsHere air={care.mean} /> : latest && <KeepsHere air={{ ...latest, hours: null }} />}
      <Dials care={care} zone={zone} keep={writes ? keep : null} />
      {care.files.length > 0 && (
        <section>
          <h2>Files of loggers</h2>
          <ul className="packets">
            {care.files.map((one) => (
              <li key={one.id}>
                <Link to={`/store/lists/${one.id}`}>
                  <b className="serif">{one.name}</b>
                </Link>
                <span>{shortDay(one.at)}</span>
                <span className="fig">{one.packets} readings</span>
                <span className="soft">{one.state === 'in' ? one.by : one.state}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {care.lines.length > 0 && (
        <section>
          <h2>Its book</h2>
          {care.openings > 0 && (
            <p className="soft">
              Opened {care.openings} {care.openings === 1 ? 'time' : 'times'} in seven days,{' '}
              {Math.round(care.openMinutes)} min in all.
            </p>
          )}
          <ol className="book" reversed>
            {care.lines.map((one) => (
              <li key={one.line} value={one.line + 1}>
                <span className={one.struck ? 'struck' : undefined}>{placeLineWords(one.entry)}</span>{' '}
                <span className="soft">
                  {one.by}, {shortInstant(one.at, zone)}
                  {one.struck && ` · ${one.struck}`}
                </span>{' '}
                {writes && !one.struck && one.entry.what !== 'strike' && (
                  <Strike
                    what={`line ${one.line + 1}`}
                    strike={(reason) => line({ what: 'strike', line: one.line, reason })}
                  />
                )}
              </li>
            ))}
          </ol>
        </section>
      )}
    </main>
  );
}

/** Dials that somebody read, as they were read; one that was read wrongly is struck. */
function Dials({
  care,
  zone,
  keep,
}: {
  care: PlaceCare;
  zone: string;
  keep: ((care: PlaceCare) => void) | null;
}): JSX.Element | null {
  const client = useQueryClient();
  if (care.dials.length === 0) return null;
  return (
    <section aria-label="dials">
      <h2>Dials that were read</h2>
      <ul className="book">
        {care.dials.map((one) => {
          const words = `${one.temperature.text} °${one.temperature.unit}${one.humidityPercent === null ? '' : `, ${one.humidityPercent} %`}`;
          return (
            <li key={one.id}>
              <span className={one.struck === null ? 'fig' : 'fig struck'}>{words}</span>{' '}
              <span className="soft">
                {one.by}, {shortInstant(one.at, zone)}
                {one.struck !== null && `; struck: ${one.struck}`}
              </span>{' '}
              {keep && one.struck === null && (
                <Strike
                  what={words}
                  strike={async (reason) =>
                    keep(
                      await send(
                        client,
                        placeRoutes.strikeReading,
                        { place: care.place.id, reading: one.id },
                        {
                          reason,
                        },
                      ),
                    )
                  }
                />
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Alarms({
  care,
  zone,
  see,
}: {
  care: PlaceCare;
  zone: string;
  see: ((entry: PlaceEntry) => Promise<void>) | null;
}): JSX.Element | null {
  if (!care.band) return <p className="soft">Nobody said within what its air is to stay: it raises no alarm.</p>;
  if (care.alarms.length === 0)
    return (
      <p>
        <VerdictMark mark="within" /> It has kept within its band for as long as 90 days tell.
      </p>
    );
  return (
    <section aria-label="alarms">
      <h2>When it left its band</h2>
      <ul className="alarms">
        {care.alarms.map((one) => (
          <li key={`${one.alarm} ${one.from}`}>
            <VerdictMark mark={one.seen === null ? 'outside' : 'near'} /> <b>{one.alarm}</b> for {lasted(one.minutes)}
            {one.worst !== null && <span className="fig"> at worst {worstWords(one)}</span>}{' '}
            <span className="soft">
              from {shortInstant(one.from, zone)}
              {one.to === null && ', and it goes on'}
            </span>{' '}
            {one.seen !== null ? (
              <span>seen: {one.seen}</span>
            ) : (
              see && (
                <Strike
                  what={`${one.alarm} of ${shortInstant(one.from, zone)}`}
                  words="seen"
                  ask="what was done"
                  strike={(words) => see({ what: 'alarm', alarm: one.alarm, from: one.from, words })}
                />
              )
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

const worstWords = ({ alarm, worst }: AlarmView) =>
  `${worst?.toFixed(1) ?? ''} ${alarm === 'too damp' || alarm === 'too dry' ? '%' : '°C'}`;

function Desiccant({
  care: { desiccant },
  begin,
  press,
}: {
  care: PlaceCare;
  begin: (() => void) | null;
  press: ((entry: PlaceEntry) => void) | null;
}): JSX.Element | null {
  const now = useNow();
  const fresh = begin && (
    <Button variant="link" onClick={begin}>
      {desiccant ? 'put fresh in' : 'put desiccant in'}
    </Button>
  );
  if (!desiccant) return <p className="soft">No desiccant lies in it. {fresh}</p>;
  const due = Date.parse(desiccant.dueAt) <= now;
  return (
    <section aria-label="desiccant">
      <h2>Desiccant</h2>
      <p>
        <VerdictMark
          mark={desiccant.state === 'spent' ? 'outside' : due || desiccant.state === 'turning' ? 'near' : 'within'}
        />{' '}
        {desiccant.massG} g of {desiccant.stuff}, <b>{desiccant.state}</b>, in since {shortDay(desiccant.since)}; to be
        looked at {due ? 'now' : `on ${shortDay(desiccant.dueAt)}`}. {fresh}
      </p>
      {press && (
        <Stack direction="horizontal" gap={2} className="actions">
          <span>It looks</span>
          {DESICCANT_STATES.map((state) => (
            <Button key={state} variant="outline-primary" onClick={() => press({ what: 'seen', state })}>
              {state}
            </Button>
          ))}
          <Button variant="outline-primary" onClick={() => press({ what: 'no desiccant' })}>
            taken out
          </Button>
        </Stack>
      )}
      <p className="caution">
        Do not breathe its dust. Some that shows its state holds cobalt salts: gloves, and dry it again as its maker
        says, in an oven that is well aired. Keep it from children.
      </p>
    </section>
  );
}

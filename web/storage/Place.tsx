import { useRef, useState } from 'react';
import { Stack } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import type { PlaceCare } from '@mercato/contract/air/care';
import { placeRoutes } from '@mercato/contract/store/routes';
import { placeLineWords } from '@mercato/contract/store/words';
import type { PlaceEntry } from '@mercato/core/air/placeBook';
import { AirCharts } from '../air/AirCharts.tsx';
import { ClimateForm, DesiccantForm, DoorForm, ReadingForm } from '../air/PlaceForms.tsx';
import { useKeepCare, usePlaceCare } from '../air/careData.ts';
import { degrees } from '../api/reader.ts';
import { send } from '../api/routes.ts';
import { shortDay, shortInstant, useSession } from '../api/session.tsx';
import { useKeepFile } from '../store/keepFile.ts';
import { Busy } from '../ui/Busy.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { Choices } from '../ui/Choices.tsx';
import { Strike } from '../ui/Strike.tsx';
import { toast } from '../ui/Toasts.tsx';
import { useAct } from '../ui/act.ts';
import { FileField, Trouble } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { KeepsHere } from './KeepsHere.tsx';
import { Alarms, Desiccant, Dials } from './PlaceParts.tsx';

type Doing = 'door' | 'desiccant' | 'reading' | 'climate' | null;
const SPANS = [
  [7, 'a week'],
  [30, 'a month'],
  [90, 'a quarter'],
  [365, 'a year'],
] as const;

/** One place of the store: its air, what its alarms were, its door and its desiccant, and how long seed keeps in it. */
export default function Place() {
  const { place: id = '' } = useParams();
  const { may, session } = useSession();
  const [days, setDays] = useState(30);
  const [doing, setDoing] = useState<Doing>(null);
  const { act, trouble, setTrouble } = useAct();
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
  if (!care) return <Busy error={error} back={['/store/places', 'map of the store']} />;
  const zone = session?.laboratory.zone ?? 'UTC';
  const leave = () => setDoing(null);
  const line = async (entry: PlaceEntry) =>
    keep(await send(placeRoutes.writeLine, { place: id }, entry, { version: care.place.version }));
  const sendLine = (entry: PlaceEntry, key: string) =>
    send(placeRoutes.writeLine, { place: id }, entry, { key, version: care.place.version }).then(async (next) => {
      keep(next);
      leave();
    });
  const press = (entry: PlaceEntry) => void act(() => line(entry));
  const askLogger = () =>
    act(async () => {
      const answer = await send(placeRoutes.askLogger, { place: id }, {});
      keep(answer.care);
      toast(
        `${answer.taken} new readings${answer.garbled > 0 ? `; ${answer.garbled} lines could not be read and were left out` : ''}`,
      );
    });
  const { latest, band } = care;
  return (
    <main className="w-wide">
      <div className="head">
        <h1>{care.place.path.join(' › ')}</h1>
        <span className="code">{care.place.code}</span>
      </div>
      <p className="soft">
        {care.place.kind} ·{' '}
        <Link to={`/store?place=${id}`}>
          {care.place.packetsWithin} {care.place.packetsWithin === 1 ? 'packet' : 'packets'}
        </Link>{' '}
        · <Link to="/store/care">care of the store</Link> · <Link to="/store/places">map</Link>
      </p>
      <Trouble text={trouble} />
      <p className="left-of">
        {latest ? (
          <>
            <b className="fig">{degrees(latest.temperatureC, 1)}</b>
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
          <Quiet onClick={begin('door')}>Door was opened</Quiet>
          <Quiet onClick={begin('reading')}>Read a dial</Quiet>
          {care.logger !== '' && <Quiet onClick={() => void askLogger()}>Ask the logger</Quiet>}
          <Quiet onClick={begin('climate')}>Band and logger</Quiet>
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
          <Files files={care.files} />
        </section>
      )}
      {care.lines.length > 0 && (
        <section>
          <h2>Its book</h2>
          <Book care={care} zone={zone} strike={writes ? line : null} />
        </section>
      )}
    </main>
  );
}

interface BookProps {
  care: PlaceCare;
  zone: string;
  strike: ((entry: PlaceEntry) => Promise<void>) | null;
}

/** The lines of its book, the last first; each can be struck, with the reason. */
function Book({ care, zone, strike }: BookProps) {
  return (
    <>
      {care.openings > 0 && (
        <p className="soft">
          Opened {care.openings} {care.openings === 1 ? 'time' : 'times'} in seven days, {Math.round(care.openMinutes)}{' '}
          min in all.
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
            {strike && !one.struck && one.entry.what !== 'strike' && (
              <Strike
                what={`line ${one.line + 1}`}
                strike={(reason) => strike({ what: 'strike', line: one.line, reason })}
              />
            )}
          </li>
        ))}
      </ol>
    </>
  );
}

function Files({ files }: { files: PlaceCare['files'] }) {
  return (
    <ul className="packets list-unstyled mb-0">
      {files.map((one) => (
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
  );
}

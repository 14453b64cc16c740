import { Stack } from 'react-bootstrap';
import type { AlarmView, PlaceCare } from '@mercato/contract/air/care';
import { placeRoutes } from '@mercato/contract/store/routes';
import { DESICCANT_STATES, type PlaceEntry } from '@mercato/core/air/placeBook';
import { lasted } from '../air/careData.ts';
import { degrees } from '../api/reader.ts';
import { send } from '../api/routes.ts';
import { shortDay, shortInstant } from '../api/session.tsx';
import { Inline, Quiet } from '../ui/Buttons.tsx';
import { Strike } from '../ui/Strike.tsx';
import { useNow } from '../ui/now.ts';
import { VerdictMark } from '../ui/shapes.tsx';

interface DialsProps {
  care: PlaceCare;
  zone: string;
  keep: ((care: PlaceCare) => void) | null;
}

/** Dials that somebody read, as they were read; one that was read wrongly is struck. */
export function Dials({ care, zone, keep }: DialsProps) {
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
                {one.struck !== null && `; crossed out: ${one.struck}`}
              </span>{' '}
              {keep && one.struck === null && (
                <Strike
                  what={words}
                  strike={async (reason) =>
                    keep(
                      await send(
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

interface AlarmsProps {
  care: PlaceCare;
  zone: string;
  see: ((entry: PlaceEntry) => Promise<void>) | null;
}

export function Alarms({ care, zone, see }: AlarmsProps) {
  if (!care.band) return <p className="soft">Nobody said within what its air is to stay: it raises no alarm.</p>;
  if (care.alarms.length === 0)
    return (
      <p>
        <VerdictMark mark="within" /> It has kept within its band for as long as 90 days tell.
      </p>
    );
  return (
    <section aria-label="alarms">
      <h2>When its air was too warm, too cold or too damp</h2>
      <ul className="alarms list-unstyled mb-0">
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
  worst === null ? '' : alarm === 'too damp' || alarm === 'too dry' ? `${worst.toFixed(1)} %` : degrees(worst, 1);

interface DesiccantProps {
  care: PlaceCare;
  begin: (() => void) | null;
  press: ((entry: PlaceEntry) => void) | null;
}

export function Desiccant({ care: { desiccant }, begin, press }: DesiccantProps) {
  const now = useNow();
  const fresh = begin && <Inline onClick={begin}>{desiccant ? 'put fresh in' : 'put desiccant in'}</Inline>;
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
        checked {due ? 'now' : `on ${shortDay(desiccant.dueAt)}`}. {fresh}
      </p>
      {press && (
        <Stack direction="horizontal" gap={2} className="actions">
          <span>It looks</span>
          {DESICCANT_STATES.map((state) => (
            <Quiet key={state} onClick={() => press({ what: 'seen', state })}>
              {state}
            </Quiet>
          ))}
          <Quiet onClick={() => press({ what: 'no desiccant' })}>taken out</Quiet>
        </Stack>
      )}
      <p className="caution">
        Do not breathe its dust. Some that shows its state holds cobalt salts: gloves, and dry it again as its maker
        says, in an oven that is well aired. Keep it from children.
      </p>
    </section>
  );
}

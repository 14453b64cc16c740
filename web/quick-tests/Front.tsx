import { useQuery } from '@tanstack/react-query';
import { type JSX, useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link, Navigate } from 'react-router';
import { answerWords } from '@mercato/contract/quick-tests/words';
import { kindRoutes } from '@mercato/contract/register/routes';
import { capital } from '@mercato/contract/words/text';
import type { SmallTestMethod } from '@mercato/core/rule-books/findKind';
import { addDays } from '@mercato/core/units/days';
import { TEMPERATURE_UNITS, type TemperatureUnit } from '@mercato/core/units/degrees';
import { chooseDegrees, degreesBetween, readerNow } from '../api/reader.ts';
import { reading } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { Fold } from '../ui/Fold.tsx';
import { SeedHead } from '../ui/SeedHead.tsx';
import { BadSeedOrTest } from './BadSeedOrTest.tsx';
import { Schools } from './Schools.tsx';
import { headlineOf } from './headline.ts';
import { questionOf, useAnswer } from './question.ts';

const EMPTY = { seeds: '20', kind: '', sprouted: '', day: '', degrees: '' };
type Gaps = typeof EMPTY;

/** One question, answered before anybody signs in: so many seeds of a kind, so many sprouted. Nothing is kept. */
export default function Front() {
  const { session } = useSession();
  const [typed, setTyped] = useState(EMPTY);
  const [unit, setUnit] = useState(readerNow().degrees);
  const { data: kinds } = useQuery({
    ...reading(kindRoutes.tested, {}),
    staleTime: Infinity,
    select: ({ kinds: all }) => new Map(all.map((one) => [one.name, one] as const)),
  });
  const kind = kinds?.get(typed.kind.trim().toLowerCase());
  const method = kind?.method;
  const input = questionOf(typed, method);
  const { answer, fault } = useAnswer(input, typed.seeds.trim() !== '' && typed.sprouted.trim() !== '');
  if (session?.person) return <Navigate to="/today" replace />;
  const gap = (key: keyof Gaps, label: string, more: JSX.IntrinsicElements['input'] = {}) => (
    <Form.Control
      className={`gap ${key}`}
      aria-label={label}
      inputMode={key === 'kind' ? 'text' : key === 'degrees' ? 'decimal' : 'numeric'}
      autoComplete="off"
      value={typed[key]}
      isInvalid={fault !== undefined && fault.path === PATHS[key]}
      list={more.list}
      placeholder={more.placeholder}
      autoFocus={key === 'kind'}
      onChange={(event) => setTyped((before) => ({ ...before, [key]: event.target.value }))}
    />
  );
  return (
    <main className="front">
      <h1>Are these seeds any good?</h1>
      <p className="asking serif">
        Of {gap('seeds', 'seeds tested')} seeds of {gap('kind', 'kind', { list: 'front-kinds', placeholder: 'leek' })}{' '}
        {gap('sprouted', 'sprouted', { placeholder: '…' })} sprouted after {gap('day', 'days', { placeholder: '…' })}{' '}
        days at {gap('degrees', 'degrees', { placeholder: '…' })}{' '}
        <Form.Select
          className="gap unit"
          aria-label="unit of the degrees"
          value={unit}
          onChange={(event) => {
            chooseDegrees(event.target.value as TemperatureUnit);
            setUnit(readerNow().degrees);
          }}
        >
          {TEMPERATURE_UNITS.map((one) => (
            <option key={one} value={one}>
              °{one}
            </option>
          ))}
        </Form.Select>
        .
      </p>
      <datalist id="front-kinds">
        {[...(kinds?.keys() ?? [])].map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      {fault && (
        <p className="outside" role="alert">
          {fault.message}
        </p>
      )}
      {!answer && !fault && (
        <p className="soft">Write how many sprouted. Days and degrees may stay empty: then they are not considered.</p>
      )}
      {answer && (
        <section className="answer" role="status">
          <div className="d-flex gap-3 justify-content-between">
            <h2>{headlineOf(answer)}</h2>
            {answer.test.seeds <= MOST_DRAWN && (
              <SeedHead
                counts={{ normal: answer.test.sprouted }}
                seeds={answer.test.seeds}
                size={120}
                label={`${answer.test.sprouted} of ${answer.test.seeds} sprouted`}
              />
            )}
          </div>
          <p>{answerWords(answer)}</p>
          {method && answer.heldBack.length > 0 && (
            <p>
              {wants(typed.kind, method)}The others may only be waiting.
              {typeof input.day === 'number' && method.lastDay !== null && input.day < method.lastDay && session && (
                <>
                  {' '}
                  Look again on <b>{shortDay(addDays(session.today, method.lastDay - input.day))}</b>.
                </>
              )}
            </p>
          )}
        </section>
      )}
      {answer && answer.schools.length > 0 && (
        <Fold title="How thick to sow, and what people do then">
          <Schools answer={answer} />
        </Fold>
      )}
      <Fold title="Bad seed or bad test?">
        <BadSeedOrTest answer={answer} question={input} kind={kind} />
      </Fold>
      <p className="mt-3">
        <Link to="/calculators">Other questions: how much to sow, how dry, how cold</Link>
      </p>
      <p className="soft">Nothing is saved. With an account every packet has its history.</p>
    </main>
  );
}

/** Seeds are drawn as far as the eye can tell them apart. */
const MOST_DRAWN = 400;

/** What a kind wants, as far as it is known. */
function wants(name: string, { temperatureC, lastDay }: SmallTestMethod): string {
  const said = [temperatureC && degreesBetween(...temperatureC), lastDay !== null && `${lastDay} days`].filter(Boolean);
  return said.length === 0 ? '' : `${capital(name.trim())} wants ${said.join(' and ')}. `;
}

const PATHS: Readonly<Record<keyof Gaps, string>> = {
  seeds: 'seeds',
  sprouted: 'sprouted',
  kind: '',
  day: 'day',
  degrees: 'stoodC',
};

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type JSX, useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link, Navigate } from 'react-router';
import { answerWords } from '@mercato/contract/quick-tests/words';
import { kindRoutes } from '@mercato/contract/register/routes';
import { capital } from '@mercato/contract/words/text';
import type { QuickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import { addDays } from '@mercato/core/units/days';
import { reading } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { calculated } from '../catalogue/calculated.ts';
import { Fold } from '../ui/Fold.tsx';
import { SeedHead } from '../ui/SeedHead.tsx';
import { figureOf, wholeNumber } from '../ui/typedBody.ts';
import { BadSeedOrTest } from './BadSeedOrTest.tsx';
import { Schools } from './Schools.tsx';
import { headlineOf } from './headline.ts';

const EMPTY = { seeds: '20', kind: '', sprouted: '', day: '', degrees: '' };
type Gaps = typeof EMPTY;

/** One question, answered before anybody signs in: so many seeds of a kind, so many sprouted. Nothing is kept. */
export default function Front() {
  const { session } = useSession();
  const [typed, setTyped] = useState(EMPTY);
  const { data: kinds } = useQuery({
    ...reading(kindRoutes.tested, {}),
    staleTime: Infinity,
    select: ({ kinds: all }) => new Map(all.map((one) => [one.name, one.method] as const)),
  });
  const method = kinds?.get(typed.kind.trim().toLowerCase());
  const input = {
    seeds: wholeNumber(typed.seeds),
    sprouted: wholeNumber(typed.sprouted),
    ...(typed.day.trim() ? { day: wholeNumber(typed.day) } : {}),
    ...(typed.degrees.trim() ? { stoodC: figureOf(typed.degrees) } : {}),
    ...(method?.lastDay ? { lastDay: method.lastDay } : {}),
    ...(method?.temperatureC ? { suitsFromC: method.temperatureC[0], suitsToC: method.temperatureC[1] } : {}),
  };
  const asked = typed.seeds.trim() !== '' && typed.sprouted.trim() !== '';
  const { data } = useQuery({
    queryKey: ['front', input],
    queryFn: () => calculated('quick-tests.answer', input),
    enabled: asked,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  if (session?.person) return <Navigate to="/today" replace />;
  const fault = asked && data && !data.ok ? data.error : undefined;
  const answer = asked && data?.ok ? (data.out as QuickAnswer) : undefined;
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
        days at {gap('degrees', 'degrees', { placeholder: '…' })} °C.
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
      {!asked && (
        <p className="soft">Write how many sprouted. Days and degrees may stay empty: then they are not considered.</p>
      )}
      {answer && (
        <section className="answer" role="status">
          <div className="d-flex gap-3 justify-content-between">
            <h2>{headlineOf(answer)}</h2>
            <SeedHead
              counts={{ normal: answer.test.sprouted }}
              seeds={Math.min(answer.test.seeds, 200)}
              size={120}
              label={`${answer.test.sprouted} of ${answer.test.seeds} sprouted`}
            />
          </div>
          <p>{answerWords(answer)}</p>
          {method && answer.heldBack.length > 0 && (
            <p>
              {method.temperatureC &&
                `${capital(typed.kind)} wants ${method.temperatureC[0]} to ${method.temperatureC[1]} °C`}
              {method.lastDay !== null && ` and ${method.lastDay} days`}. The others may only be waiting.
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
        <BadSeedOrTest sprouted={answer?.test.sprouted ?? null} seeds={answer?.test.seeds ?? null} method={method} />
      </Fold>
      <p className="mt-3">
        <Link to="/calculators">Other questions: how much to sow, how dry, how cold</Link>
      </p>
      <p className="soft">Nothing is kept. With an account every packet has its history.</p>
    </main>
  );
}

const PATHS: Readonly<Record<keyof Gaps, string>> = {
  seeds: 'seeds',
  sprouted: 'sprouted',
  kind: '',
  day: 'day',
  degrees: 'stoodC',
};

import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { HandAct } from '@mercato/contract/hands/hands';
import type { BagBrief, BagView, NewLook, RoundView } from '@mercato/contract/quick-tests/rounds';
import { quickTestRoutes } from '@mercato/contract/quick-tests/routes';
import { bagTimeWords, unsuitedWords } from '@mercato/contract/quick-tests/words';
import { cache } from '../api/cache.ts';
import { useOutbox } from '../api/outbox.ts';
import { PAGE } from '../api/page.ts';
import { degreesBetween, readerNow } from '../api/reader.ts';
import { callRoute, keyOf, linkTo, passOn, reading, send } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { HandNotice } from '../hands/HandNotice.tsx';
import { otherHand, PUT_DOWN, useHold } from '../hands/useHold.ts';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { Notice } from '../ui/Notice.tsx';
import { LookForm } from './LookForm.tsx';
import { bagName, inTurn } from './bags.ts';

const ALL_SENT = () => Promise.resolve(null);

/** The daily look: the next bag first, large targets, in any number of sessions, with or without a network. */
export default function Round() {
  const { round = '' } = useParams();
  const { session, may } = useSession();
  const { data, error } = useQuery(reading(quickTestRoutes.round, { round }));
  if (!data || !session?.person) return <Busy error={error} back={['/store', 'the store']} />;
  return <Looking view={data} personId={session.person.id} today={session.today} may={may('store.write')} />;
}

interface LookingProps {
  view: RoundView;
  personId: string;
  today: string;
  may: boolean;
}

function Looking({ view, personId, today, may }: LookingProps) {
  const [chosen, setChosen] = useState<string | null>(null);
  const outbox = useOutbox(personId, (answer) => {
    void passOn(quickTestRoutes.look, answer as RoundView);
  });
  const own = new Set(view.bagsOf.map((one) => one.id));
  const waiting = (outbox.posted ?? []).filter((one) => own.has(one.subject));
  // What waits here counts already: the next bag is the next, whether the server knows or not.
  const bags = view.bagsOf.map((bag): BagBrief => {
    const looks = waiting.filter((one) => one.subject === bag.id && one.refused === undefined);
    const more = looks.reduce((sum, one) => sum + (one.body as NewLook).sprouted, 0);
    const days = looks.map((one) => (one.body as NewLook).on).sort();
    return looks.length === 0 ? bag : { ...bag, sprouted: bag.sprouted + more, lastLook: days.at(-1) ?? bag.lastLook };
  });
  const open = inTurn(bags, today);
  const next = bags.find((one) => one.id === chosen && one.ended === null) ?? open[0];
  const done = next !== undefined && chosen === null && next.lastLook === today;
  const hand = (bag: string, act: HandAct) => send(quickTestRoutes.hand, { bag }, act);
  const inHand = useHold(
    next && next.ended === null ? next.id : null,
    (bag) => callRoute(quickTestRoutes.hand, { bag }, PUT_DOWN, { keepalive: true }),
    ALL_SENT,
  );
  const kept = (bag: BagView) =>
    cache.setQueryData<RoundView>(keyOf(quickTestRoutes.round, { round: view.id }), (before) =>
      before
        ? { ...before, bagsOf: before.bagsOf.map((one) => (one.id === bag.id ? { ...one, ...bag } : one)) }
        : before,
    );
  // Others see who looks at it; without a network nobody does, and the look itself says what was known.
  const takeUp = (bag: BagBrief) => {
    inHand();
    hand(bag.id, { act: 'take', turn: bag.held.turn }).then(kept, () => undefined);
  };
  const refused = waiting.filter((one) => one.refused !== undefined);
  const toSend = waiting.length - refused.length;
  return (
    <main className="w-narrow">
      <div className="fig soft">
        <Link className="plain" to="/store/rounds">
          rounds
        </Link>
        {toSend > 0 && <span className="float-end">{toSend} saved to send</span>}
      </div>
      <h1>
        Round {view.number} <span className="soft">{view.name}</span>
      </h1>
      <p className="soft">
        began {shortDay(view.startedOn)}
        {view.warmthC && `, ${degreesBetween(view.warmthC.low, view.warmthC.high)}`},{' '}
        {view.light === 'light' ? 'in light' : 'in the dark'}
      </p>
      {refused.map((one) => (
        <Notice key={one.id} bad>
          <span>
            Bag {view.bagsOf.find((bag) => bag.id === one.subject)?.number}, {(one.body as NewLook).sprouted} sprouted:{' '}
            {one.refused}
          </span>
          <Inline onClick={() => void outbox.drop(one)}>drop it</Inline>
        </Notice>
      ))}
      {next === undefined ? (
        <p className="mt-3">Every bag of this round has ended.</p>
      ) : (
        <>
          <div className="walk-next" role="status">
            <div>{done ? 'All bags checked today. Check again:' : 'Next bag'}</div>
            <div className="n">{next.number}</div>
            <div>
              {bagName(next)} · {next.sprouted} of {next.seeds} sprouted
            </div>
            <div>
              {bagTimeWords(next.time)}
              {next.unsuited.map((one) => ` · ${unsuitedWords(one, next.method, readerNow().degrees)}`)}
            </div>
          </div>
          <HandNotice
            what={`bag ${next.number}`}
            held={next.held}
            late={[]}
            hand={async (act) => kept(await hand(next.id, act))}
            may={may}
            taken={inHand}
          />
          {may && !otherHand(next.held) && (
            <LookForm
              key={`${next.id} ${next.sprouted} ${next.lastLook ?? ''}`}
              bag={next}
              personId={personId}
              today={today}
              ready={outbox.posted !== null}
              begin={() => takeUp(next)}
              keep={(look) => {
                setChosen(null);
                void outbox.put(
                  next.id,
                  quickTestRoutes.look,
                  { bag: next.id, look: crypto.randomUUID() },
                  {
                    ...look,
                    hand: { page: PAGE, turn: next.held.turn },
                  },
                );
              }}
            />
          )}
        </>
      )}
      <h2 className="mt-4">
        All bags <a href={linkTo(quickTestRoutes.labels, { round: view.id })}>labels</a>
      </h2>
      <Bags
        bags={bags}
        today={today}
        next={next?.id}
        look={(bag) => {
          setChosen(bag);
          scrollTo(0, 0);
        }}
      />
      <p className="caution">Mould: do not breathe it in; open mouldy bags outside, and wash your hands.</p>
    </main>
  );
}

interface BagsProps {
  bags: readonly BagBrief[];
  today: string;
  next: string | undefined;
  look: (bag: string) => void;
}

/** Every bag of the round, how it stands, and the way to look at it out of turn. */
function Bags({ bags, today, next, look }: BagsProps) {
  return (
    <ul className="packets list-unstyled mb-0" aria-label="bags">
      {bags.map((one) => (
        <li key={one.id}>
          <span>
            <b className="fig">{one.number}</b> <Link to={`/store/bags/${one.id}`}>{bagName(one)}</Link>
          </span>
          <span className="fig">
            {one.sprouted} of {one.seeds}
          </span>
          <span>
            {one.ended === null && one.id !== next && (
              <Inline aria-label={`check bag ${one.number}`} onClick={() => look(one.id)}>
                look
              </Inline>
            )}
          </span>
          <span className={one.time.state === 'late' && !one.ended ? 'late' : 'soft'}>
            {one.ended ? `ended: ${one.ended.verdict.verdict}` : one.time.state}
            {one.lastLook === today && ' · checked today'}
            {one.held.holder && ` · in the hands of ${one.held.holder.name}`}
            {one.late > 0 && ` · ${one.late === 1 ? 'a check' : `${one.late} checks`} came late: open it`}
          </span>
        </li>
      ))}
    </ul>
  );
}

import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import type { Fate } from '@mercato/contract/hands/fates';
import type { LookView } from '@mercato/contract/quick-tests/rounds';
import { quickTestRoutes } from '@mercato/contract/quick-tests/routes';
import { bagTimeWords, reasonsWords, testNextWords, unsuitedWords } from '@mercato/contract/quick-tests/words';
import { degreesBetween, readerNow } from '../api/reader.ts';
import { reading, send } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Small } from '../ui/Buttons.tsx';
import { Notice } from '../ui/Notice.tsx';
import { SeedHead } from '../ui/SeedHead.tsx';
import { Slip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { Strike } from '../ui/Strike.tsx';
import { useAct } from '../ui/act.ts';
import { Trouble } from '../ui/fields.tsx';
import { EndForm, FloatForm, type Part } from './EndForm.tsx';
import { Schools } from './Schools.tsx';
import { bagName } from './bags.ts';

const VERDICTS = {
  sprouted: 'the count stands',
  dead: 'it was the seed',
  dormant: 'it is alive, and waits',
  invalid: 'it was the test',
  unclear: 'nobody can tell',
} as const;

/** One bag: what was seen, what it says of the seed, and the question "bad seed or bad test?" where it arises. */
export default function Bag() {
  const { bag: id = '' } = useParams();
  const { may } = useSession();
  const { data, error } = useQuery(reading(quickTestRoutes.bag, { bag: id }));
  if (!data) return <Busy error={error} back={['/store', 'the store']} />;
  const writes = may('store.write');
  const { method } = data;
  return (
    <Station
      slip={
        data.answer && (
          <Slip
            plain
            title="the range"
            steps={data.answer.steps}
            next={
              data.answer.schools.length > 0
                ? 'Chance to be wrong: that the true share lies in another band of the school, with the Jeffreys prior.'
                : 'More may follow: only the lower end of the range holds.'
            }
            rule={{
              text: 'Clopper & Pearson (1934), hypergeometric for a counted packet; Brown, Cai & DasGupta (2001)',
              provenance: 'literature, recomputed by the tests',
            }}
          />
        )
      }
    >
      <div className="head">
        <h1>
          Bag {data.number}: {bagName(data)}
        </h1>
        <span className="code">{data.code}</span>
      </div>
      <p className="soft">
        <Link to={`/store/rounds/${data.round.id}`}>round {data.round.number}</Link>, began{' '}
        {shortDay(data.round.startedOn)} · {bagTimeWords(data.time)}
        {data.packetId && (
          <>
            {' · '}
            <Link to={`/store/packets/${data.packetId}`}>packet {data.packetCode}</Link>
          </>
        )}
      </p>
      <p className="soft">
        {method.firstDay === null || method.lastDay === null
          ? 'How this kind is tested is not known here: give it the warmth it likes and look for three to four weeks.'
          : `This kind: first check on day ${method.firstDay}, last on day ${method.lastDay}${
              method.temperatureC ? `, at ${degreesBetween(...method.temperatureC)}` : ''
            }${method.light === 'helps' ? ', in light' : method.light === 'dark' ? ', in the dark' : ''} (from memory).`}
      </p>
      {data.unsuited.map((one) => (
        <p key={one} className="caution">
          {unsuitedWords(one, method, readerNow().degrees)}
        </p>
      ))}
      <div className="bag-sum d-flex flex-wrap gap-4 align-items-center">
        <SeedHead
          counts={{ normal: data.sprouted }}
          seeds={data.seeds}
          size={180}
          label={`${data.sprouted} of ${data.seeds} sprouted, the others are drawn as rings`}
        />
        <div>
          <p className="fs-3">
            <b className="fig">{data.sprouted}</b> of <span className="fig">{data.seeds}</span> sprouted
          </p>
          <p className="soft">Sprouted is not yet a normal seedling: a laboratory counts lower.</p>
        </div>
      </div>
      {data.ended && (
        <Notice bad={data.ended.verdict.verdict === 'invalid'} role="note">
          <b>{VERDICTS[data.ended.verdict.verdict]}</b>
          {data.ended.verdict.reasons.length > 0 && `: ${reasonsWords(data.ended.verdict.reasons)}`}.{' '}
          {data.ended.verdict.verdict !== 'sprouted' && testNextWords(data.ended.verdict.next)}
          {writes && <Reopen bag={data} />}
        </Notice>
      )}
      {data.answer && <Schools answer={data.answer} />}
      {data.beside.length > 0 && (
        <>
          <h2 className="mt-4">Beside it</h2>
          <ul className="packets list-unstyled mb-0">
            {data.beside.map((one) => (
              <li key={one.id}>
                <Link to={`/store/bags/${one.id}`}>
                  bag {one.number}, {one.control ? 'fresh seed' : one.treatment === 'other' ? one.how : one.treatment}
                </Link>
                <span className="fig">
                  {one.sprouted} of {one.seeds}
                </span>
                <span className="soft">
                  {one.p < 0.05
                    ? `differs by more than chance, which does so ${often(one.p)}`
                    : `could be chance, which does so ${often(one.p)}`}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <h2 className="mt-4">What was seen</h2>
      {data.looks.length === 0 && <p className="soft">Not checked yet.</p>}
      <ol className="book">
        {data.looks.map((one) => (
          <Seen key={one.id} bag={data} look={one} may={writes && data.ended === null} />
        ))}
        {data.reopened.map((one) => (
          <li key={one.reopened.at}>
            {shortDay(one.on)}: <span className="struck">ended: {VERDICTS[one.verdict.verdict]}</span>{' '}
            <span className="soft">
              {one.by}; opened again by {one.reopened.by}: {one.reopened.reason}
            </span>
          </li>
        ))}
      </ol>
      {writes && data.ended === null && data.looks.length > 0 && <EndForm key={data.sprouted} bag={data} />}
      {writes && <FloatForm key={JSON.stringify(data.float)} bag={data} />}
    </Station>
  );
}

/** A bag that ended too early or by mistake opens again; its end stays on file. */
function Reopen({ bag }: Part) {
  return (
    <div className="mt-2">
      <Strike
        what={`bag ${bag.number}`}
        words="open it again"
        ask="why it is opened again"
        strike={async (reason) => {
          await send(quickTestRoutes.reopen, { bag: bag.id }, { reason });
        }}
      />
    </div>
  );
}

/** How often seed that is no different lies so far apart. */
const often = (p: number) =>
  p < 0.01 ? 'less than once in a hundred times' : `${Math.round(100 * p)} times in a hundred`;

function Seen({ bag, look, may }: Part & { look: LookView; may: boolean }) {
  const words = [
    look.sprouted === 0 ? 'nothing new' : `${look.sprouted} newly sprouted`,
    look.water === 'dry' ? 'dried out' : look.water === 'wet' ? 'too wet' : '',
    look.mould ? 'mould' : '',
    look.thrives === false ? 'does not thrive' : '',
    look.note,
  ].filter(Boolean);
  return (
    <li>
      {shortDay(look.on)}:{' '}
      <span className={look.struck || look.late === 'aside' ? 'struck' : look.late === 'waits' ? 'soft' : undefined}>
        {words.join(', ')}
      </span>{' '}
      <span className="soft">
        {look.by}
        {look.struck && `; crossed out: ${look.struck.reason}`}
        {look.lateReason && `; noted ${shortDay(look.notedOn ?? look.at)}: ${look.lateReason}`}
        {look.late !== null && `; ${LATE_WORDS[look.late]}`}
      </span>{' '}
      {may && look.late === 'waits' && <LateLook bag={bag} look={look} />}
      {may && look.struck === null && (look.late === null || look.late === 'taken') && (
        <Strike
          what={`the check of ${shortDay(look.on)}`}
          strike={async (reason) => {
            await send(quickTestRoutes.strikeLook, { bag: bag.id, look: look.id }, { reason });
          }}
        />
      )}
    </li>
  );
}

const LATE_WORDS = {
  waits: 'came after somebody else had the bag: not counted',
  taken: 'came late, and was added',
  aside: 'came late, and was set aside',
} as const;

/** A look that came late is added, or set aside for good. */
function LateLook({ bag, look }: Part & { look: LookView }) {
  const { act, trouble } = useAct();
  const decide = (fate: Fate) => () =>
    void act(() => send(quickTestRoutes.decideLate, { bag: bag.id, look: look.id }, { fate }));
  return (
    <>
      <Small onClick={decide('taken')}>Add it</Small> <Small onClick={decide('aside')}>Set it aside</Small>{' '}
      <Trouble text={trouble} />
    </>
  );
}

import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import type { Look, PrimarySample, PrimaryView, SamplingView } from '@mercato/contract/sampling/sampling';
import { DECIMAL_TEXT, Exact, toGrams } from '@mercato/core/units/mass';
import { useOutbox } from '../api/outbox.ts';
import { passOn, reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Quiet, Small } from '../ui/Buttons.tsx';
import { Notice } from '../ui/Notice.tsx';
import { TextField } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { plainFigure } from '../ui/typedBody.ts';
import { BagStack } from './BagStack.tsx';

const LOOK_WORDS: readonly (readonly [Exclude<Look, 'even'>, string])[] = [
  ['uneven', 'Looks uneven'],
  ['wet', 'Wet'],
  ['damaged', 'Torn'],
  ['infested', 'Infested'],
];

/** On foot between the bags: the next container first, large targets, and no need of a network. */
export default function Walk() {
  const { lot = '' } = useParams();
  const { session } = useSession();
  const { data, error } = useQuery({ ...reading(samplingRoutes.ofLot, { lot }), staleTime: Infinity });
  if (!data || !session?.person) return <Busy error={error} back={['/lots', 'the lots']} />;
  if (!data.draw)
    return (
      <main>
        <h1>Nothing is drawn yet</h1>
        <p>
          <Link to={`/lots/${lot}/sampling`}>Select the containers first.</Link>
        </p>
      </main>
    );
  return <Between view={data} draw={data.draw} personId={session.person.id} />;
}

const subjectOf = (drawId: string, one: Pick<PrimaryView, 'container' | 'core'>) =>
  `${drawId} ${one.container} ${one.core}`;

interface BetweenProps {
  view: SamplingView;
  draw: NonNullable<SamplingView['draw']>;
  personId: string;
}

function Between({ view, draw, personId }: BetweenProps) {
  const [mass, setMass] = useState('');
  const [note, setNote] = useState('');
  const [skipped, setSkipped] = useState<readonly string[]>([]);
  const [fault, setFault] = useState<string>();
  const outbox = useOutbox(personId, (answer) => {
    void passOn(samplingRoutes.takePrimary, answer as SamplingView);
  });
  const waiting = (outbox.posted ?? []).filter((one) => one.subject.startsWith(draw.id));
  const kept = new Map(waiting.filter((one) => one.refused === undefined).map((one) => [one.subject, one]));
  const isTaken = (one: PrimaryView) => one.taken !== null || kept.has(subjectOf(draw.id, one));
  const open = draw.primaries.filter((one) => !isTaken(one));
  const next = open.find((one) => !skipped.includes(subjectOf(draw.id, one))) ?? open[0];
  const noteOf = (one: PrimaryView) => kept.get(subjectOf(draw.id, one))?.body as PrimarySample | undefined;
  const looks = (one: PrimaryView): Look => one.taken?.look ?? noteOf(one)?.look ?? 'even';
  const stopped = draw.primaries.find(
    (one) => isTaken(one) && looks(one) === 'uneven' && one.taken?.decision?.decision !== 'accept',
  );
  const grams = draw.primaries.reduce((sum, one) => {
    const weighed = one.taken ? one.taken.mass : (noteOf(one)?.mass ?? null);
    return weighed ? sum.plus(toGrams(weighed)) : sum;
  }, new Exact(0));
  const take = (look: Look) => {
    if (!next || stopped) return;
    const text = plainFigure(mass);
    if (text !== '' && !(DECIMAL_TEXT.test(text) && Number(text) > 0)) {
      setFault('a mass in grams above 0, such as 20.5, or nothing');
      return;
    }
    setFault(undefined);
    void outbox.put(
      subjectOf(draw.id, next),
      samplingRoutes.takePrimary,
      { draw: draw.id, container: next.container, core: next.core },
      {
        mass: text === '' ? null : { text, unit: 'g' },
        look,
        note: note.trim(),
        takenAt: new Date().toISOString(),
      },
    );
    setMass('');
    setNote('');
  };
  useKeys([
    {
      key: 'd',
      says: 'drawn, looks like the others',
      act: () => take('even'),
    },
  ]);
  const refused = waiting.filter((one) => one.refused !== undefined);
  // What was noted here and not yet sent decides which container is next: until it is read, nothing can be pressed.
  if (outbox.posted === null) return <Busy />;
  return (
    <main className="w-narrow">
      <div className="fig soft">
        <Link className="plain" to={`/lots/${view.lot.id}/sampling`}>
          {view.lot.reference} · sampling
        </Link>
        {kept.size > 0 && <span className="float-end">{kept.size} saved to send</span>}
      </div>
      <h1 className="fs-4">
        <i>{view.lot.species}</i>, {view.lot.commonName}
      </h1>
      {stopped ? (
        <Notice bad>
          <VerdictMark mark="outside" /> Container {stopped.container} looks uneven: stop, and do not combine the
          samples. The lead decides whether the parts become lots of their own, sampling is refused, or a heterogeneity
          test is asked for.
        </Notice>
      ) : next ? (
        <>
          <Container
            draw={draw}
            next={next}
            take={take}
            later={() =>
              setSkipped([...skipped.filter((one) => one !== subjectOf(draw.id, next)), subjectOf(draw.id, next)])
            }
          />
          <div className="walk-other two">
            <TextField label="mass, g (if weighed)" figure value={mass} onChange={setMass} fault={fault} />
            <TextField label="note" value={note} onChange={setNote} />
          </div>
        </>
      ) : (
        <p role="status">
          <VerdictMark mark="within" /> All {draw.primaries.length} primary samples are taken. Mix them well, and reduce
          them to the submitted sample.
        </p>
      )}
      {kept.size > 0 && outbox.trouble && (
        <p className="soft">
          Not sent yet: what you note is saved on this machine and goes out by itself. {outbox.trouble}
        </p>
      )}
      {refused.map((one) => (
        <p key={one.id} className="outside">
          Container {one.subject.split(' ')[1]} was not taken by the server: {one.refused}{' '}
          <Small onClick={() => void outbox.drop(one)}>Delete</Small>
        </p>
      ))}
      <p className="d-flex justify-content-between mt-3 mb-1 mx-0">
        <span>
          <b className="fig">{draw.primaries.length - open.length}</b> of {draw.primaries.length} drawn
        </span>
        {grams.gt(0) && (
          <span>
            <b className="fig">{grams.toString()} g</b> in the bucket
          </span>
        )}
      </p>
      <BagStack
        draw={draw}
        next={stopped ? undefined : next?.container}
        done={(container) => draw.primaries.every((one) => one.container !== container || isTaken(one))}
      />
      <p className="soft mt-3">
        Dust: wear the mask while probing. Treated seed: gloves, and the label’s own cautions.
      </p>
    </main>
  );
}

interface ContainerProps {
  draw: NonNullable<SamplingView['draw']>;
  next: PrimaryView;
  take: (look: Look) => void;
  later: () => void;
}

/** The container to go to, and what is said of it. */
function Container({ draw, next, take, later }: ContainerProps) {
  return (
    <>
      <div className="walk-next" role="status">
        <div>Next container</div>
        <div className="n">{next.container}</div>
        <div>
          row {next.row}, {next.column} from the left, layer {next.layer}
          {draw.primaries.filter((one) => one.container === next.container).length > 1 &&
            ` · sample ${next.core} of it`}
        </div>
      </div>
      <Button
        className="walk-go"
        onClick={(event) => {
          // The second tap of a double tap would call a container drawn that nobody opened.
          if (event.detail < 2) take('even');
        }}
      >
        Drawn
      </Button>
      <div className="walk-other">
        {LOOK_WORDS.map(([look, words]) => (
          <Quiet key={look} onClick={() => take(look)}>
            {words}
          </Quiet>
        ))}
        <Quiet onClick={later}>Later</Quiet>
      </div>
    </>
  );
}

import { proxy } from 'comlink';
import { useRef, useState } from 'react';
import { Button, Form, ProgressBar, Stack } from 'react-bootstrap';
import { Link, useSearchParams } from 'react-router';
import type { MachineView } from '@mercato/contract/cleaning/machines';
import { argumentWords } from '@mercato/contract/words/arguments';
import type { ListedScreen, Particle } from '@mercato/core/cleaning/figures';
import type { Proposal } from '@mercato/core/cleaning/propose';
import type { FeedPart, Ranged, TrialResult, TriedPass } from '@mercato/core/cleaning/trialTask';
import { ArgumentFault } from '@mercato/core/units/argument';
import { Busy } from '../ui/Busy.tsx';
import { Quiet, Small } from '../ui/Buttons.tsx';
import { Trouble } from '../ui/fields.tsx';
import { useKept } from '../ui/kept.ts';
import { figureOf } from '../ui/typedBody.ts';
import { useWorker } from '../ui/useWorker.ts';
import type { Trial as TrialWorker } from './trial.worker.ts';
import { feedOf, othersOf, passOf, type Typed, TrialForm } from './TrialForm.tsx';
import { TrialPicture } from './TrialPicture.tsx';
import { Fit } from './TrialFit.tsx';
import { useFigures, useMachines } from './useBatch.ts';

const start = () => new Worker(new URL('./trial.worker.ts', import.meta.url), { type: 'module' });
const EACH = 5000;
const ROUNDS = 60;

const BEGIN: Typed = {
  seed: 'red clover',
  parts: [
    { name: 'field dodder', percent: '2' },
    { name: 'wild mustard', percent: '1' },
    { name: 'cereal chaff', percent: '5' },
  ],
  passes: [
    { by: 'air', set: '3.5' },
    { by: 'screen-over', set: '1/16 round' },
  ],
  wanted: '99',
  number: '1',
};
/** What screens, air and a table would leave, before seed is risked. */
export default function Trial() {
  const { data: figures, error } = useFigures();
  const machines = useMachines().data?.machines.filter((one) => one.kind !== 'scale' && one.kind !== 'pit') ?? [];
  const [search] = useSearchParams();
  const batch = search.get('batch');
  if (!figures) return <Busy error={error} />;
  return (
    <main>
      <p className="soft">
        <Link to={batch === null ? '/shed' : `/shed/batches/${batch}`}>
          {batch === null ? 'the shed' : 'back to the batch'}
        </Link>
      </p>
      <h1>Try settings first</h1>
      <p className="soft w-text">
        Drawn seed runs through chosen screens and air. Sizes, densities and air speeds are from memory; each machine
        differs. It shows what to try first, never what will be.
      </p>
      <Tried particles={figures.particles} screens={figures.screens} machines={machines} />
    </main>
  );
}

interface TriedOn {
  particles: readonly Particle[];
  screens: readonly ListedScreen[];
  machines: readonly MachineView[];
}
function Tried({ particles, screens, machines }: TriedOn) {
  const [typed, keep] = useKept('shed.trial', BEGIN);
  const { ask, stop } = useWorker<TrialWorker>(start);
  const [share, setShare] = useState<number>();
  const [answer, setAnswer] = useState<{
    feed: readonly FeedPart[];
    passes: readonly TriedPass[];
    result: TrialResult;
  }>();
  const [proposed, setProposed] = useState<Proposal | null>();
  const [fault, setFault] = useState<string>();
  const machine = machines.find((one) => one.id === typed.machine);
  const asked = useRef(0);
  /** Tells how far this question is; what comes after its answer is heard no more. */
  const tell = () => {
    const mine = asked.current;
    return proxy((far: number) => {
      if (asked.current === mine) setShare(far);
    });
  };
  const work = async (does: (feed: FeedPart[]) => Promise<void>) => {
    setFault(undefined);
    const feed = feedOf(typed, particles);
    if (typeof feed === 'string') {
      setFault(feed);
      return;
    }
    asked.current += 1;
    setShare(0);
    try {
      await does(feed);
    } catch (error) {
      if (!(error instanceof ArgumentFault)) throw error;
      setFault(argumentWords(error));
    } finally {
      asked.current += 1;
      setShare(undefined);
    }
  };
  const tryIt = () =>
    work(async (feed) => {
      const passes = typed.passes.map((one) => passOf(one, screens, machine));
      const wrong = passes.findIndex((one) => typeof one === 'string');
      if (wrong >= 0) {
        setFault(`Pass ${wrong + 1}: ${typeof passes[wrong] === 'string' ? passes[wrong] : ''}`);
        return;
      }
      if (passes.length === 0) {
        setFault('Add a pass.');
        return;
      }
      const right = passes as TriedPass[];
      const number = Number(figureOf(typed.number));
      const seed = Number.isInteger(number) && number > 0 ? number : 1;
      const result = await ask().tryPasses({ feed, passes: right, each: EACH, seed, rounds: ROUNDS }, tell());
      setAnswer({ feed, passes: right, result });
    });
  const propose = () =>
    work(async (feed) => {
      const found = await ask().propose(feed, screens, Number(figureOf(typed.wanted)) || 99, tell());
      setProposed(found);
      if (!found) return;
      setAnswer({ feed, passes: found.passes, result: found.result });
      keep({
        ...typed,
        passes: [
          ...(found.top === null ? [] : [{ by: 'screen-through' as const, set: found.top }]),
          ...(found.bottom === null ? [] : [{ by: 'screen-over' as const, set: found.bottom }]),
          ...(found.airMS === null ? [] : [{ by: 'air' as const, set: found.airMS.toFixed(1) }]),
        ],
      });
    });
  return (
    <div className="trial">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void tryIt();
        }}
      >
        <TrialForm
          typed={typed}
          keep={keep}
          particles={particles}
          screens={screens}
          others={othersOf(typed)}
          machines={machines}
        />
        <Trouble text={fault} />
        {share === undefined ? (
          <div className="actions">
            <Button type="submit">Try it</Button>{' '}
            <Form.Label className="wanted">
              or reach{' '}
              <Form.Control
                className="num"
                aria-label="purity that is wanted, %"
                value={typed.wanted}
                inputMode="decimal"
                onChange={(event) => keep({ ...typed, wanted: event.target.value })}
              />{' '}
              %
            </Form.Label>{' '}
            <Quiet onClick={() => void propose()}>Propose settings</Quiet>
          </div>
        ) : (
          <Stack direction="horizontal" gap={2} className="actions">
            <div className="progress c-5">
              <ProgressBar isChild now={share} max={1} label={`${(100 * share).toFixed(0)} %`} aria-label="tried" />
            </div>
            <Small
              onClick={() => {
                stop();
                asked.current += 1;
                setShare(undefined);
              }}
            >
              Stop
            </Small>
          </Stack>
        )}
        <Fit
          passes={typed.passes.map((one) => passOf(one, screens))}
          machine={machine}
          fit={async (pass, kept) => {
            const feed = feedOf(typed, particles);
            if (typeof feed === 'string') return feed;
            return ask().fit({ feed, passes: [pass], each: EACH, seed: 1, rounds: 0 }, pass, kept);
          }}
        />
      </form>
      <section aria-live="polite">
        {proposed === null && (
          <p>
            Nothing on the list reaches {typed.wanted} %: what is in it is of the size and weight of the seed. Surface
            (velvet, magnetic) or the eye parts it.
          </p>
        )}
        {answer && <Answer {...answer} />}
      </section>
    </div>
  );
}

const rangeWords = ({ estimate, low, high }: Ranged) =>
  `${estimate.toFixed(1)} %${low === null || high === null ? '' : ` (${low.toFixed(1)} to ${high.toFixed(1)})`}`;

function Answer({
  feed,
  passes,
  result,
}: {
  feed: readonly FeedPart[];
  passes: readonly TriedPass[];
  result: TrialResult;
}) {
  return (
    <>
      <h2>What it would leave</h2>
      <dl className="figures">
        <dt>clean seed before</dt>
        <dd className="fig">{result.purityBeforePercent.toFixed(1)} %</dd>
        <dt>clean seed after</dt>
        <dd className="fig">{rangeWords(result.purityPercent)}</dd>
        <dt>seed kept</dt>
        <dd className="fig">{rangeWords(result.recoveryPercent)}</dd>
        <dt>of all that went in</dt>
        <dd className="fig">{rangeWords(result.yieldPercent)}</dd>
      </dl>
      <p className="soft">
        In brackets what the doubt about sizes, air speeds and machines leaves open, nine times in ten.
      </p>
      <TrialPicture feed={feed} passes={passes} result={result} />
    </>
  );
}

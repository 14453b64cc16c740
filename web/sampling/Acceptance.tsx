import { lazy, Suspense, useMemo, useState } from 'react';
import { Button, Stack } from 'react-bootstrap';
import { Link } from 'react-router';
import { percentOf } from '@mercato/contract/words/figures';
import type { AcceptanceCurve, CurvePlan } from '@mercato/core/sampling/acceptanceCurve';
import { Quiet } from '../ui/Buttons.tsx';
import { ChoiceField, TextField, Trouble } from '../ui/fields.tsx';
import { useLines } from '../ui/lines.ts';
import { plainFigure, wholeNumber } from '../ui/typedBody.ts';
import { useStatistics } from './useStatistics.ts';

const Chart = lazy(() => import('../ui/Chart.tsx'));

const KINDS = [
  ['binomial', 'percents: seeds called one by one'],
  ['poisson', 'counts: seeds found in a mass'],
  ['pools', 'pools: several seeds tested as one'],
] as const;
type Kind = (typeof KINDS)[number][0];

/** How sure can I be with this sample? The chance that a lot passes against its true quality. */
export default function Acceptance() {
  const { ask } = useStatistics();
  const plan = useLines<{ kind: Kind; n: string; size: string; c: string }>({
    kind: 'binomial',
    n: '400',
    size: '10',
    c: '8',
  });
  const risks = useLines({ aql: '1', alpha: '5', lql: '4', beta: '10' });
  const [curve, setCurve] = useState<AcceptanceCurve>();
  const [trouble, setTrouble] = useState<string>();
  const [designed, setDesigned] = useState<string>();
  const { kind } = plan.values;

  const draw = async (values = plan.values) => {
    const c = Number(wholeNumber(values.c));
    const n = Number(wholeNumber(values.n));
    const asked: CurvePlan =
      values.kind === 'pools'
        ? { kind: 'pools', pools: n, poolSize: Number(wholeNumber(values.size)), c }
        : { kind: values.kind, n, c };
    const answer = await ask().curve(asked);
    if (answer.ok) {
      setCurve(answer.out);
      setTrouble(undefined);
    } else setTrouble(inWords(answer.message));
  };
  const design = async () => {
    setDesigned(undefined);
    const share = (text: string) => Number(plainFigure(text)) / 100;
    const { aql, alpha, lql, beta } = risks.values;
    const spread = kind === 'poisson' ? 'poisson' : 'binomial';
    const answer = await ask().design(spread, share(aql), share(alpha), share(lql), share(beta));
    if (!answer.ok) {
      setTrouble(inWords(answer.message));
      return;
    }
    const { n, c, pAcceptAtAql, pAcceptAtLql } = answer.out;
    setDesigned(
      `${n} seeds, at most ${c} marked: the good lot passes ${percent(pAcceptAtAql)} % of the time, the bad one ${percent(pAcceptAtLql)} %.`,
    );
    const next = { ...plan.values, kind: spread as Kind, n: String(n), c: String(c) };
    plan.set(next);
    await draw(next);
  };
  return (
    <main className="w-wide">
      <h1>How sure can I be with this sample?</h1>
      <p className="soft">
        A lot passes when the sample holds no more marked seeds than are allowed: weeds, other varieties, dead or
        modified seed. <Link to="/calculators">All calculators</Link>
      </p>
      <Trouble text={trouble} />
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void draw();
        }}
      >
        <div className="fields">
          <ChoiceField label="what is counted" {...plan.field('kind')} options={KINDS} />
          <TextField
            label={kind === 'pools' ? 'pools' : 'seeds in the sample'}
            figure
            inputMode="numeric"
            {...plan.field('n')}
          />
          {kind === 'pools' && <TextField label="seeds in a pool" figure inputMode="numeric" {...plan.field('size')} />}
          <TextField
            label={kind === 'pools' ? 'positive pools allowed' : 'marked seeds allowed'}
            figure
            inputMode="numeric"
            {...plan.field('c')}
          />
        </div>
        <Stack direction="horizontal" gap={2} className="actions">
          <Button type="submit">Draw the curve</Button>
        </Stack>
      </form>
      {curve && <Curve curve={curve} />}
      {kind !== 'pools' && (
        <section className="mt-4">
          <h2>How many seeds tell good from bad?</h2>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              void design();
            }}
          >
            <div className="fields">
              <TextField label="good: at most, % marked" figure {...risks.field('aql')} />
              <TextField label="… refused at most, %" figure {...risks.field('alpha')} hint="the producer’s risk" />
              <TextField label="bad: from, % marked" figure {...risks.field('lql')} />
              <TextField label="… passes at most, %" figure {...risks.field('beta')} hint="the buyer’s risk" />
            </div>
            <Stack direction="horizontal" gap={2} className="actions">
              <Quiet type="submit">Find the smallest sample</Quiet>
            </Stack>
          </form>
          {designed && <p role="status">{designed}</p>}
        </section>
      )}
    </main>
  );
}

const percent = (share: number) => Number(percentOf(share, { decimals: 1 }));

/** Names of arguments as the form calls them. */
const inWords = (message: string) =>
  message
    .replace(/^n /, 'The sample ')
    .replace(/^c /, 'What is allowed ')
    .replace(/^aql /, 'The good share ')
    .replace(/^lql /, 'The bad share ')
    .replace(/^alpha /, 'The producer’s risk ')
    .replace(/^beta /, 'The buyer’s risk ')
    .replace(/^poolSize /, 'Seeds in a pool ')
    .replace(', got NaN', ', in figures');

/** The curve, and what it says of the lots that pass nearly always and hardly ever. */
function Curve({ curve }: { curve: AcceptanceCurve }) {
  const curves = useMemo(
    () => [{ name: 'passes', points: curve.points.map((one) => ({ x: one.share * 100, y: one.accepted * 100 })) }],
    [curve],
  );
  const marks = useMemo(
    () => curve.marks.map((one) => ({ x: one.share * 100, words: `${percentOf(one.accepted)} %` })),
    [curve],
  );
  return (
    <section>
      <p role="status">
        {curve.marks.map((one) => (
          <span key={one.accepted} className="d-block">
            A lot with <b className="fig">{percentOf(one.share, { figures: 3 })} %</b> marked seed passes{' '}
            {percentOf(one.accepted)} times in a hundred.
          </span>
        ))}
      </p>
      <Suspense>
        <Chart
          curves={curves}
          xTitle="truly marked seed in the lot, %"
          yTitle="chance that the lot passes, %"
          says={curve.marks
            .map(
              (one) =>
                `${percentOf(one.share, { figures: 3 })} % marked passes ${percentOf(one.accepted)} % of the time`,
            )
            .join(', ')}
          marks={marks}
        />
      </Suspense>
    </section>
  );
}

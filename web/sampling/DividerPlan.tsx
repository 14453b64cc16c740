import { useState } from 'react';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { argumentWords } from '@mercato/contract/words/arguments';
import { type Divider, DIVIDERS, type DivisionPlan, planDivision } from '@mercato/core/sampling/dividers';
import { ArgumentFault } from '@mercato/core/units/argument';
import { DECIMAL_TEXT, toGrams } from '@mercato/core/units/mass';
import { Fold } from '../ui/Fold.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { useLines } from '../ui/lines.ts';
import { plainFigure } from '../ui/typedBody.ts';

const WORDS: Readonly<Record<Divider, string>> = {
  riffle: 'halves: riffle, cone, hand',
  rotary: 'rotary, into jars',
  spoon: 'by spoon',
};
const TARGETS = [
  ['submitted', 'submitted sample'],
  ['purity', 'working sample for purity'],
  ['other-seeds', 'working sample for other seeds'],
] as const;

/** How to come from what there is to a sample that is just not below its least mass. */
export function DividerPlan({ view }: { view: SamplingView }) {
  const [open, setOpen] = useState(false);
  return (
    <Fold title="How to divide down to a sample" className="mt-4" onToggle={setOpen}>
      {open && <Plan view={view} />}
    </Fold>
  );
}

function Plan({ view }: { view: SamplingView }) {
  const there = (view.submitted ?? view.composite)?.vessel.mass;
  const target = view.submitted ? (view.least.purity ?? view.least['other-seeds']) : view.least.submitted;
  const lines = useLines<{ divider: Divider; mass: string; target: string; jars: string; spoon: string }>({
    divider: 'riffle',
    mass: there ? toGrams(there).toString() : '',
    target: target === undefined ? '' : String(Number(target.toFixed(2))),
    jars: '8',
    spoon: '1',
  });
  const { values, field } = lines;
  const number = (text: string) => (DECIMAL_TEXT.test(plainFigure(text)) ? Number(plainFigure(text)) : Number.NaN);
  const task = {
    massG: number(values.mass),
    targetG: number(values.target),
    jars: number(values.jars),
    spoonG: number(values.spoon),
  };
  const filled = values.mass.trim() !== '' && values.target.trim() !== '';
  const answer = filled ? planned(values.divider, task) : null;
  return (
    <>
      <div className="fields w-text">
        <ChoiceField
          label="divider"
          {...field('divider')}
          options={DIVIDERS.map((one) => [one, WORDS[one]] as const)}
        />
        <TextField label="what is divided, g" figure {...field('mass')} />
        <TextField
          label="not below, g"
          figure
          {...field('target')}
          hint={TARGETS.flatMap(([key, words]) =>
            view.least[key] === undefined ? [] : [`${words} ${Number(view.least[key].toFixed(2))} g`],
          ).join(', ')}
        />
        {values.divider === 'rotary' && <TextField label="jars" figure inputMode="numeric" {...field('jars')} />}
        {values.divider === 'spoon' && <TextField label="one level spoon, g" figure {...field('spoon')} />}
      </div>
      {typeof answer === 'string' && <p className="outside">{answer}</p>}
      {answer !== null && typeof answer === 'object' && <Way massG={task.massG} targetG={task.targetG} plan={answer} />}
    </>
  );
}

const FIGURES: Readonly<Record<string, string | undefined>> = {
  massG: 'What is divided',
  targetG: 'The least mass',
  spoonG: 'The spoon',
  jars: 'The number of jars',
};

/** The plan, or in words why there is none. */
function planned(divider: Divider, task: Parameters<typeof planDivision>[1]): DivisionPlan | string {
  try {
    return planDivision(divider, task);
  } catch (error) {
    if (!(error instanceof ArgumentFault)) throw error;
    const figure = FIGURES[error.field];
    if (Object.values(task).some(Number.isNaN)) return 'Masses are written in figures.';
    return `${figure ?? error.field} ${argumentWords(error)}`;
  }
}

/** Each pass as a bar: what is kept in ink, what is set aside behind it. */
function Way({ massG, targetG, plan }: { massG: number; targetG: number; plan: DivisionPlan }) {
  const [, ...passes] = plan.steps;
  const kept = plan.keptG;
  const width = 460;
  return (
    <>
      <p role="status">
        {kept.length === 0
          ? 'It is just enough as it is: take the whole of it.'
          : plan.passes > kept.length
            ? `${plan.passes} spoonfuls, ${round(kept[0] ?? 0)} g together.`
            : `Mix by passing all of it twice; then ${plan.passes} ${plan.passes === 1 ? 'pass' : 'passes'}. The last part should weigh ${round(kept.at(-1) ?? massG)} g, not below ${round(targetG)} g.`}{' '}
        <span className="soft">Never add or pick out seed to reach a figure. Dust mask at the divider.</span>
      </p>
      {plan.passes === kept.length && kept.length > 0 && (
        <ol className="divider-way list-unstyled my-2">
          {kept.map((grams, i) => {
            const before = kept[i - 1] ?? massG;
            return (
              <li key={i}>
                <svg
                  viewBox={`0 0 ${width} 16`}
                  width={width}
                  height={16}
                  role="img"
                  aria-label={`keep ${round(grams)} of ${round(before)} g`}
                >
                  <rect width={Math.max(2, (width * before) / massG)} height={16} fill="var(--rule)" />
                  <rect width={Math.max(2, (width * grams) / massG)} height={16} fill="var(--ink-soft)" />
                </svg>
                <span>
                  {passes[i]?.label} → <b className="fig">{round(grams)} g</b>
                </span>
              </li>
            );
          })}
        </ol>
      )}
    </>
  );
}

const round = (grams: number) => String(Number(grams.toPrecision(5)));

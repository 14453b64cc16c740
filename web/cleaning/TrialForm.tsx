import type { MachineView } from '@mercato/contract/cleaning/machines';
import { screenWords } from '@mercato/contract/cleaning/words';
import type { ListedScreen, Particle } from '@mercato/core/cleaning/figures';
import { readScreen } from '@mercato/core/cleaning/readScreen';
import type { FeedPart, TriedPass } from '@mercato/core/cleaning/trialTask';
import { Inline, Small } from '../ui/Buttons.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { figureOf } from '../ui/typedBody.ts';

export interface TypedPart {
  name: string;
  percent: string;
}
export interface TypedPass {
  by: 'screen-over' | 'screen-through' | 'air' | 'table' | 'indent';
  /** Screen, speed, gates or pocket, as it is typed. */
  set: string;
}
export interface Typed {
  seed: string;
  parts: readonly TypedPart[];
  passes: readonly TypedPass[];
  wanted: string;
  number: string;
  /** Id of the machine that it is tried on; empty or not said = one as the books have it. */
  machine?: string;
}
/** What own passes found of a machine. */
export type Fitted = Pick<MachineView, 'airFactor' | 'tries'>;
/** What is not seed, percent together. */
export const othersOf = ({ parts }: Typed): number =>
  parts.reduce((sum, one) => sum + (Number(figureOf(one.percent)) || 0), 0);

/** What goes in; in words what is wrong with it. */
export function feedOf(typed: Typed, particles: readonly Particle[]): FeedPart[] | string {
  const named = (name: string) => particles.find((one) => one.name === name);
  const others = othersOf(typed);
  const seed = named(typed.seed);
  if (!seed) return 'Choose the seed.';
  if (others >= 100) return 'What is not seed must be less than 100 % together.';
  const parts = typed.parts.flatMap((one): FeedPart[] => {
    const particle = named(one.name);
    const massPercent = Number(figureOf(one.percent));
    return particle && massPercent > 0 ? [{ particle, massPercent, wanted: false }] : [];
  });
  return [{ particle: seed, massPercent: 100 - others, wanted: true }, ...parts];
}

const WAYS = {
  'screen-over': 'screen, seed stays on it',
  'screen-through': 'screen, seed goes through',
  air: 'rising air, m/s',
  table: 'gravity table, gates light;heavy from 0 to 1',
  indent: 'indent, pockets in mm lift what is short',
} as const;

const fittedWords = ({ airFactor, tries }: Fitted) =>
  airFactor === null && tries === null
    ? ', not fitted yet'
    : [airFactor !== null && `, air × ${airFactor}`, tries !== null && `, ${tries} tries`].filter(Boolean).join('');

const isScreen = (by: TypedPass['by']) => by === 'screen-over' || by === 'screen-through';

type Screens = readonly ListedScreen[];

/** The pass that somebody wrote; in words what is wrong with it. */
export function passOf({ by, set }: TypedPass, screens: Screens, machine?: Fitted): TriedPass | string {
  if (isScreen(by)) {
    const screen = readScreen(set, screens);
    return screen === null
      ? `There is no screen “${set}”. Write its hole, for example 5.5 round, 14/64, 2.0 slot or 20 mesh.`
      : {
          by: 'screen',
          screen,
          feeding: { tries: machine?.tries ?? 100, openArea: 0.4, load: 0 },
          keep: by === 'screen-over' ? 'over' : 'through',
        };
  }
  const figures = set.split(';').map((one) => figureOf(one.trim()));
  const [first, second] = figures;
  if (typeof first !== 'number') return 'Write a figure.';
  if (by === 'air') return { by, speedMS: first, where: 'column', factor: machine?.airFactor ?? 1 };
  if (by === 'indent') return { by, pocketMm: first, keep: 'left' };
  return typeof second === 'number'
    ? { by, lightGate: first, heavyGate: second }
    : 'Write two gates, for example 0.35;0.6.';
}

/** What goes in, and the passes that it is tried in. */
export function TrialForm({
  typed,
  keep,
  particles,
  screens,
  others,
  machines,
}: {
  typed: Typed;
  keep: (typed: Typed) => void;
  particles: readonly Particle[];
  screens: Screens;
  /** What is not seed, percent together. */
  others: number;
  machines: readonly MachineView[];
}) {
  const setPart = (i: number, change: Partial<TypedPart>) =>
    keep({ ...typed, parts: typed.parts.map((one, k) => (k === i ? { ...one, ...change } : one)) });
  const setPass = (i: number, change: Partial<TypedPass>) =>
    keep({ ...typed, passes: typed.passes.map((one, k) => (k === i ? { ...one, ...change } : one)) });
  const names = particles.map((one) => [one.name, one.name] as const);
  const unsized = typed.passes.findIndex((one) => one.by === 'table');
  return (
    <>
      <h2>What goes in</h2>
      <ChoiceField label="seed" value={typed.seed} options={names} onChange={(seed) => keep({ ...typed, seed })} />
      <p className="soft">{others < 100 ? `${(100 - others).toFixed(1)} % of it, by mass` : ''}</p>
      {typed.parts.map((one, i) => (
        <div key={i} className="pair">
          <ChoiceField
            label={`in it ${i + 1}`}
            value={one.name}
            options={names}
            onChange={(name) => setPart(i, { name })}
          />
          <TextField
            label="%"
            value={one.percent}
            onChange={(percent) => setPart(i, { percent })}
            inputMode="decimal"
          />
          <Inline
            aria-label={`leave ${one.name} out`}
            onClick={() => keep({ ...typed, parts: typed.parts.filter((_, k) => k !== i) })}
          >
            leave out
          </Inline>
        </div>
      ))}
      <Small onClick={() => keep({ ...typed, parts: [...typed.parts, { name: 'cereal chaff', percent: '1' }] })}>
        Add what is in it
      </Small>
      <h2>Passes</h2>
      {machines.length > 0 && (
        <ChoiceField
          label="on which machine"
          value={typed.machine ?? ''}
          options={[
            ['', 'one as the books have it'],
            ...machines.map((one) => [one.id, `${one.name}${fittedWords(one)}`] as const),
          ]}
          onChange={(machine) => keep({ ...typed, machine })}
        />
      )}
      {typed.passes.map((one, i) => (
        <div key={i} className="pair">
          <ChoiceField
            label={`pass ${i + 1}`}
            value={one.by}
            options={Object.entries(WAYS)}
            onChange={(by) => setPass(i, { by: by as TypedPass['by'], set: '' })}
          />
          <TextField
            label="set to"
            value={one.set}
            onChange={(set) => setPass(i, { set })}
            list={isScreen(one.by) ? 'screens' : undefined}
          />
          <Inline
            aria-label={`leave pass ${i + 1} out`}
            onClick={() => keep({ ...typed, passes: typed.passes.filter((_, k) => k !== i) })}
          >
            leave out
          </Inline>
        </div>
      ))}
      <datalist id="screens">
        {screens.map((one) => (
          <option key={one.name} value={one.name} label={screenWords(one.screen)} />
        ))}
      </datalist>
      <Small onClick={() => keep({ ...typed, passes: [...typed.passes, { by: 'screen-over', set: '' }] })}>
        Add pass
      </Small>
      {unsized >= 0 && !typed.passes.slice(0, unsized).some((one) => isScreen(one.by)) && (
        <p className="caution">A gravity table works after sizing only: put a screen before it.</p>
      )}
    </>
  );
}

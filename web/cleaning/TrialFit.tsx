import { useState } from 'react';
import type { MachineView } from '@mercato/contract/cleaning/machines';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import type { TriedPass } from '@mercato/core/cleaning/trialTask';
import { send } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { useAct } from '../ui/act.ts';
import { Quiet, Small } from '../ui/Buttons.tsx';
import { Fold } from '../ui/Fold.tsx';
import { ChoiceField, TextField, Trouble } from '../ui/fields.tsx';
import { figureOf } from '../ui/typedBody.ts';
import type { FittedPass } from './trial.worker.ts';

const isFitted = (pass: TriedPass | string | undefined): pass is FittedPass =>
  typeof pass === 'object' && (pass.by === 'air' || pass.by === 'screen');

/**
 * Fits a machine to a pass that was weighed: the factor on its air, or how often a seed tries its screen, so that the
 * trial leaves what the pass left. It is kept with the machine when somebody says so.
 */
export function Fit({
  passes,
  machine,
  fit,
}: {
  passes: readonly (TriedPass | string)[];
  machine: MachineView | undefined;
  /** Answers in words with what is wrong with what goes in. */
  fit: (pass: FittedPass, keptPercent: number) => Promise<number | string | null>;
}) {
  const { may } = useSession();
  const { act, trouble, setTrouble } = useAct();
  const [at, setAt] = useState(0);
  const [kept, setKept] = useState('');
  const [found, setFound] = useState<{ pass: FittedPass; figure: number | null }>();
  const choices = passes.flatMap((one, i) => (isFitted(one) ? [[String(i), `pass ${i + 1}`] as const] : []));
  if (choices.length === 0) return null;
  const chosen = choices.find(([i]) => i === String(at))?.[0] ?? choices[0]?.[0] ?? '';
  const pass = passes[Number(chosen)];
  const work = () =>
    act(async () => {
      const percent = figureOf(kept);
      if (typeof percent !== 'number' || !(percent > 0 && percent < 100)) {
        setTrouble('Write what was kept, above 0 and below 100 %.');
        return;
      }
      setFound(undefined);
      if (!isFitted(pass)) return;
      const figure = await fit(pass, percent);
      if (typeof figure === 'string') setTrouble(figure);
      else setFound({ pass, figure });
    });
  return (
    <Fold title="Fit it to a pass of mine">
      <p className="soft">
        Write what went into one pass as it is above, run it alone, weigh it: what was kept tells what this machine does
        otherwise than the books.
      </p>
      <div className="fields">
        <ChoiceField label="which pass" value={chosen} options={choices} onChange={(next) => setAt(Number(next))} />
        <TextField label="kept of what came to it, % by weight" figure value={kept} onChange={setKept} />
      </div>
      <Trouble text={trouble} />
      <Small onClick={() => void work()}>Fit it</Small>
      {found &&
        (found.figure === null ? (
          <p>No figure of it leaves so much: look at what is in it, and at the weights.</p>
        ) : (
          <>
            <p>
              {found.pass.by === 'air' ? 'Its air counts ' : 'A seed tries its screen '}
              <b className="fig">{rounded(found).toString()}</b> times.
            </p>
            {machine && may('shed.write') && (
              <Quiet
                size="sm"
                onClick={() =>
                  void act(async () => {
                    const { kind, name, parts, stepG, lengthM, widthM, heightM, massKg, airFactor, tries } = machine;
                    const own = found.pass.by === 'air' ? { airFactor: rounded(found) } : { tries: rounded(found) };
                    await send(
                      cleaningRoutes.changeMachine,
                      { machine: machine.id },
                      { kind, name, parts, stepG, lengthM, widthM, heightM, massKg, airFactor, tries, ...own },
                      { version: machine.version },
                    );
                    setFound(undefined);
                  })
                }
              >
                Save it with {machine.name}
              </Quiet>
            )}
            {!machine && <p className="soft">Choose a machine above to save it with.</p>}
          </>
        ))}
    </Fold>
  );
}

const rounded = ({ pass, figure }: { pass: FittedPass; figure: number | null }) =>
  pass.by === 'air' ? Number((figure ?? 1).toFixed(2)) : Math.round(figure ?? 1);

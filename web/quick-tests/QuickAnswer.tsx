import { useState } from 'react';
import type { SmallTestMethod } from '@mercato/core/rule-books/findKind';
import { degreesBetween, degreesUnit } from '../api/reader.ts';
import { TakeCount, TakeSprouts } from '../optics/TakeCount.tsx';
import { useKinds } from '../store/data.ts';
import { SeedHead } from '../ui/SeedHead.tsx';
import { Slip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { TextField } from '../ui/fields.tsx';
import { Schools } from './Schools.tsx';
import { questionOf, useAnswer } from './question.ts';

/** What is known of how a kind is tested, below its name. */
function kindHint(typed: string, method: SmallTestMethod | undefined): string {
  if (typed.trim() === '') return 'then days and degrees are held against what its kind needs';
  if (!method) return 'not known here: days and degrees are not held against anything';
  const { lastDay, temperatureC, light } = method;
  return [
    lastDay === null ? 'its last day is not known here' : `last day ${lastDay}`,
    temperatureC ? degreesBetween(...temperatureC) : '',
    light === 'helps' ? 'wants light' : light === 'dark' ? 'wants dark' : '',
  ]
    .filter(Boolean)
    .join(', ');
}

const EMPTY = { seeds: '', sprouted: '', kindName: '', day: '', degrees: '', packet: '', standard: '' };

/** A quick answer without a lot: so many seeds, so many sprouted. Nothing is stored. */
export default function QuickAnswer() {
  const [typed, setTyped] = useState({ ...EMPTY, seeds: '25', sprouted: '17' });
  const { seeds, sprouted, packet, standard, kindName, day, degrees } = typed;
  const taking = (key: keyof typeof EMPTY) => (text: string) => setTyped((held) => ({ ...held, [key]: text }));
  const { data: kinds } = useKinds();
  const kind = kinds?.get(kindName.trim().toLowerCase());
  const method = kind?.smallTest;
  const input = questionOf({ seeds, sprouted, day, degrees, packet, standard }, method);
  const { answer, fault } = useAnswer(input);
  const n = typeof input.seeds === 'number' ? input.seeds : 0;
  const k = typeof input.sprouted === 'number' ? input.sprouted : 0;
  /** A figure's field; `path` is its name in the calculation. */
  const figureField = (key: keyof typeof EMPTY, path: string, label: string) => (
    <TextField
      label={label}
      figure
      inputMode={key === 'degrees' ? 'decimal' : 'numeric'}
      value={typed[key]}
      onChange={taking(key)}
      fault={fault?.path === path ? fault.message : undefined}
      autoFocus={key === 'seeds'}
    />
  );
  return (
    <Station
      slip={
        answer && (
          <Slip
            plain
            title="the range"
            steps={answer.steps}
            next={
              answer.schools.length > 0
                ? 'Chance to be wrong: that the true share lies in another band of the school, by a beta distribution with the Jeffreys prior.'
                : 'More may follow: only the lower end of the range holds.'
            }
            rule={{
              text: 'Clopper & Pearson (1934); Brown, Cai & DasGupta (2001)',
              provenance: 'literature, recomputed by the tests',
            }}
          />
        )
      }
    >
      <h1>So many seeds, so many sprouted</h1>
      <p className="soft">
        For a towel, a tray or a pinch of seed. A small test says little without its range. Sprouted is not yet a normal
        seedling: a laboratory counts lower.
      </p>
      <div className="two-doors align-items-center w-text">
        <div>
          {figureField('seeds', 'seeds', 'seeds tested')}
          <TakeCount of="seeds tested" onTake={taking('seeds')} />
          {figureField('sprouted', 'sprouted', 'sprouted')}
          <TakeSprouts
            of="seeds tested and sprouted"
            onTake={({ seeds, sprouted }) => {
              taking('seeds')(String(seeds));
              taking('sprouted')(String(sprouted));
            }}
          />
          <TextField
            label="kind (if known)"
            list="quick-kinds"
            value={kindName}
            onChange={taking('kindName')}
            hint={kindHint(kindName, method)}
          />
          <datalist id="quick-kinds">
            {[...(kinds?.keys() ?? [])].map((name) => (
              <option key={name} value={name} />
            ))}
          </datalist>
          {figureField('day', 'day', 'days since it was laid out (if not over)')}
          {figureField('degrees', 'stoodC', `where it stood, ${degreesUnit()} (if known)`)}
          {figureField('packet', 'packetSeeds', 'seeds in the packet before the test (if counted)')}
          {figureField('standard', 'standardPercent', 'the kind’s own least germination, % (if known)')}
        </div>
        {n > 0 && n <= 2000 && k <= n && (
          <SeedHead
            counts={{ normal: k }}
            seeds={n}
            size={260}
            label={`${k} of ${n} sprouted, the others are drawn as rings`}
          />
        )}
      </div>
      {answer && <Schools answer={answer} />}
    </Station>
  );
}

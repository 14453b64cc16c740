import { useRef, useState } from 'react';
import type { PurityTest, PurityView } from '@mercato/contract/purity/purity';
import { purityRoutes } from '@mercato/contract/purity/routes';
import { percentOf } from '@mercato/contract/words/figures';
import { FRACTIONS, type FractionShare } from '@mercato/core/purity/fractions';
import { REST_AFTER_MINUTES, REST_MINUTES, sortingRate } from '@mercato/core/purity/handSorting';
import { DECIMAL_TEXT } from '@mercato/core/units/mass';
import { send } from '../api/routes.ts';
import { Quiet } from '../ui/Buttons.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Notice } from '../ui/Notice.tsx';
import { useAct } from '../ui/act.ts';
import type { Entry } from '../ui/entry.ts';
import { TextField, Trouble } from '../ui/fields.tsx';
import { Key, useKeys } from '../ui/keys.tsx';
import { plainFigure } from '../ui/typedBody.ts';
import type { PurityValues } from './entry.ts';
import { useClock } from './useClock.ts';

const FAULTS = {
  light: 'light',
  stained: 'stained',
  bored: 'bored',
  'off-type': 'off type',
} as const;

interface FractionsProps {
  entry: Entry<PurityValues>;
  shares: readonly FractionShare[];
}

/** Pure seed looked at one by one: it stays pure seed, whatever it looks like. */
export function Fractions({ entry, shares }: FractionsProps) {
  return (
    <Fold
      title="Pure seed for the cleaning shed: light, stained, bored, off type"
      className="shed"
      open={shares.length > 0}
    >
      <p className="soft">
        All of it stays pure seed: no label sees these figures. Call each seed once, by its worst fault.
      </p>
      <div className="fields">
        {(['examined', ...FRACTIONS] as const).map((one) => (
          <Field key={one} entry={entry} name={`fractions.${one}`} />
        ))}
      </div>
      {shares.length > 0 && (
        <p>
          {shares.map((one) => (
            <span key={one.fraction} className="me-3">
              {FAULTS[one.fraction]} <b className="fig">{one.percent.toFixed(1)} %</b>{' '}
              <span className="soft">
                ({percentOf(one.interval.lower, { decimals: 1 })} to {percentOf(one.interval.upper, { decimals: 1 })})
              </span>
            </span>
          ))}
        </p>
      )}
    </Fold>
  );
}

const minutesIn = (seconds: number) => Math.floor(seconds / 60);
const clockFace = (seconds: number) =>
  [minutesIn(seconds), seconds % 60].map((one) => String(one).padStart(2, '0')).join(':');

interface SortingClockProps {
  view: PurityView;
  test: PurityTest;
  /** What is being parted, g as typed. */
  mass: string;
}

/** A start/stop clock for parting by hand: grams an hour, hours for the lot, and a word when the eyes want a rest. */
export function SortingClock({ view, test, mass }: SortingClockProps) {
  const clock = useClock(test.id);
  const [parted, setParted] = useState<string | null>(null);
  const { act, trouble } = useAct();
  const sending = useRef(false);
  const { running, seconds, stretch } = clock;
  const figure = plainFigure(parted ?? mass);
  const keep = async () => {
    if (sending.current) return;
    sending.current = true;
    const kept = act(() => send(purityRoutes.sort, { test: test.id }, { mass: figure, seconds }));
    if (await kept.finally(() => (sending.current = false))) clock.clear();
  };
  useKeys([{ key: 'k', says: running ? 'stop the clock' : 'start the clock of parting by hand', act: clock.toggle }]);
  const rate =
    seconds > 0 && DECIMAL_TEXT.test(figure) && Number(figure) > 0
      ? sortingRate(Number(figure), seconds, view.lotKg)
      : test.sorting;
  return (
    <section className="mt-4" aria-label="clock of parting by hand">
      <Trouble text={trouble} />
      <div className="clock d-flex flex-wrap align-items-baseline gap-3">
        <Quiet onClick={clock.toggle} aria-pressed={running}>
          {running ? 'Stop the clock' : 'Start the clock'} <Key>K</Key>
        </Quiet>
        <span className="fig">{clockFace(seconds)}</span>
        {seconds > 0 && !running && (
          <>
            <TextField label="parted, g" figure value={parted ?? mass} onChange={setParted} />
            <Quiet onClick={() => void keep()}>Save this time</Quiet>
          </>
        )}
        {rate && (
          <span>
            <b className="fig">{rate.gramsPerHour.toFixed(rate.gramsPerHour < 10 ? 1 : 0)}</b> g an hour; the lot takes
            one person about <b className="fig">{Math.round(rate.lotHours)}</b> hours
          </span>
        )}
      </div>
      {minutesIn(stretch) >= REST_AFTER_MINUTES && (
        <Notice>
          {minutesIn(stretch)} minutes at the forceps: look into the distance and stand up for {REST_MINUTES} minutes.
        </Notice>
      )}
    </section>
  );
}

import { useMemo, useReducer } from 'react';
import type { OtherSeedsTest, OtherSeedsView, TrayView } from '@mercato/contract/other-seeds/otherSeeds';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { cache } from '../api/cache.ts';
import { callRoute, keyOf } from '../api/routes.ts';
import { otherHand, PUT_DOWN, useHold, useOthers } from '../hands/useHold.ts';
import { tick } from '../ui/tick.ts';
import { type Act, BEGIN, finding, type Finding, type Mode, trayAt, trayBeside, traysOf } from './finding.ts';
import { useBindings } from './useBindings.ts';
import { useFinds } from './useFinds.ts';

export interface Search {
  readonly state: Finding;
  readonly act: (what: Act) => void;
  readonly trays: readonly TrayView[];
  readonly tray: TrayView;
  readonly closed: boolean;
  /** Whoever else has the tray in hand. */
  readonly other: ReturnType<typeof otherHand>;
  readonly bindings: ReturnType<typeof useBindings>;
  readonly tally: ReturnType<typeof useFinds>;
  /** Seeds in the open tray, by species. */
  readonly counted: Readonly<Record<string, number>>;
  readonly mayTally: boolean;
  readonly inHand: () => void;
  readonly call: (species: string) => void;
  readonly addSpecies: (name: string) => void;
  readonly takeBack: () => void;
  readonly move: (steps: number) => void;
  /** Goes to weighing, naming or the keys, where that may be done. */
  readonly to: (mode: Mode) => () => void;
}

/** The search of a test at this station: what stands, and what travels to the server and back. */
export function useFinding(view: OtherSeedsView, test: OtherSeedsTest, personId: string, mayWrite: boolean): Search {
  const bindings = useBindings(view.lot.id, test);
  const tally = useFinds(personId, test.id, () =>
    cache.invalidateQueries({ queryKey: keyOf(otherSeedsRoutes.ofLot, { lot: view.lot.id }) }),
  );
  const [state, act] = useReducer(finding, BEGIN);
  const trays = useMemo(() => traysOf(test), [test]);
  const tray = trayAt(trays, state.tray);
  const closed = tray.examinedG !== null;
  useOthers(test.trays, (one) => one.number, tally);
  const inHand = useHold(
    String(tray.number),
    (of) => callRoute(otherSeedsRoutes.hand, { test: test.id, tray: of }, PUT_DOWN, { keepalive: true }),
    tally.settled,
  );
  const other = otherHand(tray.held);
  const counted = Object.fromEntries(
    closed ? tray.species.map((one) => [one.name, one.count]) : Object.entries(tally.of(tray)),
  ) as Record<string, number>;
  const mayTally = mayWrite && !closed && tally.ready && !tally.resting && other === null;
  const say = (message: string | null) => act({ do: 'say', message });
  return {
    state,
    act,
    trays,
    tray,
    closed,
    other,
    bindings,
    tally,
    counted,
    mayTally,
    inHand,
    call: (species) => {
      if (!mayTally || state.mode !== 'tally') return;
      tally.found(tray, species, state.ten ? 10 : 1);
      inHand();
      act({ do: 'called' });
      tick();
    },
    addSpecies: (name) => {
      act({ do: 'mode', mode: 'tally' });
      if (!name) return;
      if (!bindings.bind(name)) {
        say('Every key has its species: type the figures with F, or free a key with M.');
        return;
      }
      if (!mayTally) return;
      tally.found(tray, name, 1);
      inHand();
    },
    takeBack: () => {
      if (!mayTally) return;
      const back = tally.takeBack(tray);
      say(back === null ? 'Nothing to undo here. Press F to correct the counts.' : `Took ${back} back.`);
    },
    move: (steps) => act({ do: 'open', tray: trayBeside(trays, tray.number, steps) }),
    to: (mode) => () => {
      if (mayWrite && (closed || other === null || mode === 'keys')) act({ do: 'mode', mode });
    },
  };
}

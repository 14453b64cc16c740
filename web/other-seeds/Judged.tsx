import type { ReactNode } from 'react';
import {
  fieldInTray,
  type FoundSpecies,
  type OtherSeedsTest,
  type OtherSeedsView,
} from '@mercato/contract/other-seeds/otherSeeds';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { useSession } from '../api/session.tsx';
import { NamesBound } from '../names/NamesBound.tsx';
import { DecisionBox } from '../register/bench.tsx';
import { SeenLine } from '../register/seen.tsx';
import { Contradictions } from './Contradictions.tsx';
import { Found, Noxious } from './Found.tsx';
import { OtherFinds } from './OtherFinds.tsx';

/** What the narrow slip shows. */
export type Shown = { species: FoundSpecies | null } | { title: string; verdict: Verdict };

interface JudgedProps {
  view: OtherSeedsView;
  test: OtherSeedsTest;
  mayWrite: boolean;
  /** Shows something in the slip. */
  show: (what: Shown) => void;
  children: ReactNode;
}

/** What the search has found, and what follows from it. */
export function Judged({ view, test, mayWrite, show, children }: JudgedProps) {
  const { may } = useSession();
  return (
    <>
      <SeenLine
        route={otherSeedsRoutes.days}
        test={test}
        fields={Object.fromEntries(
          test.trays.flatMap((one) =>
            Object.entries(one.fields).map(([name, field]) => [fieldInTray(one.number, name), field]),
          ),
        )}
        may={mayWrite}
      />
      <Found test={test} origin={view.origin} open={(species) => show({ species })} />
      <NamesBound
        route={otherSeedsRoutes.bindName}
        test={test}
        may={mayWrite}
        unclear={new Set(test.noxious.filter((one) => one.consequence === 'unclear').map((one) => one.species))}
      />
      <Contradictions view={view} />
      {view.lists && (
        <Noxious
          test={test}
          lists={view.lists}
          open={(verdict) => show({ title: `${verdict.species}, ${verdict.jurisdiction}`, verdict })}
        />
      )}
      <DecisionBox
        on={test}
        outside={
          (test.massVerdict?.outcome === 'outside' && (test.stillToSearchG === 0 || may('decision.write'))) ||
          test.noxious.some((one) => one.counts && one.consequence !== 'name') ||
          test.names.some((one) => one.taxon === null) ||
          view.contradictions.length > 0
        }
      />
      {children}
      <OtherFinds view={view} may={mayWrite} open={(title, verdict) => show({ title, verdict })} />
    </>
  );
}

import { type ReactNode, useState } from 'react';
import { Button, Stack } from 'react-bootstrap';
import { Link } from 'react-router';
import type { OtherSeedsTest, OtherSeedsView, TrayView } from '@mercato/contract/other-seeds/otherSeeds';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { threeFigures } from '@mercato/core/other-seeds/noneFound';
import { ratePerMass } from '@mercato/core/other-seeds/ratePerMass';
import { RefusedKeys } from '../api/RefusedKeys.tsx';
import { send } from '../api/routes.ts';
import { HandNotice } from '../hands/HandNotice.tsx';
import { otherHand } from '../hands/useHold.ts';
import { PutBack } from '../register/PutBack.tsx';
import { BenchHead } from '../register/bench.tsx';
import { SpeciesProposals } from '../register/names.tsx';
import { Busy } from '../ui/Busy.tsx';
import { VerdictSlip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { Trouble } from '../ui/fields.tsx';
import { Key, KeyFoot, useKeys } from '../ui/keys.tsx';
import { Judged, type Shown } from './Judged.tsx';
import { KeysForm } from './KeysForm.tsx';
import { NewSpecies } from './NewSpecies.tsx';
import { RateSlip } from './RateSlip.tsx';
import { TrayForm } from './TrayForm.tsx';
import { type Search, useFinding } from './useFinding.ts';
import { linesOf } from './useFinds.ts';

const LIST = 'species-known';

interface Of {
  view: OtherSeedsView;
  test: OtherSeedsTest;
  mayWrite: boolean;
}

/** The search for other seeds: a species to a key, eyes on the tray. */
export function FindStation({
  view,
  test,
  personId,
  mayWrite,
  tests,
  children,
}: Of & {
  personId: string;
  /** The other tests of the lot. */
  tests: ReactNode;
  children: ReactNode;
}) {
  const [shown, setShown] = useState<Shown>({ species: null });
  const search = useFinding(view, test, personId, mayWrite);
  const { state, act, tray, closed, tally, bindings } = search;
  useFindKeys(search);
  if (!tally.ready) return <Busy />;
  const at = { test: test.id, tray: tray.number };
  return (
    <Station slip={<SearchSlip test={test} shown={shown} />}>
      <BenchHead lot={view.lot} title="Other seeds by number" code={test.vesselCode}>
        {test.extent.replace('-', ' ')} search
        {test.named.length > 0 && ` for ${test.named.join(', ')}`}
        {view.leastG === null ? '' : ` · the book asks for ${view.leastG} g`} · {test.edition.name}
      </BenchHead>
      {tests}
      <p className="soft mt-1 mb-0 mx-0">
        Treated seed: gloves, good air, and wash hands. ·{' '}
        <Link to={`/lots/${view.lot.id}/other-seeds/sheet`}>bench sheet on paper</Link>
      </p>
      <Trays search={search} />
      <HandNotice
        what={`tray ${tray.number}`}
        held={tray.held}
        late={tray.late}
        hand={(what) => send(otherSeedsRoutes.hand, at, what)}
        decideLate={(what) => send(otherSeedsRoutes.decideLate, at, what)}
        may={mayWrite}
        taken={search.inHand}
      />
      <SpeciesKeys search={search} />
      <FoundSoFar test={test} search={search} />
      <Trouble text={state.message ?? bindings.trouble ?? tally.waiting.trouble ?? undefined} />
      <RefusedKeys waiting={tally.waiting} drop={tally.dropRefused} />
      {state.mode === 'new' && <NewSpecies list={LIST} done={search.addSpecies} />}
      {state.mode === 'keys' && (
        <KeysForm
          keys={bindings.keys}
          done={(keys) => {
            if (keys) bindings.change(keys);
            act({ do: 'mode', mode: 'tally' });
          }}
        />
      )}
      {state.mode === 'close' && (
        <TrayForm
          key={`${tray.number} ${tray.version}`}
          testId={test.id}
          left={test.sampleG === null ? null : Number((test.sampleG - (test.examinedG ?? 0)).toFixed(4))}
          tray={tray}
          start={closed ? tray.species : linesOf(tally.of(tray))}
          settled={tally.settled}
          list={LIST}
          done={() => {
            tally.forget(tray);
            act({ do: 'open', tray: null });
          }}
          leave={() => act({ do: 'mode', mode: 'tally' })}
        />
      )}
      {(state.mode === 'new' || state.mode === 'close') && <SpeciesProposals id={LIST} />}
      {state.mode === 'tally' && <Closing search={search} mayWrite={mayWrite} />}
      {mayWrite && test.examinedG !== null && test.stillToSearchG <= 0 && (
        <PutBack key={test.examinedG} test={test} what="searched seed" grams={String(test.examinedG)} />
      )}
      <Judged view={view} test={test} mayWrite={mayWrite} show={setShown}>
        {children}
      </Judged>
    </Station>
  );
}

function useFindKeys({ act, bindings, call, takeBack, to, move }: Search): void {
  useKeys([
    ...bindings.keys.map((one) => ({
      key: one.key,
      says: `${one.species}, one seed`,
      act: () => call(one.species),
    })),
    { key: 'Backspace', shown: '⌫', says: 'undo the last key', act: takeBack },
    { key: 'n', says: 'a new species: name it, and it has a key', act: to('new') },
    { key: 't', says: 'ten at once: T, then the key of a species', act: () => act({ do: 'ten' }) },
    { key: 'c', says: 'close the tray: weigh what was searched', act: to('close') },
    { key: 'f', says: 'type the figures, or correct a closed tray', act: to('close') },
    { key: 'm', says: 'change the keys', act: to('keys') },
    { key: 'ArrowLeft', shown: '←', says: 'tray before', act: () => move(-1) },
    { key: 'ArrowRight', shown: '→', says: 'tray after', act: () => move(1) },
  ]);
}

function SearchSlip({ test, shown }: { test: OtherSeedsTest; shown: Shown }) {
  // The search is then unfinished, not too light.
  const goesOn = test.stillToSearchG > 0;
  return (
    <>
      {'verdict' in shown ? (
        <VerdictSlip title={shown.title} verdict={shown.verdict} />
      ) : test.total && test.examinedG !== null ? (
        <RateSlip test={test} species={shown.species} />
      ) : (
        <p className="soft">
          Each species has a key. A tray is closed with the mass that was searched in it; trays add up to the sample.
        </p>
      )}
      {test.massVerdict && !goesOn && <VerdictSlip title="mass searched" verdict={test.massVerdict} />}
      {goesOn && (
        <p className="soft">
          {test.massVerdict?.limit} g are asked: {test.stillToSearchG} g are still to be searched.
        </p>
      )}
    </>
  );
}

function Trays({ search: { trays, tray, tally, act } }: { search: Search }) {
  const seedsIn = (one: TrayView) =>
    one.examinedG === null ? Object.values(tally.of(one)) : one.species.map(({ count }) => count);
  return (
    <div className="trays d-flex flex-wrap gap-2 mt-3" role="group" aria-label="trays">
      {trays.map((one) => (
        <button
          key={one.number}
          type="button"
          className={`dish${one.number === tray.number ? ' open' : ''}`}
          aria-pressed={one.number === tray.number}
          onClick={() => act({ do: 'open', tray: one.number })}
        >
          <small>
            tray {one.number} ·{' '}
            {one.examinedG === null ? (otherHand(one.held)?.name ?? 'open') : `${one.fields.examined?.text ?? ''} g`}
          </small>
          <b>{sumOf(seedsIn(one))}</b> seeds
        </button>
      ))}
    </div>
  );
}

const sumOf = (counts: readonly number[]) => counts.reduce((sum, one) => sum + one, 0);

function SpeciesKeys({ search: { bindings, counted, mayTally, call } }: { search: Search }) {
  const unbound = Object.keys(counted).filter((name) => !bindings.keys.some((one) => one.species === name));
  return (
    <div className="tally finds">
      {bindings.keys.map((one) => (
        <button key={one.key} type="button" className="cat" disabled={!mayTally} onClick={() => call(one.species)}>
          <span className="n">{counted[one.species] ?? 0}</span>
          <span className="name">
            <Key>{one.key.toUpperCase()}</Key> <i className="species">{one.species}</i>
          </span>
        </button>
      ))}
      {unbound.map((name) => (
        <div key={name} className="cat">
          <span className="n">{counted[name]}</span>
          <span className="name">
            <i className="species">{name}</i>
          </span>
        </div>
      ))}
      {bindings.keys.length === 0 && unbound.length === 0 && (
        <p className="soft">
          No species has a key yet: <Key>N</Key> names the first one that is found.
        </p>
      )}
    </div>
  );
}

function FoundSoFar({ test, search }: { test: OtherSeedsTest; search: Search }) {
  const { state, tray, closed, counted, tally } = search;
  const examined = test.examinedG ?? 0;
  const left = test.sampleG === null ? null : Math.max(0, test.sampleG - examined);
  const running = closed || examined === 0 ? null : test.total;
  return (
    <div className="left d-flex flex-wrap align-items-baseline gap-2 mt-3" aria-live="polite">
      <span className="n">{sumOf(Object.values(counted))}</span>
      <span>{closed ? `seeds in tray ${tray.number}, which is closed` : `seeds in tray ${tray.number} so far`}</span>
      <span className="soft">
        {examined > 0 && `${examined} g searched in closed trays`}
        {left !== null && left > 0 && `${examined > 0 ? ', ' : ''}${Number(left.toFixed(4))} g to search`}
      </span>
      {running && (
        <span className="soft">
          {threeFigures(ratePerMass(running.count, examined, 0.95).perKg.estimate)} per kg so far
        </span>
      )}
      {state.ten && <b className="text-next">ten at once: which species?</b>}
      {tally.waiting.keys > 0 && <span className="soft">{tally.waiting.keys} keys wait to be sent</span>}
    </div>
  );
}

interface ClosingProps {
  search: Search;
  mayWrite: boolean;
}

function Closing({ search: { closed, other, tray, to }, mayWrite }: ClosingProps) {
  return (
    <>
      <KeyFoot
        keys={[
          ['N', 'new species'],
          ['⌫', 'undo'],
          ['T', 'ten at once'],
          ['C', 'close the tray'],
          ['F', 'figures'],
          ['M', 'change keys'],
        ]}
      />
      {mayWrite && (
        <Stack direction="horizontal" gap={2} className="actions">
          <Button disabled={!closed && other !== null} onClick={to('close')}>
            {closed ? `Correct tray ${tray.number}` : `Close tray ${tray.number}`}
          </Button>
        </Stack>
      )}
    </>
  );
}

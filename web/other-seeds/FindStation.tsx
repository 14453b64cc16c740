import { Station } from '../ui/Station.tsx';
import Stack from 'react-bootstrap/Stack';
import { Busy } from '../ui/Busy.tsx';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { callRoute, keyOf, send } from '../api/routes.ts';
import {
  fieldInTray,
  type FoundSpecies,
  type OtherSeedsTest,
  type OtherSeedsView,
  type TrayView,
} from '@mercato/contract/other-seeds/otherSeeds';
import { ratePerMass, threeFigures } from '@mercato/core/other-seeds/ratePerMass';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { useQueryClient } from '@tanstack/react-query';
import { useMemo, useState, type JSX, type ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import { RefusedKeys } from '../api/RefusedKeys.tsx';
import { Link } from 'react-router';
import { useSession } from '../api/session.tsx';
import { BenchHead, DecisionBox } from '../register/bench.tsx';
import { SeenLine } from '../register/seen.tsx';
import { SpeciesProposals } from '../register/names.tsx';
import { Trouble } from '../ui/fields.tsx';
import { Key, KeyFoot, useKeys } from '../ui/keys.tsx';
import { VerdictSlip } from '../ui/Slip.tsx';
import { tick } from '../ui/tick.ts';
import { Found, Noxious } from './Found.tsx';
import { HandNotice } from '../hands/HandNotice.tsx';
import { otherHand, PUT_DOWN, useHold, useOthers } from '../hands/useHold.ts';
import { KeysForm } from './KeysForm.tsx';
import { NamesBound } from '../names/NamesBound.tsx';
import { Contradictions } from './Contradictions.tsx';
import { NewSpecies } from './NewSpecies.tsx';
import { OtherFinds } from './OtherFinds.tsx';
import { RateSlip } from './RateSlip.tsx';
import { TrayForm } from './TrayForm.tsx';
import { useBindings } from './useBindings.ts';
import { linesOf, useFinds } from './useFinds.ts';

const LIST = 'species-known';
const NO_TRAY = {
  version: 0,
  fields: {},
  examinedG: null,
  species: [],
  tallies: [],
  held: { turn: 0, holder: null, taken: 0 },
  late: [],
};

/** What the narrow slip shows. */
type Shown = { species: FoundSpecies | null } | { title: string; verdict: Verdict };

/** The search for other seeds: a species to a key, eyes on the tray. */
export function FindStation({
  view,
  test,
  personId,
  mayWrite,
  tests,
  children,
}: {
  view: OtherSeedsView;
  test: OtherSeedsTest;
  personId: string;
  mayWrite: boolean;
  /** The other tests of the lot. */
  tests: ReactNode;
  children: ReactNode;
}): JSX.Element {
  const client = useQueryClient();
  const { may } = useSession();
  const bindings = useBindings(view.lot.id, test);
  const tally = useFinds(personId, test.id, () =>
    client.invalidateQueries({ queryKey: keyOf(otherSeedsRoutes.ofLot, { lot: view.lot.id }) }),
  );
  const [chosen, setChosen] = useState<number | null>(null);
  const [mode, setMode] = useState<'tally' | 'close' | 'new' | 'keys'>('tally');
  const [ten, setTen] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  const [shown, setShown] = useState<Shown>({ species: null });
  // The tray after the last closed one is always at hand.
  const trays = useMemo(() => {
    const last = test.trays.at(-1);
    const next = { ...NO_TRAY, number: (last?.number ?? 0) + 1 };
    const searched = test.sampleG !== null && test.examinedG !== null && test.examinedG >= test.sampleG;
    return (!last || last.examinedG !== null) && !searched ? [...test.trays, next] : test.trays;
  }, [test.trays, test.sampleG, test.examinedG]);
  const tray: TrayView = trays.find((one) => one.number === chosen) ??
    trays.find((one) => one.examinedG === null) ??
    trays.at(-1) ?? { ...NO_TRAY, number: 1 };
  const closed = tray.examinedG !== null;
  useOthers(test.trays, (one) => one.number, tally);
  const at = { test: test.id, tray: tray.number };
  const inHand = useHold(
    String(tray.number),
    (of) => callRoute(otherSeedsRoutes.hand, { test: test.id, tray: of }, PUT_DOWN, { keepalive: true }),
    tally.settled,
  );
  const other = otherHand(tray.held);
  const finds = tally.of(tray);
  const counted = Object.fromEntries(
    closed ? tray.species.map((one) => [one.name, one.count]) : Object.entries(finds),
  ) as Record<string, number>;
  const inTray = Object.values(counted).reduce((sum, one) => sum + one, 0);
  const examined = test.examinedG ?? 0;
  const left = test.sampleG === null ? null : Math.max(0, test.sampleG - examined);
  // The search is then unfinished, not too light.
  const goesOn = test.stillToSearchG > 0;
  const mayTally = mayWrite && !closed && tally.ready && !tally.resting && other === null;

  const call = (species: string) => {
    if (!mayTally || mode !== 'tally') return;
    setMessage(null);
    tally.found(tray, species, ten ? 10 : 1);
    inHand();
    setTen(false);
    tick();
  };
  const addSpecies = (name: string) => {
    setMode('tally');
    if (!name) return;
    if (!bindings.bind(name)) {
      setMessage('Every key has its species: type the figures with F, or free a key with M.');
      return;
    }
    if (!mayTally) return;
    tally.found(tray, name, 1);
    inHand();
  };
  const move = (step: number) => {
    const at = trays.findIndex((one) => one.number === tray.number);
    setChosen(trays[(at + step + trays.length) % trays.length]?.number ?? null);
    setMode('tally');
    setMessage(null);
  };
  const to = (next: typeof mode) => () => {
    if (mayWrite && (closed || other === null || next === 'keys')) setMode(next);
  };
  useKeys([
    ...bindings.keys.map((one) => ({
      key: one.key,
      says: `${one.species}, one seed`,
      act: () => call(one.species),
    })),
    {
      key: 'Backspace',
      shown: '⌫',
      says: 'take the last key back',
      act: () => {
        if (!mayTally) return;
        const back = tally.takeBack(tray);
        setMessage(
          back === null ? 'Nothing of this station to take back; F corrects the figures.' : `Took ${back} back.`,
        );
      },
    },
    { key: 'n', says: 'a new species: name it, and it has a key', act: to('new') },
    {
      key: 't',
      says: 'ten at once: T, then the key of a species',
      act: () => setTen(!ten),
    },
    { key: 'c', says: 'close the tray: weigh what was searched', act: to('close') },
    { key: 'f', says: 'type the figures, or correct a closed tray', act: to('close') },
    { key: 'm', says: 'change the keys', act: to('keys') },
    {
      key: 'ArrowLeft',
      shown: '←',
      says: 'tray before',
      act: () => move(-1),
    },
    {
      key: 'ArrowRight',
      shown: '→',
      says: 'tray after',
      act: () => move(1),
    },
  ]);
  if (!tally.ready) return <Busy />;
  const unbound = Object.keys(counted).filter((name) => !bindings.keys.some((one) => one.species === name));
  const running = closed || examined === 0 ? null : test.total;
  return (
    <Station
      slip={
        <>
          {'verdict' in shown ? (
            <VerdictSlip title={shown.title} verdict={shown.verdict} />
          ) : test.total && test.examinedG !== null ? (
            <RateSlip test={test} species={shown.species} examinedG={test.examinedG} />
          ) : (
            <p className="soft">
              Each species has a key. A tray is closed with the mass that was searched in it; trays add up to the
              sample.
            </p>
          )}
          {test.massVerdict && !goesOn && <VerdictSlip title="mass searched" verdict={test.massVerdict} />}
          {goesOn && (
            <p className="soft">
              {test.massVerdict?.limit} g are asked: {test.stillToSearchG} g are still to be searched.
            </p>
          )}
        </>
      }
    >
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
      <div className="trays" role="group" aria-label="trays">
        {trays.map((one) => (
          <button
            key={one.number}
            type="button"
            className={`dish${one.number === tray.number ? ' open' : ''}`}
            aria-pressed={one.number === tray.number}
            onClick={() => {
              setChosen(one.number);
              setMode('tally');
            }}
          >
            <small>
              tray {one.number} ·{' '}
              {one.examinedG === null ? (otherHand(one.held)?.name ?? 'open') : `${one.fields.examined?.text ?? ''} g`}
            </small>
            <b>
              {one.examinedG === null
                ? Object.values(tally.of(one)).reduce((sum, n) => sum + n, 0)
                : one.species.reduce((sum, { count }) => sum + count, 0)}
            </b>{' '}
            seeds
          </button>
        ))}
      </div>
      <HandNotice
        what={`tray ${tray.number}`}
        held={tray.held}
        late={tray.late}
        hand={(act) => send(client, otherSeedsRoutes.hand, at, act)}
        decideLate={(act) => send(client, otherSeedsRoutes.decideLate, at, act)}
        may={mayWrite}
        taken={inHand}
      />
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
      <div className="left" aria-live="polite">
        <span className="n">{inTray}</span>
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
        {ten && <b className="text-next">ten at once: which species?</b>}
        {tally.waiting.keys > 0 && <span className="soft">{tally.waiting.keys} keys wait to be sent</span>}
      </div>
      <Trouble text={message ?? bindings.trouble ?? tally.waiting.trouble ?? undefined} />
      <RefusedKeys waiting={tally.waiting} drop={tally.dropRefused} />
      {mode === 'new' && <NewSpecies list={LIST} done={addSpecies} />}
      {mode === 'keys' && (
        <KeysForm
          keys={bindings.keys}
          done={(keys) => {
            if (keys) bindings.change(keys);
            setMode('tally');
          }}
        />
      )}
      {mode === 'close' && (
        <TrayForm
          key={`${tray.number} ${tray.version}`}
          testId={test.id}
          tray={tray}
          start={closed ? tray.species : linesOf(finds)}
          settled={tally.settled}
          list={LIST}
          done={() => {
            tally.forget(tray);
            setMode('tally');
            setChosen(null);
          }}
          leave={() => setMode('tally')}
        />
      )}
      {(mode === 'new' || mode === 'close') && <SpeciesProposals id={LIST} />}
      {mode === 'tally' && (
        <>
          <KeyFoot
            keys={[
              ['N', 'new species'],
              ['⌫', 'take back'],
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
      )}
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
      <Found test={test} origin={view.origin} open={(species) => setShown({ species })} />
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
          open={(verdict) => setShown({ title: `${verdict.species}, ${verdict.jurisdiction}`, verdict })}
        />
      )}
      <DecisionBox
        on={test}
        outside={
          (test.massVerdict?.outcome === 'outside' && (!goesOn || may('decision.write'))) ||
          test.noxious.some((one) => one.counts && one.consequence !== 'name') ||
          test.names.some((one) => one.taxon === null) ||
          view.contradictions.length > 0
        }
      />
      {children}
      <OtherFinds view={view} may={mayWrite} open={(title, verdict) => setShown({ title, verdict })} />
    </Station>
  );
}

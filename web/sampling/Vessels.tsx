import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Stack, Table } from 'react-bootstrap';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import type { VesselNode, VesselTree } from '@mercato/contract/sampling/vessels';
import { vesselEventWords } from '@mercato/contract/sampling/words';
import { nextWords } from '@mercato/contract/words/next';
import { Exact, toGrams } from '@mercato/core/units/mass';
import { linkTo, reading } from '../api/routes.ts';
import { shortDay, shortInstant, useSession } from '../api/session.tsx';
import { BenchHead } from '../register/bench.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { Heads, num } from '../ui/Heads.tsx';
import { Station } from '../ui/Station.tsx';
import { useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { EventForm } from './EventForm.tsx';
import { MassForm } from './MassForm.tsx';
import { pathTo, treeRows } from './treeRows.ts';

/** Every vessel of a lot from the heap to the dish: what it holds, who has it, and all that happened to it. */
export default function Vessels() {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const [all, setAll] = useState(false);
  const { data, error } = useQuery(reading(samplingRoutes.tree, { lot }));
  useKeys([
    { key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) },
    { key: 's', says: 'sampling', act: () => void navigate(`/lots/${lot}/sampling`) },
  ]);
  if (!data) return <Busy error={error} back={['/lots', 'the lots']} />;
  const poured = data.nodes.filter((one) => one.pouredInto !== null);
  const chosen = data.nodes.find((one) => one.id === search.get('at'));
  return (
    <Station
      of={chosen?.id ?? null}
      slip={
        chosen ? (
          <Chosen key={chosen.id} node={chosen} tree={data} back={search.get('back')} />
        ) : (
          <p className="soft">
            Scan a label, or choose a sample: what happened to it stands here, and what happens next is entered.
          </p>
        )
      }
    >
      <BenchHead lot={data.lot} title="Samples of the lot" />
      {data.nodes.length === 0 ? (
        <p className="soft mt-3">
          Nothing is taken of this lot yet. <Link to={`/lots/${lot}/sampling`}>Sampling</Link> begins it.
        </p>
      ) : (
        <>
          <div className="scroll mt-3">
            <Table className="tree">
              <Heads of={['sample', num('holds'), num('left, g'), 'stands', 'with', 'seal']} />
              <tbody>
                {poured.length > 0 && (
                  <tr className="gone">
                    <td>
                      <Inline className="opens" aria-expanded={all} onClick={() => setAll(!all)}>
                        {poured.length} primary samples
                      </Inline>
                    </td>
                    <td className="num">
                      {poured.every((one) => one.mass)
                        ? `${poured.reduce((sum, one) => (one.mass ? sum.plus(toGrams(one.mass)) : sum), new Exact(0)).toString()} g`
                        : ''}
                    </td>
                    <td />
                    <td>poured together</td>
                    <td />
                    <td />
                  </tr>
                )}
                {treeRows(data.nodes.filter((one) => all || one === chosen || !poured.includes(one))).map(
                  ({ node, depth }) => (
                    <Row
                      key={node.id}
                      node={node}
                      depth={depth}
                      at={node === chosen}
                      open={() => setSearch({ at: node.id }, { replace: true })}
                    />
                  ),
                )}
              </tbody>
            </Table>
          </div>
          <Stack direction="horizontal" gap={2} className="actions">
            <a
              className="btn btn-outline-primary"
              href={linkTo(samplingRoutes.labels, { lot })}
              target="_blank"
              rel="noreferrer"
            >
              Labels on a sheet
            </a>
            <a href={linkTo(samplingRoutes.labels, { lot }, { layout: 'single' })} target="_blank" rel="noreferrer">
              one to a page, 50 × 25 mm
            </a>
            <Link to={`/lots/${lot}/sampling`}>Sampling</Link>
          </Stack>
        </>
      )}
    </Station>
  );
}

const nameOf = (node: Pick<VesselNode, 'kind' | 'purpose' | 'number' | 'place'>) =>
  [
    node.kind === 'replicate' ? 'dish' : node.kind,
    node.purpose?.replace('-', ' '),
    node.kind === 'primary' || node.kind === 'replicate' ? String(node.number) : '',
  ]
    .filter(Boolean)
    .join(' ');

interface RowProps {
  node: VesselNode;
  depth: number;
  at: boolean;
  open: () => void;
}

function Row({ node, depth, at, open }: RowProps) {
  return (
    <tr className={[at ? 'at' : '', node.gone ? 'gone' : ''].filter(Boolean).join(' ')}>
      <td style={{ paddingLeft: 8 + depth * 20 }}>
        {depth > 0 && (
          <span aria-hidden="true" className="soft">
            └{' '}
          </span>
        )}
        <Inline className="opens fig" aria-pressed={at} onClick={open}>
          {node.code}
        </Inline>{' '}
        {nameOf(node)}
      </td>
      <td className="num">
        {node.mass ? `${node.mass.text} ${node.mass.unit}` : node.seeds === null ? '—' : `${node.seeds} seeds`}
      </td>
      <td className="num">{node.drawnG === null ? '' : node.leftG}</td>
      <td>{node.gone ?? node.place ?? '—'}</td>
      <td>{node.holder ?? ''}</td>
      <td className="fig">{node.seal ?? ''}</td>
    </tr>
  );
}

function Chosen({ node, tree, back }: { node: VesselNode; tree: VesselTree; back: string | null }) {
  const { session, may } = useSession();
  if (!session) return null;
  const path = pathTo(node, tree.nodes);
  return (
    <>
      <h2 className="text-capitalize">{nameOf(node)}</h2>
      <p className="fig fs-4 my-1 mx-0">{node.code}</p>
      <p className="soft">{['the heap', ...path.map(nameOf)].join(' › ')}</p>
      {node.why && <p>Lighter than the rule book asks: {node.why}</p>}
      {node.discardOn && !node.gone && (
        <p className={node.discardOn < session.today ? 'outside' : ''}>
          {node.discardOn < session.today ? 'May be discarded since' : 'Kept to'} {shortDay(node.discardOn)}{' '}
          {node.discardOn.slice(0, 4)}
        </p>
      )}
      {node.station && <p>On the bench of {node.station}.</p>}
      <ol className="events list-unstyled my-2">
        <li>
          <b>made</b> {node.mass ? `${node.mass.text} ${node.mass.unit}` : ''}{' '}
          <span className="soft">
            {node.createdBy}, {shortInstant(node.createdAt, session.laboratory.zone)}
          </span>
        </li>
        {node.events.map((one, i) => (
          <li key={i}>
            <b>{EVENT_WORDS[one.event.what]}</b> {vesselEventWords(one.event)}{' '}
            {one.verdict && (
              <span>
                <VerdictMark mark={one.verdict.outcome} word /> {nextWords(one.verdict.next)}
              </span>
            )}{' '}
            <span className="soft">
              {one.seenOn && `on ${shortDay(one.seenOn)}; `}
              {one.by}, {shortInstant(one.at, session.laboratory.zone)}
            </span>
          </li>
        ))}
        {node.pouredInto && (
          <li>
            <b>poured</b> into {tree.nodes.find((one) => one.id === node.pouredInto)?.code}
          </li>
        )}
      </ol>
      {node.gone ? (
        <p className="soft">It is no longer there: {node.gone}.</p>
      ) : (
        may('sampling.write') && (
          <>
            <EventForm key={node.events.length} node={node} tree={tree} back={back} />
            {(node.kind === 'composite' || node.kind === 'reserve') && <MassForm node={node} />}
          </>
        )
      )}
      <p>
        <a
          href={linkTo(samplingRoutes.labels, { lot: tree.lot.id }, { layout: 'single', vessels: node.id })}
          target="_blank"
          rel="noreferrer"
        >
          Its label again
        </a>
      </p>
    </>
  );
}

const EVENT_WORDS = {
  take: 'put',
  'hand-over': 'handed',
  move: 'moved',
  seal: 'sealed',
  open: 'opened',
  divide: 'divided',
  finish: 'ended',
} as const;

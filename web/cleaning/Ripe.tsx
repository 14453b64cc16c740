import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { kindRoutes } from '@mercato/contract/register/routes';
import {
  CAUTION_WORDS,
  CUT_WORDS,
  DRIES_ADVICE,
  FREED_WORDS,
  RIPE_WORDS,
  UNRIPE_WORDS,
} from '@mercato/contract/cleaning/words';
import { nearestOf } from '@mercato/core/cleaning/figures';
import { reading } from '../api/routes.ts';
import { Busy } from '../ui/Busy.tsx';
import { TextField } from '../ui/fields.tsx';
import { SignDrawing } from './SignDrawing.tsx';
import { useFigures } from './useBatch.ts';

/** Signs of ripeness of a kind, with drawings; when to cut it, and where it dries. */
export default function Ripe() {
  const { data: figures, error } = useFigures();
  const [typed, setTyped] = useState('leek');
  const { data } = useQuery({ ...reading(kindRoutes.list, {}, { q: typed }), enabled: typed.trim().length > 1 });
  if (!figures) return <Busy error={error} />;
  const kind = data?.kinds[0];
  const handling = kind ? nearestOf(figures.handling, kind.species, kind.family) : null;
  return (
    <main className="w-text">
      <p className="soft">
        <Link to="/shed">the shed</Link>
      </p>
      <h1>Is it ripe?</h1>
      <TextField label="kind" value={typed} onChange={setTyped} placeholder="leek, bean, tomato …" autoFocus />
      {kind && !handling && <p>What ripeness looks like in {kind.commonNames[0] ?? kind.species} is not known here.</p>}
      {kind && handling && (
        <>
          <h2>
            {kind.commonNames[0]} <i className="soft">{kind.species}</i>
          </h2>
          <ul className="ripe list-unstyled">
            {handling.ripe.map((one) => (
              <li key={one}>
                <SignDrawing sign={one} /> {RIPE_WORDS[one]}
              </li>
            ))}
            {handling.unripe.map((one) => (
              <li key={one} className="against">
                <SignDrawing sign={one} /> not yet: {UNRIPE_WORDS[one]}
              </li>
            ))}
          </ul>
          <p>{CUT_WORDS[handling.cutAt]}</p>
          {handling.freedBy === 'none' ? (
            <p>{DRIES_ADVICE[handling.dries]}</p>
          ) : (
            <p>
              Fruit may lie for weeks before its seed is taken out: keep both dates. Seed is{' '}
              {FREED_WORDS[handling.freedBy]}.
            </p>
          )}
          {handling.cautions.map((one) => (
            <p key={one} className="caution">
              {CAUTION_WORDS[one]}
            </p>
          ))}
          <p className="soft">
            {handling.rule.provenance.origin}, {handling.rule.provenance.verification}
            {handling.rule.provenance.doubts && `; ${handling.rule.provenance.doubts}`}
          </p>
        </>
      )}
    </main>
  );
}

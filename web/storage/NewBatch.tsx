import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { newBatchSchema } from '@mercato/contract/storage/batches';
import { storageRoutes } from '@mercato/contract/storage/routes';
import { warningWords } from '@mercato/contract/storage/words';
import type { PacketBrief } from '@mercato/contract/store/packets';
import { storeRoutes } from '@mercato/contract/store/routes';
import { argumentWords } from '@mercato/contract/words/arguments';
import { type Batch, BATCHES, USUAL_HOURS } from '@mercato/core/storage/cold';
import { massAfterDrying } from '@mercato/core/drying/forecast';
import { type Desiccant, gelNeeded } from '@mercato/core/drying/overGel';
import { waterOfOil } from '@mercato/core/drying/seedWater';
import { ArgumentFault } from '@mercato/core/units/argument';
import { reading } from '../api/routes.ts';
import { useDryingFigures } from '../drying/figures.ts';
import { placeChoices, usePlaces } from '../store/data.ts';
import { harvestWords } from '../store/words.ts';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Notice } from '../ui/Notice.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { Trouble } from '../ui/fields.tsx';
import { figureOf, plainFigure } from '../ui/typedBody.ts';

const WORDS = { drying: 'dry it', freezing: 'put it into the cold', warming: 'take it out of the cold' } as const;
const HOURS_A_DAY = 24;
const usualDays = (what: Batch) => String((USUAL_HOURS[what] ?? 0) / HOURS_A_DAY);

/** Seed that is dried, frozen or warmed up: what is to be known before, and how long it takes. */
export default function NewBatch() {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const { data: places } = usePlaces();
  const [sought, setSought] = useState('');
  const [chosen, setChosen] = useState<readonly Chosen[]>([]);
  const { data: found } = useQuery({
    ...reading(storeRoutes.list, {}, { q: sought }),
    placeholderData: keepPreviousData,
  });
  const first = search.get('packet');
  const start = BATCHES.find((one) => one === search.get('what')) ?? 'drying';
  const entry = useEntry({
    from: {
      what: start,
      placeId: '',
      days: usualDays(start),
      massG: '',
      moisturePercent: '',
      targetPercent: '',
      shutAirPercent: '',
      bags: '2',
      anyway: '',
    },
    body: ({ days, ...values }) => ({
      ...values,
      packets: picked(chosen, first),
      hours: values.what === 'freezing' ? 0 : hoursOf(days),
    }),
    schema: newBatchSchema,
    send: to(storageRoutes.start, {}, { done: (batch) => navigate(`/store/batches/${batch.id}`) }),
  });
  const what = entry.values.what;
  const ids = picked(chosen, first);
  const { data: warned } = useQuery({
    ...reading(
      storageRoutes.warnings,
      {},
      { what, packets: ids.join(), air: plainFigure(entry.values.shutAirPercent), bags: entry.values.bags },
    ),
    enabled: ids.length > 0 && what !== 'warming',
    placeholderData: keepPreviousData,
  });
  const { data: figures } = useDryingFigures();
  if (!places || !found) return <Busy />;
  const need = waterOf(
    entry.values,
    figures?.desiccants.find((one) => one.name === 'silica gel'),
  );
  const warnings = what === 'warming' || ids.length === 0 ? [] : (warned?.warnings ?? []);
  return (
    <main className="w-text">
      <h1>Dry, freeze, or warm up</h1>
      <EntryForm
        entry={entry}
        trouble={entry.general ?? entry.fault('')}
        send={
          what === 'drying' ? 'It dries from now' : what === 'freezing' ? 'It lies in the cold' : 'It warms up from now'
        }
        leave={() => {
          void navigate(-1);
        }}
      >
        <div className="fields">
          <Field
            entry={entry}
            name="what"
            options={BATCHES.map((one) => [one, WORDS[one]] as const)}
            onChange={(next) => entry.set({ what: next as Batch, days: usualDays(next as Batch) })}
          />
          <Field entry={entry} name="placeId" options={placeChoices(places)} />
          {what !== 'freezing' && (
            <Field
              entry={entry}
              name="days"
              path="hours"
              hint={
                what === 'drying'
                  ? 'about 30 over desiccant: common practice'
                  : 'a night and a day until it is as warm as the room: common practice'
              }
            />
          )}
          {what === 'freezing' && (
            <>
              <Field entry={entry} name="shutAirPercent" />
              <Field entry={entry} name="bags" />
            </>
          )}
          {what === 'drying' && (
            <>
              <Field entry={entry} name="massG" />
              <Field entry={entry} name="moisturePercent" />
              <Field entry={entry} name="targetPercent" fault={need.fault} />
            </>
          )}
        </div>
        {need.need && (
          <p>
            It will weigh <b className="fig">{need.need.massWhenDryG.toFixed(1)} g</b> then:{' '}
            <span className="fig">{need.need.waterG.toFixed(1)} g</span> of water have to leave.{' '}
            {need.need.gelG === null ? (
              'No gel dries it so far.'
            ) : (
              <>
                About <span className="fig">{need.need.gelG.toFixed(0)} g</span> of dry silica gel, by what it holds in
                the air of lean seed so dry; oily seed needs less. <Link to="/drying">Reckon it for your kind.</Link>
              </>
            )}
          </p>
        )}
        <h2>Which seed</h2>
        <ChoosePackets
          found={found.rows.filter((one) => !ids.includes(one.id))}
          chosen={chosen}
          choose={setChosen}
          sought={sought}
          seek={setSought}
          fault={entry.fault('packets')}
        />
        {warnings.map((one) => (
          <Notice key={warningWords(one)} bad={one.weight === 'stop'} role="note">
            {warningWords(one)}
          </Notice>
        ))}
        {(warnings.some((one) => one.weight === 'stop') || entry.fault('anyway')) && (
          <Field entry={entry} name="anyway" />
        )}
        {what === 'warming' && (
          <p className="caution">
            Leave the bags closed until they are as warm as the room: cold seed draws water out of the air.
          </p>
        )}
      </EntryForm>
    </main>
  );
}

const picked = (chosen: readonly { id: string }[], first: string | null) => [
  ...new Set([...(first ? [first] : []), ...chosen.map((one) => one.id)]),
];
const hoursOf = (days: string) => {
  const value = figureOf(days);
  return typeof value === 'number' ? Math.round(value * HOURS_A_DAY) : value;
};

/** Lean seed needs the most gel: what suffices for it suffices for all. */
const LEAN = waterOfOil(0.02);
const ROOM_C = 20;
/** What gel that was just baked holds, percent. */
const BAKED = 1;

/** The water that has to leave, once mass and both moistures stand there; or why that cannot be. */
function waterOf(
  { massG, moisturePercent, targetPercent }: Record<'massG' | 'moisturePercent' | 'targetPercent', string>,
  gel: Desiccant | undefined,
) {
  const [mass, now, wanted] = [massG, moisturePercent, targetPercent].map((one) => Number(plainFigure(one) || NaN));
  if (mass === undefined || now === undefined || wanted === undefined || Number.isNaN(now + wanted)) return {};
  const shut = { massG: Number.isNaN(mass) ? 1 : mass, moisturePercent: now, holdsPercent: BAKED, airC: ROOM_C };
  try {
    if (wanted > now)
      throw new ArgumentFault('targetPercent', { is: 'argument.already-drier', moisturePercent: now, got: wanted });
    const massWhenDryG = massAfterDrying(shut.massG, now, wanted);
    if (Number.isNaN(mass)) return {};
    return { need: { massWhenDryG, waterG: mass - massWhenDryG, gelG: gelG(gel, shut, wanted) } };
  } catch (error) {
    return { fault: error instanceof ArgumentFault ? `it ${argumentWords(error)}` : undefined };
  }
}

/** Null where none dries it so far. */
function gelG(gel: Desiccant | undefined, shut: Parameters<typeof gelNeeded>[2], wanted: number): number | null {
  try {
    return gel ? gelNeeded(LEAN, gel, shut, wanted).gelG : null;
  } catch (error) {
    if (error instanceof ArgumentFault && error.field === 'holdsPercent') return null;
    throw error;
  }
}

interface Chosen {
  readonly id: string;
  readonly words: string;
}

interface ChoosePacketsProps {
  found: readonly PacketBrief[];
  chosen: readonly Chosen[];
  choose: (chosen: readonly Chosen[]) => void;
  sought: string;
  seek: (words: string) => void;
  fault: string | undefined;
}

/** The packets that are dried or frozen, and how more are found. */
function ChoosePackets({ found, chosen, choose, sought, seek, fault }: ChoosePacketsProps) {
  return (
    <>
      {chosen.length > 0 && (
        <p>
          {chosen.map((one) => (
            <Inline
              key={one.id}
              aria-label={`not ${one.words}`}
              onClick={() => choose(chosen.filter((other) => other.id !== one.id))}
            >
              {one.words} ×
            </Inline>
          ))}
        </p>
      )}
      <Trouble text={fault} />
      <Form.Control
        type="search"
        aria-label="find a packet"
        placeholder="kind, variety, year, code"
        value={sought}
        onChange={(event) => seek(event.target.value)}
      />
      <ul className="packets list-unstyled mb-0" aria-label="packets to choose">
        {found.slice(0, 8).map((one) => {
          const words = [one.kind, one.variety, harvestWords(one)].filter(Boolean).join(' ');
          return (
            <li key={one.id}>
              <span>
                <Inline
                  className="names"
                  aria-label={`add ${words}`}
                  onClick={() => choose([...chosen, { id: one.id, words }])}
                >
                  <b className="serif">{one.kind}</b> {one.variety} {harvestWords(one)}
                </Inline>
                <small className="soft d-block">{one.place.join(' › ')}</small>
              </span>
              <span className="code">{one.code}</span>
            </li>
          );
        })}
      </ul>
    </>
  );
}

import { storeRoutes } from '@mercato/contract/store/routes';
import { storageRoutes } from '@mercato/contract/storage/routes';
import { reading, send } from '../api/routes.ts';
import { warningWords } from '@mercato/contract/storage/words';
import { argumentWords } from '@mercato/contract/words/arguments';
import { ArgumentFault } from '@mercato/core/units/argument';
import { newBatchSchema } from '@mercato/contract/storage/batches';
import { BATCHES, USUAL_HOURS, type Batch } from '@mercato/core/storage/cold';
import { desiccantNeeded, UPTAKE } from '@mercato/core/storage/desiccant';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { placeChoices, usePlaces } from '../store/data.ts';
import { harvestWords } from '../store/words.ts';
import { figureOf, figureOrNull, plainFigure, useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';

const WORDS = { drying: 'dry it', freezing: 'put it into the cold', warming: 'take it out of the cold' } as const;
const HOURS_A_DAY = 24;

/** Seed that is dried, frozen or warmed up: what is to be known before, and how long it takes. */
export default function NewBatch(): JSX.Element {
  const [search] = useSearchParams();
  const client = useQueryClient();
  const navigate = useNavigate();
  const { data: places } = usePlaces();
  const [sought, setSought] = useState('');
  const [chosen, setChosen] = useState<readonly { id: string; words: string }[]>([]);
  const { data: found } = useQuery({
    ...reading(storeRoutes.list, {}, { q: sought }),
    placeholderData: keepPreviousData,
  });
  const first = search.get('packet');
  const start = BATCHES.find((one) => one === search.get('what')) ?? 'drying';
  const entry = useEntry(
    {
      what: start,
      placeId: '',
      days: String((USUAL_HOURS[start] ?? 0) / HOURS_A_DAY),
      massG: '',
      moisturePercent: '',
      targetPercent: '',
      shutAirPercent: '',
      bags: '2',
      anyway: '',
    },
    ({ days, bags, ...values }) => ({
      what: values.what,
      placeId: values.placeId,
      packets: picked(chosen, first),
      hours: values.what === 'freezing' ? 0 : hoursOf(days),
      massG: figureOrNull(values.massG),
      moisturePercent: figureOrNull(values.moisturePercent),
      targetPercent: figureOrNull(values.targetPercent),
      shutAirPercent: figureOrNull(values.shutAirPercent),
      bags: figureOf(bags),
      anyway: values.anyway.trim(),
    }),
    newBatchSchema,
    async (body, key) => {
      const batch = await send(client, storageRoutes.start, {}, body, { key });
      await navigate(`/store/batches/${batch.id}`);
    },
  );
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
  if (!places || !found) return <main aria-busy="true" />;
  const need = waterOf(entry.values);
  const warnings = what === 'warming' || ids.length === 0 ? [] : (warned?.warnings ?? []);
  return (
    <main style={{ maxWidth: 860 }}>
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
          <ChoiceField
            label="what is done"
            options={BATCHES.map((one) => [one, WORDS[one]] as const)}
            {...entry.field('what')}
            onChange={(next) =>
              entry.set({ what: next as Batch, days: String((USUAL_HOURS[next as Batch] ?? 0) / HOURS_A_DAY) })
            }
          />
          <ChoiceField label="where it lies then" options={placeChoices(places)} {...entry.field('placeId')} />
          {what !== 'freezing' && (
            <TextField
              label="for how many days"
              figure
              inputMode="decimal"
              hint={
                what === 'drying'
                  ? 'about 30 over desiccant: common practice'
                  : 'a night and a day until it is as warm as the room: common practice'
              }
              {...entry.field('days', 'hours')}
            />
          )}
          {what === 'freezing' && (
            <>
              <TextField
                label="air shut up with it, %"
                figure
                inputMode="decimal"
                hint="a hygrometer in the closed jar for a day; 25 % or less"
                {...entry.field('shutAirPercent')}
              />
              <TextField label="how many bags around it" figure inputMode="numeric" {...entry.field('bags')} />
            </>
          )}
          {what === 'drying' && (
            <>
              <TextField label="it weighs, g" figure inputMode="decimal" {...entry.field('massG')} />
              <TextField label="moisture now, %" figure inputMode="decimal" {...entry.field('moisturePercent')} />
              <TextField
                label="moisture wanted, %"
                figure
                inputMode="decimal"
                {...entry.field('targetPercent')}
                fault={need.fault ?? entry.field('targetPercent').fault}
              />
            </>
          )}
        </div>
        {need.need && (
          <p>
            It will weigh <b className="fig">{need.need.massWhenDryG.toFixed(1)} g</b> then:{' '}
            <span className="fig">{need.need.waterG.toFixed(1)} g</span> of water have to leave, about{' '}
            <span className="fig">{need.need.desiccantG.toFixed(0)} g</span> of silica gel (at{' '}
            {UPTAKE['silica gel'] * 100} % of its weight, from memory).
          </p>
        )}
        <h2>Which seed</h2>
        {chosen.length > 0 && (
          <p>
            {chosen.map((one) => (
              <button
                key={one.id}
                type="button"
                className="bare"
                aria-label={`not ${one.words}`}
                onClick={() => setChosen(chosen.filter((other) => other.id !== one.id))}
              >
                {one.words} ×
              </button>
            ))}
          </p>
        )}
        {entry.fault('packets') && <p className="why">{entry.fault('packets')}</p>}
        <input
          className="form-control"
          type="search"
          aria-label="find a packet"
          placeholder="kind, variety, year, code"
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
        <ul className="packets" aria-label="packets to choose">
          {found.rows
            .filter((one) => !ids.includes(one.id))
            .slice(0, 8)
            .map((one) => {
              const words = [one.kind, one.variety, harvestWords(one)].filter(Boolean).join(' ');
              return (
                <li key={one.id}>
                  <button
                    type="button"
                    className="bare"
                    aria-label={`add ${words}`}
                    onClick={() => setChosen([...chosen, { id: one.id, words }])}
                  >
                    <b className="serif">{one.kind}</b> {one.variety} {harvestWords(one)}
                  </button>
                  <span className="soft">{one.place.join(' › ')}</span>
                  <span className="code">{one.code}</span>
                </li>
              );
            })}
        </ul>
        {warnings.map((one) => (
          <p key={warningWords(one)} className={one.weight === 'stop' ? 'notice bad' : 'caution'}>
            {warningWords(one)}
          </p>
        ))}
        {(warnings.some((one) => one.weight === 'stop') || entry.fault('anyway')) && (
          <TextField label="why it is done anyway" {...entry.field('anyway')} />
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

/** The water that has to leave, once mass and both moistures stand there; or why that cannot be. */
function waterOf({
  massG,
  moisturePercent,
  targetPercent,
}: {
  massG: string;
  moisturePercent: string;
  targetPercent: string;
}) {
  const [mass, now, wanted] = [massG, moisturePercent, targetPercent].map((one) => Number(plainFigure(one) || NaN));
  if (mass === undefined || now === undefined || wanted === undefined || Number.isNaN(now + wanted)) return {};
  try {
    const need = desiccantNeeded(Number.isNaN(mass) ? 1 : mass, now, wanted, UPTAKE['silica gel']);
    return Number.isNaN(mass) ? {} : { need };
  } catch (error) {
    return { fault: error instanceof ArgumentFault ? `it ${argumentWords(error)}` : undefined };
  }
}

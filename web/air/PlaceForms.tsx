import { useQueryClient } from '@tanstack/react-query';
import { placeRoutes } from '@mercato/contract/store/routes';
import { send } from '../api/routes.ts';
import { climateSettingsSchema, newReadingSchema, placeEntrySchema, type PlaceCare } from '@mercato/contract/air/care';
import { DESICCANTS, type PlaceEntry } from '@mercato/core/air/placeBook';
import type { JSX } from 'react';
import { figureOf, figureOrNull, plainFigure, useEntry, wholeNumber } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';

type Send = (entry: PlaceEntry, key: string) => Promise<unknown>;

export function DoorForm({ send, leave }: { send: Send; leave: () => void }): JSX.Element {
  const entry = useEntry(
    { minutes: '', ago: '0', why: '' },
    ({ minutes, ago, why }) => ({
      what: 'door',
      at: new Date(Date.now() - (Number(plainFigure(ago)) || 0) * 60_000).toISOString(),
      minutes: figureOf(minutes),
      why: why.trim(),
    }),
    placeEntrySchema,
    send,
  );
  return (
    <EntryForm entry={entry} send="Write it down" leave={leave}>
      <div className="fields">
        <TextField label="open for, minutes" figure inputMode="decimal" autoFocus {...entry.field('minutes')} />
        <TextField label="how many minutes ago" figure inputMode="numeric" {...entry.field('ago', 'at')} />
        <TextField label="why" {...entry.field('why')} />
      </div>
    </EntryForm>
  );
}

export function DesiccantForm({ send, leave }: { send: Send; leave: () => void }): JSX.Element {
  const entry = useEntry(
    { stuff: DESICCANTS[1], massG: '', lookEveryDays: '30' },
    ({ stuff, massG, lookEveryDays }) => ({
      what: 'desiccant',
      stuff,
      massG: figureOf(massG),
      lookEveryDays: wholeNumber(lookEveryDays),
    }),
    placeEntrySchema,
    send,
  );
  return (
    <EntryForm entry={entry} send="It lies in it" leave={leave}>
      <div className="fields">
        <ChoiceField label="what" options={DESICCANTS.map((one) => [one, one] as const)} {...entry.field('stuff')} />
        <TextField label="grams" figure inputMode="decimal" autoFocus {...entry.field('massG')} />
        <TextField label="look at it every … days" figure inputMode="numeric" {...entry.field('lookEveryDays')} />
      </div>
    </EntryForm>
  );
}

export function ReadingForm({
  id,
  keep,
  leave,
}: {
  id: string;
  keep: (care: PlaceCare) => void;
  leave: () => void;
}): JSX.Element {
  const client = useQueryClient();
  const entry = useEntry(
    { temperature: '', unit: '', humidityPercent: '', sure: 'no' },
    ({ temperature, unit, humidityPercent, sure }) => ({
      at: new Date().toISOString(),
      temperature: { text: plainFigure(temperature).replace('−', '-'), unit },
      humidityPercent: figureOrNull(humidityPercent),
      ...(sure === 'yes' ? { sure: true } : {}),
    }),
    newReadingSchema,
    async (body, key) => {
      keep(await send(client, placeRoutes.readDial, { place: id }, body, { key }));
      leave();
    },
  );
  return (
    <EntryForm entry={entry} send="Keep it" leave={leave}>
      <div className="fields">
        <TextField
          label="temperature on the dial"
          figure
          inputMode="decimal"
          autoFocus
          {...entry.field('temperature', 'temperature.text', 'temperature')}
          onChange={(temperature) => entry.set({ temperature, sure: 'no' })}
        />
        <ChoiceField
          label="the dial shows"
          options={[
            ['', '°C or °F?'],
            ['C', '°C'],
            ['F', '°F'],
          ]}
          {...entry.field('unit', 'temperature.unit')}
          onChange={(unit) => entry.set({ unit, sure: 'no' })}
        />
        {(entry.fault('sure') !== undefined || entry.values.sure === 'yes') && (
          <ChoiceField
            label="is it right?"
            options={[
              ['no', 'I look again'],
              ['yes', 'yes, the dial shows that'],
            ]}
            {...entry.field('sure')}
          />
        )}
        <TextField
          label="humidity, %"
          figure
          inputMode="decimal"
          hint="empty where there is no hygrometer"
          {...entry.field('humidityPercent')}
        />
      </div>
    </EntryForm>
  );
}

export function ClimateForm({
  care,
  keep,
  leave,
  mayPoint,
}: {
  care: PlaceCare;
  keep: (care: PlaceCare) => void;
  leave: () => void;
  mayPoint: boolean;
}): JSX.Element {
  const client = useQueryClient();
  const { band } = care;
  const text = (value: number | null | undefined) => (value == null ? '' : String(value));
  const entry = useEntry(
    {
      leastC: text(band?.leastC),
      mostC: text(band?.mostC),
      leastPercent: text(band?.leastPercent),
      mostPercent: text(band?.mostPercent),
      graceMinutes: text(band?.graceMinutes ?? 60),
      silentMinutes: text(band?.silentMinutes ?? 1440),
      logger: care.logger,
    },
    ({ logger, graceMinutes, silentMinutes, ...edges }) => ({
      band: {
        leastC: figureOrNull(edges.leastC),
        mostC: figureOrNull(edges.mostC),
        leastPercent: figureOrNull(edges.leastPercent),
        mostPercent: figureOrNull(edges.mostPercent),
        graceMinutes: wholeNumber(graceMinutes),
        silentMinutes: wholeNumber(silentMinutes),
      },
      logger: logger.trim(),
    }),
    climateSettingsSchema,
    async (body, key) => {
      keep(
        await send(client, placeRoutes.setClimate, { place: care.place.id }, body, {
          key,
          version: care.place.version,
        }),
      );
      leave();
    },
  );
  const edge = (key: 'leastC' | 'mostC' | 'leastPercent' | 'mostPercent', label: string) => (
    <TextField label={label} figure inputMode="decimal" {...entry.field(key, `band.${key}`)} />
  );
  return (
    <EntryForm entry={entry} trouble={entry.general ?? entry.fault('band')} send="It is to stay so" leave={leave}>
      <div className="fields">
        {edge('leastC', 'at least, °C')}
        {edge('mostC', 'at most, °C')}
        {edge('leastPercent', 'at least, % humidity')}
        {edge('mostPercent', 'at most, % humidity')}
        <TextField
          label="no alarm before, minutes"
          hint="a door that is opened warms the air for a while"
          figure
          inputMode="numeric"
          {...entry.field('graceMinutes', 'band.graceMinutes')}
        />
        <TextField
          label="silence is an alarm after, minutes"
          figure
          inputMode="numeric"
          {...entry.field('silentMinutes', 'band.silentMinutes')}
        />
        {mayPoint && <TextField label="its logger" hint="tcp://address:port, or nothing" {...entry.field('logger')} />}
      </div>
    </EntryForm>
  );
}

import { climateSettingsSchema, newReadingSchema, type PlaceCare, placeEntrySchema } from '@mercato/contract/air/care';
import { placeRoutes } from '@mercato/contract/store/routes';
import { DESICCANTS, type PlaceEntry } from '@mercato/core/air/placeBook';
import { readingNow } from '../api/reader.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { plainFigure } from '../ui/typedBody.ts';

const BAND = ['leastC', 'mostC', 'leastPercent', 'mostPercent', 'graceMinutes', 'silentMinutes'] as const;
const minutesAgo = (typed: string) => new Date(Date.now() - (Number(plainFigure(typed)) || 0) * 60_000).toISOString();
type Send = (entry: PlaceEntry, key: string) => Promise<unknown>;

export function DoorForm({ send, leave }: { send: Send; leave: () => void }) {
  const entry = useEntry({
    from: { minutes: '', ago: '0', why: '' },
    body: ({ ago, ...door }) => ({ ...door, what: 'door', at: minutesAgo(ago) }),
    schema: placeEntrySchema,
    send: send,
  });
  return (
    <EntryForm entry={entry} send="Save" leave={leave}>
      <div className="fields">
        <Field entry={entry} name="minutes" />
        <Field entry={entry} name="ago" path="at" />
        <Field entry={entry} name="why" />
      </div>
    </EntryForm>
  );
}

export function DesiccantForm({ send, leave }: { send: Send; leave: () => void }) {
  const entry = useEntry({
    from: { stuff: DESICCANTS[1], massG: '', lookEveryDays: '30' },
    body: (values) => ({ ...values, what: 'desiccant' }),
    schema: placeEntrySchema,
    send: send,
  });
  return (
    <EntryForm entry={entry} send="Save" leave={leave}>
      <div className="fields">
        <Field entry={entry} name="stuff" />
        <Field entry={entry} name="massG" />
        <Field entry={entry} name="lookEveryDays" />
      </div>
    </EntryForm>
  );
}

interface ReadingFormProps {
  id: string;
  keep: (care: PlaceCare) => void;
  leave: () => void;
}

export function ReadingForm({ id, keep, leave }: ReadingFormProps) {
  const entry = useEntry({
    from: { temperature: { text: '', unit: readingNow().degrees ?? '' }, humidityPercent: '', sure: '' },
    body: (values) => ({ ...values, at: minutesAgo('0') }),
    schema: newReadingSchema,
    send: to(
      placeRoutes.readDial,
      { place: id },
      {
        done: (answer) => {
          keep(answer);
          leave();
        },
      },
    ),
  });
  const { temperature } = entry.values;
  return (
    <EntryForm entry={entry} send="Save" leave={leave}>
      <div className="fields">
        <Field
          entry={entry}
          name="temperature.text"
          path={['temperature.text', 'temperature']}
          onChange={(text) => entry.set({ temperature: { ...temperature, text }, sure: '' })}
        />
        <Field
          entry={entry}
          name="temperature.unit"
          onChange={(unit) => entry.set({ temperature: { ...temperature, unit }, sure: '' })}
        />
        {(entry.fault('sure') !== undefined || entry.values.sure === 'true') && <Field entry={entry} name="sure" />}
        <Field entry={entry} name="humidityPercent" />
      </div>
    </EntryForm>
  );
}

interface ClimateFormProps {
  care: PlaceCare;
  keep: (care: PlaceCare) => void;
  leave: () => void;
  mayPoint: boolean;
}

export function ClimateForm({ care, keep, leave, mayPoint }: ClimateFormProps) {
  const { band } = care;
  const entry = useEntry({
    from: {
      band: band ?? { leastC: '', mostC: '', leastPercent: '', mostPercent: '', graceMinutes: 60, silentMinutes: 1440 },
      logger: care.logger,
    },
    schema: climateSettingsSchema,
    send: to(
      placeRoutes.setClimate,
      { place: care.place.id },
      {
        version: care.place.version,
        done: (answer) => {
          keep(answer);
          leave();
        },
      },
    ),
  });
  return (
    <EntryForm entry={entry} trouble={entry.general ?? entry.fault('band')} send="Save" leave={leave} waits>
      <div className="fields">
        {BAND.map((edge) => (
          <Field key={edge} entry={entry} name={`band.${edge}`} />
        ))}
        {mayPoint && <Field entry={entry} name="logger" />}
      </div>
    </EntryForm>
  );
}

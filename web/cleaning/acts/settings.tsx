import { METHOD_GROUPS } from '@mercato/contract/cleaning/methods';
import { METHOD_WORDS } from '@mercato/contract/cleaning/methodWords';
import { CLOSINGS, DRIEST_ENOUGH } from '@mercato/core/drying/dryEnough';
import { moistureInBalance } from '@mercato/core/drying/equilibrium';
import type { Method } from '@mercato/core/cleaning/entries';
import { degrees } from '../../api/reader.ts';
import { placeChoices, usePlaces } from '../../store/data.ts';
import { Inline } from '../../ui/Buttons.tsx';
import { Field } from '../../ui/Field.tsx';
import { ChoiceField } from '../../ui/fields.tsx';
import type { OpenBatch } from '../useBatch.ts';
import type { LineEntry } from './line.tsx';

/** Settings of a way of working, as they are typed. */
export type Settings = Record<string, string | boolean | string[]>;

/** Temperature at which seed is kept, for the target: common practice, no source. */
const KEPT_AT_C = 20;
/** How dry this kind has to be for each way to keep it, by its oil: chosen by a press. */
export function Targets({ batch, choose }: { batch: OpenBatch; choose: (percent: string) => void }) {
  const { oilFraction, kind, desiccation } = batch.view;
  if (desiccation === 'sensitive') return <p className="caution">{kind} dies where it is dried: keep it moist.</p>;
  if (oilFraction === null)
    return <p className="soft">How oily {kind} is, is not known here: no moisture can be proposed.</p>;
  return (
    <p className="soft">
      Dry enough for {kind}:{' '}
      {CLOSINGS.map((one, i) => {
        const percent = moistureInBalance(DRIEST_ENOUGH[one].humidityPercent / 100, KEPT_AT_C, oilFraction).toFixed(1);
        return (
          <span key={one}>
            {i > 0 && ', '}
            <Inline aria-label={`want ${percent} %, ${DRIEST_ENOUGH[one].words}`} onClick={() => choose(percent)}>
              {percent} %
            </Inline>{' '}
            {DRIEST_ENOUGH[one].words}
          </span>
        );
      })}
      , kept at {degrees(KEPT_AT_C, 0)}.
    </p>
  );
}

/** What is set for this way of working, a line each. */
export function SettingLines({ entry, settings }: { entry: LineEntry; settings: Settings }) {
  const { data: places } = usePlaces();
  return (
    <>
      {Object.keys(settings).map((key) =>
        key === 'machines' ? (
          <LineMachines key={key} entry={entry} />
        ) : typeof settings[key] === 'boolean' ? (
          <Field
            key={key}
            entry={entry}
            name={`settings.${key}`}
            options={[
              ['false', 'no'],
              ['true', 'yes'],
            ]}
          />
        ) : key === 'placeId' ? (
          <Field
            key={key}
            entry={entry}
            name="settings.placeId"
            options={[['', 'not said'], ...placeChoices(places ?? { places: [] })]}
          />
        ) : (
          <Field key={key} entry={entry} name={`settings.${key}`} />
        ),
      )}
    </>
  );
}

function LineMachines({ entry }: { entry: LineEntry }) {
  const chosen = (entry.values.settings as { machines: string[] }).machines;
  return (
    <ChoiceField
      label="add a machine of the line"
      value=""
      options={[
        ['', chosen.map((one) => METHOD_WORDS[one as Method]).join(' → ') || 'none yet'],
        ...Object.values(METHOD_GROUPS)
          .flat()
          .map((one) => [one, METHOD_WORDS[one]] as const),
      ]}
      onChange={(next) => entry.set({ settings: { machines: next === '' ? [] : [...chosen, next] } })}
      fault={entry.fault('settings.machines')}
    />
  );
}

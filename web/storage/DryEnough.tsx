import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { DRY_NEXT, dryReasonWords } from '@mercato/contract/storage/words';
import { argumentWords } from '@mercato/contract/words/arguments';
import { percentOf } from '@mercato/contract/words/figures';
import {
  type Closing,
  CLOSINGS,
  DRIEST_ENOUGH,
  type DryAnswer,
  dryEnough,
  type DryEvidence,
} from '@mercato/core/drying/dryEnough';
import { ArgumentFault } from '@mercato/core/units/argument';
import { degreesTyped, degreesUnit } from '../api/reader.ts';
import { useKinds } from '../store/data.ts';
import { KIND_LIST, KindList } from '../store/KindField.tsx';
import { Slip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { useLines } from '../ui/lines.ts';
import { VerdictMark } from '../ui/shapes.tsx';
import { celsiusTyped, plainFigure } from '../ui/typedBody.ts';

const ANSWERS = {
  yes: ['within', 'Yes: close it'],
  'not-yet': ['outside', 'Not yet'],
  unknown: ['not-judged', 'It cannot be told yet'],
  never: ['outside', 'Never dry this kind'],
} as const;

/** What stands in the form under each name that the computation uses. */
const FIELDS = {
  temperatureC: 'temperature',
  moisturePercent: 'moisture',
  shutAirPercent: 'shutAir',
  roomAirPercent: 'roomAir',
  firstMoisturePercent: 'firstMoisture',
  'weighings.0.massG': 'firstMass',
  'weighings.1.massG': 'lastMass',
  'weighings.1.hours': 'hours',
  weighings: 'lastMass',
} as const;
type Key = (typeof FIELDS)[keyof typeof FIELDS];

/** One answer before a bag is sealed, from whatever is known; it is worked out on this machine and nothing is stored. */
export default function DryEnough() {
  const [search] = useSearchParams();
  const { data: kinds } = useKinds();
  const [closing, setClosing] = useState<Closing>('airtight');
  const { values, field } = useLines({
    kind: search.get('kind') ?? '',
    temperature: search.get('temperature') ?? String(degreesTyped(20)),
    moisture: search.get('moisture') ?? '',
    shutAir: '',
    roomAir: '',
    firstMass: '',
    lastMass: '',
    hours: '',
    firstMoisture: '',
  });
  const kind = kinds?.get(values.kind.trim().toLowerCase());
  const { answer, fault } = ask(values, closing, kind?.keeping);
  const line = (key: Key, label: string, hint?: string) => (
    <TextField
      label={label}
      figure
      hint={hint}
      {...field(key)}
      fault={fault?.key === key ? fault.message : undefined}
    />
  );
  return (
    <Station
      slip={
        answer && (
          <Slip
            plain
            title="dry enough"
            steps={answer.steps}
            next={`${DRIEST_ENOUGH[closing].words}: ${DRIEST_ENOUGH[closing].source}.`}
            rule={{
              text: 'Balance of moisture and air: Cromarty, Ellis & Roberts (1982)',
              provenance: 'literature, from memory; worked values recomputed by the tests',
            }}
          />
        )
      }
    >
      <h1>Dry enough to close?</h1>
      <p className="soft">
        Dry to the touch says nothing of the inside. Fill in what you know; one sign is enough, more are better.
      </p>
      <div className="fields">
        <TextField
          label="what it is"
          list={KIND_LIST}
          placeholder="leek, bean, sunflower …"
          hint={
            kind
              ? `${kind.species}${kind.keeping?.oilFraction == null ? '' : `, about ${percentOf(kind.keeping.oilFraction)} % oil (from memory)`}`
              : 'its oil decides how much water is too much'
          }
          {...field('kind')}
        />
        <KindList />
        <ChoiceField
          label="to be closed"
          value={closing}
          options={CLOSINGS.map((one) => [one, DRIEST_ENOUGH[one].words] as const)}
          onChange={(one) => setClosing(one as Closing)}
        />
        {line('temperature', `temperature where it stands, ${degreesUnit()}`)}
      </div>
      <h2 className="mt-3">What do you know?</h2>
      <div className="fields">
        {line('shutAir', 'air shut up with it for a day, % humidity', 'a small hygrometer in a jar with the seed')}
        {line('moisture', 'moisture by oven or meter, %')}
        {line('roomAir', 'air of the room it lies in, % humidity')}
        {line('firstMass', 'tray weighed at first, g')}
        {line('firstMoisture', 'moisture then, if known, %')}
        {line('lastMass', 'tray weighed now, g')}
        {line('hours', 'hours between')}
      </div>
      {answer && (
        <div role="status" className="left-of">
          <p className="serif fs-3">
            <VerdictMark mark={ANSWERS[answer.answer][0]} /> {ANSWERS[answer.answer][1]}
          </p>
          <p>{answer.reasons.map(dryReasonWords).map(asSentence).join('. ')}.</p>
          {answer.massWhenDryG !== null && (
            <p>
              It will be dry enough when the tray weighs <b className="fig">{answer.massWhenDryG.toFixed(1)} g</b>.
            </p>
          )}
          <p>{DRY_NEXT[answer.next]}</p>
        </div>
      )}
      <p className="caution">
        Desiccant: keep it out of the reach of children, and do not breathe its dust; some blue silica gel holds a
        cobalt salt that harms.
      </p>
    </Station>
  );
}

function ask(
  values: Readonly<Record<Key, string>>,
  closing: Closing,
  keeping:
    { readonly desiccation: 'orthodox' | 'sensitive' | 'unknown'; readonly oilFraction: number | null } | undefined,
): { answer?: DryAnswer; fault?: { key: Key; message: string } } {
  const figure = (key: Key) => {
    if (key === 'temperature' && values[key].trim() !== '') return Number(celsiusTyped(values[key]));
    const plain = plainFigure(values[key]);
    return plain === '' ? undefined : /^-?\d+(\.\d+)?$/.test(plain) ? Number(plain) : NaN;
  };
  for (const key of Object.values(FIELDS))
    if (Number.isNaN(figure(key))) return { fault: { key, message: 'a plain number, such as 12.5' } };
  const [first, last, hours] = [figure('firstMass'), figure('lastMass'), figure('hours')];
  const known = {
    moisturePercent: figure('moisture'),
    shutAirPercent: figure('shutAir'),
    roomAirPercent: figure('roomAir'),
    firstMoisturePercent: figure('firstMoisture'),
  };
  try {
    return {
      answer: dryEnough(keeping ?? { desiccation: 'unknown', oilFraction: null }, closing, {
        temperatureC: figure('temperature') ?? 20,
        ...(Object.fromEntries(Object.entries(known).filter(([, one]) => one !== undefined)) as Partial<DryEvidence>),
        ...(first !== undefined && last !== undefined
          ? {
              weighings: [
                { hours: 0, massG: first },
                { hours: hours ?? 24, massG: last },
              ],
            }
          : {}),
      }),
    };
  } catch (error) {
    if (!(error instanceof ArgumentFault)) throw error;
    const key = Object.hasOwn(FIELDS, error.field) ? FIELDS[error.field as keyof typeof FIELDS] : 'lastMass';
    return { fault: { key, message: argumentWords(error) } };
  }
}

const asSentence = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

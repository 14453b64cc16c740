import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form, Stack, Table } from 'react-bootstrap';
import {
  type CalibrationView,
  type MeterView,
  newCalibrationSchema,
  newMeterCheckSchema,
  newMeterSchema,
} from '@mercato/contract/moisture/meters';
import { moistureRoutes } from '@mercato/contract/moisture/routes';
import { wholeDayOf } from '@mercato/contract/words/days';
import { reading, send } from '../api/routes.ts';
import { readerNow } from '../api/reader.ts';
import { useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Heads, num } from '../ui/Heads.tsx';
import { Strike } from '../ui/Strike.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { Frame, Trouble } from '../ui/fields.tsx';
import { useAct } from '../ui/act.ts';
import { useDevices } from '../devices/deviceHere.ts';
import { VerdictMark } from '../ui/shapes.tsx';
import { figureOf } from '../ui/typedBody.ts';
import { MeterPictures } from './MeterPictures.tsx';

type Open = { meter: string; what: 'calibrate' | 'check' } | 'new' | null;

/** The moisture meters: what their readings mean for which kind, and whether they drift from the oven. */
export default function Meters() {
  const { data, error } = useQuery(reading(moistureRoutes.meters, {}));
  const { may } = useSession();
  const [open, setOpen] = useState<Open>(null);
  if (!data) return <Busy error={error} back={['/tools', 'the tools']} />;
  const leave = () => setOpen(null);
  return (
    <main className="w-wide">
      <h1>Moisture meters</h1>
      <p className="soft w-text">
        A meter guesses moisture from another property of the seed. What it shows counts on a label only through a
        calibration: pairs of readings and oven results of the same seed, kind by kind, until its day, and between the
        driest and dampest of its pairs. Else it guides.
      </p>
      {data.meters.length === 0 && <p>None is set up: moisture is measured in the oven.</p>}
      {data.meters.map((one) => (
        <section key={one.id} className="mt-4" aria-labelledby={one.id}>
          <h2 id={one.id}>{one.name}</h2>
          <HeardAt meter={one} may={may('settings.write')} />
          <Calibrations meter={one} mayStrike={may('settings.write')} />
          <MeterPictures meter={one} />
          <Stack direction="horizontal" gap={2} className="actions">
            {may('bench.write') && (
              <Quiet onClick={() => setOpen({ meter: one.id, what: 'check' })}>Hold {one.name} against the oven</Quiet>
            )}
            {may('settings.write') && (
              <Quiet onClick={() => setOpen({ meter: one.id, what: 'calibrate' })}>Calibrate {one.name}</Quiet>
            )}
          </Stack>
          {open !== null && open !== 'new' && open.meter === one.id && open.what === 'check' && (
            <CheckForm meter={one} leave={leave} />
          )}
          {open !== null && open !== 'new' && open.meter === one.id && open.what === 'calibrate' && (
            <CalibrationForm meter={one} leave={leave} />
          )}
        </section>
      ))}
      {may('settings.write') && open !== 'new' && (
        <Stack direction="horizontal" gap={2} className="actions">
          <Button onClick={() => setOpen('new')}>Set up a meter</Button>
        </Stack>
      )}
      {open === 'new' && <NewMeter leave={leave} />}
    </main>
  );
}

/** Where its readings are heard, or that they are typed. */
function HeardAt({ meter, may }: { meter: MeterView; may: boolean }) {
  const devices = useDevices('meter');
  const { act, trouble } = useAct();
  if (devices.length === 0) return null;
  return (
    <>
      <Form.Select
        className="w-form mb-2"
        aria-label={`where ${meter.name} is heard`}
        disabled={!may}
        value={meter.device ?? ''}
        onChange={({ target }) =>
          void act(() => send(moistureRoutes.hearMeter, { meter: meter.id }, { device: target.value || null }))
        }
      >
        <option value="">its readings are typed</option>
        {devices.map(({ id, name }) => (
          <option key={id} value={id}>
            heard at {name}
          </option>
        ))}
      </Form.Select>
      <Trouble text={trouble} />
    </>
  );
}

function Calibrations({ meter, mayStrike }: { meter: MeterView; mayStrike: boolean }) {
  if (meter.calibrations.length === 0) return <p>Not calibrated: it only guides.</p>;
  return (
    <div className="scroll">
      <Table>
        <Heads of={['kind', 'state', num('pairs'), num('shows, %'), num('off by, %'), 'until', 'by', 'change']} />
        <tbody>
          {meter.calibrations.map((one) => (
            <tr key={one.id} className={one.struck ? 'struck' : undefined}>
              <td>
                <i className="species">{one.species}</i>
              </td>
              <td>
                <State of={one} />
              </td>
              <td className="num">{one.fit.pairs.length}</td>
              <td className="num">
                {one.fit.from}–{one.fit.to}
              </td>
              <td className="num">± {one.fit.residualSd.toFixed(2)}</td>
              <td>{wholeDayOf(one.validUntil, readerNow().order)}</td>
              <td>{one.by}</td>
              <td>
                {mayStrike && one.struck === null && (
                  <Strike
                    what={`the calibration for ${one.species}`}
                    strike={(reason) =>
                      send(moistureRoutes.strikeCalibration, { calibration: one.id }, { reason }).then(() => undefined)
                    }
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </div>
  );
}

function State({ of }: { of: CalibrationView }) {
  if (of.struck)
    return (
      <span className="soft">
        crossed out by {of.struck.by}: {of.struck.reason}
      </span>
    );
  if (of.holds)
    return (
      <>
        <VerdictMark mark="within" /> holds
        {of.fit.farOff.length > 0 && `, ${of.fit.farOff.length} of its pairs far off`}
      </>
    );
  return <span className="soft">over, or replaced by a newer one</span>;
}

function NewMeter({ leave }: { leave: () => void }) {
  const entry = useEntry({
    from: { name: '' },
    schema: newMeterSchema,
    send: to(moistureRoutes.addMeter, {}, { done: leave }),
  });
  return (
    <EntryForm entry={entry} send="Set it up" leave={leave}>
      <div className="fields">
        <Field entry={entry} name="name" />
      </div>
    </EntryForm>
  );
}

/** One pair a line: the reading, then the oven; whatever parts two figures parts them. */
export function pairsOf(text: string): { meterPercent: unknown; ovenPercent: unknown }[] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const [meter = '', oven = ''] = line.split(/[\s;]+/);
      return { meterPercent: figureOf(meter), ovenPercent: figureOf(oven) };
    });
}

function CalibrationForm({ meter, leave }: { meter: MeterView; leave: () => void }) {
  const entry = useEntry({
    from: { species: meter.calibrations[0]?.species ?? '', degree: '1', validUntil: '', lines: '' },
    body: ({ species, degree, validUntil, lines }) => ({
      species,
      degree: Number(degree),
      validUntil,
      pairs: pairsOf(lines),
    }),
    schema: newCalibrationSchema,
    send: to(moistureRoutes.calibrate, { meter: meter.id }, { done: leave }),
  });
  const typed = pairsOf(entry.values.lines);
  const wrong = typed
    .flatMap((_, i) =>
      [entry.fault(`pairs.${i}.meterPercent`), entry.fault(`pairs.${i}.ovenPercent`)].map(
        (one) => one && `line ${i + 1}: ${one}`,
      ),
    )
    .find(Boolean);
  const fault = entry.fault('pairs') ?? wrong;
  return (
    <EntryForm entry={entry} send="Keep the calibration" leave={leave}>
      <div className="fields">
        <Field entry={entry} name="species" />
        <Field
          entry={entry}
          name="degree"
          options={[
            ['1', 'straight line'],
            ['2', 'bent once'],
          ]}
        />
        <Field entry={entry} name="validUntil" type="date" />
      </div>
      <Frame
        id={`pairs-${meter.id}`}
        label="pairs, one a line: what the meter shows, then what the oven says, %"
        fault={fault}
        hint={typed.length > 0 ? `${typed.length} pairs` : 'such as 9.8 10.2'}
      >
        <Form.Control
          as="textarea"
          id={`pairs-${meter.id}`}
          rows={8}
          className="fig w-text"
          isInvalid={fault !== undefined}
          value={entry.values.lines}
          onChange={(event) => entry.set({ lines: event.target.value })}
        />
      </Frame>
    </EntryForm>
  );
}

function CheckForm({ meter, leave }: { meter: MeterView; leave: () => void }) {
  const entry = useEntry({
    from: {
      species: meter.checks.at(-1)?.species ?? meter.calibrations[0]?.species ?? '',
      seenOn: '',
      meterPercent: '',
      ovenPercent: '',
    },
    schema: newMeterCheckSchema,
    send: to(moistureRoutes.checkMeter, { meter: meter.id }, { done: leave }),
  });
  return (
    <EntryForm entry={entry} send="Keep the pair" leave={leave}>
      <div className="fields">
        <Field entry={entry} name="species" />
        <Field entry={entry} name="seenOn" type="date" />
        <Field entry={entry} name="meterPercent" />
        <Field entry={entry} name="ovenPercent" />
      </div>
    </EntryForm>
  );
}

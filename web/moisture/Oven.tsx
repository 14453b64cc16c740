import type { FieldValues } from 'react-hook-form';
import { type MoistureTest, ovenWorkSchema, type OvenWork } from '@mercato/contract/moisture/moisture';
import { moistureRoutes } from '@mercato/contract/moisture/routes';
import { deviationWords } from '@mercato/contract/moisture/words';
import { useState } from 'react';
import { Button, Form, Stack } from 'react-bootstrap';
import { Link } from 'react-router';
import { send } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { useBalanceHere } from '../devices/balanceHere.tsx';
import { weighedOnBody } from '../devices/weighedOn.ts';
import { useAct } from '../ui/act.ts';
import { Inline, Small } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Notice } from '../ui/Notice.tsx';
import { useNow } from '../ui/now.ts';
import { TextField, Trouble } from '../ui/fields.tsx';
import { figureOf } from '../ui/typedBody.ts';
import { to, useEntry } from '../ui/entry.ts';
import { heardWith, OvenTells, useOven } from './ovenHeard.tsx';
import { correctsTins, keptTins, tinFigures, TinsTable } from './Tins.tsx';

const FIGURES = ['diameterCm', 'groundMinutes', 'exposedSeconds', 'ovenC', 'cooledMinutes'] as const;
const MINUTE = 60_000;

/** What the book's clocks ask now: two presses, back at its temperature and taken out; the minutes are counted. */
export function OvenClocks({ test, may }: { test: MoistureTest; may: boolean }) {
  const { session } = useSession();
  const looked = useNow();
  const { act, trouble } = useAct();
  const zone = session?.laboratory.zone ?? 'UTC';
  const { clock, fields } = test;
  const at = (name: string) => fields[`oven.${name}`]?.text;
  const press = (body: OvenWork) =>
    void act(() => send(moistureRoutes.work, { test: test.id }, body, { version: test.version }));
  const loaded = fields['first.withSeed'] !== undefined && fields['second.withSeed'] !== undefined;
  const [back, out] = [at('backAt'), at('outAt')];
  const running = loaded && out === undefined;
  const oven = useOven(running ? (at('oven') ?? '') : '', {
    band: test.band,
    since: back ?? null,
    after: fields['second.withSeed']?.at ?? '',
  });
  // What was pressed since the clock was looked at was pressed now.
  const pressed = out ?? back;
  const now = pressed === undefined ? looked : Math.max(looked, Date.parse(pressed));
  const stamp = () => new Date().toISOString();
  const minutes = (iso: string) => Math.max(0, Math.ceil((Date.parse(iso) - now) / MINUTE));
  if (!loaded && back === undefined) return null;
  return (
    <section className="my-3" aria-label="oven">
      {back === undefined && may && (
        <p>
          <Button onClick={() => press({ backAt: oven?.backAt ?? stamp(), ...heardWith(oven, 'backAt') })}>
            The oven is back at its temperature
          </Button>{' '}
          <span className="soft">
            its time begins then, not when the door was shut; several tests go in together under{' '}
            <Link to="/ovens">ovens</Link>
          </span>
        </p>
      )}
      <OvenTells oven={oven} since={back ?? null} />
      {back !== undefined && (
        <div className="soft mb-1">
          Back at its temperature {shortInstant(back, zone)}
          {out !== undefined && `, taken out ${shortInstant(out, zone)}`}.{' '}
          {may && <NotThen test={test} name={out === undefined ? 'backAt' : 'outAt'} />}
        </div>
      )}
      {back !== undefined && out === undefined && clock === null && test.result === null && (
        <p>
          <span className="soft">The rule book gives no hours for this kind: watch its time by your own method.</span>{' '}
          {may && <Button onClick={() => press({ outAt: stamp(), ...heardWith(oven, 'outAt') })}>Taken out</Button>}
        </p>
      )}
      {clock?.is === 'in-oven' && (
        <Stack direction="horizontal" gap={3} className="clock">
          <span className="fig">
            {now < Date.parse(clock.outFrom)
              ? `${minutes(clock.outAt)} min left`
              : now <= Date.parse(clock.outUntil)
                ? 'take it out now'
                : 'late'}
          </span>
          <span>
            out {shortInstant(clock.outAt, zone)}{' '}
            <span className="soft">
              ({shortInstant(clock.outFrom, zone)} to {shortInstant(clock.outUntil, zone)})
            </span>
          </span>
          {may && <Button onClick={() => press({ outAt: stamp(), ...heardWith(oven, 'outAt') })}>Taken out</Button>}
        </Stack>
      )}
      {clock?.is === 'cools' && (
        <Stack direction="horizontal" gap={3} className="clock">
          <span className="fig">
            {now < Date.parse(clock.from)
              ? `cools, ${minutes(clock.from)} min left`
              : now <= Date.parse(clock.until)
                ? 'weigh it now'
                : 'cooled too long'}
          </span>
          <span className="soft">
            weigh from {shortInstant(clock.from, zone)} to {shortInstant(clock.until, zone)}
          </span>
          {may && out !== undefined && now >= Date.parse(out) && (
            <Button onClick={() => press({ cooledMinutes: Math.round((Date.now() - Date.parse(out)) / MINUTE) })}>
              I weigh it now
            </Button>
          )}
        </Stack>
      )}
      <Trouble text={trouble} />
    </section>
  );
}

/** A press that came too early or too late is told in minutes, with the reason; the old one stays to be read. */
function NotThen({ test, name }: { test: MoistureTest; name: 'backAt' | 'outAt' }) {
  const [open, setOpen] = useState(false);
  const [ago, setAgo] = useState('');
  const [reason, setReason] = useState('');
  const { act, trouble, setTrouble } = useAct();
  if (!open) return <Inline onClick={() => setOpen(true)}>it was not then</Inline>;
  const correct = async () => {
    const minutes = figureOf(ago);
    if (typeof minutes !== 'number' || minutes < 0) {
      setTrouble('Write how many minutes ago it was, 0 or more.');
      return;
    }
    const body = { [name]: new Date(Date.now() - minutes * MINUTE).toISOString(), reason };
    if (await act(() => send(moistureRoutes.work, { test: test.id }, body, { version: test.version }))) setOpen(false);
  };
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault();
        void correct();
      }}
    >
      <Trouble text={trouble} />
      <div className="fields">
        <TextField label="so many minutes ago" figure value={ago} onChange={setAgo} autoFocus />
        <TextField label="why it is corrected" value={reason} onChange={setReason} />
      </div>
      <Small type="submit">Correct</Small> <Inline onClick={() => setOpen(false)}>cancel</Inline>
    </form>
  );
}

/** What was made otherwise than the rule book asks. */
export function Deviations({ test }: { test: MoistureTest }) {
  const deviations = test.result?.deviations ?? test.early;
  if (deviations.length === 0) return null;
  return (
    <Notice bad role="status">
      Made otherwise than the rule book asks: {deviations.map(deviationWords).join('; ')}.
    </Notice>
  );
}

/** Sample, grinding, container, oven and cooling, as far as they are written down; and seed that was dried whole first. */
export function OvenWorkForm({ test, may }: { test: MoistureTest; may: boolean }) {
  const { fields } = test;
  const text = (field: string) => fields[field]?.text ?? '';
  const [whole, setWhole] = useState(fields['predried.first.container'] !== undefined);
  const here = useBalanceHere();
  const entry = useEntry({
    from: {
      sealed: text('oven.sealed'),
      oven: text('oven.oven'),
      ...Object.fromEntries(FIGURES.map((name) => [name, text(`oven.${name}`)])),
      predried: keptTins(fields, 'predried.'),
      weighedOn: {},
      reason: '',
    },
    body: ({ sealed, oven, predried, weighedOn, ...values }) => ({
      ...values,
      ...(oven.trim() === '' ? {} : { oven }),
      ...(sealed === '' ? {} : { sealed }),
      ...(whole ? { predried, ...weighedOnBody(here, tinFigures(predried, 'predried.'), fields, weighedOn) } : {}),
    }),
    schema: ovenWorkSchema,
    send: to(moistureRoutes.work, { test: test.id }, { version: test.version }),
  });
  const values = entry.values as FieldValues;
  const { predried, weighedOn } = entry.values;
  const differs = (field: string, typed: unknown) => fields[field] !== undefined && fields[field].text !== typed;
  const corrects =
    ['sealed', 'oven', ...FIGURES].some((name) => differs(`oven.${name}`, values[name])) ||
    (whole && correctsTins(fields, tinFigures(predried, 'predried.')));
  return (
    <Fold title="Sample, grinding and oven">
      <EntryForm entry={entry} send={may ? 'Save' : null} quiet waits className="mt-2">
        <div className="fields">
          <Field
            entry={entry}
            name="sealed"
            disabled={!may}
            options={[
              ['', 'not said'],
              ['yes', 'yes'],
              ['no', 'no'],
            ]}
          />
          <Field entry={entry} name="oven" disabled={!may} />
          {FIGURES.map((name) => (
            <Field key={name} entry={entry} name={name as never} disabled={!may} />
          ))}
        </div>
        <Form.Check
          id="dried-whole"
          label="it was damp, and dried whole first"
          checked={whole}
          disabled={!may}
          onChange={(event) => setWhole(event.target.checked)}
        />
        {whole && (
          <TinsTable
            title="dried whole, g"
            under="predried."
            tins={predried}
            weighedOn={weighedOn}
            set={(tins, on) => entry.set({ predried: tins, weighedOn: on })}
            fields={fields}
            fault={entry.fault}
            may={may}
            goTo={[]}
          />
        )}
        {corrects && <Field entry={entry} name="reason" />}
      </EntryForm>
    </Fold>
  );
}

import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import {
  cleanDownSchema,
  CLEANED_PARTS,
  type CleanedPart,
  machineSchema,
  type MachineView,
} from '@mercato/contract/cleaning/machines';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import { MACHINE_WORDS, PART_WORDS } from '@mercato/contract/cleaning/words';
import { shortInstant, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline, Quiet, Small } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { Strike } from '../ui/Strike.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { send } from '../api/routes.ts';
import { useMachines } from './useBatch.ts';

/** What runs on which machine, and whether it is clean for another variety. */
export default function Machines() {
  const { may, session } = useSession();
  const { data, error } = useMachines();
  const [adds, setAdds] = useState(false);
  if (!data) return <Busy error={error} />;
  const zone = session?.laboratory.zone ?? 'UTC';
  const write = may('shed.write');
  return (
    <main className="w-text">
      <p className="soft">
        <Link to="/shed">the shed</Link>
      </p>
      <div className="list-head">
        <h1>Machines</h1>
        {write && !adds && <Quiet onClick={() => setAdds(true)}>Add machine</Quiet>}
      </div>
      <p className="caution">
        Lock a machine out before hands go in. Sweep the de-bearder, the boot and the pit: what stays there is lost
        seed, and a mix in the next.
      </p>
      {adds && <MachineForm machine={null} done={() => setAdds(false)} />}
      {data.machines.length === 0 && !adds && (
        <p className="soft">
          None yet. Add what seed of another variety may hide in: screens, pit, elevator, bagger; and scales.
        </p>
      )}
      {data.machines.map((one) => (
        <Machine key={one.id} machine={one} zone={zone} write={write} />
      ))}
    </main>
  );
}

function Machine({ machine, zone, write }: { machine: MachineView; zone: string; write: boolean }) {
  const [open, setOpen] = useState<'clean' | 'change' | null>(null);
  const { last, runs, cleaned } = machine;
  return (
    <section className="machine" aria-label={machine.name}>
      <h2>
        {machine.name} <small className="soft">{MACHINE_WORDS[machine.kind]}</small>
      </h2>
      <p>
        {machine.kind === 'scale' ? (
          <>shows steps of {machine.stepG ?? '–'} g</>
        ) : runs ? (
          <>
            runs for <Link to={`/shed/batches/${runs.batchId}`}>batch {runs.batch}</Link>
          </>
        ) : (
          <>
            <VerdictMark mark={machine.clean ? 'within' : 'outside'} />{' '}
            {last === null
              ? 'nothing ran on it yet'
              : machine.clean
                ? 'cleaned down'
                : `to be cleaned down before another variety: ${[last.kind, last.variety].filter(Boolean).join(' ')} ran on it`}
          </>
        )}
      </p>
      {cleaned && (
        <p className="soft">
          cleaned down {shortInstant(cleaned.at, zone)}, {cleaned.by} looked into{' '}
          {cleaned.parts.map((part) => PART_WORDS[part]).join(', ')}
          {cleaned.firstBagAside && '; first bag set aside'}
          {cleaned.note && `; ${cleaned.note}`}
        </p>
      )}
      {write && open === null && (
        <p>
          {machine.kind !== 'scale' && !runs && <Small onClick={() => setOpen('clean')}>Clean it down</Small>}{' '}
          <Inline onClick={() => setOpen('change')}>change</Inline>{' '}
          <Strike
            what={machine.name}
            words="remove"
            strike={async (reason) => {
              await send(
                cleaningRoutes.removeMachine,
                { machine: machine.id },
                { reason },
                { version: machine.version },
              );
            }}
          />
        </p>
      )}
      {open === 'clean' && <CleanForm machine={machine} done={() => setOpen(null)} />}
      {open === 'change' && <MachineForm machine={machine} done={() => setOpen(null)} />}
    </section>
  );
}

function CleanForm({ machine, done }: { machine: MachineView; done: () => void }) {
  const { session } = useSession();
  const asked = machine.parts.length > 0 ? machine.parts : CLEANED_PARTS;
  const entry = useEntry({
    from: {
      parts: [] as CleanedPart[],
      by: session?.person?.name ?? '',
      lockedOut: false,
      firstBagAside: false,
      note: '',
    },
    schema: cleanDownSchema,
    send: to(cleaningRoutes.cleanDown, { machine: machine.id }, { done }),
  });
  const { parts } = entry.values;
  return (
    <EntryForm entry={entry} send="It is clean" leave={done} trouble={entry.general ?? entry.fault('parts')}>
      <fieldset className="signs">
        <legend>Looked into</legend>
        {asked.map((part) => (
          <Form.Check
            key={part}
            id={`${machine.id}-${part}`}
            label={PART_WORDS[part]}
            checked={parts.includes(part)}
            onChange={(event) =>
              entry.set({ parts: event.target.checked ? [...parts, part] : parts.filter((one) => one !== part) })
            }
          />
        ))}
      </fieldset>
      {(['lockedOut', 'firstBagAside'] as const).map((name) => (
        <Form.Check
          key={name}
          id={`${machine.id}-${name}`}
          label={name === 'lockedOut' ? 'locked out before hands went in' : 'the first bag is set aside'}
          checked={entry.values[name]}
          isInvalid={entry.fault(name) !== undefined}
          feedback={entry.fault(name)}
          feedbackType="invalid"
          onChange={(event) => entry.set({ [name]: event.target.checked })}
        />
      ))}
      <div className="fields">
        <Field entry={entry} name="by" />
        <Field entry={entry} name="note" />
      </div>
    </EntryForm>
  );
}

const text = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value));

function MachineForm({ machine, done }: { machine: MachineView | null; done: () => void }) {
  const from = {
    kind: machine?.kind ?? 'air-screen',
    name: machine?.name ?? '',
    parts: machine?.parts ?? ([] as CleanedPart[]),
    stepG: text(machine?.stepG),
    lengthM: text(machine?.lengthM),
    widthM: text(machine?.widthM),
    heightM: text(machine?.heightM),
    massKg: text(machine?.massKg),
    airFactor: text(machine?.airFactor),
    tries: text(machine?.tries),
  };
  const entry = useEntry({
    from,
    schema: machineSchema,
    send: machine
      ? to(cleaningRoutes.changeMachine, { machine: machine.id }, { version: machine.version, done })
      : to(cleaningRoutes.addMachine, {}, { done }),
  });
  const { kind, parts } = entry.values;
  return (
    <EntryForm entry={entry} send={machine ? 'Save' : 'Add machine'} leave={done}>
      <div className="fields">
        <Field entry={entry} name="name" />
        <Field entry={entry} name="kind" />
        {kind === 'scale' && <Field entry={entry} name="stepG" />}
        {kind === 'pit' && (
          <>
            <Field entry={entry} name="lengthM" />
            <Field entry={entry} name="widthM" />
            <Field entry={entry} name="heightM" />
          </>
        )}
        {(kind === 'pit' || kind === 'tank') && <Field entry={entry} name="massKg" />}
      </div>
      {kind !== 'scale' && (
        <Fold title="Looked into when it is cleaned down" open>
          {CLEANED_PARTS.map((part) => (
            <Form.Check
              key={part}
              inline
              id={`part-${machine?.id ?? 'new'}-${part}`}
              label={PART_WORDS[part]}
              checked={parts.includes(part)}
              onChange={(event) =>
                entry.set({ parts: event.target.checked ? [...parts, part] : parts.filter((one) => one !== part) })
              }
            />
          ))}
        </Fold>
      )}
    </EntryForm>
  );
}

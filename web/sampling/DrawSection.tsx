import { useState } from 'react';
import { Stack, Table } from 'react-bootstrap';
import { Link } from 'react-router';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import {
  newDrawSchema,
  primarySampleSchema,
  type PrimaryView,
  type SamplingView,
} from '@mercato/contract/sampling/sampling';
import { DRAW_METHODS, type DrawMethod } from '@mercato/core/sampling/drawMethods';
import { shortInstant, useSession } from '../api/session.tsx';
import { DecisionBox, Earlier } from '../register/bench.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { ChoiceField } from '../ui/fields.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { BagStack } from './BagStack.tsx';

const WORDS: Readonly<Record<DrawMethod, string>> = {
  random: 'at random',
  even: 'evenly spaced from a random start',
};

/** Which containers are opened, and what was taken from them. */
export function DrawSection({ view }: { view: SamplingView }) {
  const { session, may } = useSession();
  const [again, setAgain] = useState(false);
  const { draw, lot } = view;
  if (!view.plan?.units || !session || view.sentIn || (view.submitted && !draw)) return null;
  const taken = draw?.primaries.filter((one) => one.taken) ?? [];
  const noted = taken.filter((one) => one.taken?.look !== 'even' || one.taken.note || hasEarlier(one.taken.fields));
  const uneven = taken.find((one) => one.taken?.look === 'uneven');
  return (
    <section>
      <h2 className="mt-4">Containers</h2>
      {draw ? (
        <>
          <p>
            Drawn {WORDS[draw.method]} by {draw.by}, {shortInstant(draw.at, session.laboratory.zone)}. Random number{' '}
            <span className="fig">{draw.seed}</span> repeats this selection. <b className="fig">{taken.length}</b> of{' '}
            {draw.primaries.length} primary samples taken.
          </p>
          <BagStack
            draw={draw}
            done={(container) => draw.primaries.every((one) => one.container !== container || one.taken)}
          />
          {noted.length > 0 && (
            <Table className="w-text mt-3">
              <tbody>
                {noted.map((one) => (
                  <tr key={`${one.container} ${one.core}`}>
                    <td className="fig">container {one.container}</td>
                    <td>
                      {one.taken?.look === 'uneven' && (
                        <VerdictMark mark={one.taken.decision?.decision === 'accept' ? 'near' : 'outside'} />
                      )}{' '}
                      {one.taken?.look} {one.taken?.note}
                    </td>
                    <td className="fig">
                      {one.taken?.mass?.text} {one.taken?.mass?.unit}
                    </td>
                    <td className="soft">
                      {one.taken?.by}
                      {Object.values(one.taken?.fields ?? {}).map((field, i) => (
                        <Earlier key={i} field={field} />
                      ))}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
          {may('sampling.write') && taken.length > 0 && !view.composite && <CorrectPrimary view={view} />}
          {uneven?.taken && (
            <DecisionBox
              on={{ id: uneven.taken.vesselId, lotId: lot.id, decision: uneven.taken.decision }}
              outside
              subject="uneven"
            />
          )}
          <Stack direction="horizontal" gap={2} className="actions">
            {may('sampling.write') && taken.length < draw.primaries.length && !view.composite && (
              <Link className="btn btn-primary" to={`/lots/${lot.id}/sampling/walk`}>
                Take the samples
              </Link>
            )}
            <Link className="btn btn-outline-primary" to={`/lots/${lot.id}/sampling/sheet`}>
              Sheet on paper
            </Link>
            {may('sampling.write') && !again && !view.composite && !view.submitted && (
              <Quiet onClick={() => setAgain(true)}>Select again …</Quiet>
            )}
          </Stack>
          {draw.earlier.map((one, i) => (
            <p key={i} className="soft">
              <span className="struck">
                {WORDS[one.method]}, seed {one.seed}
              </span>{' '}
              by {one.by}; replaced: {one.replacedBecause}
            </p>
          ))}
        </>
      ) : (
        <p className="soft">Not drawn yet. They are numbered in the order in which they stand.</p>
      )}
      {may('sampling.write') && (!draw || again) && <DrawForm view={view} done={() => setAgain(false)} />}
    </section>
  );
}

const hasEarlier = (fields: Record<string, { earlier: unknown[] }>) =>
  Object.values(fields).some((field) => field.earlier.length > 0);

/** A sample that was written down wrongly: chosen, and corrected with its reason. */
function CorrectPrimary({ view }: { view: SamplingView }) {
  const taken = (view.draw?.primaries ?? []).filter((one) => one.taken);
  const [place, setPlace] = useState('');
  const chosen = taken.find((one) => `${one.container} ${one.core}` === place);
  return (
    <Fold title="Correct a primary sample" className="mt-3">
      <ChoiceField
        label="which"
        value={place}
        onChange={setPlace}
        options={[
          ['', 'choose …'],
          ...taken.map(
            (one) =>
              [
                `${one.container} ${one.core}`,
                `container ${one.container}, sample ${one.core}: ${one.taken?.mass ? `${one.taken.mass.text} ${one.taken.mass.unit}, ` : ''}${one.taken?.look ?? ''}`,
              ] as const,
          ),
        ]}
      />
      {chosen?.taken && view.draw && (
        <CorrectionForm key={place} drawId={view.draw.id} one={chosen} taken={chosen.taken} />
      )}
    </Fold>
  );
}

interface CorrectionFormProps {
  drawId: string;
  one: PrimaryView;
  taken: NonNullable<PrimaryView['taken']>;
}

function CorrectionForm({ drawId, one, taken }: CorrectionFormProps) {
  const entry = useEntry({
    from: {
      mass: { text: taken.mass?.text ?? '', unit: taken.mass?.unit ?? 'g' },
      look: taken.look,
      note: taken.note,
      takenAt: taken.at,
      reason: '',
    },
    schema: primarySampleSchema,
    send: to(samplingRoutes.takePrimary, { draw: drawId, container: one.container, core: one.core }),
  });
  return (
    <EntryForm entry={entry} send="Correct the sample" quiet waits>
      <div className="fields w-text">
        <Field entry={entry} name="mass.text" path={['mass.text', 'mass']} label={`mass, ${taken.mass?.unit ?? 'g'}`} />
        <Field entry={entry} name="look" />
        <Field entry={entry} name="note" />
        <Field entry={entry} name="reason" />
      </div>
    </EntryForm>
  );
}

function DrawForm({ view, done }: { view: SamplingView; done: () => void }) {
  const { draw, lot } = view;
  const form = useEntry({
    from: {
      method: draw?.method ?? 'random',
      seed: '',
      columns: draw?.columns ?? 6,
      rows: draw?.rows ?? 4,
      reason: '',
    },
    schema: newDrawSchema,
    send: to(samplingRoutes.draw, { lot: lot.id }, { done }),
  });
  return (
    <EntryForm entry={form} send="Select containers" waits>
      <div className="fields w-text">
        <Field entry={form} name="method" options={DRAW_METHODS.map((one) => [one, WORDS[one]] as const)} />
        <Field entry={form} name="columns" />
        <Field entry={form} name="rows" />
        <Field entry={form} name="seed" />
        {draw && <Field entry={form} name="reason" />}
      </div>
    </EntryForm>
  );
}

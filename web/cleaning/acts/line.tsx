import { Form } from 'react-bootstrap';
import { type FieldValues } from 'react-hook-form';
import type { BatchLine } from '@mercato/contract/cleaning/views';
import { lineSchemaOf, type NewLine, type WrittenEntry } from '@mercato/contract/cleaning/batches';
import { OUTLET_WORDS, VESSEL_WORDS } from '@mercato/contract/cleaning/words';
import type { VesselState } from '@mercato/core/cleaning/bookState';
import { VESSELS, type Method } from '@mercato/core/cleaning/entries';
import { useSession } from '../../api/session.tsx';
import { NOW, timeBody, type TimeLines, When } from '../../register/seen.tsx';
import { Field } from '../../ui/Field.tsx';
import { type Entry, useEntry } from '../../ui/entry.ts';
import { type OpenBatch, useMachines } from '../useBatch.ts';
import { typedLine } from './typedLine.ts';
import { massWords, WeighLines } from '../weights.tsx';

export interface ActProps {
  readonly batch: OpenBatch;
  /** It is done, or left. */
  readonly done: () => void;
  /** The vessel that was scanned for it. */
  readonly vessel?: string | undefined;
  /** The line in whose place the new one is to stand. */
  readonly corrects?: BatchLine | undefined;
}
type Words<K extends string> = Readonly<Record<K, string>>;
export const options = <const K extends string>(codes: readonly K[], words: Words<K>) =>
  codes.map((one) => [one, words[one]] as const);
export const filled = (batch: OpenBatch) => [...batch.book.vessels.values()].filter((one) => !one.empty);
export const vesselWords = (one: VesselState) =>
  `${one.name} (${one.outlet === null ? 'as it came' : OUTLET_WORDS[one.outlet]}${one.now?.massG ? `, ${massWords(one.now.massG)}` : ''})`;
export const runs = (batch: OpenBatch) => [...batch.book.passes.values()].filter((one) => one.ended === null);
export const useScales = () => useMachines().data?.machines.filter((one) => one.kind === 'scale') ?? [];

/** A line that is being written: its fields, and the time at which it was seen. */
export function useLine<F extends object>(
  { batch, done, corrects }: ActProps,
  what: WrittenEntry['what'],
  {
    from,
    body,
    method,
  }: { readonly from: F; readonly body: (values: F & FieldValues) => object; readonly method?: Method },
) {
  const today = useSession().session?.today ?? '';
  const scales = useScales();
  return useEntry<F & TimeLines & { correctsReason?: string }, NewLine>({
    from: {
      ...(corrects ? { ...typedLine(from, corrects.entry, scales), correctsReason: '' } : from),
      ...NOW,
    },
    body: (values) => ({
      ...body(values as unknown as F & FieldValues),
      what,
      ...timeBody(values as TimeLines, today),
      ...(corrects
        ? { corrects: { line: corrects.line, reason: (values as { correctsReason?: string }).correctsReason ?? '' } }
        : {}),
    }),
    schema: lineSchemaOf(what, method),
    send: async (line) => {
      await batch.write(line);
      done();
    },
  });
}
/** All that the entry of a line is to its fields. */
export type LineEntry = Entry<FieldValues & TimeLines>;
export const asLine = (entry: unknown): LineEntry => entry as LineEntry;

export interface TypedInto {
  vessel: string;
  name: string;
  kind: string;
  /** Of a vessel whose line is corrected: it stays the same one. */
  id?: string;
}
export const intoBody = ({ vessel, name, kind, id = crypto.randomUUID() }: TypedInto) =>
  vessel === '' ? { made: { id, name, kind } } : { vessel };

/** Into a vessel that is there, or a new one with its name. */
export function IntoFields({ entry, batch, words = 'into' }: { entry: LineEntry; batch: OpenBatch; words?: string }) {
  const into = entry.values.into as TypedInto;
  return (
    <>
      <Field
        entry={entry}
        name="into.vessel"
        path={['into', 'into.vessel']}
        label={words}
        options={[['', 'a new vessel'], ...filled(batch).map((one) => [one.id, vesselWords(one)] as const)]}
      />
      {into.vessel === '' && (
        <>
          <Field entry={entry} name="into.name" path="into.made.name" label="its name" placeholder="bin 3, jar A …" />
          <Field
            entry={entry}
            name="into.kind"
            path="into.made.kind"
            label="what it is"
            options={options(VESSELS, VESSEL_WORDS)}
          />
        </>
      )}
    </>
  );
}

/** What every line ends with: why it is corrected, where it is, and when it was seen. */
export function LineEnd({ entry }: { entry: LineEntry }) {
  return (
    <>
      {entry.values.correctsReason !== undefined && (
        <Field entry={entry} name="correctsReason" path="corrects.reason" label="why it is corrected" />
      )}
      <When entry={entry} />
    </>
  );
}

/** Signs, each ticked where it was seen. */
export function Signs<K extends string>({
  legend,
  signs,
  words,
  seen,
  change,
}: {
  legend: string;
  signs: readonly K[];
  words: Words<K>;
  seen: readonly K[];
  change: (seen: K[]) => void;
}) {
  if (signs.length === 0) return null;
  return (
    <fieldset className="signs">
      <legend>{legend}</legend>
      {signs.map((one) => (
        <Form.Check
          key={one}
          id={`sign-${one}`}
          label={words[one]}
          checked={seen.includes(one)}
          onChange={(event) => change(event.target.checked ? [...seen, one] : seen.filter((each) => each !== one))}
        />
      ))}
    </fieldset>
  );
}

export const unitOf = ({ view }: OpenBatch) => (view.inG !== null && Number(view.inG) < 1000 ? 'g' : 'kg');
export const vesselField = (batch: OpenBatch, all: boolean) =>
  [...batch.book.vessels.values()].filter((one) => all || !one.empty).map((one) => [one.id, vesselWords(one)] as const);

/** What a vessel or a heap of this batch weighs, in the units of its kind, on one of the shed's scales. */
export function WeighField({
  entry,
  batch,
  label = 'weight',
  path = 'weighed',
  moisture,
}: {
  entry: LineEntry;
  batch: OpenBatch;
  label?: string;
  /** Where the body has it. */
  path?: string;
  moisture?: boolean;
}) {
  const scales = useScales();
  const bushels = batch.bushel !== null;
  return <WeighLines {...{ entry, path, label, scales, bushels, moisture }} at="weight" />;
}

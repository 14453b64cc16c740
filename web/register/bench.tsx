import type { ReactNode } from 'react';
import { Button, Stack } from 'react-bootstrap';
import { Link } from 'react-router';
import type { Decision } from '@mercato/contract/register/decisions';
import {
  decisionSchema,
  type FieldView,
  type LotBrief,
  type TestFrame,
  type VesselView,
} from '@mercato/contract/register/lots';
import { lotRoutes } from '@mercato/contract/register/routes';
import type { TestStep } from '@mercato/contract/register/steps';
import { newWorkingSampleSchema } from '@mercato/contract/register/vessels';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import { halfMassOf } from '@mercato/core/rule-books/leastMass';
import { shortDay, shortInstant, useSession } from '../api/session.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { useAct } from '../ui/act.ts';
import { to, useEntry } from '../ui/entry.ts';
import { Trouble } from '../ui/fields.tsx';
import { type SeenLines, SeenOnField, TODAY } from './seen.tsx';
import { DECIDED } from './words.ts';

interface BenchHeadProps {
  lot: LotBrief;
  title: string;
  code?: string | undefined;
  children?: ReactNode;
}

/** The head of every bench page: what is done, on which lot, by which book. */
export function BenchHead({ lot, title, code, children }: BenchHeadProps) {
  return (
    <>
      <div className="head">
        <h1>{title}</h1>
        <span className="code">
          <Link className="plain" to={`/lots/${lot.id}`}>
            {lot.reference}
          </Link>
          {code ? ` · ${code}` : ''}
        </span>
      </div>
      <div className="soft">
        <i className="species">{lot.species}</i>, {lot.commonName} · {children ?? lot.edition.name}
      </div>
    </>
  );
}

type Portion = 'whole' | 'half';
const PORTIONS = [
  ['whole', 'one whole working sample'],
  ['half', 'one of two half working samples'],
] as const;
/** What can be decided of a test, of a submitted sample, and of a primary sample that looks uneven. */
const CHOICES = {
  test: {
    label: 'the test is',
    options: [
      ['set-aside', 'set aside: kept on file, not used'],
      ['accept', 'accept; the report gives the reason'],
    ],
    waits: 'The lead decides whether it is accepted or set aside; or make another test.',
  },
  sample: {
    label: 'the sample is',
    options: [['accept', 'accept; the report gives the reason']],
    waits: 'The lead decides whether it is accepted; or draw more and correct what was recorded.',
  },
  spread: {
    label: 'the test means',
    options: [
      ['own-lots', 'the parts become lots of their own'],
      ['refuse', 'sampling is refused'],
      ['accept', 'accept; the report gives the reason'],
    ],
    waits: 'The lead decides what follows.',
  },
  uneven: {
    label: 'the look means',
    options: [
      ['own-lots', 'the parts become lots of their own'],
      ['refuse', 'sampling is refused'],
      ['heterogeneity-test', 'a heterogeneity test is asked for'],
      ['accept', 'it is even after all'],
    ],
    waits: 'The lead decides what follows.',
  },
} as const satisfies Record<
  string,
  { label: string; options: readonly (readonly [Decision, string])[]; waits: string }
>;

/**
 * Draws a working sample for a step, gives it a code, and starts its test. Samples that were drawn
 * before and wait are offered first.
 */
export function DrawAndStart({
  lot,
  purpose,
  least,
  waiting,
  start,
  ready = () => true,
  may,
  portion,
  drawnOn,
  seeds,
  children,
}: {
  lot: LotBrief;
  purpose: TestStep;
  least: number | null;
  waiting: readonly VesselView[];
  start: (vesselId: string) => Promise<unknown>;
  /** Whether all else that the test needs is filled in; shows what is not. Asked before a sample is drawn. */
  ready?: () => boolean;
  may: boolean;
  /** For steps that are tested on halves too: which is proposed. */
  portion?: Portion;
  /** The day on which the test is set up, and with it the sample drawn; without it the form asks. */
  drawnOn?: SeenLines;
  /** So many seeds are counted out of the pure fraction; nothing is weighed. */
  seeds?: number;
  children?: ReactNode;
}) {
  const { act, trouble } = useAct();
  const entry = useEntry({
    from: { mass: { text: '', unit: 'g' }, why: '', portion: portion ?? 'whole', ...TODAY },
    body: (values) => ({
      ...values,
      ...drawnOn,
      ...(seeds === undefined ? {} : { mass: null, seeds }),
      purpose,
      portion: values.portion === 'half' ? 'half' : undefined,
    }),
    schema: newWorkingSampleSchema,
    send: to(samplingRoutes.drawWorking, { lot: lot.id }, { done: (drawn) => start(drawn.id) }),
  });
  const half = entry.values.portion === 'half';
  if (!may) return <p className="soft">An analyst draws the working sample and starts the test.</p>;
  return (
    <div className="mt-3">
      <Trouble text={trouble ?? (drawnOn && entry.fault('seenOn')) ?? entry.general} />
      {children}
      {waiting.map((one) => (
        <Stack key={one.id} as="p" direction="horizontal" gap={2} className="actions">
          <span>
            {one.portion === 'half' ? 'Half working' : 'Working'} sample <span className="fig">{one.code}</span>,{' '}
            {one.mass ? `${one.mass.text} ${one.mass.unit}` : `${one.seeds ?? 0} seeds`}, waits.
          </span>
          <Button
            onClick={() => {
              if (ready()) void act(() => start(one.id));
            }}
          >
            Start with it
          </Button>
        </Stack>
      ))}
      {waiting.length === 0 && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (ready()) void entry.submit();
          }}
        >
          {portion && <Field entry={entry} name="portion" options={PORTIONS} />}
          {seeds === undefined ? (
            <Field
              entry={entry}
              name="mass"
              path={['mass', 'purpose']}
              hint={
                least === null
                  ? undefined
                  : `the rule book asks for ${half ? halfMassOf(least) : least} g at least${half ? ' for a half' : ''}`
              }
            />
          ) : (
            <p className={entry.fault('purpose') === undefined ? undefined : 'outside'}>
              {entry.fault('purpose') ?? `Count ${seeds} seeds out of the pure seed at random, without choosing.`}
            </p>
          )}
          {(entry.fault('why') ?? entry.values.why) && <Field entry={entry} name="why" />}
          {!drawnOn && <SeenOnField label="drawn on" entry={entry} />}
          <Stack direction="horizontal" gap={2} className="actions">
            <Button type="submit" disabled={entry.busy}>
              {seeds === undefined ? 'Draw the sample and start' : 'Set the dishes'}
            </Button>
          </Stack>
        </form>
      )}
    </div>
  );
}

/** What stood in a field before it was corrected, struck through, with who and why. */
export function Earlier({ field }: { field: FieldView | undefined }) {
  if (!field || field.earlier.length === 0) return null;
  return (
    <span>
      {field.earlier.map((one, i) => (
        <span key={i} className="d-block">
          <span className="struck fig">
            {one.text}
            {one.unit ? ` ${one.unit}` : ''}
          </span>{' '}
          {one.by}, {shortDay(one.seenOn)}; corrected: {one.supersededBecause}
        </span>
      ))}
    </span>
  );
}

interface DecisionBoxProps {
  /** A test or a sample. */
  on: Pick<TestFrame, 'id' | 'lotId' | 'decision'>;
  outside: boolean;
  subject?: keyof typeof CHOICES;
}

/** Lets the lead accept a test that stands outside, or set one aside; always with a reason. */
export function DecisionBox({ on, outside, subject = 'test' }: DecisionBoxProps) {
  const { session, may } = useSession();
  const choices = CHOICES[subject];
  const entry = useEntry({
    from: { decision: choices.options[0][0], reason: '' },
    body: (values) => ({ ...values, subject: on.id }),
    schema: decisionSchema,
    send: to(lotRoutes.decide, { lot: on.lotId }),
  });
  const decided = on.decision;
  return (
    <section className="mt-4">
      {decided && (
        <p>
          <b className="sentence">{DECIDED[decided.decision]}</b> by {decided.by},{' '}
          {shortInstant(decided.at, session?.laboratory.zone ?? 'UTC')}: {decided.reason}
        </p>
      )}
      {may('decision.write') && (outside || decided) && (
        <EntryForm entry={entry} title={<>{decided ? 'Decide again' : 'Decide'}</>} send="Decide" quiet waits>
          <div className="fields">
            <Field entry={entry} name="decision" label={choices.label} options={choices.options} />
            <Field entry={entry} name="reason" />
          </div>
        </EntryForm>
      )}
      {!may('decision.write') && outside && !decided && <p className="soft">{choices.waits}</p>}
    </section>
  );
}

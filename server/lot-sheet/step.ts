import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import type { DecisionView } from '@mercato/contract/register/lots';
import type { Step } from '@mercato/contract/register/steps';
import type { Reported } from '@mercato/core/release/reported';
import type { Edition } from '@mercato/core/rule-books/edition';
import type { NumberSlip } from '@mercato/core/verdict/numberSlip';
import type { Outcome } from '@mercato/core/verdict/verdict';
import type { Reader } from '../database/connect.ts';
import type { LotFile } from '../register/lotFile.ts';
import type { stepDue } from '../register/tables.ts';
import type { FiledLot, TestFromFile } from './fromFile.ts';
import type { Drawn, RowWriter } from './rows.ts';

/** What documents print of the steps; a step that says nothing of its own leaves it null. */
export type Facts = Reported;

/** A verdict as it is kept beside the observations that it rests on. */
export interface Judged {
  readonly subject: string;
  readonly on: { readonly step: string } & (
    { readonly testId: string } | { readonly vesselId: string } | { readonly heterogeneityId: string }
  );
  readonly outcome: Outcome;
  readonly result: object;
}

/** Working under a name, left out where there is none. */
export type Slips = Readonly<Record<string, NumberSlip>>;

/** One thing that a step asks for on a day. */
export type StepDue = Omit<typeof stepDue.$inferSelect, 'lotId' | 'step'>;

export interface OnSheet {
  readonly file: LotFile;
  /** Whether there is a sample that could be tested. */
  readonly sampled: boolean;
  readonly today: string;
}

/** What a step brings to whatever gathers the steps: the lot sheet, the documents, judging anew. */
export interface StepDefinition<Key extends string, Name extends Exclude<Step, 'release'>, View extends object> {
  readonly step: Name;
  /** Under what its view stands among the views of a lot. */
  readonly key: Key;
  readonly read: (tx: Reader, file: LotFile) => Promise<View>;
  readonly line: (view: View, on: OnSheet) => StepLine<Name>;
  /** Days on which its line becomes another one without anybody writing, in their order; left out = none. */
  readonly turns?: (view: View) => readonly string[];
  /** What it asks for on days to come, whatever else is asked of the lot; left out = nothing. */
  readonly dues?: (view: View) => readonly StepDue[];
  /** What was judged of it, with what it was judged on. */
  readonly judged: (view: View) => readonly Judged[];
  /** Decisions of the lead about what it reports; the documents name those that accepted. */
  readonly decisions: (view: View) => readonly (DecisionView | null | undefined)[];
  /** What else its documents have to say, in words. */
  readonly remarks?: (view: View) => readonly string[];
  readonly facts: (view: View, file: LotFile) => Partial<Facts>;
  /** Its figure as the head of the sheet shows it: "98.4 %"; null while there is none. */
  readonly figure?: (facts: Facts) => string | null;
  /** The working behind each number that a document prints of it. */
  readonly slips: (view: View, edition: Edition) => Slips;
  /** The working on the lot sheet besides that. */
  readonly working?: (view: View) => readonly (NumberSlip | null | undefined)[];
  /** Whether it holds a sample that could be tested. */
  readonly samples?: (view: View) => boolean;
  /** What the file of lots says of it. */
  readonly rows: (view: View, file: RowWriter) => void;
  /** Brings one test of a file in; left out = the step has no tests. */
  readonly bring?: (from: TestFromFile) => Promise<void>;
  /** The species that a test of a file names. */
  readonly species?: (cells: FiledLot, test: string) => readonly string[];
  /** Working samples that it drew for the tests. */
  readonly drew?: (view: View) => readonly Drawn[];
  /** Whether a release waits for it where it was asked for; left out = it does. */
  readonly awaited?: false;
}

/** A step as it stands on one lot. */
export interface OpenStep<Key extends string = string, View extends object = object> {
  readonly step: Exclude<Step, 'release'>;
  readonly key: Key;
  readonly view: View;
  readonly samples: boolean;
  readonly drawn: readonly Drawn[];
  readonly rows: (file: RowWriter) => void;
  readonly line: (on: OnSheet) => StepLine;
  readonly turns: () => readonly string[];
  readonly dues: () => readonly StepDue[];
  readonly judged: () => readonly Judged[];
  readonly decisions: () => readonly (DecisionView | null | undefined)[];
  readonly remarks: () => readonly string[];
  readonly facts: (file: LotFile) => Partial<Facts>;
  readonly slips: (edition: Edition) => Slips;
  readonly working: () => readonly (NumberSlip | null | undefined)[];
}

export interface DefinedStep<Key extends string, View extends object> {
  readonly step: Exclude<Step, 'release'>;
  readonly key: Key;
  readonly awaited: boolean;
  /** Whether it ever asks for something on a day. */
  readonly asksByDay: boolean;
  readonly figure: ((facts: Facts) => string | null) | undefined;
  readonly bring: ((from: TestFromFile) => Promise<void>) | undefined;
  readonly species: ((cells: FiledLot, test: string) => readonly string[]) | undefined;
  readonly open: (tx: Reader, file: LotFile) => Promise<OpenStep<Key, View>>;
  /** The step with another view of it: what only several steps together show is put into one of them. */
  readonly with: (view: View) => OpenStep<Key, View>;
}

/** A step of the work, for the registry. */
export function defineStep<const Key extends string, Name extends Exclude<Step, 'release'>, View extends object>(
  step: StepDefinition<Key, Name, View>,
): DefinedStep<Key, View> {
  const opened = (view: View): OpenStep<Key, View> => ({
    step: step.step,
    key: step.key,
    view,
    samples: step.samples?.(view) ?? false,
    drawn: step.drew?.(view) ?? [],
    rows: (file) => step.rows(view, file),
    line: (on) => step.line(view, on) as StepLine,
    turns: () => step.turns?.(view) ?? [],
    dues: () => step.dues?.(view) ?? [],
    judged: () => step.judged(view),
    decisions: () => step.decisions(view),
    remarks: () => step.remarks?.(view) ?? [],
    facts: (file) => step.facts(view, file),
    slips: (edition) => step.slips(view, edition),
    working: () => step.working?.(view) ?? [],
  });
  return {
    step: step.step,
    key: step.key,
    awaited: step.awaited ?? true,
    asksByDay: step.dues !== undefined,
    figure: step.figure,
    bring: step.bring,
    species: step.species,
    open: async (tx, file) => opened(await step.read(tx, file)),
    with: opened,
  };
}

/** A verdict on a test of a step. */
export const onTest = (step: string, id: string, outcome: Outcome, result: object): Judged => ({
  subject: id,
  on: { step, testId: id },
  outcome,
  result,
});

import { createHash } from 'node:crypto';
import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import { CORE_VERSION } from '@mercato/core/verdict/version';
import type { LotFile } from '../register/lotFile.ts';
import type { DocumentRow } from '../release/result.ts';
import { shippedKinds, shippedOtherSpecies } from '../rule-books/shipped.ts';
import { seenWith, SHEET_STEPS } from './registry.ts';
import type { Facts, OnSheet, OpenStep } from './step.ts';

/** What the sheet needs of a step without reading it. Nothing in it depends on the day on which it is read. */
export interface KeptStep {
  /** What it was derived from; as long as that stands, it does. */
  readonly restsOn: string;
  readonly samples: boolean;
  /** Its line from the beginning, and from each day on which it turns by itself. */
  readonly lines: readonly { readonly from: string; readonly line: StepLine }[];
  readonly facts: Partial<Facts>;
}

/** What is kept of a lot beside its row. */
export interface Kept {
  /** The computation that derived it. */
  readonly by: string;
  /** By the key of the step. */
  readonly steps: Readonly<Record<string, KeptStep>>;
  /** Documents that were made of it. */
  readonly documents: readonly DocumentRow[];
}

/** Before every calendar day. */
const EVER = '';

/** What stands of an open step, to be kept. */
export function keepStep(one: OpenStep, on: Omit<OnSheet, 'today'>): KeptStep {
  return {
    restsOn: restsOn(on.file, one.key),
    samples: one.samples,
    lines: [EVER, ...one.turns()].map((from) => ({ from, line: one.line({ ...on, today: from }) })),
    facts: one.facts(on.file),
  };
}

export const lineOn = ({ lines }: KeptStep, today: string): StepLine =>
  (lines.findLast(({ from }) => from <= today) ?? lines[0])?.line as StepLine;

/** What was kept of a lot by this very computation. */
export function keptOf({ lot }: LotFile): Kept | null {
  const kept = lot.kept as Kept | null;
  return kept?.by === ownComputation() ? kept : null;
}

/** What was kept of a step, unless something that it rests on is otherwise now. */
export function stillStands(file: LotFile, key: string): KeptStep | undefined {
  const kept = keptOf(file)?.steps[key];
  return kept?.restsOn === restsOn(file, key) ? kept : undefined;
}

let computation: string | undefined;
/** The computation, and the lists that were shipped with it. */
export function ownComputation(): string {
  computation ??= hash([CORE_VERSION, shippedKinds(), shippedOtherSpecies()]);
  return computation;
}

/**
 * Everything that what is kept of one step was derived from, in one hash: header, samples, tests and decisions of the
 * step and of those that it is seen together with, editions and lists.
 */
function restsOn({ lot, lists, names, vessels, tests, decisions }: LotFile, key: string): string {
  const own: readonly string[] = SHEET_STEPS.flatMap((one) => (seenWith(key).includes(one.key) ? [one.step] : []));
  return hash([
    lists,
    [...names],
    [lot.version, lot.editionId, lot.request, lot.parts, lot.heterogeneityTests],
    vessels.flatMap((one) => (one.kind === 'replicate' ? [] : [[one.id, one.version]])),
    tests.map((one) => (own.includes(one.step) ? [one.id, one.version, one.editionId] : [one.id])),
    decisions.flatMap((one) => (own.includes(one.step) ? [[one.subject, one.decision, one.at]] : [])),
  ]);
}

const hash = (what: unknown): string => createHash('sha256').update(JSON.stringify(what)).digest('base64url');

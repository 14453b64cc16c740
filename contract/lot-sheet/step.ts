import type { LineWords } from '../register/lineWords.ts';
import type { Item } from './items.ts';

/** What a step of the work brings to whatever speaks of all of them at once: lists, the lot sheet. */
export interface WorkStep<Name extends string, Stands, Block> {
  readonly step: Name;
  /** As its page and its line are headed. */
  readonly name: string;
  /** What its figure is called beside others: "pure seed"; left out where it has none that is shown so. */
  readonly figure?: string;
  /** Made only where somebody asks for it; left out = it is made of every lot. */
  readonly onRequest?: true;
  /** How it stands, in words. */
  readonly stands: (how: Stands) => LineWords;
  /** What it has against a release, as a sentence. */
  readonly blocks: (why: readonly Block[]) => string;
  /** What its verdicts ask for, by their codes. */
  readonly next: Readonly<Record<string, string>>;
}

export const defineStep = <const Name extends string, Stands, Block>(
  step: WorkStep<Name, Stands, Block>,
): WorkStep<Name, Stands, Block> => step;

/** What a step brings besides, for pages that are opened later: the record, refusals, files, its routes. */
export interface WorkRecord<Acts extends object, Faults extends object, Routes extends object> {
  /** What was done. */
  readonly acts: Acts;
  /** Why something is refused. */
  readonly faults: Faults;
  /** What a file of lots holds of it. */
  readonly items: Readonly<Record<string, Item>>;
  readonly routes: Routes;
}

export const defineRecord = <Acts extends object, Faults extends object, Routes extends object>(
  record: WorkRecord<Acts, Faults, Routes>,
): WorkRecord<Acts, Faults, Routes> => record;

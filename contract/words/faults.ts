import { CATALOGUE_FAULTS } from '../catalogue/faults.ts';
import { CLEANING_FAULTS } from '../cleaning/faults.ts';
import { DEVICES_FAULTS } from '../devices/faults.ts';
import { HANDS_FAULTS } from '../hands/faults.ts';
import { HTTP_FAULTS } from '../http/faults.ts';
import { IMPORT_FAULTS } from '../import/faults.ts';
import { LOT_SHEET_FAULTS } from '../lot-sheet/faults.ts';
import { ALL_RECORDS } from '../lot-sheet/records.ts';
import { NAMES_FAULTS } from '../names/faults.ts';
import { QUICK_TESTS_FAULTS } from '../quick-tests/faults.ts';
import { REGISTER_FAULTS } from '../register/faults.ts';
import { RELEASE_FAULTS } from '../release/faults.ts';
import { RULE_BOOKS_FAULTS, TABLE_FAULTS } from '../rule-books/faults.ts';
import { SOWING_FAULTS } from '../sowing/faults.ts';
import { STORAGE_FAULTS } from '../storage/faults.ts';
import { STORE_FAULTS } from '../store/faults.ts';
import { LIST_FAULTS } from '../store/listWords.ts';
import { TODAY_FAULTS } from '../today/faults.ts';
import { ARGUMENT_FAULTS } from './arguments.ts';
import { type CodedIn, speaker } from './coded.ts';
import { DATE_FAULTS } from './dates.ts';

export const FAULTS_OF_FEATURES = [
  CATALOGUE_FAULTS,
  CLEANING_FAULTS,
  DEVICES_FAULTS,
  HANDS_FAULTS,
  HTTP_FAULTS,
  IMPORT_FAULTS,
  LOT_SHEET_FAULTS,
  NAMES_FAULTS,
  QUICK_TESTS_FAULTS,
  REGISTER_FAULTS,
  RELEASE_FAULTS,
  RULE_BOOKS_FAULTS,
  SOWING_FAULTS,
  STORAGE_FAULTS,
  STORE_FAULTS,
  TABLE_FAULTS,
  TODAY_FAULTS,
  LIST_FAULTS,
  DATE_FAULTS,
  ARGUMENT_FAULTS,
  ...ALL_RECORDS.map((one) => one.faults),
] as const;

/** Why something was refused: a code with its figures. */
export type Said = CodedIn<typeof FAULTS_OF_FEATURES>;

type Plain<S> = S extends { readonly is: infer Code } ? (Exclude<keyof S, 'is'> extends never ? Code : never) : never;
/** The codes that come without figures. */
export type PlainCode = Plain<Said>;

/** Why something was refused, in words; what the schemas, the core and a file's reader say has words of its own. */
export const saidWords = speaker(FAULTS_OF_FEATURES);

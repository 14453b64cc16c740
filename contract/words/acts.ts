import { CLEANING_ACTS } from '../cleaning/acts.ts';
import { DEVICES_ACTS } from '../devices/acts.ts';
import { HANDS_ACTS } from '../hands/acts.ts';
import { ALL_RECORDS } from '../lot-sheet/records.ts';
import { NAMES_ACTS } from '../names/acts.ts';
import { QUICK_TESTS_ACTS } from '../quick-tests/acts.ts';
import { REGISTER_ACTS } from '../register/acts.ts';
import { RELEASE_ACTS } from '../release/acts.ts';
import { RULE_BOOKS_ACTS } from '../rule-books/acts.ts';
import { SOWING_ACTS } from '../sowing/acts.ts';
import { STORAGE_ACTS } from '../storage/acts.ts';
import { STORE_ACTS } from '../store/acts.ts';
import { TODAY_ACTS } from '../today/acts.ts';
import { type CodedIn, speaker } from './coded.ts';

export const ACTS_OF_FEATURES = [
  CLEANING_ACTS,
  DEVICES_ACTS,
  HANDS_ACTS,
  NAMES_ACTS,
  QUICK_TESTS_ACTS,
  REGISTER_ACTS,
  RELEASE_ACTS,
  RULE_BOOKS_ACTS,
  SOWING_ACTS,
  STORAGE_ACTS,
  STORE_ACTS,
  TODAY_ACTS,
  ...ALL_RECORDS.map((one) => one.acts),
] as const;

/** What was done, as the trail keeps it: a code with its figures. */
export type Act = CodedIn<typeof ACTS_OF_FEATURES>;

/** What was done, in words; entries of before there were codes hold the words themselves. */
export const actWords = speaker(ACTS_OF_FEATURES);

import { AIR_FIELDS } from '../air/fieldWords.ts';
import { CLEANING_FIELDS } from '../cleaning/fieldWords.ts';
import { DEVICES_FIELDS } from '../devices/fieldWords.ts';
import { GERMINATION_FIELDS } from '../germination/fieldWords.ts';
import type { FieldTable } from '../http/fieldWords.ts';
import { SEEN_FIELDS } from '../http/seenWords.ts';
import { MOISTURE_FIELDS } from '../moisture/fieldWords.ts';
import { NAMES_FIELDS } from '../names/fieldWords.ts';
import { OTHER_SEEDS_FIELDS } from '../other-seeds/fieldWords.ts';
import { PURITY_FIELDS } from '../purity/fieldWords.ts';
import { QUICK_TESTS_FIELDS } from '../quick-tests/fieldWords.ts';
import { REGISTER_FIELDS } from '../register/fieldWords.ts';
import { RELEASE_FIELDS } from '../release/fieldWords.ts';
import { RULE_BOOKS_FIELDS } from '../rule-books/fieldWords.ts';
import { SAMPLING_FIELDS } from '../sampling/fieldWords.ts';
import { SOWING_FIELDS } from '../sowing/fieldWords.ts';
import { STORAGE_FIELDS } from '../storage/fieldWords.ts';
import { STORE_FIELDS } from '../store/fieldWords.ts';
import { TODAY_FIELDS } from '../today/fieldWords.ts';
import { WEIGHT_FIELDS } from '../weight/fieldWords.ts';

export const FIELDS_OF_FEATURES: readonly FieldTable[] = [
  AIR_FIELDS,
  CLEANING_FIELDS,
  DEVICES_FIELDS,
  GERMINATION_FIELDS,
  SEEN_FIELDS,
  MOISTURE_FIELDS,
  NAMES_FIELDS,
  OTHER_SEEDS_FIELDS,
  PURITY_FIELDS,
  QUICK_TESTS_FIELDS,
  REGISTER_FIELDS,
  RELEASE_FIELDS,
  RULE_BOOKS_FIELDS,
  SAMPLING_FIELDS,
  SOWING_FIELDS,
  STORAGE_FIELDS,
  STORE_FIELDS,
  TODAY_FIELDS,
  WEIGHT_FIELDS,
];

/** The words of all forms; a form has its name in one feature alone. */
export const FIELD_WORDS: FieldTable = Object.assign({}, ...FIELDS_OF_FEATURES) as FieldTable;

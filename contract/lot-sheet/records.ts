import { germinationRecord } from '../germination/record.ts';
import { moistureRecord } from '../moisture/record.ts';
import { otherSeedsRecord } from '../other-seeds/record.ts';
import { purityRecord } from '../purity/record.ts';
import { samplingRecord } from '../sampling/record.ts';
import { weightRecord } from '../weight/record.ts';

/** What each step of the work brings besides its name and its words, under the name of its routes. A new step is one line here. */
export const RECORDS = {
  sampling: samplingRecord,
  purity: purityRecord,
  otherSeeds: otherSeedsRecord,
  moisture: moistureRecord,
  weight: weightRecord,
  germination: germinationRecord,
};

type Records = typeof RECORDS;
export const ALL_RECORDS = Object.values(RECORDS) as readonly Records[keyof Records][];
export const STEP_ROUTES = Object.fromEntries(
  Object.entries(RECORDS).map(([name, one]) => [name, one.routes]),
) as unknown as { readonly [Name in keyof Records]: Records[Name]['routes'] };

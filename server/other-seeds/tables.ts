import { observationTable } from '../database/columns.ts';

/** Field `examined` holds the mass searched, `species:<name>` the seeds found of one species. */
export const otherSeedsObservation = observationTable('other_seeds_observation');

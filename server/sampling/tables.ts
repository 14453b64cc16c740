import { observationTable } from '../database/columns.ts';

/** What was noted of the submitted sample: its mass, date, who drew it, its seal, primary samples taken. */
export const samplingObservation = observationTable('sampling_observation');

import { observationTable } from '../database/observationTable.ts';
import { benchTest } from '../register/tables.ts';

export const weightObservation = observationTable('weight_observation', () => benchTest.id);

import { observationTable } from '../database/observationTable.ts';
import { benchTest } from '../register/tables.ts';

export const moistureObservation = observationTable('moisture_observation', () => benchTest.id);

import { observationTable } from '../database/observationTable.ts';
import { benchTest } from '../register/tables.ts';

export const purityObservation = observationTable('purity_observation', () => benchTest.id);

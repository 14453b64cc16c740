import { observationTable } from '../database/columns.ts';

export const moistureObservation = observationTable('moisture_observation');

import { observationTable } from '../database/columns.ts';

export const purityObservation = observationTable('purity_observation');

import type Joi from 'joi';
import { read, writes } from '../http/route.ts';
import type { CalculationList, Envelope } from './calculation.ts';
import type { DryingFigures } from './dryingFigures.ts';

/** What a calculation is asked: by its own schema, which the catalogue brings. */
const input = async (): Promise<Joi.Schema<unknown>> => (await import('joi')).default.any();

export const catalogueRoutes = {
  /** What drying is reckoned by. */
  drying: read('/drying/figures', 'anybody', []).answers<DryingFigures>(),
  list: read('/calc', 'anybody', []).answers<CalculationList>(),
  /** One input and its answer, or a list of them each. */
  calculate: writes('anybody').post('/calc/:id', input).answers<Envelope | Envelope[]>(),
};

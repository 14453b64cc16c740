import type { Envelope } from '@mercato/contract/catalogue/calculation';
import { catalogueRoutes } from '@mercato/contract/catalogue/routes';
import { callRoute } from '../api/routes.ts';

/** What a calculation answers to one input. */
export async function calculated(id: string, input: unknown): Promise<Envelope> {
  const answer = await callRoute(catalogueRoutes.calculate, { id }, input);
  if (Array.isArray(answer)) throw new Error(`${id} was asked once and answered as a list`);
  return answer;
}

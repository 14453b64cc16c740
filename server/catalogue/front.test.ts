import { expect, it } from 'vitest';
import type { TestedKinds } from '@mercato/contract/register/kinds';
import { useHands } from '../testing/hands.ts';
import { Visitor } from '../testing/visitor.ts';
import { QUESTIONS_A_MINUTE } from './routes.ts';

const hands = useHands();

it('answers anybody who asks a question, knows how kinds are tested, and keeps nothing of it', async () => {
  const passer = new Visitor(hands.lead.base);
  const { body } = await passer.send<TestedKinds>('GET', '/tested-kinds');
  // Source: leek, 14 days at 15 to 20 °C in the shipped names list (from memory).
  expect(body.kinds.find((one) => one.name === 'leek')?.method).toMatchObject({ lastDay: 14, temperatureC: [15, 20] });
  const answer = await passer.send<{ ok: boolean; out: { speaks: string } }>('POST', '/calc/quick-tests.answer', {
    seeds: 20,
    sprouted: 10,
    day: 12,
    lastDay: 14,
  });
  expect([answer.status, answer.body.out.speaks]).toEqual([200, 'so-far']);
  for (const path of ['/lots', '/kinds', '/today', '/store']) expect((await passer.send('GET', path)).status).toBe(401);
});

it('asks nobody to wait who is signed in, and everybody else after so many questions in a minute', async () => {
  const passer = new Visitor(hands.lead.base);
  const ask = (who: Visitor) =>
    who.send('POST', '/calc/statistics.binomial-interval', { x: 1, n: 10, confidence: 0.95 });
  let status = 200;
  let asked = 0;
  while (status === 200 && asked <= QUESTIONS_A_MINUTE) {
    ({ status } = await ask(passer));
    asked += 1;
  }
  expect(status).toBe(429);
  expect(asked).toBeLessThanOrEqual(QUESTIONS_A_MINUTE + 1);
  expect((await ask(hands.analyst)).status).toBe(200);
});

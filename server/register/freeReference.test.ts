import { expect, it } from 'vitest';
import { useHands } from '../testing/hands.ts';
import { CLOVER } from '../testing/laboratory.ts';

const hands = useHands();
const next = async () => (await hands.sampler.get<{ reference: string | null }>('/next-reference')).body.reference;
const open = async (reference: string) => {
  const { status } = await hands.sampler.post('/lots', { ...CLOVER, book: 'ista', reference });
  expect(status).toBe(201);
};

it('the next lot may be called what follows the newest, past all that are taken; nothing is proposed where nothing follows', async () => {
  expect(await next()).toBeNull();
  await open('QM-0010');
  expect(await next()).toBe('QM-0011');
  await open('QM-0012');
  await open('QM-0011');
  expect(await next()).toBe('QM-0013');
  await open('Tithe field');
  expect(await next()).toBeNull();
});

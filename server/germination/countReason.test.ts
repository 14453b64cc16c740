import { expect, it } from 'vitest';
import { correctionReason, COUNTING_ON } from './countReason.ts';

it('reads every way in which a row was ever told that counting went on; other words are the corrector’s own', () => {
  expect([null, COUNTING_ON, 'counting went on'].map(correctionReason)).toEqual([null, null, null]);
  expect(['misread', 'counting went on too long', ''].map(correctionReason)).toEqual([
    'misread',
    'counting went on too long',
    '',
  ]);
});

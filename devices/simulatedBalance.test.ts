import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lineReader } from '@mercato/core/devices/linePattern';
import { FAULTS, SimulatedBalance } from './simulatedBalance.ts';

const read = lineReader('W {value} {unit} {state:steady|moving}', 'OVER');
/** Ten lines a second for so long; the last one that was sent. */
function run(balance: SimulatedBalance, from: number, ms: number): string | null {
  let last: string | null = null;
  for (let at = from; at <= from + ms; at += 100) last = balance.say(at);
  return last;
}
const resolution = fc.constantFrom('0.0001', '0.001', '0.01', '0.1', '1');

// Source: docs/balance-protocol.md, our own.
describe('the balance without a pan', () => {
  it('comes to stand on what lies on it, within one step, at every resolution', () => {
    fc.assert(
      fc.property(
        resolution,
        fc.integer({ min: 0, max: 200_000 }),
        fc.integer({ min: 1, max: 1e6 }),
        (step, mg, seed) => {
          let state = seed;
          const random = () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
          const balance = new SimulatedBalance({ name: 'b', resolution: step, capacityG: 220 }, random);
          run(balance, 0, 500);
          expect(balance.hear(`PUT ${mg / 1000}`, 500)).toBe('OK');
          // It may flicker between two figures; within a minute it stands.
          let line = read(run(balance, 600, 8000) ?? '');
          for (let at = 8700; at < 60_000 && !(line.kind === 'reading' && line.steady); at += 100)
            line = read(balance.say(at) ?? '');
          expect(line).toMatchObject({ kind: 'reading', steady: true });
          if (line.kind === 'reading')
            expect(Math.abs(line.massG - mg / 1000)).toBeLessThanOrEqual(Number(step) * 1.01);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('never calls a load steady while it comes or goes', () => {
    const balance = new SimulatedBalance({ name: 'b', resolution: '0.0001', capacityG: 220 });
    run(balance, 0, 3000);
    balance.hear('PUT 5', 3000);
    for (let at = 3100; at < 4500; at += 100) expect(balance.say(at)).toMatch(/moving$/);
  });
  it('is overloaded above what it carries, silent or garbled when told to, and itself again after', () => {
    const balance = new SimulatedBalance({ name: 'b', resolution: '0.01', capacityG: 220 });
    balance.hear('PUT 221', 0);
    expect(run(balance, 0, 1000)).toBe('OVER');
    balance.hear('CLEAR', 1000);
    expect(run(balance, 1000, 5000)).toMatch(/^W 0\.0[01] g/);
    balance.hear('FAULT silence', 6000);
    expect(run(balance, 6000, 1000)).toBeNull();
    balance.hear('FAULT garbage', 7100);
    expect(read(run(balance, 7100, 1000) ?? '').kind).toBe('garbage');
    balance.hear('FAULT drop', 8100);
    expect([balance.dropsLine(), balance.dropsLine()]).toEqual([true, false]);
    expect(read(run(balance, 14_000, 3000) ?? '')).toMatchObject({ kind: 'reading' });
  });
  it('answers who it is, and says no to what it does not know', () => {
    const balance = new SimulatedBalance({ name: 'bench-2', resolution: '0.0001', capacityG: 220 });
    expect(balance.hear('ID', 0)).toBe('ID bench-2 0.0001 g 220 g');
    for (const wrong of ['', 'PUT', 'PUT much', 'PUT 1e5', 'FAULT fire', 'SING'])
      expect(balance.hear(wrong, 0)).toMatch(/^NO /);
    for (const fault of FAULTS) expect(balance.hear(`FAULT ${fault}`, 0)).toBe('OK');
  });
});

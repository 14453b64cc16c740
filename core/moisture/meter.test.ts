import { describe, expect, it } from 'vitest';
import { SHIPPED } from '../testing/books.ts';
import { judgeMeter, type MeterCalibration } from './meter.ts';

const LIMIT = { value: 0.2, rule: SHIPPED.ista.parameter('moisture_meter_apart_percent').rule };
/** The oven says half a percent more, all over. */
const CALIBRATION: MeterCalibration = {
  degree: 1,
  pairs: [8, 9, 10, 11, 12].map((meterPercent) => ({ meterPercent, ovenPercent: meterPercent + 0.5 })),
  validUntil: '2026-12-31',
  struck: false,
};
const judge = (first: string, second: string, change: Partial<MeterCalibration> | null = {}, on = '2026-12-01') =>
  judgeMeter([first, second], LIMIT, change && { ...CALIBRATION, ...change }, on);

// Source: ordinary least squares, recomputed here; 0.2 % apart from memory, as the edition has it. That a meter counts
// within its calibration alone is common practice, no source.
describe('two readings of a meter', () => {
  it('are turned into moisture by the calibration, with the interval of one oven result', () => {
    const result = judge('10.0', '10.1');
    expect(result).toMatchObject({ reportedPercent: 10.6, guide: null, verdict: { next: 'readings-agree' } });
    expect(result.differencePercent).toBe(0.1);
    // The pairs lie on a line: nothing is uncertain.
    expect(result.interval?.lowerPercent).toBeCloseTo(10.55, 9);
    expect(result.interval?.upperPercent).toBeCloseTo(10.55, 9);
  });
  // Least squares of a line written out, as any textbook has it; t from a printed table.
  it('as least squares has it', () => {
    const pairs = [
      [8, 7.9],
      [9.5, 9.2],
      [11, 10.9],
      [12.4, 12.1],
      [13.8, 13.9],
    ].map(([meterPercent = 0, ovenPercent = 0]) => ({ meterPercent, ovenPercent }));
    const n = pairs.length;
    const mx = pairs.reduce((sum, one) => sum + one.meterPercent, 0) / n;
    const my = pairs.reduce((sum, one) => sum + one.ovenPercent, 0) / n;
    const sxx = pairs.reduce((sum, one) => sum + (one.meterPercent - mx) ** 2, 0);
    const slope = pairs.reduce((sum, one) => sum + (one.meterPercent - mx) * (one.ovenPercent - my), 0) / sxx;
    const rss = pairs.reduce((sum, one) => sum + (one.ovenPercent - my - slope * (one.meterPercent - mx)) ** 2, 0);
    // t of 3 degrees of freedom, 97.5 %: 3.182446 (a printed table).
    const half = 3.182446 * Math.sqrt(rss / 3) * Math.sqrt(1 + 1 / n + (10.05 - mx) ** 2 / sxx);
    const { interval } = judge('10.0', '10.1', { pairs });
    expect(interval?.lowerPercent).toBeCloseTo(my + slope * (10.05 - mx) - half, 5);
    expect(interval?.upperPercent).toBeCloseTo(my + slope * (10.05 - mx) + half, 5);
  });
  it('may lie 0.2 apart and no more; the decimals of binary do not decide it', () => {
    expect(judge('10.0', '10.2').verdict.outcome).not.toBe('outside');
    expect(judge('10.3', '10.1').verdict.outcome).not.toBe('outside');
    expect(judge('10.0', '10.21').verdict).toMatchObject({ outcome: 'outside', next: 'repeat-both-readings' });
    expect(judgeMeter(['10', '12'], null, CALIBRATION, '2026-12-01').verdict).toMatchObject({
      outcome: 'not-judged',
      limit: null,
    });
  });
  it('only guide without a calibration, with one that was crossed out, after its day, and outside its readings', () => {
    expect(judge('10', '10', null)).toMatchObject({
      guide: { is: 'no-calibration' },
      reportedPercent: 10,
      interval: null,
    });
    expect(judge('10', '10', { struck: true }).guide).toEqual({ is: 'struck' });
    expect(judge('10', '10', {}, '2026-12-31').guide).toBeNull();
    expect(judge('10', '10', {}, '2027-01-01').guide).toEqual({ is: 'expired', validUntil: '2026-12-31' });
    expect(judge('8', '8').guide).toBeNull();
    expect(judge('12', '12').guide).toBeNull();
    expect(judge('7.9', '8').guide).toEqual({ is: 'outside-range', got: 7.95, from: 8, to: 12 });
    expect(judge('12.1', '12').guide).toEqual({ is: 'outside-range', got: 12.05, from: 8, to: 12 });
  });
});

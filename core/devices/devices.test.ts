import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkState } from './judgeBalance.ts';
import { lineReader } from './linePattern.ts';
import { takeReading } from './takeReading.ts';
import { type BalanceState, NOTHING_SHOWN, ReadingWatch, SILENT_MS, STILL_MS } from './watchReadings.ts';

// Source: docs/balance-protocol.md, our own.
describe('the lines of a balance', () => {
  const read = lineReader('W {value} {unit} {state:steady|moving}', 'OVER');
  it.each([
    ['W 0.0180 g steady', { kind: 'reading', text: '0.0180', negative: false, massG: 0.018, steady: true }],
    ['W   -0.5 g   moving', { kind: 'reading', text: '0.5', negative: true, steady: false }],
    ['W -0.000 g steady', { kind: 'reading', negative: false }],
    ['W 1,25 g steady', { kind: 'reading', text: '1.25' }],
    ['W 1 kg steady', { kind: 'reading', text: '1000', massG: 1000 }],
    ['OVER', { kind: 'overload' }],
    ['W 1.2 stone steady', { kind: 'garbage' }],
    ['W 1.2.3 g steady', { kind: 'garbage' }],
    ['W 0.0180 g steady!', { kind: 'garbage' }],
    ['', { kind: 'garbage' }],
  ])('"%s"', (line, want) => {
    expect(read(line)).toMatchObject(want);
  });
  it('of others read by their own pattern, without a state or a unit', () => {
    expect(lineReader('{any} N {value}')('x1 N 12.50')).toMatchObject({ kind: 'reading', text: '12.50', steady: null });
    expect(lineReader('+{value}{unit}.')('+3.5oz.')).toMatchObject({ kind: 'reading', massG: 99.2233309375 });
  });
  it.each([
    '',
    'W {unit}',
    '{value} {value}',
    '{value} {colour}',
    '{state:a|b} g',
    '{value} {state:|x}',
    'x'.repeat(121),
  ])('cannot be read by "%s"', (pattern) => {
    expect(() => lineReader(pattern)).toThrow(/^pattern/);
  });
  it('never throw, whatever comes, and never take long', () => {
    const pattern = fc.constantFrom('W {value} {unit} {state:steady|moving}', '{any} {any} {value}', '{value}');
    fc.assert(
      fc.property(
        pattern,
        fc.oneof(fc.string({ maxLength: 300 }), fc.constant(`W ${'9'.repeat(5000)} g`)),
        (shape, line) => {
          expect(['reading', 'overload', 'garbage']).toContain(lineReader(shape)(line).kind);
        },
      ),
    );
  });
});

const reading = (text: string, steady: boolean | null = null) =>
  ({ kind: 'reading', text, negative: false, massG: Number(text), steady }) as const;

describe('readings that are watched', () => {
  it('of a balance that marks them are believed', () => {
    const watch = new ReadingWatch();
    expect(watch.take(reading('1.00', false), 0)).toMatchObject({ state: 'moving', steadySince: null });
    expect(watch.take(reading('1.00', true), 100)).toMatchObject({ state: 'steady', steadySince: 100 });
    expect(watch.take(reading('1.00', true), 200)).toMatchObject({ steadySince: 100 });
    expect(watch.take(reading('1.01', true), 300)).toMatchObject({ state: 'steady', steadySince: 300 });
  });
  it('of one that does not are steady once the same figure has stood for a second', () => {
    const watch = new ReadingWatch();
    for (let at = 0; at < STILL_MS; at += 100) expect(watch.take(reading('2.5'), at).state).toBe('moving');
    expect(watch.take(reading('2.5'), STILL_MS)).toMatchObject({ state: 'steady', steadySince: STILL_MS });
    expect(watch.take(reading('2.6'), STILL_MS + 100).state).toBe('moving');
  });
  it('grow old, start anew after a silence, and are lost with the line', () => {
    const watch = new ReadingWatch();
    watch.take(reading('2.5', true), 0);
    expect(watch.at(SILENT_MS - 1).state).toBe('steady');
    expect(watch.at(SILENT_MS)).toMatchObject({ state: 'silent', steadySince: null });
    expect(watch.take(reading('2.5', true), 10_000)).toMatchObject({ steadySince: 10_000 });
    watch.forget();
    expect(watch.at(10_001)).toEqual(NOTHING_SHOWN);
  });
  it('outlive garbage for as long as they are fresh, and no overload', () => {
    const watch = new ReadingWatch();
    watch.take(reading('2.5', true), 0);
    expect(watch.take({ kind: 'garbage', line: '#' }, 100)).toMatchObject({ state: 'steady', text: '2.5', garbage: 1 });
    expect(watch.take({ kind: 'overload' }, 200)).toMatchObject({ state: 'overload', text: null });
    expect(watch.take(reading('2.5', true), 300)).toMatchObject({ state: 'steady', steadySince: 300 });
  });
  it('are never steady while figures change faster than a second', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 900 }), fc.nat(5)), { maxLength: 40 }), (steps) => {
        const watch = new ReadingWatch();
        let at = 0;
        let since = 0;
        let before = '';
        for (const [pause, value] of steps) {
          at += pause;
          const text = `${value}.0`;
          if (text !== before) since = at;
          before = text;
          const { state } = watch.take(reading(text), at);
          expect(state === 'steady').toBe(at - since >= STILL_MS);
        }
      }),
    );
  });
});

describe('taking a reading', () => {
  const steady: BalanceState = { ...NOTHING_SHOWN, state: 'steady', text: '0.0185', steadySince: 0, lastAt: 0 };
  it.each([
    [{}, '0.0001', 3, '0.019'],
    [{}, '0.0001', null, '0.0185'],
    [{ text: '0.0184' }, '0.0001', 3, '0.018'],
    [{ text: '12' }, '0.1', 1, '12.0'],
  ] as const)('of %j on %s g to %s decimals gives %s', (change, resolution, decimals, text) => {
    expect(takeReading({ ...steady, ...change }, resolution, decimals)).toEqual({ ok: true, text });
  });
  it('lets the mass decide its decimals, also where rounding lifts it into the next class', () => {
    // Source: four significant figures: three decimals below 10 g, two from there (purity decimals, from memory).
    const asked = (text: string) => (Number(text) < 10 ? 3 : 2);
    expect(takeReading({ ...steady, text: '9.9994' }, '0.0001', asked)).toEqual({ ok: true, text: '9.999' });
    expect(takeReading({ ...steady, text: '9.9996' }, '0.0001', asked)).toEqual({ ok: true, text: '10.00' });
  });
  it.each([
    [{ state: 'moving' }, '0.001', 3, /still moves/],
    [{ state: 'silent' }, '0.001', 3, /silent/],
    [{ text: null }, '0.001', 3, /silent/],
    [{ state: 'overload', text: null }, '0.001', 3, /overloaded/],
    [{ negative: true }, '0.001', 3, /zero/],
    [{}, '0.01', 3, /resolves 0\.01 g, and 3 decimals are asked/],
  ] as const)('is refused of %j on %s g', (change, resolution, decimals, reason) => {
    expect(takeReading({ ...steady, ...change }, resolution, decimals)).toEqual({
      ok: false,
      reason: expect.stringMatching(reason) as string,
    });
  });
});

// Source: plain arithmetic; how long a check holds is common practice, no source.
it('a balance stands by its newest check', () => {
  const at = (hours: number) => new Date(hours * 3_600_000);
  const check = (shown: string) => ({ nominal: '100', shown, tolerance: '0.0003', at: at(0) });
  expect(checkState(null, 24, at(0))).toBe('never');
  expect(checkState(check('100.0003'), 24, at(24))).toBe('good');
  expect(checkState(check('99.9997'), 24, at(24))).toBe('good');
  expect(checkState(check('100.0004'), 24, at(1))).toBe('failed');
  expect(checkState(check('100.0000'), 24, at(24.01))).toBe('overdue');
});

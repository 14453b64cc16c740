// Source: arithmetic of the lines, by hand; which line may follow which is the shed's own order, no source.
import { describe, expect, it } from 'vitest';
import type { Treatment } from '../register/treatment.ts';
import { book, cameOff, ended, kg, lines, looked, NO_BUSHEL, pass, picked } from '../testing/shedBook.ts';
import { readBook } from './batchBook.ts';
import type { BookLine } from './bookState.ts';
import type { ShedEntry } from './entries.ts';
import { gramsOf } from './weighings.ts';

const POISON: Treatment = { product: 'a dressing', class: 'poison' };

describe('a book', () => {
  it('tops up a vessel that stays open, and knows its moisture by mass', () => {
    const read = book(
      picked('bag', kg('1', { moisturePercent: 10 })),
      { ...picked('bag', kg('3', { moisturePercent: 14 })), into: { vessel: 'bag' } },
      looked('bag', { cut: { filled: 18, of: 20 } }),
    );
    const bag = read.vessels.get('bag');
    expect([bag?.now?.massG?.toNumber(), bag?.now?.moisturePercent, bag?.seed.sample.cut]).toEqual([
      4000,
      13,
      { filled: 18, of: 20 },
    ]);
    // Poured on, it is mixed: what was looked at speaks of it no more.
    const more = book(picked('bag', kg('1')), looked('bag', { cut: { filled: 18, of: 20 } }), {
      ...picked('bag', null),
      into: { vessel: 'bag' },
    }).vessels.get('bag');
    expect([more?.now, more?.seed.sample.cut]).toEqual([null, null]);
  });

  it('carries a treatment down to all that flows from it, and to what it is mixed with', () => {
    const read = book(
      picked('heap', kg('10')),
      picked('other', kg('10')),
      pass('t', [['heap', kg('4')]], { method: 'treat', treatment: POISON }),
      cameOff('t', 'clean', 'dressed', kg('4')),
      ended('t'),
      pass('a', ['dressed']),
      cameOff('a', 'clean', 'bin', kg('3')),
      cameOff('a', 'screenings', 'waste', kg('1')),
      ended('a'),
      pass('b', ['other']),
      cameOff('b', 'clean', 'bin2', kg('9')),
      cameOff('b', 'screenings', { vessel: 'waste' }, kg('1')),
      ended('b'),
    );
    const treated = [...read.vessels.values()].filter((one) => one.treatments.length > 0).map((one) => one.id);
    expect(treated).toEqual(['dressed', 'bin', 'waste']);
    expect(read.vessels.get('heap')?.now?.massG?.toNumber()).toBe(6000);
  });

  it('covers a vessel of which as much was taken as lay in it, and reads a soak by when things were seen', () => {
    const opened: ShedEntry = { what: 'opened', vessel: 'heap', bench: 'a' };
    const part = (text: string) =>
      book(picked('heap', kg('10')), opened, pass('a', [['heap', kg(text)]])).vessels.get('heap');
    expect(part('9.9')).toMatchObject({ empty: false, openAt: 'a' });
    expect(part('10')).toMatchObject({ empty: true, openAt: null, now: null });
    const soak = (did: 'stirred' | 'spread', at: number) => ({
      at,
      entry: { what: 'soak', pass: 's', did, sinkers: null, floaters: null, note: '' } as const,
    });
    const start = lines(picked('heap', kg('10')), pass('s', ['heap'], { method: 'ferment' }));
    const read = readBook([...start, soak('spread', 900), soak('stirred', 500)], NO_BUSHEL);
    expect(read.passes.get('s')?.soak.map((one) => one.entry.did)).toEqual(['stirred', 'spread']);
  });

  it('keeps what a sample says with the seed it was taken from, also when that has gone on', () => {
    const read = book(
      picked('heap', kg('10')),
      pass('a', ['heap']),
      cameOff('a', 'clean', 'bin', kg('9')),
      ended('a'),
      // Sown before, counted days later.
      looked('heap', { towel: { sprouted: 12, of: 20 } }),
      pass('b', ['bin']),
      cameOff('b', 'clean', { vessel: 'heap' }, kg('8')),
      ended('b'),
    );
    expect(read.passes.get('a')?.inflows[0]?.seed.sample.towel).toEqual({ sprouted: 12, of: 20 });
    expect(read.vessels.get('heap')?.seed.sample.towel).toBeNull();
  });

  it('reads measures of room where the kind has a weight for them', () => {
    // 10 bu of wheat at 60 lb: 272.155422 kg, as cleaning.bushels; 2 l at 78 kg/hl: 1.56 kg.
    expect(gramsOf({ by: 'bushels', text: '10' }, { poundsPerBushel: 60, treatments: [] }, null)?.toString()).toBe(
      '272155.422',
    );
    expect(gramsOf({ by: 'litres', text: '2' }, NO_BUSHEL, 78)?.toString()).toBe('1560');
    expect(gramsOf({ by: 'litres', text: '2' }, NO_BUSHEL, null)).toBeNull();
  });
});

it('puts a line that corrects another in its place, so that what rests on it holds', () => {
  const start = [picked('heap', kg('10')), pass('a', ['heap']), cameOff('a', 'clean', 'bin', kg('9')), ended('a')];
  const corrected = (...more: BookLine[]) => readBook([...lines(...start), ...more], NO_BUSHEL);
  const read = corrected({ at: 9, entry: picked('heap', kg('9.5')), corrects: { line: 0, reason: 'read wrongly' } });
  expect(read.passes.get('a')?.inflows[0]?.weighed?.massG?.toNumber()).toBe(9500);
  expect(read.struck.get(0)).toBe('read wrongly');
  // And again: what was corrected is corrected itself.
  const twice = corrected(
    { at: 9, entry: picked('heap', kg('9.5')), corrects: { line: 0, reason: 'x' } },
    { at: 9, entry: picked('heap', kg('9.6')), corrects: { line: 4, reason: 'y' } },
  );
  expect(twice.passes.get('a')?.inflows[0]?.weighed?.massG?.toNumber()).toBe(9600);
  const bad = (line: number, entry: ShedEntry) => () => corrected({ at: 9, entry, corrects: { line, reason: 'x' } });
  expect(bad(1, picked('heap', null))).toThrow('shed.corrects-another-kind');
  expect(bad(7, picked('heap', null))).toThrow('shed.not-struckable');
  // Named otherwise, the heap is missing where the pass took it.
  expect(bad(0, picked('other', null))).toThrow('from.0.vessel: shed.no-such-vessel');
});

// Source: none outside: what one vessel and one pass can hold at a time, and the ten minutes of clocks, a guess.
import { describe, expect, it } from 'vitest';
import { book, cameOff, ended, kg, NO_BUSHEL, pass, picked } from '../testing/shedBook.ts';
import { readBook } from './batchBook.ts';
import type { ShedEntry } from './entries.ts';

const refusal = (...entries: ShedEntry[]) => {
  try {
    book(...entries);
    return null;
  } catch (error) {
    return (error as Error).message;
  }
};

describe('what cannot be is refused at its field', () => {
  const heap = picked('heap', kg('10'));
  const soak = { what: 'soak', pass: 'a', did: 'stirred', sinkers: null, floaters: null, note: '' } as const;
  const drying = { what: 'drying', pass: 'a', weighed: null, airC: 20, airPercent: 40, seedC: null } as const;
  const sorted = { what: 'sorted', pass: 'a', by: '', minutes: 10, massG: 5 } as const;
  it.each<[string, string | null, readonly ShedEntry[]]>([
    ['an unknown vessel', 'from.0.vessel: shed.no-such-vessel', [heap, pass('a', ['bin'])]],
    ['a vessel named twice', 'from: shed.names-it-twice', [heap, pass('a', ['heap', 'heap'])]],
    ['an empty vessel', 'from.0: shed.empty', [heap, pass('a', ['heap']), pass('b', ['heap'])]],
    [
      'a loop that feeds itself before it has run',
      'from.0: shed.empty',
      [
        heap,
        pass('a', ['heap']),
        cameOff('a', 'clean', 'bin', null),
        ended('a'),
        pass('b', ['bin']),
        pass('c', ['bin']),
      ],
    ],
    [
      'what is poured back where it came from',
      'into: shed.own-outlet',
      [heap, pass('a', [['heap', kg('5')]]), cameOff('a', 'clean', { vessel: 'heap' }, kg('4'))],
    ],
    [
      'a part that was not weighed',
      'from.0: shed.part-not-weighed',
      [heap, { ...pass('a', []), from: [{ vessel: 'heap', part: true, weighed: null }] }],
    ],
    ['a pass twice', 'pass: shed.pass-there-already', [heap, pass('a', ['heap']), pass('a', ['heap'])]],
    ['an unknown pass', 'pass: shed.no-such-pass', [heap, ended('a')]],
    ['a pass that has ended', 'pass: shed.pass-ended', [heap, pass('a', ['heap']), ended('a'), ended('a')]],
    ['a vessel twice', 'into: shed.vessel-there-already', [heap, heap]],
    [
      'what was blown off, kept',
      'into: shed.blown-is-not-kept',
      [heap, pass('a', ['heap']), cameOff('a', 'blown', 'bin', null)],
    ],
    ['a weight of nothing', 'weighed: shed.above-nothing', [picked('heap', kg('0.0'))]],
    [
      'a weight of an empty vessel',
      'vessel: shed.empty',
      [heap, pass('a', ['heap']), { what: 'weighed', vessel: 'heap', weighed: kg('3') }],
    ],
    [
      'bushels of a kind without',
      'weighed: shed.no-bushel',
      [picked('heap', { ...kg('1'), amount: { by: 'bushels', text: '3' } })],
    ],
    ['a soak on a screen', 'pass: shed.not-a-soak', [heap, pass('a', ['heap']), soak]],
    ['a soak', null, [heap, pass('a', ['heap'], { method: 'ferment' }), soak]],
    ['drying on a screen', 'pass: shed.not-a-drying', [heap, pass('a', ['heap']), drying]],
    ['drying', null, [heap, pass('a', ['heap'], { method: 'dry' }), drying]],
    ['sorting on a screen', 'pass: shed.not-a-sorting', [heap, pass('a', ['heap']), sorted]],
    ['sorting', null, [heap, pass('a', ['heap'], { method: 'hand-sort' }), sorted]],
    [
      'an open vessel opened',
      'vessel: shed.already-open',
      [heap, { what: 'opened', vessel: 'heap', bench: 'a' }, { what: 'opened', vessel: 'heap', bench: 'b' }],
    ],
    [
      'an open vessel covered and opened',
      null,
      [
        heap,
        { what: 'opened', vessel: 'heap', bench: 'a' },
        { what: 'covered', vessel: 'heap' },
        { what: 'opened', vessel: 'heap', bench: 'b' },
      ],
    ],
    [
      'an empty vessel opened',
      'vessel: shed.empty',
      [heap, pass('a', ['heap']), { what: 'opened', vessel: 'heap', bench: 'a' }],
    ],
    ['closed while a pass runs', ': shed.passes-run', [heap, pass('a', ['heap']), { what: 'closed', note: '' }]],
    ['a line after it was closed', ': shed.closed', [heap, { what: 'closed', note: '' }, picked('b', null)]],
    [
      'a line crossed out twice',
      'line: shed.struck-already',
      [heap, { what: 'strike', line: 0, reason: 'x' }, { what: 'strike', line: 0, reason: 'x' }],
    ],
    [
      'a crossing out crossed out',
      'line: shed.not-struckable',
      [heap, { what: 'strike', line: 0, reason: 'x' }, { what: 'strike', line: 1, reason: 'x' }],
    ],
    ['a line to come crossed out', 'line: shed.not-struckable', [heap, { what: 'strike', line: 1, reason: 'x' }]],
    [
      'what others rest on crossed out',
      'from.0.vessel: shed.no-such-vessel',
      [heap, pass('a', ['heap']), { what: 'strike', line: 0, reason: 'x' }],
    ],
    [
      'the last line crossed out',
      null,
      [heap, pass('a', ['heap']), { what: 'strike', line: 1, reason: 'x' }, pass('b', ['heap'])],
    ],
  ])('%s', (_, message, entries) => {
    expect(refusal(...entries)).toBe(message);
  });
});

it('is not seen before the pass began, as near as two clocks agree', () => {
  const MINUTE = 60_000;
  const heap = { at: 0, entry: picked('heap', kg('10')) };
  const started = { at: 60 * MINUTE, entry: pass('a', ['heap'], { method: 'ferment' }) };
  const soak = { what: 'soak', pass: 'a', did: 'stirred', sinkers: null, floaters: null, note: '' } as const;
  const seen = (at: number, entry: ShedEntry) => () => readBook([heap, started, { at, entry }], NO_BUSHEL);
  const all: ShedEntry[] = [soak, cameOff('a', 'clean', 'bin', null), ended('a')];
  for (const entry of all) {
    expect(seen(50 * MINUTE, entry)).not.toThrow();
    expect(seen(50 * MINUTE - 1, entry)).toThrow('seenTime: shed.seen-before-start');
  }
  // A pass whose beginning is corrected to after what was seen of it.
  const corrected = (at: number) => () =>
    readBook(
      [heap, started, { at: 70 * MINUTE, entry: soak }, { ...started, at, corrects: { line: 1, reason: 'x' } }],
      NO_BUSHEL,
    );
  expect(corrected(80 * MINUTE)).not.toThrow();
  expect(corrected(80 * MINUTE + 1)).toThrow('seenTime: shed.seen-before-start');
});

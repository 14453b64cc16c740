import { expect, it } from 'vitest';
import { passBalance } from '@mercato/core/cleaning/balance';
import { readBook } from '@mercato/core/cleaning/batchBook';
import type { Outlet, ShedEntry, Weighing } from '@mercato/core/cleaning/entries';
import { picked } from '@mercato/core/testing/shedBook';
import { flowOf, placeFlow } from './flow.ts';

const kg = (text: string): Weighing => ({
  amount: { by: 'mass', text, unit: 'kg' },
  moisturePercent: null,
  scale: null,
});
const made = (id: string) => ({ made: { id, name: id, kind: 'bin' as const } });
const pass = (id: string, ...from: string[]): ShedEntry => ({
  what: 'pass',
  pass: id,
  method: 'hand-screen',
  machine: null,
  goal: 'purity',
  settings: {},
  from: from.map((vessel) => ({ vessel, part: false, weighed: null })),
  treatment: null,
});
const off = (id: string, outlet: Outlet, into: string | null, text: string | null, there = false): ShedEntry => ({
  what: 'came-off',
  pass: id,
  outlet,
  into: into === null ? null : there ? { vessel: into } : made(into),
  weighed: text === null ? null : kg(text),
});
const ended = (id: string): ShedEntry => ({
  what: 'ended',
  pass: id,
  minutes: null,
  people: null,
  good: null,
  note: '',
});

it('draws every run as a node of its own, and what ends, goes on and is missing as ribbons that hold the mass', () => {
  const entries: ShedEntry[] = [
    picked('heap', kg('60')),
    pass('a', 'heap'),
    off('a', 'clean', 'bin', '40'),
    off('a', 'middlings', 'mid', '15'),
    off('a', 'dust', null, '3'),
    ended('a'),
    // Back on the same screen: another run, another node.
    pass('b', 'mid'),
    off('b', 'clean', 'bin', '9', true),
    off('b', 'blown', null, null),
    ended('b'),
    pass('c', 'bin'),
    off('c', 'clean', 'last', null),
  ];
  const book = readBook(
    entries.map((entry, at) => ({ entry, at })),
    { poundsPerBushel: null, treatments: [] },
  );
  const rule = { book: 'shed', edition: 't', section: '', provenance: { origin: 'own', verification: '' } };
  const balances = new Map([...book.passes.values()].map((one) => [one.id, passBalance(one, { value: 3, rule })]));
  const flow = flowOf(book, balances);
  const between = (from: string, to: string) => {
    const target = flow.nodes.filter((one) => one.words === to || one.id === to).map((one) => one.id);
    const found = flow.links.find((one) => one.source === from && target.includes(one.target));
    return found && [found.massG, found.is];
  };
  expect(between('in:heap', 'a')).toEqual([60_000, 'main']);
  expect(between('a', 'dust')).toEqual([3000, 'side']);
  expect(between('a', 'not found')).toEqual([2000, 'missing']);
  expect(between('a', 'b')).toEqual([15_000, 'main']);
  expect(between('b', 'blown off, not kept')).toEqual([6000, 'side']);
  // Both runs fell into one bin.
  expect([between('a', 'c'), between('b', 'c')]).toEqual([
    [40_000, 'main'],
    [9000, 'main'],
  ]);
  expect(between('c', 'clean seed')).toEqual([null, 'unweighed']);
  // Of the newest alone, what earlier passes left is where the picture begins.
  const newest = flowOf(book, balances, 1);
  expect(newest.nodes.map((one) => one.id).sort()).toEqual(['c', 'end:11', 'in:bin'].sort());
  expect(newest.links.map((one) => [one.source, one.target, one.massG])).toEqual([
    ['in:bin', 'c', 40_000],
    ['in:bin', 'c', 9000],
    ['c', 'end:11', null],
  ]);
  const { nodes, links } = placeFlow(flow, 900, 300);
  expect(links).toHaveLength(flow.links.length);
  const x = (id: string) => nodes.find((one) => one.id === id)?.x0 ?? -1;
  expect([x('in:heap') < x('a'), x('a') < x('b'), x('b') < x('c')]).toEqual([true, true, true]);
  for (const one of nodes) expect(one.y1).toBeGreaterThanOrEqual(one.y0);
  expect(placeFlow({ nodes: [], links: [] }, 900, 300)).toEqual({ nodes: [], links: [] });
});

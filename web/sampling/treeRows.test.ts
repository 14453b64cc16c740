import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pathTo, treeRows } from './treeRows.ts';

/** A forest as it grows in a laboratory: each vessel is drawn from an earlier one or from the heap; some leaves were poured into a root. */
const forests = fc.array(fc.record({ from: fc.nat(), poured: fc.boolean() }), { maxLength: 30 }).map((steps) => {
  const nodes: { id: string; parentId: string | null; pouredInto: string | null }[] = [];
  steps.forEach(({ from, poured }, i) => {
    const standing = nodes.filter((one) => one.pouredInto === null);
    const other = from % (standing.length + 1) === 0 ? undefined : standing[(from % (standing.length + 1)) - 1];
    nodes.push(
      poured && other
        ? { id: String(i), parentId: null, pouredInto: other.id }
        : { id: String(i), parentId: other?.id ?? null, pouredInto: null },
    );
  });
  return nodes;
});

describe('the tree of vessels', () => {
  it('shows every vessel once, below its parent and one deeper; what was poured stands above what it became', () => {
    fc.assert(
      fc.property(forests, (nodes) => {
        const rows = treeRows(nodes);
        expect(rows.map((one) => one.node.id).sort()).toEqual(nodes.map((one) => one.id).sort());
        rows.forEach(({ node, depth }, i) => {
          const parent = rows.findIndex((one) => one.node.id === node.parentId);
          if (node.parentId !== null) {
            expect(parent).toBeLessThan(i);
            expect(rows[parent]?.depth).toBe(depth - 1);
          }
          const into = rows.findIndex((one) => one.node.id === node.pouredInto);
          if (node.pouredInto !== null) {
            expect(into).toBeGreaterThan(i);
            // Between the two stand only others that were poured into the same.
            expect(rows.slice(i, into).every((one) => one.node.pouredInto === node.pouredInto)).toBe(true);
          }
        });
      }),
    );
  });
  it('a path begins at a root and goes down link by link', () => {
    fc.assert(
      fc.property(forests, (nodes) => {
        for (const node of nodes) {
          const path = pathTo(node, nodes);
          expect(path[0]?.parentId).toBeNull();
          expect(path.at(-1)).toBe(node);
          path.slice(1).forEach((one, i) => {
            expect(one.parentId).toBe(path[i]?.id);
          });
        }
      }),
    );
  });
});

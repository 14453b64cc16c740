import type { VesselNode } from '@mercato/contract/sampling/vessels';

type Placed = Pick<VesselNode, 'id' | 'parentId' | 'pouredInto'>;

/**
 * The vessels of a lot as lines, from the heap down: each once, below what it was drawn from and deeper by one;
 * what was poured together stands right above what it was poured into.
 */
export function treeRows<N extends Placed>(
  nodes: readonly N[],
): readonly { readonly node: N; readonly depth: number }[] {
  const below = (parent: string | null, depth: number): { node: N; depth: number }[] =>
    nodes
      .filter((one) => one.parentId === parent && one.pouredInto === null)
      .flatMap((node) => [
        ...nodes.filter((one) => one.pouredInto === node.id).map((one) => ({ node: one, depth })),
        { node, depth },
        ...below(node.id, depth + 1),
      ]);
  return below(null, 0);
}

/** From the root down to a vessel, itself included. */
export function pathTo<N extends Placed>(node: N, nodes: readonly N[]): readonly N[] {
  const parent = nodes.find((one) => one.id === node.parentId);
  return parent ? [...pathTo(parent, nodes), node] : [node];
}

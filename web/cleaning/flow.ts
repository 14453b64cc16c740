import { sankey, sankeyLeft, sankeyLinkHorizontal } from 'd3-sankey';
import { OUTLET_WORDS } from '@mercato/contract/cleaning/words';
import { METHOD_WORDS } from '@mercato/contract/cleaning/methodWords';
import type { PassBalance } from '@mercato/core/cleaning/balance';
import type { BatchBook, Stream } from '@mercato/core/cleaning/bookState';
import type { Outlet } from '@mercato/core/cleaning/entries';

/** What a ribbon of the picture is. */
export type Ribbon = 'main' | 'side' | 'missing' | 'unweighed';
interface FlowNode {
  readonly id: string;
  readonly words: string;
  readonly massG: number | null;
  readonly is: 'source' | 'pass' | 'end' | 'missing';
  readonly runs: boolean;
}
interface FlowLink {
  readonly source: string;
  readonly target: string;
  readonly value: number;
  readonly massG: number | null;
  readonly is: Ribbon;
}
export interface Placed {
  readonly nodes: readonly (FlowNode & { x0: number; x1: number; y0: number; y1: number; last: boolean })[];
  readonly links: readonly (FlowLink & { path: string; width: number })[];
}

/** Streams that go on are the body of the picture; all others leave at its side. */
const MAIN: readonly (Outlet | null)[] = [null, 'clean', 'middlings', 'unthreshed'];
/** A ribbon of which nobody knows the mass is drawn as thin as this share of all. */
const UNKNOWN_SHARE = 0.02;

/**
 * The graph of a batch: each run of a pass is a node of its own, so that what goes back makes no circle. Ribbons are
 * what came off and went in again, what lies, went or was bagged, and what nobody found.
 *
 * @param newest  only so many passes, the newest; what earlier ones left is where the picture begins
 */
export function flowOf(
  book: BatchBook,
  balances: Pick<ReadonlyMap<string, PassBalance>, 'get'>,
  newest = Infinity,
): { readonly nodes: FlowNode[]; readonly links: FlowLink[] } {
  const nodes: FlowNode[] = [];
  const links: FlowLink[] = [];
  const all = [...book.passes.values()];
  const passes = all.slice(-newest);
  const before = all.slice(0, all.length - passes.length);
  const whole = Math.max(
    1,
    ...passes.map((one) => balances.get(one.id)?.inG?.toNumber() ?? 0),
    [...book.cameIn.values()].reduce((sum, one) => sum + (one.weighed?.massG?.toNumber() ?? 0), 0),
  );
  const link = (source: string, target: string, massG: number | null, is: Ribbon) => {
    if (massG !== null && massG <= 0) return;
    links.push({
      source,
      target,
      massG,
      value: massG ?? whole * UNKNOWN_SHARE,
      is: massG === null && is !== 'missing' ? 'unweighed' : is,
    });
  };
  /** Where the seed of a vessel came from when a pass took it. */
  const fills = new Map<string, { from: string; stream: Stream }[]>();
  const heads = new Map<string, string>();
  const begin = (stream: Stream) => {
    const vessel = stream.vessel ?? '';
    const id = `in:${vessel}`;
    if (!heads.has(vessel)) {
      heads.set(vessel, id);
      nodes.push({ id, words: book.vessels.get(vessel)?.name ?? '', massG: null, is: 'source', runs: false });
    }
    fills.set(vessel, [...(fills.get(vessel) ?? []), { from: id, stream }]);
  };
  for (const stream of book.cameIn.values()) begin(stream);
  for (const { inflows, streams } of before) {
    for (const one of inflows) if (!one.part) fills.set(one.vessel, []);
    for (const one of streams) if (one.vessel !== null) begin(one);
  }
  for (const pass of passes) {
    const balance = balances.get(pass.id);
    nodes.push({
      id: pass.id,
      words: METHOD_WORDS[pass.method],
      massG: balance?.inG?.toNumber() ?? null,
      is: 'pass',
      runs: pass.ended === null,
    });
    for (const inflow of pass.inflows) {
      const filled = fills.get(inflow.vessel) ?? [];
      const known = filled.map((one) => one.stream.weighed?.massG?.toNumber() ?? null);
      const together = known.reduce<number>((sum, one) => sum + (one ?? 0), 0);
      const took = inflow.weighed?.massG?.toNumber() ?? null;
      filled.forEach(({ from, stream }, i) => {
        const share =
          known[i] == null ? null : took === null || together === 0 ? known[i] : (took * known[i]) / together;
        link(from, pass.id, filled.length === 1 ? took : share, MAIN.includes(stream.outlet) ? 'main' : 'side');
      });
      if (!inflow.part) fills.set(inflow.vessel, []);
    }
    for (const stream of pass.streams)
      if (stream.vessel !== null)
        fills.set(stream.vessel, [...(fills.get(stream.vessel) ?? []), { from: pass.id, stream }]);
    for (const stream of pass.streams) if (stream.vessel === null) end(pass.id, stream, `off:${stream.line}`);
    const missing = balance?.missingG?.toNumber() ?? 0;
    if (pass.ended !== null && missing > whole * 1e-4 && balance?.verdict.next !== 'blown-off') {
      const id = `missing:${pass.id}`;
      nodes.push({ id, words: 'not found', massG: missing, is: 'missing', runs: false });
      link(pass.id, id, missing, 'missing');
    }
  }
  const gone = new Map([...book.gone, ...book.bagged].map((one) => [one.entry.vessel, one.entry.what]));
  for (const [vessel, filled] of fills)
    for (const { from, stream } of filled) {
      // What came in and was not touched yet is no flow.
      if (from === `in:${vessel}`) continue;
      end(from, stream, `end:${stream.line}`, gone.get(vessel));
    }
  const linked = new Set(links.flatMap((one) => [one.source, one.target]));
  return { nodes: nodes.filter((one) => linked.has(one.id)), links };

  function end(from: string, stream: Stream, id: string, became?: 'gone' | 'bagged') {
    const blown = stream.vessel === null && stream.weighed === null;
    const left = blown ? (balances.get(from)?.missingG?.toNumber() ?? null) : null;
    const massG = stream.weighed?.massG?.toNumber() ?? left;
    const what = stream.outlet === null ? 'as it came' : OUTLET_WORDS[stream.outlet];
    nodes.push({
      id,
      words: became === 'bagged' ? `${what}, bagged` : became === 'gone' ? `${what}, gone` : what,
      massG,
      is: 'end',
      runs: false,
    });
    link(from, id, massG, stream.outlet === 'clean' ? 'main' : 'side');
  }
}

/** Places it in a box; the first column stands left, what ends stands where it ends. */
export function placeFlow(
  { nodes, links }: { readonly nodes: readonly FlowNode[]; readonly links: readonly FlowLink[] },
  width: number,
  height: number,
): Placed {
  if (nodes.length === 0) return { nodes: [], links: [] };
  // What hangs at the ends is written to the right of them.
  const longest = Math.max(...nodes.map((one) => (one.is === 'end' || one.is === 'missing' ? one.words.length : 0)));
  const layout = sankey<FlowNode, FlowLink>()
    .nodeId((one) => one.id)
    .nodeAlign(sankeyLeft)
    .nodeWidth(8)
    .nodePadding(26)

    // Side streams hang below the body.
    .nodeSort((a, b) => rank(a) - rank(b))
    .extent([
      [1, 26],
      [width - Math.max(130, 90 + 7 * longest), height - 8],
    ]);
  const placed = layout({ nodes: nodes.map((one) => ({ ...one })), links: links.map((one) => ({ ...one })) });
  const path = sankeyLinkHorizontal<FlowNode, FlowLink>();
  return {
    nodes: placed.nodes.map((one) => ({
      ...one,
      x0: one.x0 ?? 0,
      x1: one.x1 ?? 0,
      y0: one.y0 ?? 0,
      y1: one.y1 ?? 0,
      last: (one.sourceLinks ?? []).length === 0,
    })),
    links: placed.links.map((one) => ({
      source: idOf(one.source),
      target: idOf(one.target),
      value: one.value,
      massG: one.massG,
      is: one.is,
      path: path(one) ?? '',
      width: Math.max(1, one.width ?? 1),
    })),
  };
}

const idOf = (end: string | number | { readonly id: string }) => (typeof end === 'object' ? end.id : String(end));
const rank = ({ is }: Pick<FlowNode, 'is'>) => (is === 'missing' ? 2 : is === 'end' ? 1 : 0);

import { Graph, layout } from '@dagrejs/dagre';
import type { Wiring, WiringLine, WiringNode } from '@zucchini/core';

export interface LaidNode extends WiringNode {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface LaidLine extends WiringLine {
  readonly points: readonly { readonly x: number; readonly y: number }[];
  /** Where its figures stand. */
  readonly labelAt: { readonly x: number; readonly y: number };
}

export interface LaidWiring {
  readonly nodes: readonly LaidNode[];
  readonly lines: readonly LaidLine[];
  readonly width: number;
  readonly height: number;
}

/** Sizes in px. */
const nodeSize = { width: 104, height: 40 };
const labelSize = { width: 68, height: 30 };

/** Lays a wiring out from left to right: what gives first, what takes last, with room for the figures of each line. */
export function layOut({ nodes, lines }: Wiring): LaidWiring {
  const graph = new Graph({ multigraph: true });
  graph.setGraph({ rankdir: 'LR', nodesep: 16, ranksep: 12, edgesep: 12, marginx: 8, marginy: 8 });
  for (const node of nodes) graph.setNode(node.itemId, { ...nodeSize });
  for (const line of lines) {
    graph.setEdge(line.from, line.to, { ...labelSize, labelpos: 'c' }, line.id);
  }
  layout(graph);
  const size = graph.graph() as { width?: number; height?: number };
  return {
    nodes: nodes.map((node) => {
      const { x, y, width, height } = graph.node(node.itemId) as LaidNode;
      return { ...node, x, y, width, height };
    }),
    lines: lines.map((line) => {
      const { points, x, y } = graph.edge({ v: line.from, w: line.to, name: line.id }) as {
        points: { x: number; y: number }[];
        x: number;
        y: number;
      };
      return { ...line, points, labelAt: { x, y } };
    }),
    width: size.width ?? 0,
    height: size.height ?? 0,
  };
}

import { describe, expect, it } from '@jest/globals';
import type { Wiring, WiringLine } from '@zucchini/core';
import { layOut } from './layOut';

const line = (id: string, from: string, to: string): WiringLine => ({
  id,
  from,
  to,
  carries: 'power',
  runId: undefined,
  drawsW: undefined,
  gives: undefined,
  state: 'good',
});
const wiring: Wiring = {
  nodes: [
    { itemId: 'body', role: 'between', pictureAfterMs: undefined },
    { itemId: 'brick', role: 'source', pictureAfterMs: undefined },
    { itemId: 'screen', role: 'taker', pictureAfterMs: 30 },
  ],
  lines: [
    line('a', 'brick', 'body'),
    line('b', 'body', 'screen'),
    line('c', 'body', 'screen'),
    line('d', 'brick', 'screen'),
  ],
};

describe('a wiring laid out', () => {
  it('goes from what gives on the left to what takes on the right, and nothing lies over anything', () => {
    const { nodes, lines, width, height } = layOut(wiring);
    const at = new Map(nodes.map((n) => [n.itemId, n]));
    for (const l of lines) expect(at.get(l.from)!.x).toBeLessThan(at.get(l.to)!.x);
    for (const n of nodes) {
      expect(n.x - n.width / 2).toBeGreaterThanOrEqual(0);
      expect(n.x + n.width / 2).toBeLessThanOrEqual(width);
      expect(n.y + n.height / 2).toBeLessThanOrEqual(height);
    }
    const labels = lines.map((l) => l.labelAt);
    for (const [i, a] of labels.entries()) {
      for (const b of labels.slice(i + 1)) {
        expect(Math.abs(a.x - b.x) > 60 || Math.abs(a.y - b.y) > 20).toBe(true);
      }
    }
  });

  it('of nothing is nothing', () => {
    expect(layOut({ nodes: [], lines: [] })).toMatchObject({ nodes: [], lines: [] });
  });
});

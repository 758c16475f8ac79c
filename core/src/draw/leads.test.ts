import { describe, expect, it } from '@jest/globals';
import { measureLength, subtract, type Vec3 } from '../placement/index.js';
import { nameLeadUse } from '../part/index.js';
import { placeSetup } from '../rig/index.js';
import { createTestRig, cube, mountAt } from '../testing/rigs.js';
import { drawLeads, drawRig, layLead, toSvg, type LaidLead } from './index.js';

const end = (atMm: Vec3, out: Vec3, leaves: Vec3 = out) => ({
  atMm,
  out,
  leaves,
  bodyMm: 20,
  bodyRadiusMm: 5,
});
/** Straight to the right of the page, seen from the near side, as deep as `y`. */
const laid = (y: number, more: Partial<LaidLead['lead']> = {}, neededMm = 200): LaidLead => ({
  lead: {
    run: { id: 'run', item: 'lead' },
    from: end([-100, y, 0], [1, 0, 0]),
    to: end([100, y, 0], [-1, 0, 0]),
    relaxedMm: 200,
    lengthMm: 200,
    ...more,
  },
  way: {
    points: [
      [-70, y, 0],
      [70, y, 0],
    ],
  },
  neededMm,
});
const down: Vec3 = [0, 0, -1];
const block = cube('body', 100, {
  kind: 'body',
  mounts: [mountAt('top', 'quarter-20', 'socket', [0, 0, 50], [0, 0, 1], [1, 0, 0])],
});
const { rig, parts } = createTestRig([block], []);
const drawing = drawRig(placeSetup(rig, rig.setups[0]!, parts), 'near');
const lengthOf = (points: readonly Vec3[]) =>
  points.reduce((sum, p, i) => (i ? sum + measureLength(subtract(p, points[i - 1]!)) : 0), 0);

describe('a lead as it lies', () => {
  it('goes from plug to plug along its way, and hangs through by what it is longer', () => {
    const tight = layLead(laid(90), 'power', 2.5, down);
    expect(tight.points[0]).toEqual([-80, 90, 0]);
    expect(tight.points.at(-1)).toEqual([80, 90, 0]);
    expect(tight.points.every((p) => Math.abs(p[2]) < 1e-9)).toBe(true);
    const loose = layLead(laid(90, { relaxedMm: 206, lengthMm: 206 }), 'power', 2.5, down);
    const lowest = Math.min(...loose.points.map((p) => p[2]));
    // √(3∕8 · 140 · 6) = 17.7 mm; the curve swings a little beyond.
    expect(lowest).toBeLessThan(-17);
    expect(lowest).toBeGreaterThan(-20);
  });

  it('that stretches is wound, and so much longer than its way', () => {
    const straight = layLead(laid(90), 'data', 2, down);
    const coiled = layLead(laid(90, { lengthMm: 600 }), 'data', 2, down);
    expect(lengthOf(coiled.points)).toBeGreaterThan(3 * lengthOf(straight.points));
    expect(coiled.points[0]).toEqual(straight.points[0]);
  });

  it('leaves an elbow to the side', () => {
    const bent = layLead(
      { ...laid(90), lead: { ...laid(90).lead, from: end([-100, 90, 0], [1, 0, 0], [0, 0, 1]) } },
      'video',
      2,
      down,
    );
    expect(bent.points[0]).toEqual([-85, 90, 5]);
    expect(bent.plugs[0]).toEqual({ fromMm: [-100, 90, 0], toMm: [-80, 90, 0], radiusMm: 5 });
  });

  it('says the one word of what it carries', () => {
    expect(nameLeadUse(['data', 'power'])).toBe('power');
    expect(nameLeadUse(['audio', 'video'])).toBe('video');
    expect(nameLeadUse(['audio'])).toBe('sound');
    expect(nameLeadUse(['timecode'])).toBe('data');
  });
});

describe('a lead on the page', () => {
  // The body is a cube of 10 mm about the origin: its near face lies at y = 5.
  it('is whole before a part, and cut where a part stands before it', () => {
    const drawn = (y: number) => drawLeads([layLead(laid(y), 'power', 2.5, down)], drawing)[0]!;
    expect(drawn(6).seen).toHaveLength(1);
    const behind = drawn(0).seen;
    expect(behind).toHaveLength(2);
    for (const [x] of behind.flat()) expect(Math.abs(x)).toBeGreaterThan(4.9);
    expect(behind.flat().some(([x]) => Math.abs(x) < 11)).toBe(true);
  });

  it('is in the drawing as a file, in ink and in its tint', () => {
    const assembly = placeSetup(rig, rig.setups[0]!, parts);
    const svg = toSvg(assembly, 'near', {
      scale: 1,
      caption: 'One',
      leads: [layLead(laid(6), 'video', 2.5, down)],
    });
    expect(svg.match(/data-run="run"/gu)).toHaveLength(1);
    // Two plugs and one stretch, each stroked twice.
    expect(svg.match(/stroke-width="5"/gu)).toHaveLength(1);
    expect(svg.match(/#8fb0b5/gu)).toHaveLength(1);
  });

  it('that moves under the pointer is drawn whole', () => {
    const [drawn] = drawLeads([layLead(laid(0), 'power', 2.5, down)], drawing, false);
    expect(drawn!.seen).toHaveLength(1);
    expect(drawn!.plugs).toHaveLength(2);
  });
});

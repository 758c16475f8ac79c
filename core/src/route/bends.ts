import { measureLength, place, rotate, scale, type Vec3 } from '../placement/index.js';
import type { Obstacle } from './obstacles.js';

/** A place at which a taut lead may bend about an obstacle: just outside an edge of it, or beside what is round. */
export interface Bend {
  readonly at: Vec3;
  /** Away from the obstacle; a taut way bends the other way. Unit vector. */
  readonly out: Vec3;
}

/** Bends along an edge are so far apart, in mm; an edge has at most so many stretches. */
const spacing = { mm: 10, most: 12 };
/** What is round is bent about at so many places. */
const roundSteps = 12;
/** So much outside what it has to be, so that a way along the edge is free, in mm. */
const outsideMm = 0.02;
/** Corners of an outline that turn by less are taken together up to this, in radians. */
const oneTurnRad = Math.PI / 7;

interface OwnBend {
  readonly p: Vec3;
  readonly out: Vec3;
}

/** Places along a length, both ends included. */
function spread(lengthMm: number): number[] {
  const count = Math.min(spacing.most, Math.max(1, Math.ceil(lengthMm / spacing.mm)));
  return Array.from({ length: count + 1 }, (_, i) => -lengthMm / 2 + (lengthMm * i) / count);
}

function listBoxBends([x, y, z]: readonly [number, number, number], c: number): OwnBend[] {
  const half = [x / 2, y / 2, z / 2] as const;
  const bends: OwnBend[] = [];
  for (const axis of [0, 1, 2] as const) {
    const [u, v] = [(axis + 1) % 3, (axis + 2) % 3] as [0 | 1 | 2, 0 | 1 | 2];
    const places = spread(2 * half[axis]);
    for (const su of [-1, 1]) {
      for (const sv of [-1, 1]) {
        for (const at of places) {
          const p: [number, number, number] = [0, 0, 0];
          const out: [number, number, number] = [0, 0, 0];
          [p[axis], p[u], p[v]] = [at, su * (half[u] + c), sv * (half[v] + c)];
          [out[u], out[v]] = [su, sv];
          bends.push({ p, out });
        }
      }
    }
  }
  return bends;
}

/** About a round body whose radius changes evenly along its length. */
function listRoundBends(low: number, high: number, lengthMm: number, c: number): OwnBend[] {
  const slope = (high - low) / lengthMm;
  const aside = c * Math.hypot(1, slope);
  // A way from one of these places to the next passes the circle between them.
  const wide = 1 / Math.cos(Math.PI / roundSteps);
  const bends: OwnBend[] = [];
  for (let i = 0; i < roundSteps; i += 1) {
    const angle = (2 * Math.PI * i) / roundSteps;
    const [x, y] = [Math.cos(angle), Math.sin(angle)];
    for (const z of spread(lengthMm)) {
      const r = (low + slope * (z + lengthMm / 2) + aside) * wide;
      bends.push({ p: [r * x, r * y, z], out: [x, y, 0] });
    }
    for (const end of [-1, 1]) {
      const r = ((end < 0 ? low : high) + c) * wide;
      bends.push({ p: [r * x, r * y, end * (lengthMm / 2 + c)], out: [x, y, end] });
    }
  }
  return bends;
}

function listPrismBends(
  outline: readonly (readonly [number, number])[],
  lengthMm: number,
  c: number,
): OwnBend[] {
  const count = outline.length;
  const normals = outline.map(([x, y], i) => {
    const [nx, ny] = outline[(i + 1) % count]!;
    const length = Math.hypot(nx - x, ny - y) || 1;
    return [(ny - y) / length, -(nx - x) / length] as const;
  });
  const bends: OwnBend[] = [];
  const levels = spread(lengthMm);
  let turned = 0;
  outline.forEach(([x, y], i) => {
    const [before, after] = [normals[(i + count - 1) % count]!, normals[i]!];
    const dot = Math.max(-1, Math.min(1, before[0] * after[0] + before[1] * after[1]));
    turned += Math.acos(dot);
    // Of a rim that is drawn by many short sides a few corners will do, a little farther out.
    if (turned < oneTurnRad && i > 0) return;
    const isRim = Math.acos(dot) < oneTurnRad;
    turned = 0;
    const far = isRim ? 0.035 * Math.hypot(x, y) : 0;
    // Of a sharp corner there are two places, one beside each side.
    const asides =
      dot < -0.2
        ? [before, after]
        : [
            [before[0] + after[0], before[1] + after[1]].map((v) => v / (1 + dot)) as [
              number,
              number,
            ],
          ];
    for (const [ox, oy] of asides as readonly (readonly [number, number])[]) {
      const px = x + ox * c + (far * x) / (Math.hypot(x, y) || 1);
      const py = y + oy * c + (far * y) / (Math.hypot(x, y) || 1);
      for (const z of levels) bends.push({ p: [px, py, z], out: [ox, oy, 0] });
      for (const end of [-1, 1]) {
        bends.push({ p: [px, py, end * (lengthMm / 2 + c)], out: [ox, oy, end] });
      }
    }
    // And along the side that begins here, at both ends of the prism.
    const [nx, ny] = outline[(i + 1) % count]!;
    const side = Math.hypot(nx - x, ny - y);
    for (const s of side > spacing.mm ? spread(side).slice(1, -1) : []) {
      const t = s / side + 0.5;
      for (const end of [-1, 1]) {
        bends.push({
          p: [
            x + t * (nx - x) + after[0] * c,
            y + t * (ny - y) + after[1] * c,
            end * (lengthMm / 2 + c),
          ],
          out: [after[0], after[1], end],
        });
      }
    }
  });
  return bends;
}

/** The places at which a way may bend about an obstacle, in the frame of the search; whether they are free is not asked here. */
export function listBends({ solid, frame, clearMm }: Obstacle): Bend[] {
  const c = clearMm + outsideMm;
  const own =
    solid.type === 'box'
      ? listBoxBends(solid.sizeMm, c)
      : solid.type === 'prism'
        ? listPrismBends(solid.outlineMm, solid.lengthMm, c)
        : listRoundBends(
            solid.radiusMm,
            solid.type === 'frustum' ? solid.endRadiusMm : solid.radiusMm,
            solid.lengthMm,
            c,
          );
  return own.map(({ p, out }) => ({
    at: place(frame, p),
    out: scale(rotate(frame.rotation, out), 1 / measureLength(out)),
  }));
}

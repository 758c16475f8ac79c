import { z } from 'zod';
import { LocalId, type Mount } from '../part/index.js';
import { LengthMm, type Solid } from '../solid/index.js';
import { BodyFigures, measureBodyFaces, measureBodyPorts, measureCellFront } from './body.js';
import { along, box, mount, rod, screw, socket, type Triple } from './pieces.js';
import type { Made } from './made.js';

/** What a shop page states about a cage; the rest comes from the body it is made for. */
export const CageFigures = z.strictObject({
  /** Figures of the body it is made for. */
  around: BodyFigures,
  wallMm: LengthMm,
  coverage: z.enum(['full', 'half', 'plate']),
  /** Length of the rail on top, along the optical axis; none where 0. */
  topRailMm: z.number().min(0).max(300),
  /** Length of the upright rail on the left side; none where 0. */
  leftRailMm: z.number().min(0).max(300),
  /** Length of the upright rail at the right rear, for a side grip; none where absent. */
  rightRailMm: z.number().min(0).max(300).optional(),
  shoes: z.int().min(0).max(2),
  rosettes: z.boolean().optional(),
  /** Keys of bodies that are known not to go in. */
  refuses: z.array(LocalId).max(20).optional(),
});
export type CageFigures = z.infer<typeof CageFigures>;

const gapMm = 1;
/** What the plug of a lead wants beside a bar: its own radius and a little for the fingers, in mm (estimate). */
const plugMm = 10;
/** A socket in a bar wants so much on either side of its middle, in mm. */
const leastSocketMm = 6;
/** A bar thinner than this is none, in mm. */
const leastBarMm = 3;
/** A foot that is screwed on beside another wants half its own width, in mm: a shoe, a handle (estimates). */
const halves = { shoeMm: 11, handleMm: 14, plugMm: 6 };
/** The radius of a rosette's face, in mm. */
const rosetteMm = 13;

/** A cage, half cage or bottom plate around a body, in the body's own frame: bars, rails, shoes, sockets. */
export function createCage(f: CageFigures): Made {
  const at = measureBodyFaces(f.around);
  const t = f.wallMm;
  const front = at.front - 6;
  // The front of the left bar is flush with the body, so that what is screwed on ahead clears it.
  const face = at.front;
  const back = at.back + 6;
  const middle = (front + back) / 2;
  const left = at.left + gapMm + t;
  const right = f.coverage === 'full' ? at.right - gapMm - t : -24;
  // The cell's door opens in the underside: there the floor of a full cage is a bar ahead of it.
  // It reaches past the screw in its middle, however narrow the body is.
  const floorRight = f.coverage === 'full' ? Math.min(-14, Math.max(right, at.right + 50)) : right;
  // The bar across the front leaves the cell and its door their way, however little depth there is.
  const doorFront = Math.max(front - 8, measureCellFront(f.around) + 1);
  const sockets = measureBodyPorts(f.around);
  const sides = Object.values(sockets.zMm);
  // The bars of the left side leave the sockets free, each for its plug.
  const foreFrom = Math.max(front - 12, sockets.xMm + plugMm);
  const aftTo = Math.min(back + 10, sockets.xMm - plugMm);
  const footTo = Math.min(at.bottom + 16, Math.min(...sides) - plugMm);
  const headFrom = Math.max(at.top - 14, Math.max(...sides) + plugMm);
  const under = at.bottom - t;
  const top = at.top + gapMm + t;
  // A handle hangs straight from the thread above the optical axis; where a rail lies there, the thread is beside it.
  const hasRail = f.topRailMm > 0;
  const threadY = hasRail ? left - halves.handleMm - 1 : 0;
  const quarterY = f.coverage === 'full' ? right + 16 : right + 7;
  // Shoes stand beside a handle, at the edges of the roof where that is in the middle.
  const besideMm = halves.handleMm + halves.shoeMm + 1;
  const shoesY = hasRail
    ? [left - 40, right + 38]
    : [Math.max(besideMm, left - halves.shoeMm), Math.min(-besideMm, right + 38)];
  const solids: Solid[] = [
    box('floor', [back, floorRight, under], [front, left, at.bottom], 'metal', 4),
    ...(f.coverage === 'full'
      ? [
          box(
            'floor-front',
            [doorFront, right, under],
            [Math.max(front, doorFront + leastBarMm), floorRight, at.bottom],
            'metal',
          ),
        ]
      : []),
  ];
  const mounts: Mount[] = [
    {
      ...screw('body-screw', 'quarter-20', [at.socketX, 0, at.bottom], [0, 0, 1], [1, 0, 0], {
        lengthMm: 5,
        tool: 'coin',
        seconds: 30,
        exchangeable: true,
        lining: 'rubber',
        name: 'screw into the body',
        access: { atMm: [at.socketX, 0, under], direction: [0, 0, -1] },
      }),
      takes: [f.around.key],
      ...(f.refuses ? { refuses: f.refuses } : {}),
      formFit: true,
      carrier: true,
    },
    socket('under-quarter', 'quarter-20', [middle + 12, 0, under], [0, 0, -1], [1, 0, 0], {
      name: 'underside ¼″',
    }),
    socket(
      'under-three-eighths',
      'three-eighths-16',
      [middle - 12, 0, under],
      [0, 0, -1],
      [1, 0, 0],
      {
        holes: true,
        name: 'underside ⅜″ with pin holes',
      },
    ),
  ];
  if (f.coverage !== 'plate') {
    const inner = at.left + gapMm;
    const side = (
      id: string,
      fromMm: readonly number[],
      toMm: readonly number[],
      radiusMm?: number,
    ) =>
      Math.min(...fromMm.map((low, i) => toMm[i]! - low)) < leastBarMm
        ? []
        : [box(id, [...fromMm] as Triple, [...toMm] as Triple, 'metal', radiusMm)];
    const head = at.top + gapMm;
    solids.push(
      ...side('left-front', [foreFrom, inner, at.bottom], [face, left, head], 3),
      ...side('left-back', [back, inner, at.bottom], [aftTo, left, head], 3),
      ...side('left-foot', [aftTo, inner, at.bottom], [foreFrom, left, footTo]),
      ...side('left-head', [aftTo, inner, headFrom], [foreFrom, left, head]),
      box('roof', [back, right, at.top + gapMm], [front, left, top], 'metal', 4),
    );
    mounts.push(
      ...(footTo >= at.bottom + 2 * leastSocketMm
        ? [
            socket('left-low', 'quarter-20', [middle, left, at.bottom + 8], [0, 1, 0], [1, 0, 0], {
              name: 'foot of the left side ¼″',
            }),
          ]
        : []),
      socket('front-left', 'quarter-20', [face, at.left + gapMm + t / 2, 0], [1, 0, 0], [0, 0, 1], {
        holes: true,
        name: 'front of the left bar, with pin holes',
      }),
      socket('roof-quarter', 'quarter-20', [middle, quarterY, top], [0, 0, 1], [1, 0, 0], {
        name: 'roof ¼″',
      }),
      socket(
        'roof-three-eighths',
        'three-eighths-16',
        [middle, threadY, top],
        [0, 0, 1],
        [1, 0, 0],
        {
          holes: true,
          name: 'roof ⅜″ with pin holes',
        },
      ),
    );
  }
  if (f.coverage === 'full') {
    solids.push(
      box(
        'right-back',
        [back, right, at.bottom],
        [back + 10, at.right - gapMm, at.top + gapMm],
        'metal',
        3,
      ),
    );
    mounts.push(
      // Above the rail for a grip, where there is one.
      socket(
        'right-quarter',
        'quarter-20',
        [back + 5, right, f.rightRailMm ? f.rightRailMm / 2 + 9 : 0],
        [0, -1, 0],
        [0, 0, 1],
        {
          holes: true,
          name: 'right side, with pin holes',
        },
      ),
    );
  }
  if (f.coverage === 'full' && f.rightRailMm) {
    const half = f.rightRailMm / 2;
    solids.push(
      box('right-rail-bar', [back - 5, right - 5, -half], [back + 15, right, half], 'metal'),
    );
    mounts.push(
      mount('right-rail', 'nato-rail', 'rail', [back + 5, right - 5, 0], [0, -1, 0], [0, 0, 1], {
        name: 'rail on the right side',
        lengthwise: along([0, 0, 1], f.rightRailMm),
      }),
    );
  }
  if (f.coverage !== 'plate' && f.topRailMm > 0) {
    const half = f.topRailMm / 2;
    solids.push(
      box('top-rail-bar', [middle - half, -10, top], [middle + half, 10, top + 5], 'metal'),
    );
    mounts.push(
      mount('top-rail', 'nato-rail', 'rail', [middle, 0, top + 5], [0, 0, 1], [1, 0, 0], {
        name: 'rail on the roof',
        lengthwise: along([1, 0, 0], f.topRailMm),
      }),
    );
  }
  // Beside a rosette the rail stands at the very front; of a thin body what is clamped on it is clear of the plugs.
  const leftRail = {
    x: Math.max(
      f.rosettes ? face - 6 : front - 6,
      Math.min(face, sockets.xMm + halves.plugMm + halves.handleMm + 1),
    ),
    z: (at.bottom + at.shoulder) / 2,
    half: f.leftRailMm / 2,
  };
  if (f.coverage !== 'plate' && f.leftRailMm > 0) {
    const { x, z, half } = leftRail;
    solids.push(
      box('left-rail-bar', [x - 6, left, z - half], [x + 6, left + 5, z + half], 'metal'),
    );
    mounts.push(
      mount('left-rail', 'nato-rail', 'rail', [x, left + 5, z], [0, 1, 0], [0, 0, 1], {
        name: 'rail on the left side',
        lengthwise: along([0, 0, 1], f.leftRailMm),
      }),
    );
  }
  if (f.coverage !== 'plate') {
    for (let i = 0; i < f.shoes; i += 1) {
      const y = shoesY[i]!;
      solids.push(
        box(
          `shoe-block-${i + 1}`,
          [middle - 10, y - 11, top],
          [middle + 10, y + 11, top + 5],
          'metal',
        ),
      );
      mounts.push(
        mount(`shoe-${i + 1}`, 'cold-shoe', 'shoe', [middle, y, top + 5], [0, 0, 1], [1, 0, 0], {
          name: i === 0 ? 'cold shoe on the roof, left' : 'cold shoe on the roof, right',
          lengthwise: along([1, 0, 0], 20),
        }),
      );
    }
  }
  if (f.rosettes) {
    // Clear of the plugs: behind them where the body is deep, else ahead of them, above a rail that stands there.
    const clearMm = rosetteMm + halves.plugMm + 1;
    const isBehind = f.leftRailMm > 0 && sockets.xMm - (back + rosetteMm) >= clearMm;
    const above = leftRail.z + leftRail.half + rosetteMm + 1;
    const isAbove = !isBehind && f.leftRailMm > 0 && above + rosetteMm <= at.top + gapMm;
    const beside = f.leftRailMm > 0 ? back + rosetteMm : sockets.xMm + clearMm;
    const x = isAbove ? leftRail.x : beside;
    const z = isAbove ? above : 0;
    solids.push(rod('rosette', [x, left, z], [x, left + 8, z], rosetteMm, 'metal'));
    mounts.push(
      mount('left-rosette', 'rosette-m6', 'face', [x, left + 8, z], [0, 1, 0], [0, 0, 1], {
        toothPhaseDeg: 3,
      }),
    );
  }
  return { solids, mounts };
}

import { z } from 'zod';
import { LocalId, type Mount } from '../part/index.js';
import { LengthMm, type Solid } from '../solid/index.js';
import { BodyFigures, measureBodyFaces } from './body.js';
import { along, box, mount, rod, screw, socket } from './pieces.js';
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
  const under = at.bottom - t;
  const top = at.top + gapMm + t;
  const solids: Solid[] = [
    box('floor', [back, floorRight, under], [front, left, at.bottom], 'metal', 4),
    ...(f.coverage === 'full'
      ? [box('floor-front', [front - 8, right, under], [front, floorRight, at.bottom], 'metal', 3)]
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
    solids.push(
      box(
        'left-front',
        [front - 12, at.left + gapMm, at.bottom],
        [face, left, at.top + gapMm],
        'metal',
        3,
      ),
      box(
        'left-back',
        [back, at.left + gapMm, at.bottom],
        [back + 10, left, at.top + gapMm],
        'metal',
        3,
      ),
      box(
        'left-foot',
        [back + 10, at.left + gapMm, at.bottom],
        [front - 12, left, at.bottom + 16],
        'metal',
      ),
      box(
        'left-head',
        [back + 10, at.left + gapMm, at.top - 14],
        [front - 12, left, at.top + gapMm],
        'metal',
      ),
      box('roof', [back, right, at.top + gapMm], [front, left, top], 'metal', 4),
    );
    mounts.push(
      socket('left-low', 'quarter-20', [middle, left, at.bottom + 8], [0, 1, 0], [1, 0, 0], {
        name: 'foot of the left side ¼″',
      }),
      socket('front-left', 'quarter-20', [face, at.left + gapMm + t / 2, 0], [1, 0, 0], [0, 0, 1], {
        holes: true,
        name: 'front of the left bar, with pin holes',
      }),
      socket(
        'roof-quarter',
        'quarter-20',
        [middle, f.coverage === 'full' ? right + 16 : right + 7, top],
        [0, 0, 1],
        [1, 0, 0],
        {
          name: 'roof ¼″',
        },
      ),
      socket(
        'roof-three-eighths',
        'three-eighths-16',
        [middle, left - 18, top],
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
  if (f.coverage !== 'plate' && f.leftRailMm > 0) {
    const z = (at.bottom + at.shoulder) / 2;
    const half = f.leftRailMm / 2;
    // Beside a rosette the rail stands at the very front.
    const x = f.rosettes ? face - 6 : front - 6;
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
      const y = i === 0 ? left - 40 : right + 38;
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
    const x = f.leftRailMm > 0 ? back + 13 : middle;
    solids.push(rod('rosette', [x, left, 0], [x, left + 8, 0], 13, 'metal'));
    mounts.push(
      mount('left-rosette', 'rosette-m6', 'face', [x, left + 8, 0], [0, 1, 0], [0, 0, 1], {
        toothPhaseDeg: 3,
      }),
    );
  }
  return { solids, mounts };
}

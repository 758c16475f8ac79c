import { z } from 'zod';
import { LocalId, Name, type Mount } from '../part/index.js';
import { LengthMm, type Solid } from '../solid/index.js';
import {
  BodyFigures,
  measureBodyFaces,
  measureBodyLug,
  measureBodyPorts,
  measureBodyShoe,
  measureCellFront,
} from './body.js';
import { along, box, mount, rod, screw, socket, type Triple } from './pieces.js';
import type { Made } from './made.js';

/** What a shop page states about a cage; the rest comes from the body it is made for. */
export const CageFigures = z.strictObject({
  /** Figures of the body it is made for. */
  around: BodyFigures,
  wallMm: LengthMm,
  coverage: z.enum(['full', 'half', 'plate']),
  /** Made for no body of its own: it goes round any that fits inside. */
  generic: z.boolean().optional(),
  /** Length of the rail on top, along the optical axis; none where 0. */
  topRailMm: z.number().min(0).max(300),
  /** Length of the upright rail on the left side; none where 0. */
  leftRailMm: z.number().min(0).max(300),
  /** Length of the upright rail at the right rear, for a side grip; none where absent. */
  rightRailMm: z.number().min(0).max(300).optional(),
  shoes: z.int().min(0).max(2),
  rosettes: z.boolean().optional(),
  /** From middle to middle of the holes for locating pins. */
  pinsApartMm: LengthMm.optional(),
  /** Two plain ¼″ holes on the roof, one ahead of the other, so far apart; none where absent. */
  holePairMm: LengthMm.optional(),
  /** Where that pair is; over the hand's side where absent. */
  holePairAt: z.enum(['right', 'middle', 'left']).optional(),
  /** The underside is a 38 mm dovetail. */
  dovetail: z.boolean().optional(),
  /** How long that is; as long as the cage is deep where absent. */
  dovetailMm: LengthMm.optional(),
  /** A second ¼″ hole below, so far to the left of the first; none where absent. */
  underPairMm: LengthMm.optional(),
  /** It is also held by its left bar, as by a grip. */
  heldLeft: z.boolean().optional(),
  /** An eye for a strap on either side. */
  anchors: z.boolean().optional(),
  /** A screw beside the body's left strap lug takes hold of it there. */
  lugScrew: z.boolean().optional(),
  /** The roof leaves the body's own shoe free. */
  shoeOpen: z.boolean().optional(),
  /** No padding where metal meets the body. */
  bare: z.boolean().optional(),
  /** Two small holes beside the HDMI socket for a clamp that holds its plug: the pattern's name. */
  clampHoles: Name.optional(),
  /** Keys of bodies that are known not to go in. */
  refuses: z.array(LocalId).max(20).optional(),
});
export type CageFigures = z.infer<typeof CageFigures>;

const gapMm = 1;
/** What the plug of a lead wants beside a bar: its own radius and a little for the fingers, in mm (estimate). */
const plugMm = 10;
/** A socket in a bar wants so much on either side of its middle, in mm. */
const leastSocketMm = 6;
/** Half the width of a 38 mm dovetail as it is drawn below a cage, in mm. */
const dovetailHalfMm = 19;
/** Two sockets nearer than this run into each other, in mm (estimate). */
const leastApartMm = 14;
/** Between a lug and the screw that takes hold of it, in mm: within what a brace allows. */
const lugPlayMm = 0.6;
/** A bar thinner than this is none, in mm. */
const leastBarMm = 3;
/** A foot that is screwed on beside another wants half its own width, in mm: a shoe, a handle (estimates). */
const halves = { shoeMm: 11, handleMm: 14, plugMm: 6, railMm: 10 };
/** Half of what two small holes for a plug clamp take up on a bar, in mm (estimate). */
const clampHolesMm = 4;
/** The radius of a rosette's face, in mm. */
const rosetteMm = 13;

/** A cage, half cage or bottom plate around a body, in the body's own frame: bars, rails, shoes, sockets. */
export function createCage(f: CageFigures): Made {
  if (f.shoeOpen && f.topRailMm > 0) {
    throw new RangeError(
      'figures.topRailMm: a rail along the middle of the roof lies over the shoe that is to stay free',
    );
  }
  const at = measureBodyFaces(f.around);
  const t = f.wallMm;
  const front = at.front - 6;
  // The front of the left bar is flush with the body, so that what is screwed on ahead clears it.
  const face = at.front;
  const back = at.back + 6;
  const middle = (front + back) / 2;
  // The two sockets below stand to either side of the middle, as far as the bar goes.
  const spread = Math.max(0, Math.min(12, (front - back) / 2 - leastSocketMm));
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
  // Where the roof is open over the shoe, it is in the bar ahead of that; without one there is none.
  const openFrom = f.shoeOpen ? measureBodyShoe(f.around)[0] + shoeRoomMm : back;
  const isAhead = front - openFrom >= 2 * leastSocketMm;
  const threadX = f.shoeOpen && isAhead ? (openFrom + front) / 2 : middle;
  const threadY = hasRail ? left - halves.handleMm - 1 : 0;
  const quarterY = f.coverage === 'full' ? right + 16 : right + 7;
  // Shoes stand beside a handle, at the edges of the roof where that is in the middle.
  const besideMm = halves.handleMm + halves.shoeMm + 1;
  const beside = halves.railMm + halves.shoeMm;
  const rightY = Math.min(-beside - 1, right + 38);
  // Of a narrow roof with one shoe that is beyond the rail, where it leaves the thread free.
  const isNarrow = left - 40 < beside;
  const besideRail = !isNarrow
    ? [left - 40, rightY]
    : f.shoes === 1
      ? [rightY]
      : [Math.max(beside, left - halves.shoeMm), rightY];
  const shoesY = hasRail
    ? besideRail
    : [Math.max(besideMm, left - halves.shoeMm), Math.min(-besideMm, right + 38)];
  // The roof goes on under a shoe that stands beyond the body's side of it.
  const roofRight = Math.min(right, ...shoesY.slice(0, f.shoes).map((y) => y - halves.shoeMm));
  // A narrow roof has no room for it beside its shoes.
  const isUnderShoe = (y: number) =>
    shoesY.slice(0, f.shoes).some((shoe) => Math.abs(shoe - y) < halves.shoeMm + leastSocketMm);
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
        lining: f.bare ? 'metal' : 'rubber',
        name: 'screw into the body',
        access: { atMm: [at.socketX, 0, under], direction: [0, 0, -1] },
      }),
      ...(f.generic ? {} : { takes: [f.around.key] }),
      ...(f.refuses ? { refuses: f.refuses } : {}),
      formFit: true,
      carrier: true,
    },
    socket('under-quarter', 'quarter-20', [middle + spread, 0, under], [0, 0, -1], [1, 0, 0], {
      name: 'underside ¼″',
    }),
    // Of a bar too narrow for both the ¼″ socket is left.
    ...(spread < leastApartMm / 2
      ? []
      : [
          socket(
            'under-three-eighths',
            'three-eighths-16',
            [middle - spread, 0, under],
            [0, 0, -1],
            [1, 0, 0],
            { holes: true, name: 'underside ⅜″ with pin holes' },
          ),
        ]),
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
      ...createRoof(f, [back, roofRight, at.top + gapMm], [front, left, top]),
    );
    mounts.push(
      ...(footTo >= at.bottom + 2 * leastSocketMm
        ? [
            socket('left-low', 'quarter-20', [middle, left, at.bottom + 8], [0, 1, 0], [1, 0, 0], {
              name: 'foot of the left side ¼″',
            }),
          ]
        : // Of a low body the bar above its sockets has the room.
          head - headFrom >= 2 * leastSocketMm && foreFrom - aftTo >= 2 * leastSocketMm
          ? [
              socket(
                'left-high',
                'quarter-20',
                [(aftTo + foreFrom) / 2, left, (headFrom + head) / 2],
                [0, 1, 0],
                [1, 0, 0],
                { name: 'head of the left side ¼″' },
              ),
            ]
          : []),
      socket('front-left', 'quarter-20', [face, at.left + gapMm + t / 2, 0], [1, 0, 0], [0, 0, 1], {
        holes: true,
        name: 'front of the left bar, with pin holes',
      }),
      ...(isUnderShoe(quarterY)
        ? []
        : [
            socket('roof-quarter', 'quarter-20', [middle, quarterY, top], [0, 0, 1], [1, 0, 0], {
              name: 'roof ¼″',
            }),
          ]),
      ...((f.shoeOpen && !isAhead) || isUnderShoe(threadY)
        ? []
        : [
            socket(
              'roof-three-eighths',
              'three-eighths-16',
              [threadX, threadY, top],
              [0, 0, 1],
              [1, 0, 0],
              {
                holes: true,
                name: 'roof ⅜″ with pin holes',
              },
            ),
          ]),
    );
  }
  if (f.coverage !== 'plate' && f.holePairMm) {
    if (f.holePairMm > front - back - leastSocketMm) {
      throw new RangeError(
        `figures.holePairMm: the roof of this cage is ${Math.round(front - back)} mm long`,
      );
    }
    const y = { right: quarterY, middle: 0, left: left - halves.handleMm - 1 }[
      f.holePairAt ?? 'right'
    ];
    if (isUnderShoe(y)) {
      throw new RangeError('figures.holePairMm: beside its shoes the roof has no room for them');
    }
    if (f.holePairAt === 'middle' && (hasRail || f.shoeOpen)) {
      throw new RangeError(
        'figures.holePairAt: in the middle of the roof is the rail, or the shoe that is to stay free',
      );
    }
    // Behind and ahead of the single hole there, which the pair replaces.
    const replaced = mounts.filter(
      (m) =>
        (m.id === 'roof-quarter' || m.id === 'roof-three-eighths') &&
        Math.abs(m.originMm[1] - y) < leastApartMm &&
        Math.abs(m.originMm[0] - middle) < f.holePairMm! / 2 + leastApartMm,
    );
    for (const m of replaced) mounts.splice(mounts.indexOf(m), 1);
    mounts.push(
      ...([-1, 1] as const).map((side) =>
        socket(
          side < 0 ? 'roof-pair-rear' : 'roof-pair-front',
          'quarter-20',
          [middle + (side * f.holePairMm!) / 2, y, top],
          [0, 0, 1],
          [1, 0, 0],
          { name: side < 0 ? 'rear hole of the pair on the roof' : 'front hole of the pair' },
        ),
      ),
    );
  }
  if (f.dovetail) {
    const long = f.dovetailMm ?? front - back;
    const [from, to] = [middle - long / 2, middle + long / 2];
    solids.push(
      box('dovetail', [from, -dovetailHalfMm, under - 8], [to, dovetailHalfMm, under], 'metal', 1),
    );
    for (const id of ['under-quarter', 'under-three-eighths']) {
      const at = mounts.findIndex((m) => m.id === id);
      if (at >= 0) mounts.splice(at, 1);
    }
    mounts.push(
      mount(
        'under-dovetail',
        'dovetail-38',
        'plate',
        [middle, 0, under - 8],
        [0, 0, -1],
        [1, 0, 0],
        {
          name: '38 mm dovetail below',
          lengthwise: along([1, 0, 0], long),
        },
      ),
      socket(
        'under-quarter',
        'quarter-20',
        [middle + spread, 0, under - 8],
        [0, 0, -1],
        [1, 0, 0],
        {
          name: 'underside ¼″',
        },
      ),
    );
  }
  if (f.underPairMm) {
    const [x, y, z] = mounts.find((m) => m.id === 'under-quarter')!.originMm;
    // To the left of the first, where the floor is widest: at the right the battery comes out.
    if (y + f.underPairMm > left - leastSocketMm) {
      throw new RangeError(
        `figures.underPairMm: to the left of the first the floor is ${Math.floor(left - leastSocketMm - y)} mm wide`,
      );
    }
    // A dovetail is a face of its own: the second lies in it or in the floor beside it.
    const offEdge = f.dovetail ? Math.abs(y + f.underPairMm) - dovetailHalfMm : -leastSocketMm;
    if (Math.abs(offEdge) < leastSocketMm) {
      throw new RangeError(
        `figures.underPairMm: a hole there is cut by the edge of the dovetail, ${dovetailHalfMm} mm from its middle`,
      );
    }
    const secondZ = offEdge > 0 ? under : z;
    mounts.push(
      socket('under-second', 'quarter-20', [x, y + f.underPairMm, secondZ], [0, 0, -1], [1, 0, 0], {
        name: 'second underside ¼″',
      }),
    );
  }
  if (f.coverage !== 'plate' && f.lugScrew) {
    const [x, , z] = measureBodyLug(f.around);
    const within = Math.min(face - 2, x);
    // Of a shallow body the lug stands behind the front bar: a tab of its own reaches it.
    if (within < foreFrom && z < headFrom) {
      solids.push(
        box('lug-tab', [within - 4, at.left + gapMm, z - 4], [foreFrom, left, z + 4], 'metal', 1),
      );
    }
    mounts.push(
      mount(
        'lug-screw',
        'strap-lug',
        'strap',
        [within, at.left + lugPlayMm, z],
        [0, -1, 0],
        [0, 0, 1],
        {
          name: 'screw to the strap lug',
          fastening: { tool: 'hex-2.5', seconds: 25 },
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
    // Above the rail for a grip, where there is one and the bar goes on there.
    const z = f.rightRailMm ? f.rightRailMm / 2 + 9 : 0;
    if (z <= at.top) {
      mounts.push(
        socket('right-quarter', 'quarter-20', [back + 5, right, z], [0, -1, 0], [0, 0, 1], {
          holes: true,
          name: 'right side, with pin holes',
        }),
      );
    }
  }
  if (f.anchors) {
    const isPlate = f.coverage === 'plate';
    const z = isPlate ? at.bottom - t / 2 : top - t / 2;
    mounts.push(
      ...([1, -1] as const).map((side) =>
        mount(
          side > 0 ? 'anchor-left' : 'anchor-right',
          'strap-lug',
          'lug',
          [back + leastSocketMm, side > 0 ? left : isPlate ? floorRight : roofRight, z],
          [0, side, 0],
          [0, 0, 1],
          { name: side > 0 ? 'eye for a strap, left' : 'eye for a strap, right' },
        ),
      ),
    );
  }
  if (f.coverage === 'full' && f.rightRailMm) {
    const half = f.rightRailMm / 2;
    // It stands beside the opening: the roof's end and the floor's bear what else is there.
    const [low, high] = [at.bottom, top - t];
    if (2 * half > high - low) {
      throw new RangeError(
        `figures.rightRailMm: the right side is ${Math.floor(high - low)} mm tall`,
      );
    }
    const middleZ = Math.max(low + half, Math.min(high - half, 0));
    solids.push(
      box(
        'right-rail-bar',
        [back - 5, right - 5, middleZ - half],
        [back + 15, right, middleZ + half],
        'metal',
      ),
    );
    mounts.push(
      mount(
        'right-rail',
        'nato-rail',
        'rail',
        [back + 5, right - 5, middleZ],
        [0, -1, 0],
        [0, 0, 1],
        {
          name: 'rail on the right side',
          lengthwise: along([0, 0, 1], f.rightRailMm),
        },
      ),
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
          name: y > 0 ? 'cold shoe on the roof, left' : 'cold shoe on the roof, right',
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
    // On a thin body neither is clear: over the topmost socket or under the lowest, wherever no thread or rail is.
    const isFree = isAbove || isBehind || f.leftRailMm === 0;
    const isBare = (zMm: number) =>
      mounts.every(
        ({ id, originMm: [mx, my, mz] }) =>
          id === 'left-high' ||
          my < left - 1 ||
          Math.hypot(mx - x, mz - zMm) > rosetteMm + leastSocketMm,
      ) &&
      (Math.abs(x - leftRail.x) > rosetteMm + 6 ||
        Math.abs(zMm - leftRail.z) > rosetteMm + leftRail.half);
    const [bare = 0] = [Math.max(...sides) + clearMm, Math.min(...sides) - clearMm].filter(
      (zMm) => zMm + rosetteMm <= top + 4 && zMm - rosetteMm >= at.bottom - f.wallMm && isBare(zMm),
    );
    const z = isAbove ? above : isFree ? 0 : bare;
    // Where both have no room the rosette takes the place of the thread at the head of the bar.
    const buried = mounts.findIndex(
      ({ id, originMm: [mx, , mz] }) =>
        id === 'left-high' && Math.hypot(mx - x, mz - z) <= rosetteMm + leastSocketMm,
    );
    if (!isFree && buried >= 0) mounts.splice(buried, 1);
    solids.push(rod('rosette', [x, left, z], [x, left + 8, z], rosetteMm, 'metal'));
    mounts.push(
      mount('left-rosette', 'rosette-m6', 'face', [x, left + 8, z], [0, 1, 0], [0, 0, 1], {
        toothPhaseDeg: 3,
      }),
    );
  }
  if (f.coverage !== 'plate' && f.clampHoles) {
    // On whichever bar beside the socket nothing stands.
    const places: readonly (readonly [x: number, z: number, room: number])[] = [
      [(back + aftTo) / 2, sockets.zMm.hdmi, aftTo - back],
      [(foreFrom + face) / 2, sockets.zMm.hdmi, face - foreFrom],
      [sockets.xMm, (at.bottom + footTo) / 2, footTo - at.bottom],
      [sockets.xMm, (headFrom + at.top) / 2, at.top - headFrom],
    ];
    const isTaken = (x: number, z: number) =>
      mounts.some(
        (m) =>
          m.id === 'left-low' &&
          Math.hypot(x - m.originMm[0], z - m.originMm[2]) < leastApartMm / 2,
      ) ||
      solids.some(
        (s) =>
          (s.id === 'left-rail-bar' || s.id === 'rosette') &&
          Math.abs(x - s.atMm[0]) <
            clampHolesMm + (s.type === 'box' ? s.sizeMm[0] / 2 : rosetteMm) &&
          Math.abs(z - s.atMm[2]) < clampHolesMm + (s.type === 'box' ? s.sizeMm[2] / 2 : rosetteMm),
      );
    const free = places.find(([x, z, room]) => room >= 2 * leastBarMm && !isTaken(x, z));
    if (!free) {
      throw new RangeError(
        'figures.clampHoles: rail and rosette leave no room for them beside the HDMI socket',
      );
    }
    mounts.push(
      mount(
        'clamp-holes',
        'bolt-pattern',
        'socket',
        [free[0], left, free[1]],
        [0, 1, 0],
        [0, 0, 1],
        {
          name: 'holes for a plug clamp',
          family: f.clampHoles,
        },
      ),
    );
  }
  const barX = (back + Math.min(back + 10, aftTo)) / 2;
  return {
    solids,
    ...(f.heldLeft && f.coverage !== 'plate'
      ? {
          grips: [
            {
              id: 'left-bar',
              name: 'left bar',
              use: 'carry' as const,
              place: 'side' as const,
              fromMm: [barX, left, at.bottom + 10] as Triple,
              toMm: [barX, left, at.top - 10] as Triple,
              radiusMm: Math.max(t, 8),
              hand: 'left' as const,
            },
          ],
        }
      : {}),
    mounts: f.pinsApartMm === undefined ? mounts : mounts.map((m) => withPins(m, f.pinsApartMm!)),
  };
}

const withPins = (m: Mount, spacingMm: number): Mount =>
  m.locating ? { ...m, locating: { ...m.locating, spacingMm } } : m;

/** Half the width of what stands in a body's shoe, and a little for the fingers, in mm (estimate). */
const shoeRoomMm = 15;

/** The roof between two corners: whole, or in two bars that leave the body's shoe free between them. */
function createRoof(f: CageFigures, low: Triple, high: Triple): Solid[] {
  if (!f.shoeOpen) return [box('roof', low, high, 'metal', 4)];
  const shoe = measureBodyShoe(f.around);
  const ends: readonly (readonly [string, number, number])[] = [
    ['roof-left', Math.max(low[1], shoe[1] + shoeRoomMm), high[1]],
    ['roof-right', low[1], Math.min(high[1], shoe[1] - shoeRoomMm)],
  ];
  const bars = ends
    .filter(([, from, to]) => to - from >= leastBarMm)
    .map(([id, from, to]) => box(id, [low[0], from, low[2]], [high[0], to, high[2]], 'metal', 4));
  // Ahead of the shoe the two are one, so that a handle has its thread in the middle.
  const aheadFrom = shoe[0] + shoeRoomMm;
  return high[0] - aheadFrom >= leastBarMm
    ? [...bars, box('roof-front', [aheadFrom, low[1], low[2]], high, 'metal', 2)]
    : bars;
}

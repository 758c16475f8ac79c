import { z } from 'zod';
import type { Mount } from '../part/index.js';
import { LengthMm, Surface, type Solid } from '../solid/index.js';
import { along, box, createBase, mount, rod, socket } from './pieces.js';
import type { Made } from './made.js';

/** What a shop page states about a top handle, in mm. */
export const TopHandleFigures = z.strictObject({
  /** Of the bar that the hand goes round. */
  lengthMm: LengthMm,
  /** From the base to the top of the bar. */
  heightMm: LengthMm,
  base: z.enum(['three-eighths-pins', 'nato', 'cold-shoe']),
  /** From the rear end of the bar to the base. */
  baseFromRearMm: z.number().min(0).max(1000),
  barDiameterMm: LengthMm,
  surface: Surface,
  shoe: z.boolean(),
  /** A ¼″ socket on the bar's top towards the front: none, plain, or with pin holes. */
  socket: z.enum(['none', 'plain', 'holes']),
  posts: z.union([z.literal(1), z.literal(2)]),
});
export type TopHandleFigures = z.infer<typeof TopHandleFigures>;

/** A top handle: base, one or two posts, the bar, and what can be fixed on it. Origin at its base. */
export function createTopHandle(f: TopHandleFigures): Made {
  const rear = -f.baseFromRearMm;
  const front = rear + f.lengthMm;
  const r = f.barDiameterMm / 2;
  const axis = f.heightMm - r;
  const solids: Solid[] = [
    box('foot', [-17, -14, 0], [17, 14, 12], 'metal', 2),
    box('post', [-9, -8, 12], [9, 8, axis], 'metal', 2),
    rod('bar', [rear, 0, axis], [front, 0, axis], r, f.surface),
    box('nose-block', [front, -12, axis - r], [front + 34, 12, axis + r], 'metal', 3),
  ];
  if (f.posts === 2) {
    const x = f.baseFromRearMm > f.lengthMm / 2 ? rear + 10 : front - 8;
    solids.push(box('second-post', [x - 7, -8, 8], [x + 7, 8, axis], 'metal', 2));
  }
  const mounts: Mount[] = [createBase(f.base, [0, 0, -1], [1, 0, 0], { clampMm: 34 })];
  const top = axis + r;
  if (f.shoe) {
    mounts.push(
      mount('shoe', 'cold-shoe', 'shoe', [front + 20, 0, top], [0, 0, 1], [1, 0, 0], {
        name: 'shoe on the nose',
        lengthwise: along([1, 0, 0], 22),
      }),
    );
  }
  mounts.push(
    socket('nose', 'quarter-20', [front + 34, 0, axis], [1, 0, 0], [0, 0, 1], {
      name: 'end of the nose',
    }),
  );
  if (f.socket !== 'none') {
    mounts.push(
      socket('top', 'quarter-20', [front - 8, 0, top], [0, 0, 1], [1, 0, 0], {
        holes: f.socket === 'holes',
        depthMm: 9,
        name: f.socket === 'holes' ? 'top of the bar, with pin holes' : 'top of the bar',
      }),
    );
  }
  return {
    solids,
    mounts,
    grips: [
      {
        id: 'palm',
        use: 'carry',
        place: 'top',
        fromMm: [rear + 10, 0, axis],
        toMm: [front - 10, 0, axis],
        radiusMm: r,
        hand: 'either',
        open: f.posts === 1 ? 'from' : 'none',
      },
    ],
  };
}

/** What a shop page states about a side grip, in mm. */
export const SideGripFigures = z.strictObject({
  heightMm: LengthMm,
  diameterMm: LengthMm,
  /** From the mating face to the middle of the grip. */
  outMm: LengthMm,
  base: z.enum(['nato', 'rosette', 'quarter-pins']),
  surface: Surface,
});
export type SideGripFigures = z.infer<typeof SideGripFigures>;

/** A side grip: made for the left side, turned about for the right. Origin at its mating face. */
export function createSideGrip(f: SideGripFigures): Made {
  const r = f.diameterMm / 2;
  const low = -f.heightMm * 0.62;
  const high = f.heightMm * 0.38;
  return {
    solids: [
      box('foot', [-14, 0, -16], [14, 12, 16], 'metal', 2),
      rod('stem', [0, 12, 0], [0, f.outMm - r * 0.8, 0], 8, 'metal'),
      rod('palm', [0, f.outMm, low], [0, f.outMm, high], r, f.surface),
      rod('cap-disc', [0, f.outMm, high], [0, f.outMm, high + 5], r * 0.9, 'metal'),
    ],
    mounts: [
      createBase(f.base, [0, -1, 0], [0, 0, 1]),
      socket('cap', 'quarter-20', [0, f.outMm, high + 5], [0, 0, 1], [1, 0, 0], { name: 'cap' }),
    ],
    grips: [
      {
        id: 'hold',
        use: 'carry',
        place: 'side',
        fromMm: [0, f.outMm, low + 8],
        toMm: [0, f.outMm, high - 8],
        radiusMm: r,
        hand: 'either',
        open: 'from',
      },
    ],
  };
}

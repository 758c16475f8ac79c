import type { Hold } from '../hold/index.js';
import { hasTrait } from '../part/index.js';
import {
  add,
  dot,
  measureLength,
  place,
  rotate,
  scale,
  subtract,
  type Vec3,
} from '../placement/index.js';
import { placeSolids, type Assembly, type PlacedItem } from '../rig/index.js';
import { measureReachMm } from '../solid/index.js';

/** Something near a microphone that it hears. */
export interface Noise {
  readonly mic: PlacedItem;
  readonly from: PlacedItem;
  readonly by: 'fan' | 'lens-motor' | 'hand';
  readonly apartMm: number;
}

/** Where a microphone's capsule is: the farthest that it reaches the way it looks, a fifth of its length back (estimate). */
export function findTip(mic: PlacedItem): { readonly tipMm: Vec3; readonly ahead: Vec3 } {
  const ahead = rotate(mic.rigFromPart.rotation, [1, 0, 0]);
  const solids = placeSolids(mic);
  const reach = (way: Vec3) =>
    Math.max(...solids.map((s) => measureReachMm(s.solid, s.rigFromSolid, way)));
  const front = reach(ahead);
  const long = front + reach(scale(ahead, -1));
  // On the axis of its longest round solid, else of the part.
  const [axis] = solids
    .filter((s) => s.solid.type === 'cylinder')
    .sort((a, b) => lengthOf(b.solid) - lengthOf(a.solid));
  const through = axis ? axis.rigFromSolid.originMm : mic.rigFromPart.originMm;
  const at = add(through, scale(ahead, front - long / 5 - dot(through, ahead)));
  return { tipMm: at, ahead };
}

const lengthOf = (solid: { readonly type: string; readonly lengthMm?: number }): number =>
  solid.lengthMm ?? 0;

/** Nearer than this a microphone hears it in a quiet room, mm (estimates). */
export const nearMm: Readonly<Record<Noise['by'], number>> = {
  fan: 80,
  'lens-motor': 90,
  hand: 70,
};

/** The place of a keep-clear space or of a control, in the rig's frame. */
const placeOf = (placed: PlacedItem, atMm: Vec3): Vec3 => place(placed.rigFromPart, atMm);

/**
 * What each microphone is near to: air outlets, the motor of a lens that focuses by itself or of a focus drive, and hands that
 * hold the rig where nothing of rubber stands between. Distances from its capsule, mm; only those below {@link nearMm}.
 */
export function listNoises(assembly: Assembly, hold: Hold): Noise[] {
  const mics = assembly.items.filter((p) => p.part.kind === 'microphone');
  return mics.flatMap((mic): Noise[] => {
    const { tipMm } = findTip(mic);
    const to = (at: Vec3) => measureLength(subtract(at, tipMm));
    const fans = assembly.items.flatMap((from) =>
      (from.part.keepClear ?? [])
        .filter((k) => k.purpose === 'air-outlet')
        .map((k): Noise => ({ mic, from, by: 'fan', apartMm: to(placeOf(from, k.shape.atMm)) })),
    );
    const motors = assembly.items.flatMap((from): Noise[] => {
      const isLens = hasTrait(from.part, 'optic') && from.part.autofocus === true;
      if (!isLens && from.part.drive?.by !== 'motor') return [];
      const control = from.part.controls?.find((c) => c.use === 'focus');
      const at = control ? placeOf(from, control.atMm) : from.rigFromPart.originMm;
      return [{ mic, from, by: 'lens-motor', apartMm: to(at) }];
    });
    const isOnRubber = mic.part.hears?.shockMount !== false;
    const hands =
      hold.state === 'held' && !isOnRubber
        ? hold.grips.flatMap(({ itemId, pointMm }): Noise[] => {
            const from = assembly.byId.get(itemId);
            return from ? [{ mic, from, by: 'hand', apartMm: to(pointMm) }] : [];
          })
        : [];
    return [...fans, ...motors, ...hands].filter((n) => n.apartMm < nearMm[n.by]);
  });
}

import type { Hold } from '../hold/index.js';
import { hasTrait, type PartBook } from '../part/index.js';
import { createTurnAbout, dot, negate, place, subtract, type Vec3 } from '../placement/index.js';
import {
  isInBranch,
  listTurnsDeg,
  placeSolids,
  toAllowedSlideMm,
  measureSlideDirection,
  type Assembly,
  type Edit,
  type PlacedItem,
} from '../rig/index.js';
import { measureReachMm } from '../solid/index.js';
import { measureApartDeg, toRad } from '../units/index.js';
import { measureUsed } from './spare.js';

/** A battery on the rig, and how far it stands out beyond everything else, away from what it sits on. */
export interface Proud {
  readonly itemId: string;
  readonly mm: number;
  readonly towards: 'ahead' | 'behind' | 'left' | 'right' | 'up' | 'down';
}

/** A rod or rail: its length, how much of it this setup uses, and how much all setups of the rig. */
export interface UsedLength {
  readonly itemId: string;
  readonly mountId: string;
  readonly lengthMm: number;
  readonly hereMm: number;
  readonly everywhereMm: number;
}

/** How two hands stand to each other, and the turn or slide of one grip that brings them nearest to level. */
export interface HandsApart {
  readonly heightMm: number;
  readonly depthMm: number;
  /** Undefined where nothing on the rig makes it better by a millimetre. */
  readonly better:
    { readonly itemId: string; readonly heightMm: number; readonly edit: Edit } | undefined;
}

const measureReach = (items: readonly PlacedItem[], direction: Vec3): number =>
  Math.max(
    ...items.flatMap((p) =>
      placeSolids(p).map((s) => measureReachMm(s.solid, s.rigFromSolid, direction)),
    ),
  );

/** Batteries that stand out beyond the rest of the rig, by how much and which way; cells in a bay inside a body do not. */
export function listProud(assembly: Assembly, { axes }: Hold): Proud[] {
  const ways = [
    ['ahead', axes.forward],
    ['behind', negate(axes.forward)],
    ['left', axes.left],
    ['right', negate(axes.left)],
    ['up', negate(axes.down)],
    ['down', axes.down],
  ] as const;
  return assembly.items.flatMap((battery): Proud[] => {
    const { carriedBy } = battery;
    if (!hasTrait(battery.part, 'cell') || !carriedBy) return [];
    const out = carriedBy.rigFromParentMount.rotation.z;
    const [[towards, way]] = [...ways].sort(([, a], [, b]) => dot(b, out) - dot(a, out)) as [
      (typeof ways)[number],
    ];
    const others = assembly.items.filter(
      (p) => !isInBranch(battery, p) && !hasTrait(p.part, 'soft') && !hasTrait(p.part, 'grounded'),
    );
    const mm = measureReach([battery], way) - measureReach(others, way);
    return mm > 0.5 ? [{ itemId: battery.item.id, mm, towards }] : [];
  });
}

/** How much of each rod and rail on the rig is used: the shortest that would do here, and for all setups. */
export function listUsedLengths(assembly: Assembly, parts: PartBook): UsedLength[] {
  return assembly.items.flatMap((placed) => {
    if (!hasTrait(placed.part, 'by-length')) return [];
    return placed.part.mounts.flatMap((mount): UsedLength[] => {
      if (!mount.lengthwise || mount.alongside !== undefined) return [];
      const here = measureUsed(assembly, parts, placed, mount, [assembly.setup]);
      const all = measureUsed(assembly, parts, placed, mount);
      if (!here || !all) return [];
      return [
        {
          itemId: placed.item.id,
          mountId: mount.id,
          lengthMm: mount.lengthwise.toMm - mount.lengthwise.fromMm,
          hereMm: here.toMm - here.fromMm,
          everywhereMm: all.toMm - all.fromMm,
        },
      ];
    });
  });
}

/** What the joint of a part with a grip could be set to, and where the hand on it would then be. */
function listSettings(
  assembly: Assembly,
  itemId: string,
  pointMm: Vec3,
): { readonly edit: Edit; readonly atMm: Vec3; readonly size: number }[] {
  const setupId = assembly.setup.id;
  const joint = assembly.byId.get(itemId)?.carriedBy;
  if (!joint || joint.mate.state !== 'mates') return [];
  const { id: jointId, turnDeg: now, slideMm } = joint.joint;
  const { originMm, rotation } = joint.rigFromParentMount;
  const turns = listTurnsDeg(joint.mate, joint.parentMount, joint.childMount)
    // Farther it is another way of holding, not a correction.
    .filter((deg) => measureApartDeg(deg, now) > 0.1 && measureApartDeg(deg, now) <= 45)
    .map((turnDeg) => ({
      edit: { type: 'turn', setupId, jointId, turnDeg } as const,
      atMm: place(createTurnAbout(originMm, rotation.z, toRad(turnDeg - now)), pointMm),
      size: measureApartDeg(turnDeg, now),
    }));
  const along = measureSlideDirection(assembly, joint);
  const { slide } = joint;
  const slides =
    along && slide
      ? Array.from({ length: 81 }, (_, i) => toAllowedSlideMm(slide, slideMm + i - 40))
          .filter((mm) => mm !== slideMm)
          .map((mm) => ({
            edit: { type: 'slide', setupId, jointId, slideMm: mm } as const,
            atMm: [
              pointMm[0] + along[0] * (mm - slideMm),
              pointMm[1] + along[1] * (mm - slideMm),
              pointMm[2] + along[2] * (mm - slideMm),
            ] as Vec3,
            size: Math.abs(mm - slideMm),
          }))
      : [];
  return [...turns, ...slides];
}

/** How far the two hands of a rig held by its grips are apart in height and depth; undefined where it is held otherwise. */
export function measureHandsApart(assembly: Assembly, hold: Hold): HandsApart | undefined {
  // In portrait one hand is above the other on purpose.
  if (hold.state !== 'held' || hold.kind !== 'grips' || assembly.setup.attitude !== 'level') {
    return undefined;
  }
  const [a, b] = hold.grips;
  if (!a || !b) return undefined;
  const { down, forward } = hold.axes;
  const heightOf = (p: Vec3, q: Vec3) => Math.abs(dot(subtract(p, q), down));
  const depthOf = (p: Vec3, q: Vec3) => Math.abs(dot(subtract(p, q), forward));
  const heightMm = heightOf(a.pointMm, b.pointMm);
  const depthMm = depthOf(a.pointMm, b.pointMm);
  const [best] = (
    [
      [a, b],
      [b, a],
    ] as const
  )
    // What is turned with both hands on it brings neither nearer to the other.
    .filter(
      ([one, other]) =>
        !isInBranch(assembly.byId.get(one.itemId)!, assembly.byId.get(other.itemId)!),
    )
    .flatMap(([one, other]) =>
      listSettings(assembly, one.itemId, one.pointMm).map((s) => ({
        ...s,
        itemId: one.itemId,
        heightMm: heightOf(s.atMm, other.pointMm),
        depthMm: depthOf(s.atMm, other.pointMm),
      })),
    )
    // What brings the hands level and one far before the other is no gain.
    .filter((s) => s.heightMm < heightMm - 1 && s.depthMm <= Math.max(depthMm, heightMm))
    .sort((x, y) => Math.round(x.heightMm) - Math.round(y.heightMm) || x.size - y.size);
  return {
    heightMm,
    depthMm,
    better: best && { itemId: best.itemId, heightMm: best.heightMm, edit: best.edit },
  };
}

import { createFinding, type Finding } from '../finding/index.js';
import {
  add,
  cross,
  dot,
  measureLength,
  place,
  rotate,
  scale,
  subtract,
  type Vec3,
} from '../placement/index.js';
import {
  measureSetting,
  rigFromMount,
  type Assembly,
  type Edit,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import { createProbe, isEntered } from '../space/index.js';
import { toDeg, tolerances } from '../units/index.js';
import type { Geometry } from './overlap.js';

/** The optical axis of the camera: through the lens mount of the body, along its normal. */
function findOpticalAxis(assembly: Assembly): { atMm: Vec3; ahead: Vec3; up: Vec3 } | undefined {
  const body = assembly.items[0]!;
  const mount = body.part.mounts.find((m) => m.kind === 'lens-mount');
  if (!mount) return undefined;
  const frame = rigFromMount(body, mount);
  return { atMm: frame.originMm, ahead: frame.rotation.z, up: frame.rotation.x };
}

/** The rods that carry an item, near or far, and where their middle plane is. */
function findRods(
  assembly: Assembly,
  placed: PlacedItem,
): { placed: PlacedItem; atMm: Vec3; up: Vec3 } | undefined {
  let at: PlacedItem | undefined = placed;
  while (at?.carriedBy) {
    const carriedBy: PlacedJoint = at.carriedBy;
    const { mate } = carriedBy;
    const isOnRods =
      mate.state === 'mates' && (mate.as === 'rod-15-pair' || mate.as === 'rod-15-single');
    const parent: PlacedItem = assembly.byId.get(carriedBy.parent)!;
    if (isOnRods && carriedBy.parentMount.side === 'rods') {
      const frame = rigFromMount(parent, carriedBy.parentMount);
      return { placed: parent, atMm: frame.originMm, up: frame.rotation.z };
    }
    at = parent;
  }
  return undefined;
}

/**
 * Parts that must stand on the optical axis (a matte box's opening, a support's ring) and how far they are
 * off: up, to the left and turned. With rods between, the axis must lie 85 mm over them. Just within the
 * tolerance is within it.
 */
export function findAxisFindings(assembly: Assembly): Finding[] {
  const axis = findOpticalAxis(assembly);
  if (!axis) return [];
  const { settings } = assembly.rig;
  const within = measureSetting(settings, 'rodsToleranceMm');
  return assembly.items.flatMap((placed) => {
    const own = placed.part.opticalAxis;
    if (!own) return [];
    const off = subtract(place(placed.rigFromPart, own.atMm), axis.atMm);
    const left = cross(axis.up, axis.ahead);
    const [upMm, leftMm] = [dot(off, axis.up), dot(off, left)];
    const direction = rotate(placed.rigFromPart.rotation, own.direction);
    const turnDeg = toDeg(Math.acos(Math.min(1, Math.abs(dot(direction, axis.ahead)))));
    if (Math.abs(upMm) <= within && Math.abs(leftMm) <= within && turnDeg <= 1) return [];
    const rods = findRods(assembly, placed);
    const axisOverRodsMm = rods && dot(subtract(axis.atMm, rods.atMm), rods.up);
    return [
      createFinding(
        'off-optical-axis',
        'stops',
        { items: [placed.item.id, ...(rods ? [rods.placed.item.id] : [])] },
        { upMm, leftMm, turnDeg, axisOverRodsMm },
      ),
    ];
  });
}

/**
 * Focus drives and the gear rings they must turn: teeth that reach each other without pressing, in one
 * plane. Needs the pitch diameters of both; without them nothing is said.
 */
export function findGearFindings(assembly: Assembly): Finding[] {
  const list = (side: 'ring' | 'drive') =>
    assembly.items.flatMap((placed) =>
      placed.part.mounts
        .filter((m) => m.kind === 'gear-08' && m.side === side)
        .map((mount) => ({ placed, mount, frame: rigFromMount(placed, mount) })),
    );
  const rings = list('ring');
  const toleranceMm = measureSetting(assembly.rig.settings, 'gearToleranceMm');
  return list('drive').flatMap((drive) => {
    const about = (ring: string | undefined) => ({
      items: [drive.placed.item.id, ...(ring === undefined ? [] : [ring])],
      key: drive.mount.id,
    });
    const [ring] = rings;
    if (!ring) {
      return [
        createFinding('gear-out-of-mesh', 'stops', about(undefined), {
          ring: 'none',
          apartMm: 0,
          asideMm: 0,
        }),
      ];
    }
    if (ring.mount.sizeMm === undefined || drive.mount.sizeMm === undefined) return [];
    const axis = ring.frame.rotation.x;
    const middle = (g: typeof ring) =>
      add(g.frame.originMm, scale(g.frame.rotation.z, -(g.mount.sizeMm ?? 0) / 2));
    const between = subtract(middle(drive), middle(ring));
    const along = dot(between, axis);
    const apartMm =
      measureLength(subtract(between, scale(axis, along))) -
      (ring.mount.sizeMm + drive.mount.sizeMm) / 2;
    const width = ((ring.mount.gearWidthMm ?? 0) + (drive.mount.gearWidthMm ?? 0)) / 2;
    const asideMm = Math.max(0, Math.abs(along) - width);
    if (Math.abs(apartMm) <= toleranceMm && asideMm <= tolerances.lengthMm) return [];
    return [
      createFinding('gear-out-of-mesh', 'stops', about(ring.placed.item.id), {
        ring: 'there',
        apartMm,
        asideMm,
      }),
    ];
  });
}

/** How far above its pad a support looks for a lens, in mm. */
const supportSearchMm = 120;

/**
 * Lens supports whose pad does not reach the lens above it: how far it is off, and how far the pad can
 * still rise. Just within the tolerance of a brace it touches.
 */
export function findSupportFindings({ space }: Geometry): Finding[] {
  const { assembly } = space;
  return assembly.items.flatMap((placed) => {
    if (placed.part.kind !== 'lens-support') return [];
    const pad = placed.part.mounts.find((m) => m.id === 'pad');
    if (!pad) return [];
    const frame = rigFromMount(placed, pad);
    const isLens = (p: PlacedItem) => p.part.kind === 'lens';
    const reaches = (mm: number) =>
      isEntered(space, [createProbe(frame.originMm, frame.rotation.z, 1, mm)], isLens);
    if (!reaches(supportSearchMm)) return [];
    let [clear, met] = [0, supportSearchMm];
    // Ten halvings of 120 mm come to 0.12 mm.
    for (let i = 0; i < 10; i += 1) {
      const middle = (clear + met) / 2;
      if (reaches(Math.max(0.05, middle))) met = middle;
      else clear = middle;
    }
    if (clear <= tolerances.braceGapMm) return [];
    const lift = placed.part.movements?.find((m) => m.carries.includes(pad.id));
    const now = lift ? (assembly.setup.stances?.[placed.item.id]?.[lift.id] ?? lift.rest) : 0;
    const liftMm = lift ? lift.to - now : 0;
    const edits: Edit[] =
      lift && liftMm >= clear
        ? [
            {
              type: 'set-stance',
              setupId: assembly.setup.id,
              itemId: placed.item.id,
              movementId: lift.id,
              value: Math.floor((now + clear) * 10) / 10,
            },
          ]
        : [];
    return [
      createFinding(
        'support-too-short',
        'risk',
        { items: [placed.item.id] },
        { gapMm: clear, liftMm },
        edits,
      ),
    ];
  });
}

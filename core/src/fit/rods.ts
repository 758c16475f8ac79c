import { hasTrait, measureRodsApartMm, type Mount, type Part } from '../part/index.js';
import { createFinding, defineFinding, stating, defineCheck } from '../finding/index.js';
import { sayList, sayMm, sayDeg } from '../words/index.js';
import { isBorneBy } from './contact.js';
import { defineSolidCheck, type FitAsked, type SolidAsked } from './asked.js';
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
  placeSolids,
  rigFromMount,
  tryEdit,
  type Assembly,
  type Edit,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import { createProbe, isEntered, sweepAll } from '../space/index.js';
import { toDeg, tolerances, wrapDeg } from '../units/index.js';

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
): { placed: PlacedItem; atMm: Vec3; up: Vec3; along: Vec3 } | undefined {
  let at: PlacedItem = placed;
  while (at.carriedBy) {
    const carriedBy: PlacedJoint = at.carriedBy;
    const { mate } = carriedBy;
    const isOnRods =
      mate.state === 'mates' && (mate.as === 'rod-15-pair' || mate.as === 'rod-15-single');
    const parent: PlacedItem = assembly.byId.get(carriedBy.parent)!;
    if (isOnRods && carriedBy.parentMount.side === 'rods') {
      const frame = rigFromMount(parent, carriedBy.parentMount);
      return {
        placed: parent,
        atMm: frame.originMm,
        up: frame.rotation.z,
        along: frame.rotation.x,
      };
    }
    at = parent;
  }
  return undefined;
}

/** So far off, a ring no longer goes round the lens and a cloth no longer closes the gap (estimates). */
const meetsLens = { mm: 5, deg: 5 };

/** How far the middle of a part on the rods is from the optical axis: up, to the left, and turned. */
export const offOpticalAxis = defineFinding(
  'off-optical-axis',
  stating<{
    readonly upMm: number;
    readonly leftMm: number;
    readonly turnDeg: number;
    /** Height of the optical axis over the rods that carry it. */
    readonly axisOverRodsMm: number | undefined;
    /** Where it should be: the standard, or what the owner set. */
    readonly wantedMm: number;
  }>(),
  {
    restsOn: ['shape', 'mounts'],
    weight: 'risk; stops over 5 mm or 5°',
    when: 'a part that must stand on the optical axis is more than 1 mm or 1° off; 85 mm over the rods is the standard',
    offers: '',
    sentence: ({ items: [part], facts }, n) => {
      const off = [
        Math.abs(facts.upMm) > 0.05
          ? `${sayMm(Math.abs(facts.upMm))} too ${facts.upMm > 0 ? 'high' : 'low'}`
          : undefined,
        Math.abs(facts.leftMm) > 0.05
          ? `${sayMm(Math.abs(facts.leftMm))} too far ${facts.leftMm > 0 ? 'left' : 'right'}`
          : undefined,
        facts.turnDeg > 1 ? `${sayDeg(facts.turnDeg)} aslant` : undefined,
      ].filter((piece) => piece !== undefined);
      const rods =
        facts.axisOverRodsMm === undefined
          ? ''
          : `; the lens stands ${sayMm(facts.axisOverRodsMm)} over your rods, where ${sayMm(facts.wantedMm)} is the standard`;
      return `${n.item(part!)} sits ${off.join(' and ')} for the lens${rods}.`;
    },
    why: 'What is made for the lightweight 15 mm rods standard meets the lens only at that height.',
    todo: 'Take a base plate or a riser that gives that height, or an accessory that clamps to the lens.',
  },
);

/**
 * Parts that must stand on the optical axis (a matte box's opening, a support's ring) and how far they are
 * off: up, to the left and turned. With rods between, the axis must lie 85 mm over them. Just within the
 * tolerance is within it. Where the camera is turned on its rods, that is the trouble, and told once.
 */
export const axisCheck = defineCheck([offOpticalAxis], ({ assembly }: FitAsked) => {
  const axis = findOpticalAxis(assembly);
  if (!axis) return [];
  const { settings } = assembly.rig;
  const within = measureSetting(settings, 'rodsToleranceMm');
  const askew = new Set(listAskew(assembly).flatMap(({ meeting }) => meeting));
  return assembly.items.flatMap((placed) => {
    const own = placed.part.opticalAxis;
    // With the camera turned on its rods, all that stands along them is off by it.
    if (!own || askew.has(placed)) return [];
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
        offOpticalAxis,
        Math.hypot(upMm, leftMm) > meetsLens.mm || turnDeg > meetsLens.deg ? 'stops' : 'risk',
        { items: [placed.item.id, ...(rods ? [rods.placed.item.id] : [])] },
        {
          upMm,
          leftMm,
          turnDeg,
          axisOverRodsMm,
          wantedMm: measureSetting(settings, 'axisOverRodsMm'),
        },
      ),
    ];
  });
});

/** Rods on which the camera looks aslant, and what stands on them to meet the lens. */
interface Askew {
  readonly rods: PlacedItem;
  readonly turnDeg: number;
  /** The same about the rods' upright, left positive. */
  readonly leftDeg: number;
  readonly meeting: readonly PlacedItem[];
}

/** Whether a part on rods is there to meet the lens. */
const isForLens = (placed: PlacedItem): boolean =>
  placed.part.opticalAxis !== undefined ||
  hasTrait(placed.part, 'lens-foot') ||
  placed.part.mounts.some((m) => m.kind === 'gear-08' && m.side === 'drive');

/** Rods that the camera is turned on by more than 1°, where something on them must meet the lens. */
function listAskew(assembly: Assembly): Askew[] {
  const axis = findOpticalAxis(assembly);
  if (!axis) return [];
  const byRods = new Map<
    PlacedItem,
    { rods: NonNullable<ReturnType<typeof findRods>>; meeting: PlacedItem[] }
  >();
  for (const placed of assembly.items.filter(isForLens)) {
    const rods = findRods(assembly, placed);
    if (!rods) continue;
    const known = byRods.get(rods.placed);
    if (known) known.meeting.push(placed);
    else byRods.set(rods.placed, { rods, meeting: [placed] });
  }
  return [...byRods.values()].flatMap(({ rods, meeting }) => {
    const along = dot(rods.along, axis.ahead) < 0 ? scale(rods.along, -1) : rods.along;
    const turnDeg = toDeg(Math.acos(Math.min(1, dot(along, axis.ahead))));
    if (turnDeg <= 1) return [];
    const leftDeg = toDeg(
      Math.asin(Math.max(-1, Math.min(1, dot(cross(along, axis.ahead), rods.up)))),
    );
    return [{ rods: rods.placed, turnDeg, leftDeg, meeting }];
  });
}

export const cameraAskew = defineFinding(
  'camera-askew',
  stating<{
    readonly turnDeg: number;
    readonly leftDeg: number;
    readonly meetingIds: readonly string[];
  }>(),
  {
    restsOn: ['mounts'],
    bad: ({ turnDeg }) => turnDeg,
    weight: 'risk over 1°; stops over 5°',
    when: 'the lens does not look along the rods, and something on them must meet it',
    offers: 'the turn that squares it',
    sentence: ({ items: [camera, rods], facts }, n) => {
      const side =
        Math.abs(facts.leftDeg) > 0.5 ? (facts.leftDeg > 0 ? ' to the left' : ' to the right') : '';
      const one = facts.meetingIds.length === 1;
      return `${n.item(camera!)} looks ${sayDeg(facts.turnDeg)} aslant of ${n.item(rods!)}${side}; ${sayList(facts.meetingIds.map((id) => n.item(id)))} on them ${one ? 'does' : 'do'} not meet the lens squarely.`;
    },
    why: 'What stands on the rods looks along them, and the lens must look the same way.',
    todo: 'Square the camera on its plate; two screws, a pin or an edge to lie against keep it so.',
  },
);

/** The camera turned on its rods. Turns of what lies between that square it are proposed. */
export const askewCheck = defineCheck([cameraAskew], ({ assembly, parts, catalogue }: FitAsked) =>
  listAskew(assembly).map(({ rods, turnDeg, leftDeg, meeting }) => {
    const between: PlacedJoint[] = [];
    for (
      let at: PlacedItem | undefined = rods;
      at?.carriedBy;
      at = assembly.byId.get(at.carriedBy.parent)
    ) {
      between.push(at.carriedBy);
    }
    const isSquared = (edit: Edit) =>
      listAskew(tryEdit(assembly, edit, parts)).every((left) => left.rods.item.id !== rods.item.id);
    const edits = (catalogue ? between : [])
      .filter((j) => j.mate.state === 'mates' && j.mate.turns === 'free')
      .flatMap((j) =>
        [turnDeg, -turnDeg].map((by): Edit => ({
          type: 'turn',
          setupId: assembly.setup.id,
          jointId: j.joint.id,
          turnDeg: wrapDeg(Math.round((j.joint.turnDeg + by) * 10) / 10),
        })),
      )
      .filter(isSquared);
    return createFinding(
      cameraAskew,
      turnDeg > meetsLens.deg ? 'stops' : 'risk',
      { items: [assembly.items[0]!.item.id, rods.item.id] },
      { turnDeg, leftDeg, meetingIds: meeting.map((p) => p.item.id) },
      edits,
    );
  }),
);

export const rodsApart = defineFinding(
  'rods-apart',
  stating<{ readonly rodsMm: number; readonly clampMm: number }>(),
  {
    restsOn: ['shape', 'mounts'],
    weight: 'stops',
    when: 'a clamp for a pair of rods sits on rods whose shapes stand farther apart, or nearer, than the clamp takes, by more than the tolerance of the standard',
    offers: '',
    sentence: ({ items: [rods, clamp], facts }, n) =>
      `${n.item(rods!)} stand ${sayMm(facts.rodsMm)} apart, and ${n.item(clamp!)} takes rods ${sayMm(facts.clampMm)} apart.`,
    why: 'Two rods that are not as far apart as the clamp’s holes do not go in.',
    todo: 'Measure the distance between the middles of the rods, and correct whichever part says it wrong.',
  },
);

/** So round and so thick is a rod of the standard, mm. */
const rodDiameterMm = { least: 14, most: 16 };

/** How far apart two rods of a part are by their shapes, middle to middle, mm; undefined where there are not just two along the mount. */
function measureShapesApartMm(part: Part, mount: Mount): number | undefined {
  const along = mount.lengthwise?.axis ?? mount.reference;
  const rods = part.solids.flatMap((s) => {
    if (s.type !== 'cylinder' && s.type !== 'tube') return [];
    const diameter = 2 * s.radiusMm;
    const isRod = diameter >= rodDiameterMm.least && diameter <= rodDiameterMm.most;
    const axis = s.axis ?? [0, 0, 1];
    const isAlong = Math.abs(dot(axis, along)) > 0.999 * measureLength(axis) * measureLength(along);
    return isRod && isAlong ? [s.atMm] : [];
  });
  const [a, b] = rods;
  if (!a || !b || rods.length > 2) return undefined;
  const off = subtract(b, a);
  const unit = scale(along, 1 / measureLength(along));
  return measureLength(subtract(off, scale(unit, dot(off, unit))));
}

/** Pairs of rods whose shapes stand otherwise than the clamp on them takes. */
export const rodsApartCheck = defineCheck([rodsApart], ({ assembly }: FitAsked) =>
  assembly.joints.flatMap((joint) => {
    if (joint.mate.state !== 'mates' || joint.mate.as !== 'rod-15-pair') return [];
    const isChild = joint.childMount.side === 'rods';
    const [rods, clamp] = isChild ? [joint.child, joint.parent] : [joint.parent, joint.child];
    const [own, other] = isChild
      ? [joint.childMount, joint.parentMount]
      : [joint.parentMount, joint.childMount];
    const rodsMm = measureShapesApartMm(assembly.byId.get(rods)!.part, own);
    const clampMm = measureRodsApartMm(other);
    if (rodsMm === undefined || Math.abs(rodsMm - clampMm) <= tolerances.rodsApartMm) return [];
    return [
      createFinding(
        rodsApart,
        'stops',
        { items: [rods, clamp], joints: [joint.joint.id] },
        { rodsMm, clampMm },
      ),
    ];
  }),
);

export const gearOutOfMesh = defineFinding(
  'gear-out-of-mesh',
  stating<{
    readonly ring: 'none' | 'there';
    /** Above 0 the teeth do not reach each other, below 0 they press. */
    readonly apartMm: number;
    readonly asideMm: number;
  }>(),
  {
    restsOn: ['mounts'],
    weight: 'stops',
    when: 'a focus drive with no ring, beside its ring, or more than 0.3 mm off its pitch circle',
    offers: '',
    sentence: ({ items: [drive, ring], facts }, n) =>
      facts.ring === 'none'
        ? `${n.item(drive!)} has no gear ring to turn.`
        : facts.asideMm > 0
          ? `The gear of ${n.item(drive!)} stands ${sayMm(facts.asideMm)} beside the ring of ${n.item(ring!)}.`
          : `The gear of ${n.item(drive!)} ${facts.apartMm > 0 ? `misses the ring of ${n.item(ring!)} by ${sayMm(facts.apartMm)}` : `presses ${sayMm(-facts.apartMm)} into the ring of ${n.item(ring!)}`}.`,
    why: 'Teeth that do not mesh slip, and pressed too hard they turn the lens.',
    todo: 'Slide the drive along its rod and swing it to the ring; a lens without teeth wants a gear ring.',
  },
);

/**
 * Focus drives and the gear rings they must turn: teeth that reach each other without pressing, in one
 * plane. Needs the pitch diameters of both; without them nothing is said.
 */
export const gearCheck = defineCheck([gearOutOfMesh], ({ assembly }: FitAsked) => {
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
        createFinding(gearOutOfMesh, 'stops', about(undefined), {
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
    const beside = Math.abs(along) - width;
    // What is only a sum's last digit is not beside the ring.
    const asideMm = beside > tolerances.lengthMm ? beside : 0;
    if (Math.abs(apartMm) <= toleranceMm && asideMm === 0) return [];
    return [
      createFinding(gearOutOfMesh, 'stops', about(ring.placed.item.id), {
        ring: 'there',
        apartMm,
        asideMm,
      }),
    ];
  });
});

/** How far above its pad a support looks for a lens, in mm. */
const supportSearchMm = 120;

export const supportTooShort = defineFinding(
  'support-too-short',
  stating<{ readonly gapMm: number; readonly liftMm: number }>(),
  {
    restsOn: ['shape', 'mounts'],
    weight: 'risk',
    when: 'a lens support ends more than 1 mm under the lens',
    offers: 'raise it',
    sentence: ({ items: [support], facts }, n) =>
      `${n.item(support!)} ends ${sayMm(facts.gapMm)} under the lens and rises ${sayMm(facts.liftMm)} more.`,
    why: 'A support that does not touch supports nothing.',
    todo: 'Raise it, or take a taller one.',
  },
);

/**
 * Lens supports whose pad does not reach the lens above it: how far it is off, and how far the pad can
 * still rise. Just within the tolerance of a brace it touches.
 */
export const supportCheck = defineSolidCheck([supportTooShort], ({ space }: SolidAsked) => {
  const { assembly } = space;
  return assembly.items.flatMap((placed) => {
    if (!hasTrait(placed.part, 'lens-foot')) return [];
    const pad = placed.part.mounts.find((m) => m.id === 'pad');
    if (!pad) return [];
    const frame = rigFromMount(placed, pad);
    const isLens = (p: PlacedItem) => hasTrait(p.part, 'optic');
    const lift = placed.part.movements?.find((m) => m.carries.includes(pad.id));
    // The whole pad rises, and may meet a ring beside its middle first.
    const rising = placeSolids(placed).filter(({ solid }) => lift?.carries.includes(solid.id));
    const up = frame.rotation.z;
    const reaches = (mm: number) =>
      isEntered(
        space,
        rising.length > 0
          ? sweepAll(rising, scale(up, mm))
          : [createProbe(frame.originMm, up, 1, mm)],
        isLens,
      );
    // Under a tapered barrel a pad may touch beside its middle.
    const isTouching = assembly.items.some(
      (p) => isLens(p) && isBorneBy(space, placed.item.id, p.item.id),
    );
    if (isTouching || !reaches(supportSearchMm)) return [];
    let [clear, met] = [0, supportSearchMm];
    // Ten halvings of 120 mm come to 0.12 mm.
    for (let i = 0; i < 10; i += 1) {
      const middle = (clear + met) / 2;
      if (reaches(Math.max(0.05, middle))) met = middle;
      else clear = middle;
    }
    if (clear <= tolerances.braceGapMm) return [];
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
        supportTooShort,
        'risk',
        { items: [placed.item.id] },
        { gapMm: clear, liftMm },
        edits,
      ),
    ];
  });
});

import type { Brief } from '../brief/index.js';
import { createFinding, type Finding } from '../finding/index.js';
import { measureItemReachMm, type Hold } from '../hold/index.js';
import {
  combineMass,
  measureCentreMm,
  measurePartMass,
  moveMass,
  noMass,
  placeMovementAxis,
  type Mass,
  type Movement,
} from '../part/index.js';
import { cross, measureLength, place, rotate, scale, subtract, dot } from '../placement/index.js';
import { rigFromMount, type Assembly, type PlacedItem } from '../rig/index.js';
import { createProbe, listIntrusions } from '../space/index.js';
import { inchMm, toWeightN, tolerances } from '../units/index.js';
import { isBraced } from './brace.js';
import { cutAt } from './cut.js';
import type { Geometry } from './overlap.js';
import { measureEngagement } from './screw.js';

import { measureJoltG, measureWeightMomentNm } from './slip.js';

/** A rig heavier than its support carries. Just as heavy is carried. The support itself is not counted. */
export function findPayloadFindings(assembly: Assembly, brief: Brief): Finding[] {
  const { hold } = assembly.setup;
  const limitG =
    hold === 'tripod'
      ? brief.supports?.tripodPayloadG
      : hold === 'gimbal'
        ? brief.supports?.gimbalPayloadG
        : undefined;
  if (limitG === undefined) return [];
  const own = assembly.items
    .filter((p) => p.part.kind === 'support')
    .reduce((sum, p) => sum + (p.mass?.massG ?? 0), 0);
  const massG = assembly.mass.massG - own;
  if (massG <= limitG) return [];
  return [createFinding('over-payload', 'stops', { items: [] }, { massG, limitG })];
}

/** A rig that reaches farther ahead of the lens mount than the brief allows. */
export function findAheadFindings(assembly: Assembly, brief: Brief): Finding[] {
  const limitMm = brief.limits.aheadMm;
  const body = assembly.items[0]!;
  const mount = body.part.mounts.find((m) => m.kind === 'lens-mount');
  if (limitMm === undefined || !mount) return [];
  const flange = rigFromMount(body, mount);
  const from = dot(flange.originMm, flange.rotation.z);
  const [farthest] = assembly.items
    .map((placed) => ({ placed, mm: measureItemReachMm(placed, flange.rotation.z) - from }))
    .sort((a, b) => b.mm - a.mm);
  if (!farthest || farthest.mm <= limitMm) return [];
  return [
    createFinding(
      'over-ahead',
      'risk',
      { items: [farthest.placed.item.id] },
      { aheadMm: farthest.mm, limitMm },
    ),
  ];
}

/** Parts that somebody made or altered and that carry others: nobody knows what they bear. */
export function findHomeMadeFindings(assembly: Assembly): Finding[] {
  return assembly.items.flatMap((placed) => {
    if (!placed.part.homeMade && !placed.part.altered) return [];
    const carried = (assembly.carriedBy.get(placed.item.id) ?? []).filter(
      (j) => j.parentMount.bears === undefined,
    );
    if (carried.length === 0) return [];
    const massG = placed.branchMass.massG - (placed.mass?.massG ?? 0);
    return [createFinding('home-made-load', 'risk', { items: [placed.item.id] }, { massG })];
  });
}

/** Grips in use that hang on one fastening which only friction keeps from turning. */
export function findOneFasteningFindings(assembly: Assembly, hold: Hold): Finding[] {
  if (hold.state !== 'held') return [];
  return hold.itemIds.flatMap((id) => {
    const joint = assembly.byId.get(id)?.carriedBy;
    if (!joint || joint.mate.state !== 'mates') return [];
    const { resists } = joint.mate;
    if ((resists !== 'friction' && resists !== 'weak') || isBraced(assembly, joint)) return [];
    return [
      createFinding(
        'one-fastening',
        'risk',
        { items: [id, joint.parent], joints: [joint.joint.id] },
        {},
      ),
    ];
  });
}

/** Mounts that carry more than they bear, by weight or by moment, on the side away from the hold. */
export function findBearsFindings(assembly: Assembly, hold: Hold): Finding[] {
  return assembly.joints.flatMap((joint) => {
    // What a lens mount bears is judged with zoom and focus hand.
    if (joint.mate.state !== 'mates' || joint.mate.as === 'lens-mount') return [];
    const cut = cutAt(assembly, joint, hold);
    const centre = measureCentreMm(cut.awayMass);
    const momentNm = centre
      ? (toWeightN(cut.awayMass.massG) *
          measureLength(
            cross(subtract(centre, joint.rigFromParentMount.originMm), hold.axes.down),
          )) /
        1000
      : 0;
    const ends = [
      { itemId: joint.parent, mount: joint.parentMount },
      { itemId: joint.child, mount: joint.childMount },
    ];
    return ends.flatMap(({ itemId, mount }) => {
      const { bears } = mount;
      const overG = bears?.massG !== undefined && cut.awayMass.massG > bears.massG;
      const overNm = bears?.momentNm !== undefined && momentNm > bears.momentNm;
      if (!overG && !overNm) return [];
      return [
        createFinding(
          'mount-overloaded',
          'stops',
          { items: [joint.child, joint.parent], joints: [joint.joint.id], key: mount.id },
          {
            itemId,
            mountId: mount.id,
            massG: cut.awayMass.massG,
            limitG: bears?.massG,
            momentNm,
            limitNm: bears?.momentNm,
          },
        ),
      ];
    });
  });
}

/** Mass of what one movement of a part carries: solids of its own, and branches on mounts that go with it. */
function measureCarriedMass(assembly: Assembly, placed: PlacedItem, movement: Movement): Mass {
  const carried = new Set(movement.carries);
  const own = measurePartMass(
    placed.part,
    placed.moved,
    placed.item.measuredMassG ?? placed.part.massG,
    (solid) => carried.has(solid.id),
  );
  const branches = (assembly.carriedBy.get(placed.item.id) ?? [])
    .filter((j) => carried.has(j.parentMount.id))
    .map((j) => assembly.byId.get(j.child)!.branchMass);
  return branches.reduce(combineMass, own ? moveMass(own, placed.rigFromPart) : noMass);
}

/** Friction joints within parts (heads, elbows, hinges) that the weight beyond them turns, or nearly does. */
export function findSagFindings(assembly: Assembly, hold: Hold): Finding[] {
  const joltG = measureJoltG(assembly);
  return assembly.items.flatMap((placed) =>
    (placed.part.movements ?? []).flatMap((movement) => {
      if (movement.type !== 'turn' || movement.holdsNm === undefined) return [];
      const mass = measureCarriedMass(assembly, placed, movement);
      const centre = measureCentreMm(mass);
      if (!centre) return [];
      const stance = assembly.setup.stances?.[placed.item.id] ?? {};
      const { throughMm, axis } = placeMovementAxis(placed.part, stance, movement);
      const momentNm = measureWeightMomentNm(
        mass.massG,
        centre,
        place(placed.rigFromPart, throughMm),
        rotate(placed.rigFromPart.rotation, axis),
        hold.axes.down,
        joltG,
      );
      const ratio = momentNm / movement.holdsNm;
      if (ratio <= 0.5) return [];
      return [
        createFinding(
          'arm-sags',
          ratio > 1 ? 'stops' : 'risk',
          { items: [placed.item.id], key: movement.id },
          {
            itemId: placed.item.id,
            movementId: movement.id,
            momentNm,
            holdsNm: movement.holdsNm,
          },
        ),
      ];
    }),
  );
}

/** Metal pressed onto the body with no pad between. Only where both faces state what they are. */
export function findLiningFindings(assembly: Assembly): Finding[] {
  return assembly.joints.flatMap((joint) => {
    const onBody = joint.parent === assembly.setup.body;
    const lining = joint.childMount.contact?.lining;
    if (!onBody || joint.mate.state !== 'mates' || lining !== 'metal') return [];
    if (joint.mate.as !== 'quarter-20' && joint.mate.as !== 'three-eighths-16') return [];
    if (joint.joint.spacerMm) return [];
    return [
      createFinding(
        'no-lining',
        'note',
        { items: [joint.child, joint.parent], joints: [joint.joint.id] },
        {},
      ),
    ];
  });
}

/** Joints whose owner felt play, with no brace that takes it away. */
export function findPlayFindings(assembly: Assembly): Finding[] {
  return assembly.joints.flatMap((joint) => {
    const { playMm = 0, playDeg = 0 } = joint.joint;
    if ((playMm <= 0 && playDeg <= 0) || isBraced(assembly, joint)) return [];
    return [
      createFinding(
        'joint-plays',
        'risk',
        { items: [joint.child, joint.parent], joints: [joint.joint.id] },
        { playMm, playDeg },
      ),
    ];
  });
}

/** Screws longer than their through hole, whose end meets what lies behind it. */
export function findThroughFindings({ space }: Geometry): Finding[] {
  const { assembly } = space;
  return assembly.joints.flatMap((joint) => {
    const found = measureEngagement(assembly, joint);
    if (!found || found.blind || found.standsOutMm <= found.depthMm + tolerances.lengthMm) {
      return [];
    }
    const socketOnParent = joint.parentMount.side === 'socket';
    const owner = assembly.byId.get(socketOnParent ? joint.parent : joint.child)!;
    const frame = rigFromMount(owner, socketOnParent ? joint.parentMount : joint.childMount);
    const into = scale(frame.rotation.z, -1);
    const from = place(frame, [0, 0, -found.depthMm]);
    const overMm = found.standsOutMm - found.depthMm;
    const diameterMm = (joint.childMount.kind === 'quarter-20' ? 0.25 : 0.375) * inchMm;
    const probe = createProbe(from, into, diameterMm / 2, overMm);
    const other = socketOnParent ? joint.child : joint.parent;
    const [first] = listIntrusions(
      space,
      [probe],
      (p) => p.item.id !== owner.item.id && p.item.id !== other,
    );
    if (!first) return [];
    return [
      createFinding(
        'screw-hits-behind',
        'stops',
        {
          items: [joint.child, joint.parent, first.placed.item.id],
          joints: [joint.joint.id],
        },
        { overMm, depthMm: first.depthMm },
        [
          {
            type: 'set-spacer',
            setupId: assembly.setup.id,
            jointId: joint.joint.id,
            spacerMm: (joint.joint.spacerMm ?? 0) + Math.ceil(overMm * 2) / 2,
          },
        ],
      ),
    ];
  });
}

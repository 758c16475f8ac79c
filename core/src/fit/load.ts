import { createFinding, defineFinding, stating, defineCheck } from '../finding/index.js';
import { sayMm, sayG, sayNm, sayDeg } from '../words/index.js';
import { aboutJoint, defineSolidCheck, type FitAsked, type SolidAsked } from './asked.js';
import { measureItemReachMm, measureSupportedG } from '../hold/index.js';
import {
  mountKinds,
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
import { toWeightN, tolerances } from '../units/index.js';
import { isBraced } from './brace.js';
import { listMoves } from './moves.js';
import { listSwaps } from './swaps.js';
import { cutAt } from './cut.js';
import { measureEngagement } from './screw.js';

import { measureJoltG, measureWeightMomentNm, type Slip } from './slip.js';

export const overPayload = defineFinding(
  'over-payload',
  stating<{ readonly massG: number; readonly limitG: number }>(),
  {
    restsOn: ['mass'],
    weight: 'stops',
    when: 'heavier than the tripod of the brief carries (for a monopod and a slider its figure counts too), or its gimbal; the support itself not counted',
    offers: '',
    sentence: ({ facts }) =>
      `Your rig weighs ${sayG(facts.massG)}, ${sayG(facts.massG - facts.limitG)} over what its support carries.`,
    why: 'A head or gimbal over its payload sinks, drifts or shuts down; its maker’s figure counts.',
    todo: 'Take something off for this setup, or take a stronger support.',
  },
);

/** A rig heavier than its support carries. Just as heavy is carried. The support itself is not counted. */
export const payloadCheck = defineCheck([overPayload], ({ assembly, brief }: FitAsked) => {
  const { hold } = assembly.setup;
  const { tripodPayloadG, gimbalPayloadG } = brief.supports ?? {};
  const isStood = hold === 'tripod' || hold === 'monopod' || hold === 'slider';
  const limitG = isStood ? tripodPayloadG : hold === 'gimbal' ? gimbalPayloadG : undefined;
  if (limitG === undefined) return [];
  const massG = measureSupportedG(assembly);
  if (massG <= limitG) return [];
  return [createFinding(overPayload, 'stops', { items: [] }, { massG, limitG })];
});

export const overAhead = defineFinding(
  'over-ahead',
  stating<{ readonly aheadMm: number; readonly limitMm: number }>(),
  {
    restsOn: ['shape', 'mounts'],
    bad: ({ aheadMm }) => aheadMm,
    weight: 'risk',
    when: 'reaches farther ahead of the lens mount than the brief allows',
    offers: '',
    sentence: ({ items: [part], facts }, n) =>
      `${n.item(part!)} reaches ${sayMm(facts.aheadMm)} ahead of the lens mount, ${sayMm(facts.aheadMm - facts.limitMm)} over your limit.`,
    why: 'What reaches far ahead pulls the nose down and is hit first.',
    todo: 'Bring it back, or leave it off.',
  },
);

/** A rig that reaches farther ahead of the lens mount than the brief allows. */
export const aheadCheck = defineCheck([overAhead], ({ assembly, brief }: FitAsked) => {
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
      overAhead,
      'risk',
      { items: [farthest.placed.item.id] },
      { aheadMm: farthest.mm, limitMm },
    ),
  ];
});

export const homeMadeLoad = defineFinding('home-made-load', stating<{ readonly massG: number }>(), {
  owner: 'kit',
  restsOn: ['mass'],
  bad: ({ massG }) => massG,
  weight: 'risk',
  when: 'a home-made or altered part carries others on mounts of unknown strength',
  offers: '',
  sentence: ({ items: [part], facts }, n) =>
    `${n.item(part!)} is home-made or altered and carries ${sayG(facts.massG)}; nobody knows what it bears.`,
  why: 'Drilled or bent parts have edges, no warranty, and a strength that nobody has tried.',
  todo: 'Load it with twice the weight over a cushion first, and tie what hangs on it.',
});

/** Parts that somebody made or altered and that carry others: nobody knows what they bear. */
export const homeMadeCheck = defineCheck([homeMadeLoad], ({ assembly }: FitAsked) =>
  assembly.items.flatMap((placed) => {
    if (!placed.part.homeMade && !placed.part.altered) return [];
    const carried = (assembly.jointsOn.get(placed.item.id) ?? []).filter(
      (j) => j.parentMount.bears === undefined,
    );
    if (carried.length === 0) return [];
    const massG = placed.branchMass.massG - (placed.mass?.massG ?? 0);
    return [createFinding(homeMadeLoad, 'risk', { items: [placed.item.id] }, { massG })];
  }),
);

export const oneFastening = defineFinding('one-fastening', stating(), {
  restsOn: ['mounts'],
  weight: 'risk',
  when: 'a hand holds a grip on one fastening that only friction keeps from turning, and nobody states how firmly',
  offers: 'a mount that does not turn; another part in its place that has one',
  sentence: ({ items: [part, parent] }, n) =>
    `You hold ${n.item(part!)}, and one fastening that only friction keeps from turning holds it on ${n.item(parent!)}; how firmly, nobody states.`,
  why: 'What hands turn works loose; a second screw, pins or a stop against a neighbour end that.',
  todo: 'Use a mount with pins or a rail, or add a second fastening.',
  toGet: () => 'Get one with two screws, locating pins or a rail clamp, on a cage that takes it.',
});

/**
 * Grips in a hand on one fastening which only friction keeps from turning, where no slip moment is known. Where one is,
 * its ratio speaks; heads, pads and eyecups are in no hand.
 */
export const oneFasteningCheck = defineCheck(
  [oneFastening],
  ({ assembly, hold, slips, catalogue }: FitAsked & { readonly slips: readonly Slip[] }) => {
    if (hold.state !== 'held') return [];
    const known = new Set(slips.map((s) => s.jointId));
    return [...new Set(hold.grips.map((g) => g.itemId))].flatMap((id) => {
      const joint = assembly.byId.get(id)?.carriedBy;
      if (!joint || joint.mate.state !== 'mates' || known.has(joint.joint.id)) return [];
      const { resists } = joint.mate;
      if ((resists !== 'friction' && resists !== 'weak') || isBraced(assembly, joint)) return [];
      return [
        createFinding(
          oneFastening,
          'risk',
          { items: [id, joint.parent], joints: [joint.joint.id] },
          {},
          catalogue
            ? [
                ...listMoves(assembly, joint, (m) => m.mate.resists === 'blocked', 2),
                ...listSwaps(assembly, joint, catalogue, 2),
              ]
            : [],
        ),
      ];
    });
  },
);

export const mountOverloaded = defineFinding(
  'mount-overloaded',
  stating<{
    readonly itemId: string;
    readonly mountId: string;
    readonly massG: number;
    readonly limitG: number | undefined;
    readonly momentNm: number;
    readonly limitNm: number | undefined;
  }>(),
  {
    restsOn: ['mass', 'mounts'],
    weight: 'stops',
    when: 'more grams or moment than the mount is stated to bear, on the side away from the hold',
    offers: '',
    sentence: ({ facts }, n) => {
      const pieces = [
        facts.limitG !== undefined && facts.massG > facts.limitG
          ? `${sayG(facts.massG)} where ${sayG(facts.limitG)} is allowed`
          : undefined,
        facts.limitNm !== undefined && facts.momentNm > facts.limitNm
          ? `${sayNm(facts.momentNm)} where ${sayNm(facts.limitNm)} is allowed`
          : undefined,
      ].filter((piece) => piece !== undefined);
      return `${n.mount(facts.itemId, facts.mountId)} of ${n.item(facts.itemId)} bears ${pieces.join(' and ')}.`;
    },
    why: 'Its maker states what it bears; over that it bends or tears out.',
    todo: 'Carry the weight by another mount.',
  },
);

/** Mounts that carry more than they bear, by weight or by moment, on the side away from the hold. */
export const bearsCheck = defineCheck([mountOverloaded], ({ assembly, hold }: FitAsked) =>
  assembly.joints.flatMap((joint) => {
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
          mountOverloaded,
          'stops',
          { ...aboutJoint(joint), key: mount.id },
          {
            itemId,
            mountId: mount.id,
            massG: cut.awayMass.massG,
            limitG: bears.massG,
            momentNm,
            limitNm: bears.momentNm,
          },
        ),
      ];
    });
  }),
);

/** Mass of what one movement of a part carries: solids of its own, and branches on mounts that go with it. */
function measureCarriedMass(assembly: Assembly, placed: PlacedItem, movement: Movement): Mass {
  const carried = new Set(movement.carries);
  const own = measurePartMass(
    placed.part,
    placed.moved,
    placed.item.measuredMassG ?? placed.part.massG,
    (solid) => carried.has(solid.id),
  );
  const branches = (assembly.jointsOn.get(placed.item.id) ?? [])
    .filter((j) => carried.has(j.parentMount.id))
    .map((j) => assembly.byId.get(j.child)!.branchMass);
  return branches.reduce(combineMass, own ? moveMass(own, placed.rigFromPart) : noMass);
}

export const armSags = defineFinding(
  'arm-sags',
  stating<{
    readonly itemId: string;
    readonly movementId: string;
    readonly momentNm: number;
    readonly holdsNm: number;
  }>(),
  {
    restsOn: ['mass', 'shape'],
    bad: ({ momentNm, holdsNm }) => momentNm / holdsNm,
    weight: 'stops over what it holds, risk over half',
    when: 'weight and jolts about the axis of a friction joint within a part',
    offers: '',
    sentence: ({ facts }, n) =>
      `“${n.movement(facts.itemId, facts.movementId)}” of ${n.item(facts.itemId)} holds ${sayNm(facts.holdsNm)}; weight and jolts turn it with ≈ ${sayNm(facts.momentNm)}.`,
    why: 'A friction joint loaded over half of what it holds creeps down while you walk.',
    todo: 'Take a stronger arm, a lighter device, or bring its weight over the joint.',
  },
);

/** Friction joints within parts (heads, elbows, hinges) that the weight beyond them turns, or nearly does. */
export const sagCheck = defineCheck([armSags], ({ assembly, hold }: FitAsked) => {
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
          armSags,
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
});

export const noLining = defineFinding('no-lining', stating(), {
  restsOn: ['mounts'],
  weight: 'note',
  when: 'bare metal is screwed onto the body',
  offers: '',
  sentence: ({ items: [part, body] }, n) =>
    `${n.item(part!)} presses bare metal on ${n.item(body!)}.`,
  why: 'Metal on a body scratches it, and slips sooner than rubber.',
  todo: 'Lay a thin pad between, and count its thickness off the screw.',
});

/** Metal pressed onto the body with no pad between. Only where both faces state what they are. */
export const liningCheck = defineCheck([noLining], ({ assembly }: FitAsked) =>
  assembly.joints.flatMap((joint) => {
    const onBody = joint.parent === assembly.setup.body;
    const lining = joint.childMount.contact?.lining;
    if (!onBody || joint.mate.state !== 'mates' || lining !== 'metal') return [];
    if (mountKinds[joint.mate.as].threadMm === undefined) return [];
    if (joint.joint.spacerMm) return [];
    return [createFinding(noLining, 'note', aboutJoint(joint), {})];
  }),
);

export const jointPlays = defineFinding(
  'joint-plays',
  stating<{ readonly playMm: number; readonly playDeg: number }>(),
  {
    restsOn: ['mounts'],
    bad: ({ playMm, playDeg }) => Math.max(playMm, playDeg),
    weight: 'risk',
    when: 'the owner felt play and no brace takes it away',
    offers: '',
    sentence: ({ items: [child, parent], facts }, n) =>
      `${n.item(child!)} plays ${facts.playMm > 0 ? sayMm(facts.playMm) : sayDeg(facts.playDeg)} on ${n.item(parent!)}.`,
    why: 'Play shows in the picture and grows.',
    todo: 'Add a brace that takes the play away, or a shim.',
  },
);

/** Joints whose owner felt play, with no brace that takes it away. */
export const playCheck = defineCheck([jointPlays], ({ assembly }: FitAsked) =>
  assembly.joints.flatMap((joint) => {
    const { playMm = 0, playDeg = 0 } = joint.joint;
    if ((playMm <= 0 && playDeg <= 0) || isBraced(assembly, joint)) return [];
    return [createFinding(jointPlays, 'risk', aboutJoint(joint), { playMm, playDeg })];
  }),
);

export const screwHitsBehind = defineFinding(
  'screw-hits-behind',
  stating<{ readonly overMm: number; readonly depthMm: number }>(),
  {
    restsOn: ['shape', 'mounts'],
    weight: 'stops',
    when: 'a screw comes out of the back of a through hole and meets another part',
    offers: 'washers',
    sentence: ({ items: [child, , behind], facts }, n) =>
      `The screw of ${n.item(child!)} comes ${sayMm(facts.overMm)} out of the back of its hole and meets ${n.item(behind!)}.`,
    why: 'A screw that reaches through scratches or cracks what lies behind.',
    todo: 'Use a shorter screw, or a washer under its head.',
  },
);

/** Screws longer than their through hole, whose end meets what lies behind it. */
export const throughCheck = defineSolidCheck([screwHitsBehind], ({ space }: SolidAsked) => {
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
    const diameterMm = mountKinds[joint.childMount.kind].threadMm ?? 0;
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
        screwHitsBehind,
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
});

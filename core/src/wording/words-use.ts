import { sayDeg, sayG, sayMm, sayNm } from './figures.js';
import type { Table } from './findings.js';

/** Wording of loads, hands and eyes, and putting the rig down. */
export const useWords: Pick<
  Table,
  | 'over-payload'
  | 'over-ahead'
  | 'home-made-load'
  | 'one-fastening'
  | 'mount-overloaded'
  | 'arm-sags'
  | 'no-lining'
  | 'out-of-reach'
  | 'not-with-gloves'
  | 'grips-uneven'
  | 'screen-not-seen'
  | 'does-not-stand'
  | 'longer-than-needed'
  | 'joint-plays'
> = {
  'over-payload': {
    sentence: ({ facts }) =>
      `Your rig weighs ${sayG(facts.massG)}, ${sayG(facts.massG - facts.limitG)} over what its support carries.`,
    why: 'A head or gimbal over its payload sinks, drifts or shuts down; its maker’s figure counts.',
    todo: 'Take something off for this setup, or take a stronger support.',
  },
  'over-ahead': {
    sentence: ({ items: [part], facts }, n) =>
      `${n.item(part!)} reaches ${sayMm(facts.aheadMm)} ahead of the lens mount, ${sayMm(facts.aheadMm - facts.limitMm)} over your limit.`,
    why: 'What reaches far ahead pulls the nose down and is hit first.',
    todo: 'Bring it back, or leave it off.',
  },
  'home-made-load': {
    sentence: ({ items: [part], facts }, n) =>
      `${n.item(part!)} is home-made or altered and carries ${sayG(facts.massG)}; nobody knows what it bears.`,
    why: 'Drilled or bent parts have edges, no warranty, and a strength that nobody has tried.',
    todo: 'Load it with twice the weight over a cushion first, and tie what hangs on it.',
  },
  'one-fastening': {
    sentence: ({ items: [part, parent] }, n) =>
      `You hold ${n.item(part!)}, and one fastening that only friction keeps from turning holds it on ${n.item(parent!)}.`,
    why: 'What hands turn works loose; a second screw, pins or a stop against a neighbour end that.',
    todo: 'Use a mount with pins or a rail, or add a second fastening.',
  },
  'mount-overloaded': {
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
  'arm-sags': {
    sentence: ({ facts }, n) =>
      `“${n.movement(facts.itemId, facts.movementId)}” of ${n.item(facts.itemId)} holds ${sayNm(facts.holdsNm)}; weight and jolts turn it with ≈ ${sayNm(facts.momentNm)}.`,
    why: 'A friction joint loaded over half of what it holds creeps down while you walk.',
    todo: 'Take a stronger arm, a lighter device, or bring its weight over the joint.',
  },
  'no-lining': {
    sentence: ({ items: [part, body] }, n) =>
      `${n.item(part!)} presses bare metal on ${n.item(body!)}.`,
    why: 'Metal on a body scratches it, and slips sooner than rubber.',
    todo: 'Lay a thin pad between, and count its thickness off the screw.',
  },
  'out-of-reach': {
    sentence: ({ facts }, n) =>
      `The ${n.control(facts.itemId, facts.controlId)} of ${n.item(facts.itemId)} is ${sayMm(facts.farMm)} from your nearest hand; a finger reaches ≈ ${sayMm(facts.reachMm)}.`,
    why: 'Both your hands hold the rig; to reach it you must let go.',
    todo: 'Move a grip nearer, use a remote trigger, or hold it another way.',
  },
  'not-with-gloves': {
    sentence: ({ facts }, n) =>
      `The ${n.control(facts.itemId, facts.controlId)} of ${n.item(facts.itemId)} is ${sayMm(facts.sizeMm)} across; a gloved finger wants ≈ ${sayMm(facts.neededMm)}, and you plan for ${facts.temperatureC} °C.`,
    why: 'Cold hands wear gloves.',
    todo: 'Try it with your gloves on, or set it before you go out.',
  },
  'grips-uneven': {
    sentence: ({ items: [a, b], facts }, n) =>
      `Your hands on ${n.item(a!)} and ${n.item(b!)} are ${sayMm(facts.heightMm)} apart in height and ${sayMm(facts.depthMm)} in depth.`,
    why: 'Uneven grips twist the wrists and tilt the horizon.',
    todo: 'Slide one of them until both are level.',
  },
  'screen-not-seen': {
    sentence: ({ items: [screen, blocker], facts }, n) => {
      const rest = facts.another ? ' Another screen is seen well.' : '';
      switch (facts.why) {
        case 'hidden':
          return `${n.item(blocker!)} hides the screen of ${n.item(screen!)} from your eye as you hold it.${rest}`;
        case 'aslant':
          return `You look at the screen of ${n.item(screen!)} ≈ ${sayDeg(facts.angleDeg)} aslant as you hold it.${rest}`;
        case 'far':
          return `The screen of ${n.item(screen!)} is ≈ ${sayMm(facts.farMm)} from your eye as you hold it, too far for its size.${rest}`;
      }
    },
    why: 'A picture you cannot judge is no help (where your eye is, is an estimate that can be set).',
    todo: 'Tilt the screen, or move it.',
  },
  'does-not-stand': {
    sentence: ({ items, facts }, n) => {
      const on = items.map((id) => n.item(id)).join(' and ');
      switch (facts.why) {
        case 'on-the-lens':
          return `Put down as you hold it, the rig stands on its lens: ${on}.`;
        case 'on-a-lead':
          return `Put down as you hold it, the rig stands on a lead: ${on}.`;
        case 'on-a-point':
          return `Put down as you hold it, the rig stands on a point of ${on} and falls over.`;
        case 'on-an-edge':
          return `Put down as you hold it, the rig stands on an edge of ${on} and falls over.`;
        case 'tips':
          return `Put down on ${on}, the rig tips over: its weight is ${sayMm(facts.outsideMm)} outside.`;
      }
    },
    why: 'You put it down a hundred times a day.',
    todo: 'Give it a flat base, or put it down another way.',
  },
  'longer-than-needed': {
    sentence: ({ items: [part], joints, facts }, n) =>
      joints.length > 0
        ? `The screw of ${n.item(part!)} is ${sayMm(facts.lengthMm)} long where its hole is ${sayMm(facts.usedMm)} deep.`
        : `${n.item(part!)} is ${sayMm(facts.lengthMm)} long and your setups use ${sayMm(facts.usedMm)} of it${facts.savesG === undefined ? '' : `; cut to that it saves ≈ ${sayG(facts.savesG)}`}.`,
    why: 'Length that nothing uses is weight, and sticks out.',
    todo: 'Take a shorter one.',
  },
  'joint-plays': {
    sentence: ({ items: [child, parent], facts }, n) =>
      `${n.item(child!)} plays ${facts.playMm > 0 ? sayMm(facts.playMm) : sayDeg(facts.playDeg)} on ${n.item(parent!)}.`,
    why: 'Play shows in the picture and grows.',
    todo: 'Add a brace that takes the play away, or a shim.',
  },
};

import type { KeepClearPurpose } from '../part/index.js';
import { sayMm, sayNumber } from './figures.js';
import type { Table } from './findings.js';
import { sayConnector, sayPartKind, sayTool } from './names.js';

/** A keep-clear space by what it is kept clear for. */
export const purposeWords: Readonly<Record<KeepClearPurpose, string>> = {
  'battery-door': 'battery door',
  'card-door': 'card door',
  'port-door': 'port door',
  'screen-swing': 'screen',
  'plug-room': 'room for a plug',
  'hand-room': 'room for a hand',
  'record-button': 'record button',
  dials: 'dials',
  eyepiece: 'eyepiece',
  'lens-view': 'view of the lens',
  'air-outlet': 'air outlet',
  'battery-swing': 'battery swing',
  lever: 'lever',
  'battery-release': 'way out of the battery',
};

/** What is lost when the space is entered. */
const lostWords: Readonly<Record<KeepClearPurpose, string>> = {
  'battery-door': 'you cannot change the cell on the rig',
  'card-door': 'you cannot change the card on the rig',
  'port-door': 'the ports behind it stay shut',
  'screen-swing': 'the screen does not come round',
  'plug-room': 'no plug goes in',
  'hand-room': 'your hand does not go round',
  'record-button': 'your finger does not reach it',
  dials: 'you cannot turn them',
  eyepiece: 'your eye does not come near',
  'lens-view': 'the picture is cut',
  'air-outlet': 'the camera runs hot',
  'battery-swing': 'the battery does not come out',
  lever: 'you cannot work it',
  'battery-release': 'the battery does not come off',
};

/** Wording of what stands where, and of what cannot be put together because of it. */
export const spaceWords: Pick<
  Table,
  | 'parts-overlap'
  | 'keep-clear-entered'
  | 'hand-room'
  | 'mount-covered'
  | 'cannot-bring-on'
  | 'plug-cannot-enter'
  | 'bend-too-tight'
  | 'lead-wrong-end'
  | 'port-taken-twice'
  | 'lead-too-short'
  | 'lead-too-long'
  | 'tool-cannot-reach'
  | 'assembly-impossible'
  | 'scratches-body'
  | 'screw-hits-behind'
  | 'lever-under-hand'
> = {
  'parts-overlap': {
    sentence: ({ items: [a, b], facts }, n) =>
      `${n.item(a!)} stands ${sayMm(facts.depthMm)} deep in ${n.item(b!)}.`,
    why: 'Two things cannot be in one place; what does not fit is forced, or does not go on.',
    todo: 'Slide or turn one of them, or give it another mount.',
  },
  'keep-clear-entered': {
    sentence: ({ items: [intruder], facts }, n) => {
      const what = `The ${purposeWords[facts.purpose]} of ${n.item(facts.itemId)}`;
      const lost = facts.matters
        ? `: ${lostWords[facts.purpose]}`
        : ', which this setup does without';
      return facts.opensDeg !== undefined && facts.sweepDeg !== undefined
        ? `${what} opens ${sayNumber(facts.sweepDeg)}° and meets ${n.item(intruder!)} at ${sayNumber(facts.opensDeg)}°${facts.opensDeg >= 90 ? '' : lost}.`
        : `${what} is entered ${sayMm(facts.depthMm)} deep by ${n.item(intruder!)}${lost}.`;
    },
    why: 'What must move, be reached or breathe needs its room while it is wanted.',
    todo: 'Move what stands in it, or do without.',
  },
  'hand-room': {
    sentence: ({ items: [intruder, owner], facts }, n) =>
      `Your hand on ${n.item(owner!)} has ${sayMm(Math.max(0, facts.roomMm - facts.depthMm))} of the ${sayMm(facts.roomMm)} it needs; ${n.item(intruder!)} is in the way.`,
    why: 'A hand that does not close round its grip holds with the fingertips.',
    todo: 'Move one of them, or hold it elsewhere.',
  },
  'mount-covered': {
    sentence: ({ items: [by], facts }, n) =>
      `${n.item(by!)} covers ${facts.mountIds.map((id) => n.mount(facts.itemId, id)).join(', ')} of ${n.item(facts.itemId)}.`,
    why: 'Nothing can be brought to a mount that something stands before.',
    todo: 'Nothing to do unless you want that mount.',
  },
  'cannot-bring-on': {
    sentence: ({ items: [child, ...blockers] }, n) =>
      `${n.item(child!)} goes on over the end of its rail, and ${blockers.map((b) => n.item(b)).join(' and ')} ${blockers.length === 1 ? 'closes' : 'close'} both ways.`,
    why: 'A clamp that cannot be brought on is not on.',
    todo: 'Take a clamp that opens sideways, or another rail.',
  },
  'plug-cannot-enter': {
    sentence: ({ items: [, blocker], facts }, n) =>
      `The plug at ${n.port(facts.itemId, facts.portId)} of ${n.item(facts.itemId)} needs ${sayMm(facts.plugMm)} and meets ${n.item(blocker!)}.`,
    why: 'A plug that is forced past a neighbour breaks the socket.',
    todo: 'Take a lead with an elbow, or move the neighbour.',
  },
  'bend-too-tight': {
    sentence: ({ facts }, n) =>
      `Behind the plug at ${n.port(facts.itemId, facts.portId)} of ${n.item(facts.itemId)} the lead has ${sayMm(facts.roomMm)}; it must not bend tighter than ${sayMm(facts.neededMm)}.`,
    why: 'A lead bent too tight breaks inside and levers at its socket.',
    todo: 'Take a lead with an elbow or a thinner one, or make room.',
  },
  'lead-wrong-end': {
    sentence: ({ items: [item, lead], facts }, n) =>
      `${n.item(lead!)} has no plug for ${n.port(item!, facts.portId)} of ${n.item(item!)} (${sayConnector(facts.connector)}).`,
    why: 'Plugs that look alike do not go into each other.',
    todo: 'Take a lead with the right ends.',
  },
  'port-taken-twice': {
    sentence: ({ facts }, n) =>
      `You plan ${facts.count} leads into one socket: ${n.port(facts.itemId, facts.portId)} of ${n.item(facts.itemId)}.`,
    why: 'A socket takes one plug.',
    todo: 'Use another socket, a splitter, or a device that loops through.',
  },
  'lead-too-short': {
    sentence: ({ items: [lead], facts }, n) =>
      `${n.item(lead!)} is ${sayMm(facts.lengthMm)} long; its way takes ≈ ${sayMm(facts.neededMm)}.`,
    why: 'A lead that is pulled tight pulls at its sockets.',
    todo: 'Take a longer lead, or bring its ends nearer.',
  },
  'lead-too-long': {
    sentence: ({ items: [lead], facts }, n) =>
      `${n.item(lead!)} is ${sayMm(facts.lengthMm)} long where ≈ ${sayMm(facts.neededMm)} would do; ${sayMm(facts.lengthMm - facts.neededMm)} of it hang loose.`,
    why: 'Loose lead snags on hands, doors and branches.',
    todo: 'Take a shorter or a coiled lead, or tie the spare up.',
  },
  'tool-cannot-reach': {
    sentence: ({ items: [child, ...blockers], facts }, n) =>
      facts.later
        ? `To tighten ${n.item(child!)} again (${sayTool(facts.tool)}) you must first take off ${blockers.map((b) => n.item(b)).join(' and ')}.`
        : `The fastening of ${n.item(child!)} (${sayTool(facts.tool)}) needs ${sayMm(facts.roomMm)} before it, and ${blockers.map((b) => n.item(b)).join(' and ')} ${blockers.length === 1 ? 'is' : 'are'} there.`,
    why: 'What cannot be tightened works loose.',
    todo: 'Turn the part, take a shorter tool, or make room.',
  },
  'assembly-impossible': {
    sentence: ({ facts }, n) =>
      `You cannot put it together in any order: ${facts.ring.map((id) => n.item(id)).join(' must be on before ')}, and that before ${n.item(facts.ring[0]!)}.`,
    why: 'Each waits for the other.',
    todo: 'Give one of them another mount, or a clamp that opens sideways.',
  },
  'scratches-body': {
    sentence: ({ items: [item], facts }, n) =>
      `${n.item(item!)} should go on after the ${sayPartKind(facts.after)}, and cannot.`,
    why: 'Its maker says that the other order scratches the body.',
    todo: 'Carry it by another part, or lay a cloth between.',
  },
  'screw-hits-behind': {
    sentence: ({ items: [child, , behind], facts }, n) =>
      `The screw of ${n.item(child!)} comes ${sayMm(facts.overMm)} out of the back of its hole and meets ${n.item(behind!)}.`,
    why: 'A screw that reaches through scratches or cracks what lies behind.',
    todo: 'Use a shorter screw, or a washer under its head.',
  },
  'lever-under-hand': {
    sentence: ({ items: [owner, grip] }, n) =>
      `A lever of ${n.item(owner!)} lies where your hand holds ${n.item(grip!)}.`,
    why: 'A hand opens a lever unawares, and the part comes off.',
    todo: 'Turn the part so that its lever points away.',
  },
};

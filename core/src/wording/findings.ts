import type { Finding, FindingCode, FindingFacts, Weight } from '../finding/index.js';
import type { Mismatch } from '../part/index.js';
import type { HoldNeed } from '../rig/index.js';
import { sayDeg, sayG, sayLean, sayMm, sayMoney, sayNm, sayNumber, sayTilt } from './figures.js';
import { completeWords } from './words-complete.js';
import { opticsWords } from './words-optics.js';
import { hangWords } from './words-hang.js';
import { spaceWords } from './words-space.js';
import { useWords } from './words-use.js';
import { sayHold, type Names } from './names.js';

/** How heavy a finding is, in words and as a mark: never by colour alone. */
export const weightWords: Readonly<
  Record<Weight, { readonly word: string; readonly mark: string }>
> = {
  stops: { word: 'stops the build', mark: '✕' },
  risk: { word: 'risk', mark: '△' },
  note: { word: 'note', mark: '○' },
};

/** How findings of one code are told. */
export interface Wording<Code extends FindingCode> {
  /** Second person present, with figures. */
  readonly sentence: (
    finding: Finding & { code: Code; facts: FindingFacts[Code] },
    names: Names,
  ) => string;
  /** Why it matters. */
  readonly why: string;
  /** The way out in general, where no remedy can be applied as it stands. */
  readonly todo: string;
}

/** Why two mounts do not go together, as half a sentence. */
export function sayMismatch(mismatch: Mismatch): string {
  switch (mismatch.reason) {
    case 'kinds':
      return 'the two are different kinds of mount';
    case 'same-side':
      return `both are the ${mismatch.side} half`;
    case 'thread-size':
      return mismatch.bushing
        ? 'a ¼″ screw is loose in a ⅜″ socket; a reducer bushing makes it fit, at the cost of the pins'
        : 'a ⅜″ screw does not go into a ¼″ socket';
    case 'size':
      return `the sizes differ: ${mismatch.aMm ? sayMm(mismatch.aMm) : 'not stated'} and ${mismatch.bMm ? sayMm(mismatch.bMm) : 'not stated'}`;
    case 'family':
      return `the families differ: ${mismatch.a ?? 'not stated'} and ${mismatch.b ?? 'not stated'}`;
    case 'key-refused':
      return 'it is known not to go in';
    case 'pins-without-holes':
      return 'its fixed pins meet a face without holes, so it does not seat';
    case 'pin-spacing':
      return `its pins stand ${sayMm(mismatch.aMm)} apart and the holes ${sayMm(mismatch.bMm)}`;
  }
}

/** What a way of holding lacks, in words. */
export const needWords: Readonly<Record<HoldNeed, string>> = {
  'top-grip': 'a top handle',
  'side-grip': 'a side grip',
  'second-grip': 'a second grip',
  support: 'a tripod, head or gimbal under it',
  lens: 'a lens, for the hand under it',
  loupe: 'a loupe or a finder for the eye',
  'shoulder-pad': 'a shoulder pad',
  'strap-anchor': 'lugs for a strap',
};

/** Wording of every code, or of some. */
export type Table = { readonly [Code in FindingCode]: Wording<Code> };

/** The one table of wording: complete by type, read by the screens, the command line and the docs' test. */
export const findingWords: Table = {
  ...spaceWords,
  ...hangWords,
  ...opticsWords,
  ...useWords,
  ...completeWords,
  'kinds-do-not-mate': {
    sentence: ({ items: [child, parent], facts }, n) =>
      `${n.item(child!)} does not join ${n.item(parent!)}: ${sayMismatch(facts.mismatch)}${facts.bridge ? `; with ${facts.bridge.map((id) => n.part(id)).join(' and ')} between it does` : ''}.`,
    why: 'What does not join is not held at all.',
    todo: 'Move it to a mount that takes it, or put an adaptor between.',
  },
  'mount-taken-twice': {
    sentence: ({ facts }, n) =>
      `You ask ${facts.count} parts onto one mount: ${n.mount(facts.itemId, facts.mountId)} of ${n.item(facts.itemId)}.`,
    why: 'A point mount holds one part.',
    todo: 'Move all but one of them.',
  },
  'clamps-overlap': {
    sentence: ({ items: [a, b], facts }, n) =>
      `${n.item(a!)} and ${n.item(b!)} overlap by ${sayMm(facts.overlapMm)} on ${n.mount(facts.itemId, facts.mountId)} of ${n.item(facts.itemId)}.`,
    why: 'Two clamps cannot hold the same stretch of a rail.',
    todo: 'Slide them apart, or move one to another rail.',
  },
  'rail-too-short': {
    sentence: ({ items: [child], facts }, n) =>
      `${n.item(child!)} needs ${sayMm(facts.clampMm)} of rail; ${n.mount(facts.itemId, facts.mountId)} of ${n.item(facts.itemId)} is ${sayMm(facts.railMm)} long.`,
    why: 'A clamp that is only half on its rail holds by its edge.',
    todo: 'Use a longer rail or a shorter clamp.',
  },
  'off-the-rail': {
    sentence: ({ items: [child], facts }, n) =>
      `${n.item(child!)} stands ${sayMm(facts.overMm)} beyond the end of ${n.mount(facts.itemId, facts.mountId)} of ${n.item(facts.itemId)}.`,
    why: 'A clamp holds what lies within it.',
    todo: 'Slide it back onto the rail.',
  },
  'turn-off-step': {
    sentence: ({ items: [child], facts }, n) =>
      `${n.item(child!)} is turned to ${sayDeg(facts.turnDeg)}, which its mount does not allow; the nearest is ${sayDeg(facts.nearestDeg)}.`,
    why: 'Teeth, pins and rails hold in certain turns only.',
    todo: 'Turn it to one of the steps.',
  },
  'stance-out-of-range': {
    sentence: ({ facts }, n) => {
      const say = facts.unit === 'deg' ? sayDeg : sayMm;
      return `${n.item(facts.itemId)}: “${n.movement(facts.itemId, facts.movementId)}” is set to ${say(facts.value)}, which it does not reach; the nearest is ${say(facts.allowed)}.`;
    },
    why: 'What is drawn and weighed here cannot be set up.',
    todo: 'Set it within its range.',
  },
  'key-unknown': {
    sentence: ({ items: [child, parent] }, n) =>
      `Nobody has stated whether ${n.item(child!)} fits ${n.item(parent!)}; the screw alone would go in.`,
    why: 'Some parts are made for each other, and sizes on a shop page do not prove it.',
    todo: 'Ask the maker, or try it in the shop, before you pay.',
  },
  'enters-not-latches': {
    sentence: ({ items: [child, parent] }, n) =>
      `${n.item(child!)} goes into ${n.item(parent!)} but does not latch.`,
    why: 'It holds by friction only and can slide out.',
    todo: 'Put a stop behind it, or use a part that latches.',
  },
  'screw-can-turn': {
    sentence: ({ items: [child, parent], weight, facts }, n) => {
      const verb =
        weight === 'stops' ? 'turns' : weight === 'risk' ? 'creeps' : 'wants a look now and then';
      const hands = facts.handsRatio >= facts.weightRatio;
      const cause = hands
        ? `a hand pushing ${sayNumber(facts.handForceN)} N at ${sayMm(facts.handArmMm)}${facts.handAtItem ? ` (${n.item(facts.handAtItem)})` : ''} brings ≈ ${sayNm(facts.handsMomentNm)}`
        : `its weight and your steps bring ≈ ${sayNm(facts.weightMomentNm)}`;
      return `${n.item(child!)} on ${n.item(parent!)} ${verb}: ${cause}, and ${facts.slipStated ? 'the joint' : 'one plain screw'} holds ≈ ${sayNm(facts.slipMomentNm)} (ratio ≈ ${sayNumber(facts.ratio, 2)}).`;
    },
    why: 'One screw without pins holds by friction only; it works loose during the day and the part turns.',
    todo: 'Use locating pins, a second screw or a stop; or tighten with a tool and look at it often.',
  },
  'screw-too-long': {
    sentence: ({ items: [child, parent], facts }, n) =>
      `The screw between ${n.item(child!)} and ${n.item(parent!)} stands out ${sayMm(facts.standsOutMm)} and bottoms out ${sayMm(facts.overMm)} early in a socket ${sayMm(facts.depthMm)} deep.`,
    why: 'A screw that bottoms out clamps nothing, and forced further it damages the socket.',
    todo: 'Use a shorter screw, or a washer under its head.',
  },
  'screw-too-short': {
    sentence: ({ items: [child, parent], facts }, n) =>
      `The screw between ${n.item(child!)} and ${n.item(parent!)} engages ${sayMm(facts.engagedMm)}; ≈ ${sayMm(facts.neededMm)} is wanted.`,
    why: 'Too few turns of thread strip under load (the length wanted is an estimate).',
    todo: 'Use a longer screw, or take out a washer.',
  },
  'brace-apart': {
    sentence: ({ items: [a, b], facts }, n) =>
      `The brace between ${n.item(a!)} and ${n.item(b!)} misses by ${sayMm(facts.gapMm)}; it holds within ${sayMm(facts.allowedMm)}.`,
    why: 'A support that does not touch supports nothing.',
    todo: 'Move one end until they meet.',
  },
  'over-height': {
    sentence: ({ facts }, n) =>
      `Your rig stands ${sayMm(facts.heightMm)} tall, ${sayMm(facts.heightMm - facts.limitMm)} over your limit; ${n.item(facts.topItem)} reaches highest.`,
    why: 'A tall rig does not pass under things, and swings.',
    todo: 'Move the highest part lower, or take a lower handle.',
  },
  'no-hold': {
    sentence: ({ facts }) =>
      `You hold this setup “${sayHold(facts.hold)}”, but it has nothing for that: add ${needWords[facts.need]}.`,
    why: 'How it hangs depends on where it is held.',
    todo: 'Fit the grip it needs, or choose another way of holding.',
  },
  'tips-over': {
    sentence: ({ items: [grip], facts }, n) =>
      `Held by ${n.item(grip!)} the rig tips over: its centre of mass lies ${sayMm(facts.aboveMm)} above what holds it.`,
    why: 'What hangs with its weight above the hand turns over at the first nudge.',
    todo: 'Move weight down, or hold it higher.',
  },
  'not-level': {
    sentence: ({ items: [grip], facts }, n) => {
      const pieces = [
        Math.abs(facts.tiltDeg) > 1 ? sayTilt(facts.tiltDeg) : undefined,
        Math.abs(facts.leanDeg) > 1 ? `leans ${sayLean(facts.leanDeg)}` : undefined,
      ].filter((p) => p !== undefined);
      return `Hung from ${n.item(grip!)} your rig hangs ${pieces.join(' and ')}.`;
    },
    why: 'Your wrist holds up what does not hang level, all day.',
    todo: 'Move weight, or your hand, towards the centre of mass.',
  },
  'mass-unknown': {
    sentence: ({ items: [item] }, n) =>
      `Nobody has weighed ${n.item(item!)}: all figures of mass and balance leave it out.`,
    why: 'A missing figure is not zero; the rig is heavier than it says.',
    todo: 'Put it on a kitchen scale and enter the grams.',
  },
  'over-spend': {
    sentence: ({ facts }) =>
      `You would spend ${sayMoney(facts.toSpend)}, ${sayMoney({ ...facts.limit, minor: facts.toSpend.minor - facts.limit.minor })} over your limit of ${sayMoney(facts.limit)}.`,
    why: 'You set this limit before you saw the parts.',
    todo: 'Leave something out, find a cheaper part, or raise the limit.',
  },
  'over-carry': {
    sentence: ({ facts }) =>
      `You carry ${facts.atLeast ? 'at least ' : ''}${sayG(facts.massG)}, ${sayG(facts.massG - facts.limitG)} over your limit of ${sayG(facts.limitG)}.`,
    why: 'What the arms cannot bear for a day is put down when the moment comes.',
    todo: 'Leave something out, take a lighter part, or carry it on the belt.',
  },
  'price-unknown': {
    sentence: ({ items: [item] }, n) =>
      `No price is known for ${n.item(item!)}: the sum leaves it out.`,
    why: 'The rig costs more than it says.',
    todo: 'Enter its price, or mark it as owned.',
  },
  'price-without-rate': {
    sentence: ({ items: [item], facts }, n) =>
      `${n.item(item!)} is priced at ${sayMoney(facts.price)}; without a rate to ${facts.currency} the sum leaves it out.`,
    why: 'The rig costs more than it says.',
    todo: 'Add a rate to the brief.',
  },
};

/** A finding in words. */
export interface Told {
  readonly sentence: string;
  readonly why: string;
  readonly todo: string;
}

/** Says a finding in the second person present, with why it matters and what to do. */
export function tellFinding(finding: Finding, names: Names): Told {
  const words = findingWords[finding.code] as Wording<FindingCode>;
  const sentence = words.sentence(finding as never, names);
  return {
    sentence:
      finding.lens === undefined ? sentence : `With ${names.item(finding.lens)}: ${sentence}`,
    why: words.why,
    todo: words.todo,
  };
}

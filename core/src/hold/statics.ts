import {
  add,
  cross,
  dot,
  measureLength,
  negate,
  scale,
  subtract,
  toUnit,
  type Vec3,
} from '../placement/index.js';
import { measureSetting, type Assembly } from '../rig/index.js';
import { toWeightN } from '../units/index.js';
import type { Axes } from './axes.js';
import { measureBorne, measureShares, type Bearer, type Hold } from './hold.js';

/** A force on the rig where it acts; newtons, in the rig's frame. */
export interface Force {
  readonly on: Bearer['role'] | 'weight';
  /** The item at the contact; the rig's own weight has none. */
  readonly itemId: string | undefined;
  readonly atMm: Vec3;
  readonly forceN: Vec3;
}

/** A moment that a contact must hold beside its force: a wrist, a head. */
export interface Twist {
  readonly on: Bearer['role'];
  readonly itemId: string;
  readonly atMm: Vec3;
  readonly momentNm: Vec3;
}

/** All that acts on the rig at rest. Forces and moments sum to nothing. */
export interface Statics {
  readonly forces: readonly Force[];
  readonly twists: readonly Twist[];
  /** Which way is down once the rig has come to rest, in its own frame: a hung one turns. */
  readonly down: Vec3;
}

/** What is left of all forces, in N, and of all moments about a point, in N·m: nothing, at rest. */
export function sumStatics(
  statics: Pick<Statics, 'forces' | 'twists'>,
  aboutMm: Vec3,
): { readonly forceN: Vec3; readonly momentNm: Vec3 } {
  let forceN: Vec3 = [0, 0, 0];
  let momentNm: Vec3 = [0, 0, 0];
  for (const force of statics.forces) {
    forceN = add(forceN, force.forceN);
    momentNm = add(momentNm, cross(scale(subtract(force.atMm, aboutMm), 1e-3), force.forceN));
  }
  for (const twist of statics.twists) momentNm = add(momentNm, twist.momentNm);
  return { forceN, momentNm };
}

const leastMomentNm = 1e-9;
/** Hands nearer to each other than this, seen from above, lift as one, in mm: about a palm (estimate). */
const apartEnoughMm = 40;

/** Shares what moment is left evenly between the contacts that can hold one. */
function hold(forces: readonly Force[], bearers: readonly Bearer[], down: Vec3): Statics {
  const middle = scale(
    bearers.reduce<Vec3>((sum, c) => add(sum, c.pointMm), [0, 0, 0]),
    1 / bearers.length,
  );
  const { momentNm } = sumStatics({ forces, twists: [] }, middle);
  const twists =
    measureLength(momentNm) < leastMomentNm
      ? []
      : bearers.map((c) => ({
          on: c.role,
          itemId: c.itemId,
          atMm: c.pointMm,
          momentNm: scale(momentNm, -1 / bearers.length),
        }));
  return { forces, twists, down };
}

interface Load {
  readonly weightN: number;
  readonly centreMm: Vec3;
}

const weigh = ({ weightN, centreMm }: Load, down: Vec3): Force => ({
  on: 'weight',
  itemId: undefined,
  atMm: centreMm,
  forceN: scale(down, weightN),
});
const push = (contact: Bearer, forceN: Vec3): Force => ({
  on: contact.role,
  itemId: contact.itemId,
  atMm: contact.pointMm,
  forceN,
});

/** Hung from one point: the rig turns until its centre of mass is below it. */
function hang(load: Load, contact: Bearer): Statics | undefined {
  const d = subtract(load.centreMm, contact.pointMm);
  if (measureLength(d) < 1e-6) return undefined;
  const down = toUnit(d);
  return {
    forces: [weigh(load, down), push(contact, scale(down, -load.weightN))],
    twists: [],
    down,
  };
}

/**
 * Hung from two points: it turns about the line through them, and balance along the line shares the weight. Straps only
 * pull: with the weight beyond one of them the other goes slack, and it hangs from the one.
 */
function hangFromTwo(load: Load, a: Bearer, b: Bearer, down: Vec3): Statics | undefined {
  const line = subtract(b.pointMm, a.pointMm);
  if (measureLength(line) < 1) return hang(load, a);
  const along = toUnit(line);
  const d = subtract(load.centreMm, a.pointMm);
  const across = subtract(d, scale(along, dot(d, along)));
  // The line keeps its slope; the rig turns about it until its weight is in the upright plane of the line.
  const slope = dot(down, along);
  const flat = Math.sqrt(Math.max(0, 1 - slope * slope));
  if (measureLength(across) < 1e-6 || flat < 1e-3) return undefined;
  const rests = add(scale(along, slope), scale(toUnit(across), flat));
  const [first, second] = measureShares(load.centreMm, a.pointMm, b.pointMm, rests);
  if (first < 0) return hang(load, b);
  if (second < 0) return hang(load, a);
  return hold(
    [
      weigh(load, rests),
      push(a, scale(rests, -load.weightN * first)),
      push(b, scale(rests, -load.weightN * second)),
    ],
    [a, b],
    rests,
  );
}

/** Hands that push upwards only: one bears all, two share by balance; what moment is left the wrists hold. */
function liftWithHands(
  weightN: number,
  centreMm: Vec3,
  hands: readonly Bearer[],
  down: Vec3,
): Force[] {
  const up = negate(down);
  const [a, b] = hands as [Bearer, Bearer | undefined];
  if (!b) return [push(a, scale(up, weightN))];
  const between = subtract(b.pointMm, a.pointMm);
  const apartMm = measureLength(subtract(between, scale(down, dot(between, down))));
  // One above the other they cannot steer the balance: nobody pushes one up and the other down.
  const [first, second] =
    apartMm < apartEnoughMm ? [0.5, 0.5] : measureShares(centreMm, a.pointMm, b.pointMm, down);
  return [push(a, scale(up, weightN * first)), push(b, scale(up, weightN * second))];
}

/** How far ahead of the middle of some contacts a point lies. */
function measureAhead(point: Vec3, contacts: readonly Bearer[], axis: Vec3): number {
  const middle = contacts.reduce((sum, c) => sum + dot(c.pointMm, axis), 0) / contacts.length;
  return dot(point, axis) - middle;
}

/** Pulled to the chest: it pushes forward and lifts by friction as much as takes the moment off the wrists. */
function leanOnChest(
  load: Load,
  hands: readonly Bearer[],
  chest: Bearer,
  axes: Axes,
  pushN: number,
  friction: number,
): Statics {
  const up = negate(axes.down);
  const ahead = measureAhead(load.centreMm, hands, axes.forward);
  const behind = -measureAhead(chest.pointMm, hands, axes.forward);
  const above = measureAhead(chest.pointMm, hands, up);
  // Nose down counts positive: weight ahead of the hands, a push above them, friction upwards behind them.
  const noseDown = load.weightN * ahead + pushN * above;
  const wanted = behind > 1 ? -noseDown / behind : 0;
  const liftN = Math.min(friction * pushN, load.weightN, Math.max(0, wanted));
  const atChest = push(chest, add(scale(axes.forward, pushN), scale(up, liftN)));
  // What the hands lift hangs where the weight and the chest's lift leave it.
  const restN = load.weightN - liftN;
  const centre =
    restN > 1e-6
      ? scale(subtract(scale(load.centreMm, load.weightN), scale(chest.pointMm, liftN)), 1 / restN)
      : load.centreMm;
  const lifted = liftWithHands(restN, centre, hands, axes.down);
  const pulled = lifted.map((f) => ({
    ...f,
    forceN: add(f.forceN, scale(axes.forward, -pushN / hands.length)),
  }));
  return hold([weigh(load, axes.down), atChest, ...pulled], hands, axes.down);
}

function leanOnEye(
  load: Load,
  hands: readonly Bearer[],
  eye: Bearer,
  axes: Axes,
  mostN: number,
): Statics {
  const up = negate(axes.down);
  const ahead = measureAhead(load.centreMm, hands, axes.forward);
  const above = measureAhead(eye.pointMm, hands, up);
  // A face only pushes, and only as hard as it stays comfortable.
  const wanted = Math.abs(above) > 1 ? (-load.weightN * ahead) / above : 0;
  const pushN = Math.min(mostN, Math.max(0, wanted));
  const lifted = liftWithHands(load.weightN, load.centreMm, hands, axes.down).map((f) => ({
    ...f,
    forceN: add(f.forceN, scale(axes.forward, -pushN / hands.length)),
  }));
  return hold(
    [weigh(load, axes.down), push(eye, scale(axes.forward, pushN)), ...lifted],
    hands,
    axes.down,
  );
}

/**
 * On the shoulder the pad's pressure wanders under the weight as far as the pad goes; beyond, hands and pad
 * share it like two supports, and a hand may have to pull down.
 */
function restOnShoulder(load: Load, pad: Bearer, hands: readonly Bearer[], axes: Axes): Statics {
  const up = negate(axes.down);
  const ahead = dot(subtract(load.centreMm, pad.pointMm), axes.forward);
  const reach = pad.reachMm ?? 0;
  const shift = Math.min(reach, Math.max(-reach, ahead));
  const at: Bearer = { ...pad, pointMm: add(pad.pointMm, scale(axes.forward, shift)) };
  const rest = ahead - shift;
  const far = hands.length > 0 ? -measureAhead(at.pointMm, hands, axes.forward) : 0;
  const handsN = Math.abs(far) > 1 ? (load.weightN * rest) / far : 0;
  const padForce = push(at, scale(up, load.weightN - handsN));
  const lifted = hands.map((h) => push(h, scale(up, handsN / hands.length)));
  const bearers = hands.length > 0 ? hands : [at];
  return hold([weigh(load, axes.down), padForce, ...lifted], bearers, axes.down);
}

/**
 * The forces and moments on the rig in its way of holding, at rest under its own weight. Hands push upwards,
 * a chest and a face push forward, pads and heads bear; what moment is left is held by wrists or the head.
 * Undefined where nothing holds it, nothing has been weighed, or it stands on a table (the table pushes where
 * the weight is). Masses that are not known are left out.
 */
export function solveStatics(assembly: Assembly, held: Hold): Statics | undefined {
  const borne = measureBorne(assembly, held);
  if (held.state !== 'held' || !borne) return undefined;
  const load = { weightN: toWeightN(borne.massG), centreMm: borne.centreMm };
  const { axes, contacts } = held;
  const { settings } = assembly.rig;
  const [first, second] = contacts;
  const hands = contacts.filter((c) => c.role === 'hand' || c.role === 'under-hand');
  const find = (role: Bearer['role']) => contacts.find((c) => c.role === role);
  if (!first) return undefined;
  switch (held.kind) {
    case 'low':
    case 'carried':
      return hang(load, first);
    case 'strap':
      return second ? hangFromTwo(load, first, second, axes.down) : hang(load, first);
    case 'eye':
      return leanOnEye(load, hands, find('eye')!, axes, measureSetting(settings, 'eyePushN'));
    case 'chest':
      return leanOnChest(
        load,
        hands,
        find('chest')!,
        axes,
        measureSetting(settings, 'chestPushN'),
        measureSetting(settings, 'frictionCloth'),
      );
    case 'shoulder':
      return restOnShoulder(load, find('shoulder')!, hands, axes);
    default:
      return hold(
        [
          weigh(load, axes.down),
          ...liftWithHands(load.weightN, load.centreMm, contacts, axes.down),
        ],
        contacts,
        axes.down,
      );
  }
}

import type { Collider } from '../clash/index.js';
import { listMoves } from '../fit/index.js';
import { measureHang, type Hang } from '../hang/index.js';
import { findHold, measureBorne, type Hold } from '../hold/index.js';
import {
  hasMountTrait,
  hasTrait,
  measureMate,
  mountKinds,
  type Mount,
  type PartBook,
} from '../part/index.js';
import { add, dot, scale, subtract, type Placement, type Vec3 } from '../placement/index.js';
import { countFindings, reportOn, type Report } from '../report/index.js';
import {
  measureOccupancy,
  measureSetting,
  placeAlong,
  placeSetup,
  proposeId,
  rigFromMount,
  suggestTurnDeg,
  tryEdit,
  type Assembly,
  type Edit,
  type Rig,
} from '../rig/index.js';
import { toDeg, toRad, toWeightN, tolerances } from '../units/index.js';
import { listLevers, type LeverKind } from './levers.js';
import { tryOutcome } from './try.js';
import { searchBalance, type Aim, type Balance } from './search.js';

/** How a rig sits in two figures: what is ahead or nose-heavy, and what is to the left; and in which unit. */
export interface Sway {
  readonly ahead: number;
  readonly left: number;
  readonly unit: '°' | 'N·m' | 'mm';
}

/** The two figures of an answer that balancing makes small; undefined where there are none. */
export function measureSway(hang: Hang): Sway | undefined {
  switch (hang.state) {
    case 'hangs':
      return { ahead: toDeg(hang.tiltRad), left: toDeg(hang.leanRad), unit: '°' };
    case 'in-hands': {
      const sum = (of: 'pitchNm' | 'rollNm') => hang.hands.reduce((all, h) => all + h[of], 0);
      return { ahead: sum('pitchNm'), left: sum('rollNm'), unit: 'N·m' };
    }
    case 'on-shoulder': {
      const sign = hang.heavy === 'nose' ? 1 : -1;
      return { ahead: sign * hang.beyondMm, left: hang.leftMm, unit: 'mm' };
    }
    case 'on-head':
      return { ahead: hang.aheadMm, left: hang.leftMm, unit: 'mm' };
    case 'on-gimbal': {
      const out = (way: 'forward' | 'left') => {
        const axis = hang.axes.find((a) => a.way === way)!;
        return Math.sign(axis.atMm) * axis.outMm;
      };
      return { ahead: out('forward'), left: out('left'), unit: 'mm' };
    }
    default:
      return undefined;
  }
}

/** How near the middle of a shoulder pad or of a head is near enough, in mm (estimates). */
const nearMm = { shoulderSide: 15, head: 5 };

const beyond = (value: number, limit: number) => Math.max(0, Math.abs(value) - limit);

/** The vector from what bears to the weight, and where it should be; undefined where balancing has no aim. */
export function findAim(
  assembly: Assembly,
  hold: Hold,
  limitDeg: number,
): { readonly at: readonly [number, number, number]; readonly aim: Aim } | undefined {
  const borne = measureBorne(assembly, hold);
  if (hold.state !== 'held' || !borne) return undefined;
  const { axes, contacts } = hold;
  const [first] = contacts;
  if (!first) return undefined;
  const local = (v: Vec3) => [dot(v, axes.forward), dot(v, axes.left), dot(v, axes.down)] as const;
  const at = local(subtract(borne.centreMm, first.pointMm));
  const box = (wideA: number, wideL: number): Aim => ({
    miss: (ahead, left) => Math.max(beyond(ahead, wideA), beyond(left, wideL)),
    width: () => [wideA, wideL],
  });
  switch (hold.kind) {
    case 'low':
    case 'carried': {
      const most = Math.tan(toRad(limitDeg));
      return {
        at,
        aim: {
          miss: (ahead, left, below) => {
            if (below <= tolerances.lengthMm) return 90;
            const tilt = Math.abs(Math.atan2(ahead, Math.hypot(below, left)));
            const lean = Math.abs(Math.atan2(left, below));
            return Math.max(0, (Math.max(tilt, lean) * 180) / Math.PI - limitDeg);
          },
          width: (below) => [most * Math.max(below, 1), most * Math.max(below, 1)],
        },
      };
    }
    case 'one-grip': {
      const mostMm =
        ((measureSetting(assembly.rig.settings, 'wristNm') / 2) * 1000) / toWeightN(borne.massG);
      return {
        at,
        aim: {
          miss: (ahead, left) => beyond(Math.hypot(ahead, left), mostMm),
          width: () => [mostMm, mostMm],
        },
      };
    }
    case 'grips':
    case 'low-two':
    case 'eye':
    case 'chest': {
      // Over the line between the hands as far as both wrists hold, and between the two along it. Where a hand is on
      // what moves this is only about right: every way is looked at again.
      const hands = contacts.filter((c) => c.role === 'hand' || c.role === 'under-hand');
      if (hands.length < 2) return undefined;
      const [a, b] = hands.map((h) => local(subtract(h.pointMm, first.pointMm)));
      const middle = a!.map((v, i) => (v + b![i]!) / 2);
      const mostMm =
        (measureSetting(assembly.rig.settings, 'wristNm') * 1000) / toWeightN(borne.massG);
      const spreadMm = Math.max(20, Math.abs(a![1] - b![1]) / 2);
      const depthMm = Math.max(mostMm, Math.abs(a![0] - b![0]) / 2);
      return {
        at: [at[0] - middle[0]!, at[1] - middle[1]!, at[2] - middle[2]!],
        aim: box(depthMm, spreadMm),
      };
    }
    case 'shoulder':
      return { at, aim: box(first.reachMm ?? 0, nearMm.shoulderSide) };
    case 'tripod':
    case 'monopod':
    case 'slider':
      return { at, aim: box(nearMm.head, nearMm.head) };
    case 'gimbal': {
      const facts = assembly.byId.get(first.itemId)?.part.gimbal;
      const { forwardMm, leftMm } = facts ?? {};
      if (!forwardMm || !leftMm) return undefined;
      // Ranges need not lie even about the plate's middle: their middles are aimed at.
      const middle = [(forwardMm[0] + forwardMm[1]) / 2, (leftMm[0] + leftMm[1]) / 2] as const;
      return {
        at: [at[0] - middle[0], at[1] - middle[1], at[2]],
        aim: box((forwardMm[1] - forwardMm[0]) / 2, (leftMm[1] - leftMm[0]) / 2),
      };
    }
    default:
      return undefined;
  }
}

/** A way to balance the rig that was applied and looked at again. */
export interface LevelOption {
  readonly edit: Edit;
  readonly moves: number;
  /** Whether no fewer moves and no less way would do: with three moves or more it is the best so far. */
  readonly proven: boolean;
  readonly sizeMm: number;
  readonly sway: Sway;
  /** Findings of Fit that stop the build or are a risk, beyond those there already; none of what is offered first. */
  readonly newTroubles: number;
}

/** A place for a weight, and the least grams there that balance the rig. */
export interface Counterweight {
  readonly itemId: string;
  readonly mountId: string;
  readonly alongMm: number | undefined;
  readonly massG: number;
}

/** What balancing found. */
export interface Levelling {
  readonly state: 'level' | 'found' | 'none' | 'no-aim';
  /** Fewest moves first, then the least way. */
  readonly options: readonly LevelOption[];
  /** Moving something heavy that is on board to another mount. */
  readonly moves: readonly LevelOption[];
  /** The least counterweights, lightest first. */
  readonly counterweights: readonly Counterweight[];
  /** Weights of the catalogue where they balance the rig, lightest first: to be tried like any other way. */
  readonly weights: readonly LevelOption[];
  /** Where none does: the nearest that was found, and how far off it still is, in the unit of the sway. */
  readonly nearest: LevelOption | undefined;
}

export interface LevelContext {
  readonly rig: Rig;
  readonly setupId: string;
  readonly parts: PartBook;
  readonly collider?: Collider | undefined;
  readonly limitDeg?: number | undefined;
  /** Stands the rig and its operator elsewhere. */
  readonly rigFromBody?: Placement | undefined;
  readonly kinds?: readonly LeverKind[] | undefined;
  /** Names new individuals and joints. */
  readonly makeId?: (() => string) | undefined;
}

const toEdit = (balance: Balance): Edit => {
  const edits = balance.pulls.map((p) => p.lever.toEdit(p.setting.value));
  return edits.length === 1 ? edits[0]! : { type: 'all', edits };
};

/** Up to so many moves together every way is searched; more are found step by step. */
const searchedWhole = 2;

/** How many ways are looked at again with the whole of Fit, and how many are offered. */
const most = { tried: 12, offered: 4 };

/** What is levelled: the setup as it stands, and what it is looked at with. */
interface Levelled extends LevelContext {
  readonly assembly: Assembly;
  /** As light as what is tried is judged. */
  readonly before: Report;
}

function look(context: Levelled, edit: Edit): { hang: Hang; assembly: Assembly; hold: Hold } {
  const assembly = tryEdit(context.assembly, edit, context.parts);
  const hold = findHold(assembly);
  return { assembly, hold, hang: measureHang(assembly, hold) };
}

function countTroubles(report: Report): number {
  const count = countFindings(report.findings, 'fit');
  return count.stops + count.risk;
}

/** Applies a way and looks again: what it says, and whether it meets the aim as it then stands. */
function tryOption(
  context: Levelled,
  edit: Edit,
  moves: number,
  sizeMm: number,
): { readonly option: LevelOption; readonly miss: number } | undefined {
  const { before, parts, collider } = context;
  const { after } = tryOutcome(before, edit, parts, { collider });
  const { assembly, hold, hang } = after;
  const sway = measureSway(hang);
  const aim = findAim(assembly, hold, context.limitDeg ?? tolerances.levelDeg);
  if (!sway || !aim) return undefined;
  const newTroubles = Math.max(0, countTroubles(after) - countTroubles(before));
  return {
    option: { edit, moves, proven: moves <= searchedWhole, sizeMm, sway, newTroubles },
    miss: aim.aim.miss(...aim.at),
  };
}

function listElsewhere(context: Levelled) {
  const { assembly } = context;
  const before = findAim(assembly, findHold(assembly), context.limitDeg ?? tolerances.levelDeg)!;
  const missBefore = before.aim.miss(...before.at);
  const tries = assembly.joints
    .filter((j) => hasTrait(assembly.byId.get(j.child)!.part, 'ballast'))
    .flatMap((joint) => listMoves(assembly, joint, () => true, 4))
    .flatMap((edit) => {
      const next = look(context, edit);
      const aim = findAim(next.assembly, next.hold, context.limitDeg ?? tolerances.levelDeg);
      return aim ? [{ edit, miss: aim.aim.miss(...aim.at) }] : [];
    })
    .filter((t) => t.miss < missBefore)
    .sort((a, b) => a.miss - b.miss)
    .slice(0, 4);
  return tries
    .flatMap((t) => tryOption(context, t.edit, 1, 0) ?? [])
    .filter((t) => t.option.newTroubles === 0)
    .map((t) => t.option)
    .slice(0, 2);
}

/** How far out the middle of a weight stands from its mount, and the heaviest that is worth carrying (estimates). */
export const counterweight = { standsOutMm: 15, mostG: 600, stepG: 5 };

interface WeightPlace {
  readonly itemId: string;
  readonly mountId: string;
  readonly mount: Mount;
  readonly alongMm: number | undefined;
  readonly atMm: Vec3;
}

function listWeightPlaces(assembly: Assembly): WeightPlace[] {
  return assembly.items.flatMap((placed) =>
    placed.part.mounts
      .filter((m) => hasMountTrait(m, 'bears-weights') && m.side === mountKinds[m.kind].sides[1])
      .filter((m) => m.alongside === undefined)
      .flatMap((mount): WeightPlace[] => {
        const { free, joints } = measureOccupancy(assembly, placed, mount);
        const frame = rigFromMount(placed, mount);
        const out = scale(frame.rotation.z, counterweight.standsOutMm);
        const base = { itemId: placed.item.id, mountId: mount.id, mount };
        if (!mount.lengthwise) {
          return joints.length > 0
            ? []
            : [{ ...base, alongMm: undefined, atMm: add(frame.originMm, out) }];
        }
        return free.flatMap((f) =>
          [0, 0.25, 0.5, 0.75, 1]
            .map((share) => f.fromMm + (f.toMm - f.fromMm) * share)
            .map((alongMm) => ({
              ...base,
              alongMm,
              atMm: add(placeAlong(placed, mount, alongMm), out),
            })),
        );
      }),
  );
}

/** How far off the aim a rig is with so many grams more at a place; undefined where balancing has no aim. */
function createWeighted(assembly: Assembly, hold: Hold, limitDeg: number) {
  const aim = findAim(assembly, hold, limitDeg);
  const borne = measureBorne(assembly, hold);
  if (!aim || !borne || hold.state !== 'held') return undefined;
  const { axes } = hold;
  const from = hold.contacts[0]!.pointMm;
  return (atMm: Vec3, massG: number): number => {
    const r = subtract(atMm, from);
    const far = [dot(r, axes.forward), dot(r, axes.left), dot(r, axes.down)] as const;
    const share = massG / (borne.massG + massG);
    const at = aim.at.map((v, i) => v + (far[i]! - v) * share) as [number, number, number];
    return aim.aim.miss(...at);
  };
}

/** The least weight at each free mount that meets the aim; the lightest three. */
export function listCounterweights(
  assembly: Assembly,
  hold: Hold,
  limitDeg: number = tolerances.levelDeg,
): Counterweight[] {
  const missWith = createWeighted(assembly, hold, limitDeg);
  if (!missWith) return [];
  return listWeightPlaces(assembly)
    .flatMap(({ itemId, mountId, alongMm, atMm }): Counterweight[] => {
      for (
        let massG = counterweight.stepG;
        massG <= counterweight.mostG;
        massG += counterweight.stepG
      ) {
        if (missWith(atMm, massG) === 0) return [{ itemId, mountId, alongMm, massG }];
      }
      return [];
    })
    .sort((a, b) => a.massG - b.massG || (a.itemId + a.mountId < b.itemId + b.mountId ? -1 : 1))
    .slice(0, 3);
}

/** Weights that the catalogue has, where one of them balances the rig: fitted, and looked at again. */
function listWeights(context: Levelled, hold: Hold, limitDeg: number): LevelOption[] {
  const { assembly } = context;
  const missWith = createWeighted(assembly, hold, limitDeg);
  const weights = [...context.parts.values()].filter((part) =>
    part.serves?.some((s) => s.need === 'balance'),
  );
  if (!missWith || weights.length === 0) return [];
  let made = 0;
  const makeId = context.makeId ?? (() => proposeId(`weight-${(made += 1)}`));
  const tries = listWeightPlaces(assembly).flatMap((place) =>
    weights.flatMap((part) => {
      const own = part.mounts.find((m) => measureMate(place.mount, m).state === 'mates');
      const { massG } = part;
      if (!own || massG === undefined || missWith(place.atMm, massG) > 0) return [];
      return [{ place, part, own, massG }];
    }),
  );
  return tries
    .sort((a, b) => a.massG - b.massG || (a.place.itemId < b.place.itemId ? -1 : 1))
    .slice(0, 6)
    .flatMap(({ place, part, own }) => {
      const parent = assembly.byId.get(place.itemId)!;
      const item = { id: makeId(), partId: part.id, owned: false };
      const half = (own.clampLengthMm ?? 0) / 2;
      const length = place.mount.lengthwise;
      const slideMm =
        length && place.alongMm !== undefined
          ? Math.min(length.toMm - half, Math.max(length.fromMm + half, place.alongMm))
          : 0;
      const edit: Edit = {
        type: 'add-part',
        setupId: context.setupId,
        item,
        joint: {
          id: makeId(),
          child: { item: item.id, mount: own.id },
          parent: { item: place.itemId, mount: place.mountId },
          slideMm,
          turnDeg: suggestTurnDeg(parent, place.mount, own),
        },
      };
      const tried = tryOption(context, edit, 1, 0);
      return tried && tried.miss === 0 && tried.option.newTroubles === 0 ? [tried.option] : [];
    })
    .slice(0, 3);
}

/**
 * How to bring a setup level, over its head or into its gimbal's travel: the fewest and smallest slides, turns
 * and moves, each applied and looked at again with the whole of Fit; something heavy put elsewhere; the lightest
 * counterweight; or the nearest, and how far off that is.
 */
export function measureLevelling(asked: LevelContext): Levelling {
  const { rig, setupId, parts } = asked;
  const limitDeg = asked.limitDeg ?? tolerances.levelDeg;
  const setup = rig.setups.find((s) => s.id === setupId);
  if (!setup) throw new Error(`measureLevelling: rig ${rig.id} has no setup ${setupId}`);
  const assembly = placeSetup(rig, setup, parts, asked.rigFromBody);
  const hold = findHold(assembly);
  const aim = findAim(assembly, hold, limitDeg);
  const nothing = {
    options: [],
    moves: [],
    counterweights: [],
    weights: [],
    nearest: undefined,
  };
  if (!aim) return { state: 'no-aim', ...nothing };
  if (aim.aim.miss(...aim.at) === 0) return { state: 'level', ...nothing };
  const { axes } = hold;
  const toLocal = (v: Vec3) =>
    [dot(v, axes.forward), dot(v, axes.left), dot(v, axes.down)] as const;
  const levers = listLevers(assembly, hold, asked.kinds);
  const { found, nearest } = searchBalance(aim.at, aim.aim, levers, toLocal, most.tried);
  const light = { collider: asked.collider, oneLens: true, lean: true };
  const context: Levelled = { ...asked, assembly, before: reportOn(assembly, parts, light) };
  const tried = found.flatMap((b) => tryOption(context, toEdit(b), b.pulls.length, b.sizeMm) ?? []);
  const options = tried
    .filter((t) => t.miss === 0 && t.option.newTroubles === 0)
    .map((t) => t.option)
    .slice(0, most.offered);
  const closest =
    options.length === 0 && nearest.pulls.length > 0
      ? tryOption(context, toEdit(nearest), nearest.pulls.length, nearest.sizeMm)
      : undefined;
  return {
    state: options.length > 0 ? 'found' : 'none',
    options,
    moves: listElsewhere(context),
    counterweights: listCounterweights(assembly, hold, limitDeg),
    weights: listWeights(context, hold, limitDeg),
    nearest: closest && closest.miss < aim.aim.miss(...aim.at) ? closest.option : undefined,
  };
}

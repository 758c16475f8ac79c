import { tolerances } from '../units/index.js';
import {
  mountKinds,
  type MountKind,
  type MountKindEntry,
  type MountSide,
  type Resistance,
} from './mount-kinds.js';
import type { Mount } from './mount.js';

/**
 * Mates between two kinds: what is fastened is the first, what receives it the second. Each such pair
 * behaves like the kind named.
 */
const crossMates: readonly {
  readonly carried: readonly [MountKind, MountSide];
  readonly by: readonly [MountKind, MountSide];
  readonly as: MountKind;
}[] = [
  { carried: ['cold-shoe', 'foot'], by: ['hot-shoe', 'shoe'], as: 'hot-shoe' },
  { carried: ['rod-pad', 'pad'], by: ['rod-15-pair', 'rods'], as: 'rod-pad' },
];

/** The usual pair, by the lightweight rods standard. */
const rodsApartMm = 60;

/** Why two mounts do not go together. */
export type Mismatch =
  | { readonly reason: 'kinds' }
  | { readonly reason: 'same-side'; readonly side: MountSide }
  | { readonly reason: 'thread-size'; readonly bushing: boolean }
  | { readonly reason: 'size'; readonly aMm: number | undefined; readonly bMm: number | undefined }
  | { readonly reason: 'family'; readonly a: string | undefined; readonly b: string | undefined }
  | { readonly reason: 'key-refused' }
  | { readonly reason: 'pins-without-holes' }
  | { readonly reason: 'pin-spacing'; readonly aMm: number; readonly bMm: number };

/** What becomes of two mounts that are brought together. */
export type Mate =
  | {
      readonly state: 'mates';
      readonly as: MountKind;
      readonly resists: Resistance;
      readonly turns: MountKindEntry['turns'];
      /** Whether the keys that made-for-each-other mounts carry say that it fits. */
      readonly key: 'none' | 'fits' | 'enters-only' | 'unknown';
      readonly pinned: boolean;
    }
  | ({ readonly state: 'refuses' } & Mismatch);

function findKind(a: Mount, b: Mount): MountKind | Mismatch {
  if (a.kind === b.kind) {
    const [one, other] = mountKinds[a.kind].sides;
    const opposite = (a.side === one && b.side === other) || (a.side === other && b.side === one);
    return opposite ? a.kind : { reason: 'same-side', side: a.side };
  }
  for (const cross of crossMates) {
    for (const [x, y] of [
      [a, b],
      [b, a],
    ] as const) {
      if (
        x.kind === cross.carried[0] &&
        x.side === cross.carried[1] &&
        y.kind === cross.by[0] &&
        y.side === cross.by[1]
      ) {
        return cross.as;
      }
    }
  }
  if (mountKinds[a.kind].threadMm && mountKinds[b.kind].threadMm && a.side !== b.side) {
    const screw = a.side === 'screw' ? a : b;
    return { reason: 'thread-size', bushing: screw.kind === 'quarter-20' };
  }
  return { reason: 'kinds' };
}

function findKey(a: Mount, b: Mount): 'none' | 'fits' | 'enters-only' | 'unknown' | 'refused' {
  const offered = { a: a.keys ?? [], b: b.keys ?? [] };
  const any = (list: readonly string[] | undefined, keys: readonly string[]) =>
    list?.some((key) => keys.includes(key)) ?? false;
  if (any(a.refuses, offered.b) || any(b.refuses, offered.a)) return 'refused';
  if (any(a.entersOnly, offered.b) || any(b.entersOnly, offered.a)) return 'enters-only';
  if (!a.takes && !b.takes) return 'none';
  const aTaken = !a.takes || any(a.takes, offered.b);
  const bTaken = !b.takes || any(b.takes, offered.a);
  return aTaken && bTaken ? 'fits' : 'unknown';
}

/** How far apart a pair of rods is, or the rods that a clamp takes: 60 mm where a mount does not say otherwise. */
export function measureRodsApartMm(mount: Pick<Mount, 'apartMm'>): number {
  return mount.apartMm ?? rodsApartMm;
}

/**
 * Whether two mounts join, how the joint resists turning, and why not otherwise. The order of the two
 * does not matter. Threads of different size never mate; a key that nobody has stated is `unknown`,
 * never a fit.
 */
export function measureMate(a: Mount, b: Mount): Mate {
  const kind = findKind(a, b);
  if (typeof kind !== 'string') return { state: 'refuses', ...kind };
  const table = mountKinds[kind];
  if (table.sameSize && (a.sizeMm === undefined || a.sizeMm !== b.sizeMm)) {
    return { state: 'refuses', reason: 'size', aMm: a.sizeMm, bMm: b.sizeMm };
  }
  if (kind === 'rod-15-pair') {
    const [aMm, bMm] = [measureRodsApartMm(a), measureRodsApartMm(b)];
    if (Math.abs(aMm - bMm) > tolerances.rodsApartMm) {
      return { state: 'refuses', reason: 'size', aMm, bMm };
    }
  }
  if (table.sameFamily && (a.family === undefined || a.family !== b.family)) {
    return { state: 'refuses', reason: 'family', a: a.family, b: b.family };
  }
  const key = findKey(a, b);
  if (key === 'refused') return { state: 'refuses', reason: 'key-refused' };
  const pins = [a, b].find((m) => m.locating?.side === 'pins');
  const holes = [a, b].find((m) => m.locating?.side === 'holes');
  let pinned = false;
  if (pins?.locating && holes?.locating) {
    const off = Math.abs(pins.locating.spacingMm - holes.locating.spacingMm);
    pinned = off <= tolerances.pinSpacingMm;
    if (!pinned && !pins.locating.retracts) {
      return {
        state: 'refuses',
        reason: 'pin-spacing',
        aMm: pins.locating.spacingMm,
        bMm: holes.locating.spacingMm,
      };
    }
  } else if (pins?.locating && !pins.locating.retracts && !(a.pinsClear ?? b.pinsClear)) {
    return { state: 'refuses', reason: 'pins-without-holes' };
  }
  const formFit = (a.formFit ?? false) && (b.formFit ?? false);
  const fitted = (a.takes ?? b.takes) !== undefined && key === 'fits' && (a.formFit || b.formFit);
  const blocked = pinned || formFit || fitted;
  return {
    state: 'mates',
    as: kind,
    resists: blocked ? 'blocked' : table.resists,
    turns: pinned ? 'half' : fitted || formFit ? 'fixed' : table.turns,
    key,
    pinned,
  };
}

const interfaces = new WeakMap<Mount, string>();

/**
 * What a mount is to its partners, as one text: mounts of the same text mate alike, whatever part they are on
 * and wherever they sit. Made once for each mount.
 */
export function toInterface(mount: Mount): string {
  let text = interfaces.get(mount);
  if (text === undefined) {
    const {
      kind,
      side,
      sizeMm,
      apartMm,
      pinsClear,
      family,
      keys,
      takes,
      refuses,
      entersOnly,
      locating,
      formFit,
    } = mount;
    const hasLength = mount.lengthwise !== undefined;
    text = JSON.stringify([
      ...[
        kind,
        side,
        sizeMm,
        apartMm,
        pinsClear,
        family,
        keys,
        takes,
        refuses,
        entersOnly,
        locating,
        formFit,
        hasLength,
      ],
    ]);
    interfaces.set(mount, text);
  }
  return text;
}

/**
 * The mate of two mounts that can be built on: they join and hold, as far as anybody has stated. Undefined where they do
 * not mate, where nobody knows whether the key fits, and where it goes in without latching.
 */
export function findSureMate(a: Mount, b: Mount): Extract<Mate, { state: 'mates' }> | undefined {
  const mate = measureMate(a, b);
  if (mate.state !== 'mates' || mate.key === 'unknown' || mate.key === 'enters-only')
    return undefined;
  return mate;
}

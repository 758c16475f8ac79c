import { add, type Vec3 } from '../placement/index.js';
import type { Lever, Setting } from './levers.js';

/** Where the weight should be, as the operator's ahead, left and below of the point that bears. */
export interface Aim {
  /** 0 where it is good; else how far off, in the aim's own measure: the search makes it small. */
  readonly miss: (ahead: number, left: number, below: number) => number;
  /** How far ahead and how far left may be off for a weight that far below, about: where to look. */
  readonly width: (below: number) => readonly [ahead: number, left: number];
}

/** Which lever to which place. */
export interface Pull {
  readonly lever: Lever;
  readonly setting: Setting;
}

/** A way to balance the rig: levers and places, how far in all, and what is still off. */
export interface Balance {
  readonly pulls: readonly Pull[];
  readonly sizeMm: number;
  readonly miss: number;
}

/** Vectors in the operator's directions: ahead, left, below. */
type Local = readonly [ahead: number, left: number, below: number];

interface Work {
  readonly at: Local;
  readonly aim: Aim;
}

interface LocalLever {
  readonly lever: Lever;
  readonly settings: readonly { readonly own: Setting; readonly shift: Local }[];
  /** In proportion, for slides. */
  readonly perMm: Local | undefined;
}

const missAt = (aim: Aim, at: Local, by: Local, and?: Local): number =>
  aim.miss(
    at[0] + by[0] + (and ? and[0] : 0),
    at[1] + by[1] + (and ? and[1] : 0),
    at[2] + by[2] + (and ? and[2] : 0),
  );

/**
 * The stretch of a slide's settings, in mm from where it is, in which ahead and left can be within their widths:
 * straight lines, so one interval; a little wider, since the widths move with the depth.
 */
function findWindow(work: Work, at: Local, perMm: Local): readonly [number, number] | undefined {
  const [wideA, wideL] = work.aim.width(at[2]);
  let [low, high] = [-Infinity, Infinity];
  for (const [value, per, wide] of [
    [at[0], perMm[0], wideA],
    [at[1], perMm[1], wideL],
  ] as const) {
    if (Math.abs(per) < 1e-9) {
      if (Math.abs(value) > wide * 1.5 + 1) return undefined;
      continue;
    }
    const ends = [(-wide - value) / per, (wide - value) / per];
    // A tenth and two millimetres more, for what the straight lines leave out.
    const spare = 2 + 0.1 * Math.abs(ends[0]! - ends[1]!);
    low = Math.max(low, Math.min(...ends) - spare);
    high = Math.min(high, Math.max(...ends) + spare);
  }
  return low <= high ? [low, high] : undefined;
}

/** Settings within a window, smallest first: they are sorted by size, so the first good one is the smallest. */
function findSmallest(
  work: Work,
  at: Local,
  lever: LocalLever,
  mostMm: number,
): { readonly own: Setting; readonly shift: Local } | undefined {
  const window = lever.perMm && findWindow(work, at, lever.perMm);
  if (lever.perMm && !window) return undefined;
  for (const entry of lever.settings) {
    if (entry.own.sizeMm >= mostMm) return undefined;
    if (window) {
      if (entry.own.sizeMm > Math.max(Math.abs(window[0]), Math.abs(window[1]))) return undefined;
    }
    if (missAt(work.aim, at, entry.shift) === 0) return entry;
  }
  return undefined;
}

const compare = (a: Balance, b: Balance) =>
  a.pulls.length - b.pulls.length ||
  a.sizeMm - b.sizeMm ||
  (a.pulls.map((p) => p.lever.id).join() < b.pulls.map((p) => p.lever.id).join() ? -1 : 1);

/** The best single setting of each lever: good, smallest first. */
function searchOne(work: Work, levers: readonly LocalLever[]): Balance[] {
  return levers.flatMap((lever) => {
    const found = findSmallest(work, work.at, lever, Infinity);
    return found
      ? [{ pulls: [{ lever: lever.lever, setting: found.own }], sizeMm: found.own.sizeMm, miss: 0 }]
      : [];
  });
}

/** The best of each pair of levers; `most` bounds what is worth looking for once enough is found. */
function searchTwo(work: Work, levers: readonly LocalLever[], wanted: number): Balance[] {
  const found: Balance[] = [];
  let boundMm = Infinity;
  for (let i = 0; i < levers.length; i += 1) {
    for (let k = i + 1; k < levers.length; k += 1) {
      // The one with fewer places is walked through, the other answers by its window.
      const [a, b] =
        levers[k]!.perMm && levers[i]!.settings.length <= levers[k]!.settings.length
          ? [levers[i]!, levers[k]!]
          : levers[i]!.perMm
            ? [levers[k]!, levers[i]!]
            : [levers[i]!, levers[k]!];
      let best: Balance | undefined;
      let bestMm = boundMm;
      for (const first of a.settings) {
        if (first.own.sizeMm >= bestMm) break;
        const at: Local = [
          work.at[0] + first.shift[0],
          work.at[1] + first.shift[1],
          work.at[2] + first.shift[2],
        ];
        const second = findSmallest(work, at, b, bestMm - first.own.sizeMm);
        if (!second) continue;
        bestMm = first.own.sizeMm + second.own.sizeMm;
        best = {
          pulls: [
            { lever: a.lever, setting: first.own },
            { lever: b.lever, setting: second.own },
          ],
          sizeMm: bestMm,
          miss: 0,
        };
      }
      if (best) {
        found.push(best);
        found.sort(compare);
        if (found.length > wanted) found.length = wanted;
        if (found.length === wanted) boundMm = found.at(-1)!.sizeMm;
      }
    }
  }
  return found;
}

/** With more levers than this three at once are not looked for: pairs of so many cost enough. */
const mostForThree = 12;

/** The ends of a lever: its settings that go farthest either way along what it does. */
function listEnds({ settings, perMm }: LocalLever): LocalLever['settings'] {
  const along = (s: LocalLever['settings'][number]) =>
    perMm ? s.shift[0] * perMm[0] + s.shift[1] * perMm[1] + s.shift[2] * perMm[2] : s.own.sizeMm;
  const sorted = [...settings].sort((a, b) => along(a) - along(b));
  return sorted.length < 2 ? sorted : [sorted[0]!, sorted.at(-1)!];
}

const moved = (work: Work, shift: Local): Work => ({ ...work, at: add(work.at, shift) });

/**
 * Three levers that meet the aim together where no two do. Ahead and left are two lines through three slides, so that where three
 * do, they also do with one of them at an end: each is put at its ends, and two of the others answer. Then that one is brought back
 * as far as the same two still answer.
 */
function searchThree(work: Work, levers: readonly LocalLever[], wanted: number): Balance[] {
  if (levers.length < 3 || levers.length > mostForThree) return [];
  const found = levers.flatMap((lever) => {
    const others = levers.filter((l) => l !== lever);
    return listEnds(lever).flatMap(({ shift }): Balance[] => {
      const [pair] = searchTwo(moved(work, shift), others, 1);
      if (!pair) return [];
      const two = others.filter((l) => pair.pulls.some((p) => p.lever === l.lever));
      for (const entry of lever.settings) {
        const [rest] = searchTwo(moved(work, entry.shift), two, 1);
        if (!rest) continue;
        return [
          {
            pulls: [{ lever: lever.lever, setting: entry.own }, ...rest.pulls],
            sizeMm: entry.own.sizeMm + rest.sizeMm,
            miss: 0,
          },
        ];
      }
      return [];
    });
  });
  const seen = new Set<string>();
  return found
    .sort(compare)
    .filter((b) => {
      const key = b.pulls
        .map((p) => p.lever.id)
        .sort()
        .join();
      return !seen.has(key) && seen.add(key);
    })
    .slice(0, wanted);
}

/** The single setting that leaves least to mend. */
function findNearest(
  work: Work,
  levers: readonly LocalLever[],
): (Pull & { miss: number }) | undefined {
  let best: (Pull & { miss: number }) | undefined;
  for (const { lever, settings } of levers) {
    for (const { own, shift } of settings) {
      const miss = missAt(work.aim, work.at, shift);
      if (!best || miss < best.miss - 1e-9) best = { lever, setting: own, miss };
    }
  }
  return best;
}

/**
 * The fewest moves that meet the aim, then the least way: singles first, else pairs, else the single that leaves
 * least to mend and again up to two more, at most four in all, else three that meet it only together. An empty list and the nearest that was found where
 * none does: never worse than as it stands. Shifts of levers on one another are taken as independent; whoever
 * applies a balance looks again. About levers² × places.
 */
export function searchBalance(
  at: Local,
  aim: Aim,
  levers: readonly Lever[],
  toLocal: (v: Vec3) => Local,
  wanted = 6,
): { readonly found: readonly Balance[]; readonly nearest: Balance } {
  const local = levers.map((lever): LocalLever => ({
    lever,
    settings: lever.settings.map((own) => ({ own, shift: toLocal(own.shiftMm) })),
    perMm: lever.perMm && toLocal(lever.perMm),
  }));
  let work: Work = { at, aim };
  let nearest: Balance = { pulls: [], sizeMm: 0, miss: aim.miss(...at) };
  if (nearest.miss === 0) return { found: [], nearest };
  const base: Pull[] = [];
  let left = local;
  for (let depth = 0; depth < 3; depth += 1) {
    const withBase = (b: Balance): Balance => ({
      pulls: [...base, ...b.pulls],
      sizeMm: b.sizeMm + base.reduce((sum, p) => sum + p.setting.sizeMm, 0),
      miss: b.miss,
    });
    const one = searchOne(work, left);
    const found = one.length > 0 ? one : searchTwo(work, left, wanted);
    if (found.length > 0) {
      const sorted = found.map(withBase).sort(compare).slice(0, wanted);
      return { found: sorted, nearest: sorted[0]! };
    }
    const step = findNearest(work, left);
    if (!step || step.miss >= nearest.miss - 1e-6 || depth === 2) break;
    base.push({ lever: step.lever, setting: step.setting });
    nearest = withBase({ pulls: [], sizeMm: 0, miss: step.miss });
    const shift = toLocal(step.setting.shiftMm);
    work = { ...work, at: add(work.at, shift) };
    left = left.filter((l) => l.lever.id !== step.lever.id);
  }
  const three = searchThree({ at, aim }, local, wanted);
  return { found: three, nearest: three[0] ?? nearest };
}

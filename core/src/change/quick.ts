import {
  findSureMate,
  hasMountTrait,
  type Mount,
  type Part,
  type PartBook,
  type Tool,
} from '../part/index.js';
import { createChainBetween, findSpare, listAdaptors, type ChainLink } from '../fit/index.js';
import { tryOutcome } from '../mend/index.js';
import type { AskOptions } from '../question/index.js';
import { questionOf, type Finding, type Report } from '../report/index.js';
import type { Edit, PlacedJoint } from '../rig/index.js';
import { findBestPrice } from '../price/index.js';
import { measureChangeover, readBuilt } from './change.js';
import type { Transition } from './matrix.js';
import { isTaken } from './sequence.js';
import { isHungBelow, type Built, type ChangeOptions } from './steps.js';

/** A pair of parts, or one, by which a part comes off and goes on without a tool. */
interface QuickWay {
  readonly links: readonly ChainLink[];
  /** The mount by which the part sits on the last of them. */
  readonly own: string;
  readonly tool: Tool;
  readonly seconds: number;
  /** Of what is not owned, in minor units of the brief's currency, of those whose price is known. */
  readonly priceMinor: number;
  readonly priceKnown: boolean;
  readonly massG: number;
}

/** What a quick joint would save and cost where a part is taken off and put on during the day. */
export interface QuickJoint extends Omit<QuickWay, 'own'> {
  readonly itemId: string;
  readonly setupId: string;
  /** Joint and tool as they are now. */
  readonly nowS: number;
  readonly nowTool: Tool;
  /** How often it is undone or made over the changes that were looked at, and what that is shorter by, s. */
  readonly times: number;
  readonly savedS: number;
  readonly edit: Edit;
  /** Risks that it brings beyond the joint itself: more to carry, more to pay. */
  readonly brings: readonly Finding[];
}

/** A quick joint takes at most this share of the time of what it replaces. */
const quickShare = 0.5;
/** So many of the cheapest are tried by the whole report. */
const mostTried = 6;

interface Fastened {
  readonly tool: Tool;
  readonly seconds: number;
}
const fasteningOf = (a: Mount, b: Mount): Fastened | undefined => a.fastening ?? b.fastening;

/** Ways over one or two adaptors of which one joint is quick, the cheapest first. */
function listQuickWays(
  joint: PlacedJoint,
  child: Part,
  now: Fastened,
  adaptors: readonly Part[],
  /** What it costs, in minor units: nothing where it lies in the kit; undefined where nobody says. */
  priceOf: (part: Part) => number | undefined,
): QuickWay[] {
  const isQuick = (f: Fastened | undefined): f is Fastened =>
    f !== undefined && !isTaken(f.tool) && f.seconds <= now.seconds * quickShare;
  const ways: QuickWay[] = [];
  // A dovetail or a video plate is what a camera stands on: nobody puts one under a handle.
  const isOdd = ({ part, carriedBy, carriesBy }: ChainLink) =>
    !isHungBelow(joint) &&
    part.mounts.some(
      (m) => (m.id === carriedBy || m.id === carriesBy) && hasMountTrait(m, 'overhangs'),
    );
  const keep = (links: readonly ChainLink[], own: string, quick: Fastened) => {
    if (links.some(isOdd)) return;
    const prices = links.map((l) => priceOf(l.part));
    ways.push({
      links,
      own,
      ...quick,
      priceMinor: prices.reduce((sum: number, minor) => sum + (minor ?? 0), 0),
      priceKnown: prices.every((minor) => minor !== undefined),
      massG: links.reduce((sum, l) => sum + (l.part.massG ?? 0), 0),
    });
  };
  const pairs = (part: Part, mate: Mount): [Mount, Mount][] =>
    part.mounts
      .filter((m) => findSureMate(mate, m))
      .flatMap((m) => part.mounts.filter((x) => x !== m).map((x): [Mount, Mount] => [m, x]));
  const firsts = adaptors.flatMap((part) =>
    pairs(part, joint.parentMount).map(([by, on]) => ({ part, by, on })),
  );
  // The part stays on the last of them by its own fastening: only a joint before that is undone.
  const lasts = adaptors.flatMap((part) =>
    part.mounts
      .filter((on) => findSureMate(on, joint.childMount))
      .flatMap((on) => part.mounts.filter((by) => by !== on).map((by) => ({ part, by, on }))),
  );
  for (const first of firsts) {
    const link = { part: first.part, carriedBy: first.by.id, carriesBy: first.on.id };
    for (const own of child.mounts) {
      const quick = fasteningOf(own, first.on);
      if (own !== joint.childMount && isQuick(quick) && findSureMate(first.on, own)) {
        keep([link], own.id, quick);
      }
    }
    for (const last of lasts) {
      const quick = fasteningOf(last.by, first.on);
      // The part in its own stead, or one on its like, is no gain.
      if (new Set([first.part.id, last.part.id, child.id]).size < 3 || !isQuick(quick)) continue;
      if (!findSureMate(first.on, last.by)) continue;
      const next = { part: last.part, carriedBy: last.by.id, carriesBy: last.on.id };
      keep([link, next], joint.childMount.id, quick);
    }
  }
  const names = (w: QuickWay) => w.links.map((l) => l.part.id).join();
  return ways.sort(
    (a, b) =>
      Number(b.priceKnown) - Number(a.priceKnown) ||
      a.priceMinor - b.priceMinor ||
      a.seconds - b.seconds ||
      a.massG - b.massG ||
      (names(a) < names(b) ? -1 : 1),
  );
}

/**
 * Where a quick joint would shorten the changes of a day: each part that is taken off or put on with a tool or slowly, with the
 * cheapest pair of parts that lets it come off without one, and makes nothing worse by the whole report of the setup it stands
 * in. One after the other, by id; undefined where there is none. `reports` are light ones, by setup.
 */
export function* listQuickJoints(
  transitions: readonly Transition[],
  reports: ReadonlyMap<string, Report>,
  catalogue: PartBook,
  asked: AskOptions,
  options: ChangeOptions = {},
  /** Parts that may stay on: they need none. */
  stays: ReadonlySet<string> = new Set(),
): Generator<QuickJoint | undefined> {
  const builts = new Map(
    [...reports].map(([id, r]): [string, Built] => [id, readBuilt(r, catalogue)]),
  );
  const changes = transitions.flatMap(({ fromId, toId }) => {
    const [from, to] = [builts.get(fromId), builts.get(toId)];
    const change = from && to && measureChangeover(from, to, options);
    return change ? [{ fromId, toId, from, to, change }] : [];
  });
  const adaptors = listAdaptors(catalogue);
  const seen = new Map<
    string,
    { setupId: string; joint: PlacedJoint; now: Fastened; times: number }
  >();
  for (const { fromId, toId, change } of changes) {
    for (const { from, to, itemId, kind, inTheWay, tool, seconds } of change.steps) {
      const joint = kind === 'take-off' ? from : kind === 'put-on' ? to : undefined;
      if (!joint || inTheWay || stays.has(itemId)) continue;
      const was = seen.get(itemId);
      if (was) was.times += 1;
      else {
        const setupId = kind === 'take-off' ? fromId : toId;
        seen.set(itemId, { setupId, joint, now: { tool, seconds }, times: 1 });
      }
    }
  }
  for (const [itemId, { setupId, joint, now, times }] of [...seen].sort(([a], [b]) =>
    a < b ? -1 : 1,
  )) {
    yield findQuick(itemId, setupId, joint, now, times);
  }

  function findQuick(
    itemId: string,
    setupId: string,
    joint: PlacedJoint,
    fastened: Fastened,
    times: number,
  ): QuickJoint | undefined {
    const report = reports.get(setupId)!;
    const { assembly, brief } = report;
    const child = assembly.byId.get(itemId)!.part;
    const ways = listQuickWays(joint, child, fastened, adaptors, (part) =>
      findSpare(assembly, part)?.owned
        ? 0
        : findBestPrice(part, brief.currency, brief.rates ?? [])?.price.minor,
    );
    // Each is tried by the whole report: what would fit worse is no way, what it brings otherwise is told.
    const tried = ways.slice(0, mostTried).flatMap(({ own, ...way }) => {
      const edit = createChainBetween(assembly, catalogue, joint, { links: way.links, own });
      if (!edit) return [];
      const { appears } = tryOutcome(report, edit, catalogue, asked);
      const brings = appears.filter((f) => f.weight !== 'note');
      const isWorse = brings.some((f) => f.weight === 'stops' || questionOf(f.code) === 'fit');
      return isWorse ? [] : [{ way, edit, brings }];
    });
    const [first] = tried.sort((a, b) => a.brings.length - b.brings.length);
    if (!first) return undefined;
    const { way, edit, brings } = first;
    const instead = new Map([[itemId, { tool: way.tool, seconds: way.seconds }]]);
    const savedS = changes.reduce(
      (sum, { from, to, change }) =>
        sum + change.seconds - measureChangeover(from, to, { ...options, instead })!.seconds,
      0,
    );
    if (savedS <= 0) return undefined;
    const was = { nowS: fastened.seconds, nowTool: fastened.tool };
    return { ...way, ...was, itemId, setupId, times, savedS, edit, brings };
  }
}

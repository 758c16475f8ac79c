import type { AskOptions } from '../question/index.js';
import { judgeNeed, listIdle, type Need } from '../needs/index.js';
import { hasTrait, type Part, type PartBook, type Serves } from '../part/index.js';
import { countFindings, measureReport, type Report } from '../report/index.js';
import {
  applyEdit,
  isInBranch,
  listSetupItems,
  type Assembly,
  type Rig,
  type Setup,
} from '../rig/index.js';
import { findBestPrice } from '../price/index.js';
import type { Money } from '../units/index.js';
import { timeSteps } from '../change/index.js';
import { listBuild, mostOnTable, type Build } from './build.js';

/** One rung of the ladder: a build that works for what it can, and what the next part adds. */
export interface Rung {
  /** What comes on it, the part that it is named after first. */
  readonly fresh: readonly string[];
  readonly setup: Setup;
  /** Of all so far that is not owned, in the brief's currency; those without a price are named. */
  readonly toSpend: Money;
  readonly unpriced: readonly string[];
  readonly massG: number;
  /** From pieces up to here, s. */
  readonly seconds: number;
  /** Needs of the brief that it serves, and which of them it is the first to. */
  readonly met: readonly Need['id'][];
  readonly gains: readonly Need['id'][];
  /** What its fresh parts state to be there for, asked for or not. */
  readonly serves: readonly Serves['need'][];
  /** Findings that stop it as it stands. */
  readonly stops: number;
  /** What comes with it is carried along and not on the rig. */
  readonly inBag: boolean;
}

/** A part that the brief does not ask for, and what it costs to have it here. */
export interface Slowing {
  readonly itemId: string;
  readonly seconds: number;
  readonly massG: number | undefined;
}

/** Whether a part is something by itself, or only there to carry what comes. */
const isSomething = (part: Part): boolean =>
  (part.serves?.length ?? 0) > 0 ||
  (part.grips?.length ?? 0) > 0 ||
  hasTrait(part, 'device') ||
  hasTrait(part, 'cell') ||
  hasTrait(part, 'gives-sound') ||
  hasTrait(part, 'front-glass') ||
  hasTrait(part, 'grounded') ||
  part.drive !== undefined;

/** Whether a part takes light, wherever it lies: what is in the bag counts once it is bought, not from the first rung on. */
const isGlass = (part: Part | undefined): boolean =>
  part !== undefined &&
  (part.kind === 'filter' || part.glass !== undefined) &&
  !hasTrait(part, 'optic');

/** Pairs of parts of which the one feeds the other: by a lead, or as a cell that something is on which feeds by a lead. */
function listFeeds({ assembly }: Build): { readonly source: string; readonly device: string }[] {
  return (assembly.setup.cables ?? []).flatMap(({ from, to }) => {
    const ends = [from, to].map((end) => ({
      id: end.item,
      port: assembly.byId.get(end.item)?.part.ports?.find((p) => p.id === end.port),
    }));
    const source = ends.find((e) => e.port?.direction === 'out');
    const device = ends.find((e) => e !== source);
    const isPower = [source, device].every((e) => e?.port?.carries.includes('power'));
    return isPower ? [{ source: source!.id, device: device!.id }] : [];
  });
}

/** Whether a part is the dummy cell of the camera. */
const isCameraFeed = (assembly: Assembly, id: string): boolean => {
  const placed = assembly.byId.get(id)!;
  return (
    hasTrait(placed.part, 'fed-from-outside') && placed.carriedBy?.parent === assembly.setup.body
  );
};

/** What feeds something comes before it, with what carries it; not where the device itself carries what feeds it. */
function feedFirst(build: Build, groups: readonly string[][]): string[][] {
  const { assembly } = build;
  let list = [...groups];
  const groupOf = (id: string | undefined) => list.find((g) => id !== undefined && g.includes(id));
  for (const { source, device } of listFeeds(build)) {
    // A plate gives what the cell on it has.
    const cells = (assembly.jointsOn.get(source) ?? [])
      .map((j) => j.child)
      .filter((id) => hasTrait(assembly.byId.get(id)!.part, 'cell'));
    // Through a dummy cell it is the camera that is fed, which nothing else on the ladder runs: that comes first of all.
    const isDummy = isCameraFeed(assembly, device);
    const fed = isDummy ? undefined : groupOf(device);
    if (!fed && !isDummy) continue;
    const moved = new Set<string[]>();
    const bring = (group: string[] | undefined): void => {
      const isBefore = group && fed && list.indexOf(group) < list.indexOf(fed);
      if (!group || isBefore || moved.has(group)) return;
      moved.add(group);
      for (const id of group) bring(groupOf(assembly.byId.get(id)?.carriedBy?.parent));
    };
    for (const id of [source, ...cells]) bring(groupOf(id));
    if (isDummy) {
      list = [...list.filter((g) => moved.has(g)), ...list.filter((g) => !moved.has(g))];
      // Fed by what is on the body from the first, it comes next.
      const home = groupOf(source);
      if (home) home.push(device);
      else list.unshift([device]);
      continue;
    }
    if (!fed || moved.has(fed)) continue;
    const stay = list.filter((g) => !moved.has(g));
    const at = stay.indexOf(fed);
    list = [...stay.slice(0, at), ...list.filter((g) => moved.has(g)), ...stay.slice(at)];
  }
  return list;
}

/** What comes on together, in the order of assembly: what only carries comes with what it carries, power before what it feeds. */
function listGroups(build: Build): string[][] {
  const { assembly } = build;
  const partOf = (id: string) => assembly.byId.get(id)!.part;
  const isBase = (id: string) => {
    const part = partOf(id);
    return (
      hasTrait(part, 'round-body') ||
      (assembly.byId.get(id)!.carriedBy?.parent === assembly.setup.body &&
        (hasTrait(part, 'optic') || hasTrait(part, 'lens-adapter') || hasTrait(part, 'cell')))
    );
  };
  const pieces = build.steps
    .filter(({ step, table }) => step.kind === 'put-on' && table === undefined)
    .flatMap(({ fresh }) => (fresh.length > mostOnTable ? fresh.map((id) => [id]) : [[...fresh]]));
  const base = pieces.filter((piece) => piece.every(isBase)).flat();
  const isPlain = (piece: readonly string[]) => !piece.some((id) => isSomething(partOf(id)));
  // A dummy cell comes with what feeds it.
  const fed = new Set(
    listFeeds(build)
      .map((f) => f.device)
      .filter((id) => isCameraFeed(assembly, id)),
  );
  let waiting = pieces.filter(
    (piece) => !piece.every(isBase) && isPlain(piece) && !piece.every((id) => fed.has(id)),
  );
  // A device comes with the cell that it carries.
  const deviceOf = (piece: readonly string[]) => {
    const carrier = assembly.byId.get(piece[0]!)!.carriedBy!.parent;
    const isCell = piece.length === 1 && hasTrait(partOf(piece[0]!), 'cell');
    return isCell && hasTrait(partOf(carrier), 'device') ? carrier : undefined;
  };
  const asked = pieces.filter((piece) => !piece.every(isBase) && !isPlain(piece));
  const groups = asked
    .filter((piece) => deviceOf(piece) === undefined)
    .map((piece) => {
      const carries = (plain: readonly string[]) =>
        plain.some((id) =>
          piece.some((x) => isInBranch(assembly.byId.get(id)!, assembly.byId.get(x)!)),
        );
      const under = waiting.filter(carries);
      waiting = waiting.filter((plain) => !under.includes(plain));
      const cells = asked.filter((other) => piece.includes(deviceOf(other) ?? ''));
      return [...under.flat(), ...piece, ...cells.flat()];
    });
  return [base, ...feedFirst(build, groups), ...(waiting.length > 0 ? [waiting.flat()] : [])];
}

/** A setup with some of its parts only, and the leads and second contacts between them. */
function narrowSetup(setup: Setup, ids: ReadonlySet<string>): Setup {
  const isIn = ({ item }: { readonly item: string }) => ids.has(item);
  return {
    ...setup,
    joints: setup.joints.filter((j) => ids.has(j.child.item)),
    ...(setup.stances
      ? { stances: Object.fromEntries(Object.entries(setup.stances).filter(([id]) => ids.has(id))) }
      : {}),
    ...(setup.cables
      ? { cables: setup.cables.filter((c) => [c.from, c.to, ...(c.ties ?? [])].every(isIn)) }
      : {}),
    ...(setup.braces ? { braces: setup.braces.filter((b) => isIn(b.a) && isIn(b.b)) } : {}),
    ...(setup.heldBy ? { heldBy: setup.heldBy.filter(isIn) } : {}),
  };
}

/** A rig whose other setups are without some parts, and without all that hangs on them. */
function withoutElsewhere(rig: Rig, setupId: string, gone: ReadonlySet<string>): Rig {
  let next = rig;
  for (const { id, joints } of rig.setups) {
    if (id === setupId) continue;
    for (const { child } of joints) {
      // What hangs on the one before is gone with it.
      const isOn = next.setups
        .find((s) => s.id === id)!
        .joints.some((j) => j.child.item === child.item);
      if (isOn && gone.has(child.item)) {
        next = applyEdit(next, { type: 'remove-item', setupId: id, itemId: child.item });
      }
    }
  }
  return next;
}

/**
 * A setup as a row of builds, from the camera with its lens and cage upwards in the order of assembly, each with what is in it so
 * far: money, grams, time and what it can do. What only carries comes with what it carries. Empty where the setup cannot be put
 * together. Costs a light report for each.
 */
export function listLadder(report: Report, parts: PartBook, asked: AskOptions = {}): Rung[] {
  const build = listBuild(report, parts);
  if (!build) return [];
  const { rig, setup } = report.assembly;
  const { currency, rates = [] } = report.brief;
  const on = new Set([setup.body]);
  const bag = new Set<string>();
  const had = new Set<Need['id']>();
  const partOf = new Map(rig.kit.map((i) => [i.id, parts.get(i.partId)]));
  const climb = (fresh: readonly string[]): Rung => {
    const narrowed = narrowSetup(setup, on);
    const used = new Set([...listSetupItems({ ...narrowed, lenses: [], worn: [] }), ...bag]);
    const gone = new Set(
      rig.kit.filter((i) => !used.has(i.id) && isGlass(partOf.get(i.id))).map((i) => i.id),
    );
    // The other setups are looked at for their day: without the glass that is not there yet.
    const { setups } = withoutElsewhere(rig, setup.id, gone);
    const trial = {
      ...rig,
      kit: rig.kit.filter((i) => !gone.has(i.id)),
      setups: setups.map((s) => (s.id === setup.id ? narrowed : s)),
    };
    const then = measureReport(trial, setup.id, parts, { ...asked, oneLens: true, lean: true });
    const prices = rig.kit
      .filter((i) => used.has(i.id) && !i.owned && i.comesWith === undefined)
      .map((i) => {
        const part = partOf.get(i.id);
        return { id: i.id, minor: part && findBestPrice(part, currency, rates)?.price.minor };
      });
    const met = then
      .needs()
      .filter((n) => ['served', 'there', 'twice'].includes(judgeNeed(n)))
      .map((n) => n.id);
    const gains = met.filter((id) => !had.has(id));
    for (const id of gains) had.add(id);
    const steps = build.steps.filter(({ step }) =>
      step.cable
        ? narrowed.cables?.some((c) => c.id === step.cable!.id)
        : on.has(step.itemId) && (!step.brace || on.has(step.brace.b.item)),
    );
    return {
      fresh,
      setup: narrowed,
      toSpend: { minor: prices.reduce((sum, p) => sum + (p.minor ?? 0), 0), currency },
      unpriced: prices.flatMap((p) => (p.minor === undefined ? [p.id] : [])),
      // Leads are in it, half at each end.
      massG: then.assembly.mass.massG,
      seconds: timeSteps(
        steps.map((s) => s.step),
        rig,
      ),
      met,
      gains,
      serves: [
        ...new Set(fresh.flatMap((id) => (partOf.get(id)?.serves ?? []).map((s) => s.need))),
      ],
      stops: countFindings(then.findings).stops,
      inBag: bag.size > 0,
    };
  };
  const rungs = listGroups(build).map((fresh) => {
    for (const id of fresh) on.add(id);
    return climb(fresh);
  });
  // What lies in the bag is the last rung, where it is good for something.
  const loose = rig.kit.filter((i) => !on.has(i.id) && isGlass(partOf.get(i.id))).map((i) => i.id);
  for (const id of loose) bag.add(id);
  const last = loose.length > 0 ? climb(loose) : undefined;
  return last && last.gains.length > 0 ? [...rungs, last] : rungs;
}

/** What slows one down here: parts that serve nothing the brief asks for, the slowest to put on first; ties by id. */
export function listSlowing(report: Report, parts: PartBook): Slowing[] {
  const build = listBuild(report, parts);
  return listIdle(report, report.needs())
    .map(({ item, mass }): Slowing => {
      const own = build?.steps.filter((s) => s.step.itemId === item.id) ?? [];
      return {
        itemId: item.id,
        seconds: own.reduce((sum, s) => sum + s.step.seconds, 0),
        massG: mass?.massG,
      };
    })
    .sort((a, b) => b.seconds - a.seconds || (a.itemId < b.itemId ? -1 : 1));
}

import {
  isHungBelow,
  isRing,
  listSteps,
  orderSteps,
  readBuilt,
  strip,
  timeSequence,
  type Before,
  type Built,
  type ChangeOptions,
  type Changeover,
  type Step,
} from '../change/index.js';
import { hasTrait, type PartBook } from '../part/index.js';
import { isInBranch, listCarried, type Assembly } from '../rig/index.js';
import type { Report } from '../report/index.js';

/** One step of putting a setup together. */
export interface BuildStep {
  readonly step: Step;
  /** Where it is done: on the table, at the part that later carries all of it; on the rig where absent. */
  readonly table: string | undefined;
  /** Parts that are new in it. */
  readonly fresh: readonly string[];
  /** Parts that are there once it is done, in what is shown: the rig so far, or the piece on the table. */
  readonly there: ReadonlySet<string>;
}

/** How a setup is put together from pieces. */
export interface Build extends Omit<Changeover, 'steps'> {
  readonly steps: readonly BuildStep[];
  readonly assembly: Assembly;
}

/** More parts are not put together on the table: what is built there must be lifted with one hand. */
export const mostOnTable = 4;

/** Parts that are put together on the table first, by the part that then carries them onto the rig. */
export type Tables = ReadonlyMap<string, readonly string[]>;

/** A base with what stands on it lies on the table while the camera is put on it: it may be of more parts. */
const mostBelow = 16;

/**
 * Branches that can be put together apart from the rig: nothing outside them has to be on before any but the first of them. Of two
 * to four parts, as one hand lifts them; of more where they hang below, as the camera is then put onto them: of those what waits
 * for something else is left for later. What hangs on the camera itself, stands on the ground or goes round the camera is no such
 * branch, and cells go in last. The largest branches, in the order of the rig.
 */
export function listTables({ assembly, edges }: Built): Tables {
  const tables = new Map<string, readonly string[]>();
  const lenses = assembly.items.filter((p) => hasTrait(p.part, 'optic'));
  const hasLens = (ids: ReadonlySet<string>) => lenses.every((p) => ids.has(p.item.id));
  const taken = new Set<string>();
  for (const root of assembly.items) {
    const { id } = root.item;
    if (!root.carriedBy || taken.has(id)) continue;
    const isBelow = isHungBelow(root.carriedBy);
    if (!isBelow && root.carriedBy.parent === assembly.setup.body) continue;
    const branch = listCarried(assembly, id);
    const whole = new Set(branch.map((p) => p.item.id));
    const left = branch.filter((p) => !hasTrait(p.part, 'cell'));
    // A cell that carries something is part of the branch all the same.
    const all = branch.filter((p) =>
      left.some((q) => q === p || q.carriedBy?.parent === p.item.id),
    );
    const waits = all.filter(
      (p) =>
        hasTrait(p.part, 'grounded') ||
        hasTrait(p.part, 'round-body') ||
        hasTrait(p.part, 'optic') ||
        // A box, a drive, a support is set by the lens.
        (hasTrait(p.part, 'set-by-lens') && !hasLens(whole)) ||
        (p !== root && edges.some(([first, then]) => then === p.item.id && !whole.has(first))),
    );
    const members = isBelow
      ? all.filter((p) => !waits.some((w) => isInBranch(w, p)))
      : waits.length > 0
        ? []
        : all;
    if (members.length < 2 || members.length > (isBelow ? mostBelow : mostOnTable)) continue;
    tables.set(
      id,
      members.map((p) => p.item.id),
    );
    for (const member of members) taken.add(member.item.id);
  }
  return tables;
}

/** What must wait for what where branches are put together on the table: their root goes onto the rig after all of them. */
function waitForTables(before: readonly Before[], tables: Tables): Before[] {
  const rootOf = new Map(
    [...tables].flatMap(([root, ids]) => ids.map((id) => [id, root] as const)),
  );
  const put = (id: string) => `put-on ${id}`;
  const ids = new Map([...rootOf.keys()].map((id) => [put(id), id]));
  const moved = before.flatMap(([first, then]): Before[] => {
    const [a, b] = [ids.get(first), ids.get(then)];
    const root = a === undefined ? undefined : rootOf.get(a);
    if (a === undefined || root === undefined) {
      // A second screw goes in on the rig: what is put together on the table does not wait for it.
      const isInner = b !== undefined && rootOf.get(b) !== b;
      return isInner ? [] : [[first, then]];
    }
    if (b !== undefined && rootOf.get(b) === root) return a === root ? [] : [[first, then]];
    // What waits for a part of a branch waits for the branch to be on the rig.
    return [[put(root), then]];
  });
  const roots = [...tables].flatMap(([root, members]) =>
    members.filter((id) => id !== root).map((id): Before => [put(id), put(root)]),
  );
  return [...moved, ...roots];
}

/** What is done in this order where nothing speaks against it, the firmest wish first. */
function listWishes(assembly: Assembly, steps: readonly Step[], tables: Tables): Before[][] {
  const puts = steps.filter((s) => s.kind === 'put-on');
  const isOf = (s: Step, trait: Parameters<typeof hasTrait>[1]) =>
    hasTrait(assembly.byId.get(s.itemId)!.part, trait);
  const pairs = (firsts: readonly Step[], thens: readonly Step[]): Before[] =>
    firsts.flatMap((a) => thens.filter((b) => b !== a).map((b): Before => [a.id, b.id]));
  const isOn = (s: Step) => s.to!.parent === assembly.setup.body;
  const rounds = puts.filter((s) => isOf(s, 'round-body'));
  const glass = puts.filter((s) => isOn(s) && (isOf(s, 'optic') || isOf(s, 'lens-adapter')));
  const cells = puts.filter((s) => isOf(s, 'cell') || isOf(s, 'fed-from-outside'));
  const stands = puts.filter((s) => isOf(s, 'grounded'));
  const inner = new Set([...tables].flatMap(([root, ids]) => ids.filter((id) => id !== root)));
  const onTable = puts.filter((s) => inner.has(s.itemId));
  const onRig = puts.filter((s) => !inner.has(s.itemId));
  const rest = (of: readonly Step[]) => puts.filter((s) => !of.includes(s));
  return [
    // Sub-assemblies on the table first.
    ...onTable.map((s) => pairs([s], onRig)),
    // The lens is off while the cage goes on, and what else sits on the body itself.
    pairs(rounds, glass),
    ...puts.filter((s) => isOn(s) && !rounds.includes(s)).map((s) => pairs(rounds, [s])),
    ...cells.map((s) => pairs(rest([...cells, ...stands]), [s])),
    ...stands.map((s) => pairs(rest(stands), [s])),
  ];
}

/**
 * How a setup is put together from pieces: small branches on the table first, what goes round the camera before its lens, cells
 * last, then leads with the picture last; each as far as what must be on before what allows it, with tools taken up as few
 * times as possible. Undefined where parts wait for each other, which is a finding of Fit.
 */
export function listBuild(
  report: Report,
  parts: PartBook,
  options: ChangeOptions = {},
): Build | undefined {
  const { assembly, fit } = report;
  if (fit.solidity && !fit.solidity.order) return undefined;
  const built = readBuilt(report, parts);
  const all = listSteps(strip(built), built, { ...options, apart: true })!;
  const tables = listTables(built);
  let plan = { steps: all.steps, before: waitForTables(all.before, tables) };
  for (const wish of listWishes(assembly, all.steps, tables)) {
    const with_ = { ...plan, before: [...plan.before, ...wish] };
    if (!isRing(with_)) plan = with_;
  }
  const { steps, ...sequence } = timeSequence(orderSteps(plan), assembly.rig);
  const rootOf = new Map(
    [...tables].flatMap(([root, ids]) => ids.map((id) => [id, root] as const)),
  );
  const onTable = new Map<string, Set<string>>();
  const onRig = new Set([assembly.setup.body]);
  return {
    ...sequence,
    assembly,
    steps: steps.map((step): BuildStep => {
      const { itemId, kind } = step;
      const root = rootOf.get(itemId);
      if (kind !== 'put-on') {
        const fresh = step.brace ? [step.brace.a.item, step.brace.b.item] : [];
        return { step, table: undefined, fresh, there: new Set(onRig) };
      }
      if (root !== undefined && root !== itemId) {
        const there = onTable.get(root) ?? new Set([root]);
        there.add(itemId);
        onTable.set(root, there);
        return { step, table: root, fresh: [itemId], there: new Set(there) };
      }
      const fresh = [...(onTable.get(itemId) ?? [itemId])];
      for (const id of fresh) onRig.add(id);
      const along = fresh.filter((id) => id !== itemId);
      return { step: { ...step, with: along }, table: undefined, fresh, there: new Set(onRig) };
    }),
  };
}

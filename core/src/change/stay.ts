import type { PartBook } from '../part/index.js';
import { measureReport, type Report } from '../report/index.js';
import type { AskOptions } from '../question/index.js';
import type { Setup } from '../rig/index.js';
import { measureChangeover, readBuilt, type Changeover } from './change.js';
import type { ChangeOptions } from './steps.js';

/** A part, with what it carries, that could stay on although the other setup does not use it. */
export interface MayStay {
  readonly itemId: string;
  /** What the change is shorter by, s; as much again on the way back. */
  readonly savedS: number;
  /** What is then carried for nothing; what nobody has weighed is not in it. */
  readonly massG: number;
  /** The other setup with it on. */
  readonly setup: Setup;
}

/** A setup with some parts of another on it, as they stand there, and with the leads between them and what is there. */
function addParts(from: Report, to: Report, ids: ReadonlySet<string>): Setup {
  const branch = from.assembly.items.filter((p) => ids.has(p.item.id));
  const [was, is] = [from.assembly.setup, to.assembly.setup];
  const leads = new Set((is.cables ?? []).map((c) => c.item));
  const isThere = ({ item }: { readonly item: string }) =>
    ids.has(item) || to.assembly.byId.has(item);
  const cables = (was.cables ?? []).filter(
    (c) =>
      !leads.has(c.item) &&
      (ids.has(c.from.item) || ids.has(c.to.item)) &&
      [c.from, c.to, ...(c.ties ?? [])].every(isThere),
  );
  const stances = Object.entries(was.stances ?? {}).filter(([id]) => ids.has(id));
  return {
    ...is,
    joints: [...is.joints, ...branch.map((p) => p.carriedBy!.joint)],
    ...(cables.length > 0 ? { cables: [...(is.cables ?? []), ...cables] } : {}),
    ...(stances.length > 0 ? { stances: { ...is.stances, ...Object.fromEntries(stances) } } : {}),
  };
}

/**
 * What comes off and goes into the case although it could stay on: what carries it stays as it is, with it on nothing of the
 * other setup is worse by the whole report, and the change is quicker. What saves most first; ties by id. `to` is a light
 * report of one lens, so are those that are made for each.
 */
export function listMayStay(
  from: Report,
  to: Report,
  change: Changeover,
  parts: PartBook,
  asked: AskOptions,
  options: ChangeOptions = {},
): MayStay[] {
  const { rig } = to.assembly;
  const known = new Map(to.findings.map((f) => [f.id, f.weight]));
  const before = new Set(from.findings.map((f) => f.id));
  /** Whether the other setup is worse; what these parts suffer from by themselves they bring from where they were. */
  const isWorse = (after: Report, ids: ReadonlySet<string>) =>
    after.findings.some((f) => {
      if (f.weight === 'note' || known.get(f.id) === 'stops' || known.get(f.id) === f.weight) {
        return false;
      }
      // What is not undone needs no tool.
      const comesAlong = before.has(f.id) || f.code === 'tool-missing';
      return !(comesAlong && ids.has(f.items[0] ?? ''));
    });
  return change.steps
    .flatMap((step): MayStay[] => {
      const { itemId } = step;
      if (step.kind !== 'take-off' || step.goes !== 'home') return [];
      const root = from.assembly.byId.get(itemId)!;
      const carrier = root.carriedBy!.parent;
      const moves = change.steps.some((s) => s.kind === 'put-on' && s.itemId === carrier);
      if (!to.assembly.byId.has(carrier) || moves) return [];
      const ids = new Set([itemId, ...step.with]);
      const setup = addParts(from, to, ids);
      const trial = { ...rig, setups: rig.setups.map((s) => (s.id === setup.id ? setup : s)) };
      const after = measureReport(trial, setup.id, parts, { ...asked, oneLens: true, lean: true });
      if (isWorse(after, ids)) return [];
      const then = measureChangeover(readBuilt(from, parts), readBuilt(after, parts), options);
      const savedS = then ? change.seconds - then.seconds : 0;
      if (savedS <= 0) return [];
      const massG = after.assembly.mass.massG - to.assembly.mass.massG;
      return [{ itemId, savedS, massG, setup }];
    })
    .sort((a, b) => b.savedS - a.savedS || (a.itemId < b.itemId ? -1 : 1));
}

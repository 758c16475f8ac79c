import '../shared/withoutEval';
import {
  createNames,
  isQuickEnough,
  listMayStay,
  listQuickJoints,
  listTransitions,
  measureChangeover,
  measureMatrix,
  measureWithin,
  placeSetup,
  planBody,
  questionBudgetMs,
  readBuilt,
  readOwnTimes,
  tellBodyPlan,
  tellChange,
  tellFinding,
  tellQuickJoint,
  type KitItem,
  type Part,
  type Report,
  type Rig,
  type ToldBody,
  type ToldChange,
  type ToldQuick,
  type Transition,
} from '@zucchini/core';
import { expose } from 'comlink';
import type { RigAnswer, RigQuestion } from '../desk/useAsking';
import { WorkerParts } from '../desk/workerParts';
import { readAll } from '../desk/workerReads';

/** How one setup becomes another, and whether that is soon enough; `told` is absent between two cameras. */
export interface Cell extends Transition {
  readonly told?: ToldChange;
  readonly soon?: boolean;
}

/** What may stay on in a change, and what that saves and weighs. */
export interface Stay extends Transition {
  readonly itemId: string;
  readonly savedS: number;
  readonly massG: number;
}

/** One piece of what is told of the changes of a rig. */
export type ChangePiece = RigAnswer &
  (
    | { readonly kind: 'read'; readonly setupId: string; readonly overMs?: number }
    | {
        readonly kind: 'matrix';
        readonly cells: readonly Cell[];
        readonly fromPieces: readonly { readonly setupId: string; readonly told: ToldChange }[];
      }
    | { readonly kind: 'stays'; readonly list: readonly Stay[] }
    | { readonly kind: 'quick'; readonly list: readonly ToldQuick[]; readonly fromDay: boolean }
  );

const known = new WorkerParts();
let newest = 0;

const breathe = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Setups one by one, then all changes, what may stay on, and quick joints; a newer question ends an older one. */
async function tell(
  { rig, drawer: _, log, ...news }: RigQuestion,
  hear: (piece: ChangePiece) => void,
): Promise<void> {
  const run = (newest += 1);
  known.take(news);
  const { budget, narrow, parts } = await readAll(known, questionBudgetMs);
  const isOld = () => run !== newest;
  const total = rig.setups.length + 3;
  const lean = { collider: narrow, oneLens: true, lean: true } as const;
  const reports = new Map<string, Report>();
  const unlooked = new Set<string>();
  const now = () => performance.now();
  for (const [i, { id }] of rig.setups.entries()) {
    if (isOld()) return;
    budget.renew();
    const { report, overMs } = measureWithin(rig, id, parts, lean, questionBudgetMs, now);
    reports.set(id, report);
    if (overMs !== undefined) unlooked.add(id);
    const over = overMs === undefined ? {} : { overMs };
    hear({ kind: 'read', setupId: id, ...over, parts: [], done: i + 1, total });
    await breathe();
  }
  if (isOld()) return;
  const options = { times: readOwnTimes(log, rig.settings) };
  const builts = new Map([...reports].map(([id, r]) => [id, readBuilt(r, parts)]));
  const matrix = measureMatrix(builts, options);
  const namesOf = new Map([...reports].map(([id, r]) => [id, createNames(r.assembly, parts)]));
  hear({
    kind: 'matrix',
    cells: matrix.cells.map(({ fromId, toId, change }): Cell => {
      const soon = change && isQuickEnough(change, reports.get(toId)!.brief.limits);
      return {
        fromId,
        toId,
        ...(change ? { told: tellChange(change, namesOf.get(toId)!) } : {}),
        ...(soon === undefined ? {} : { soon }),
      };
    }),
    fromPieces: [...matrix.fromPieces].map(([setupId, change]) => ({
      setupId,
      told: tellChange(change, namesOf.get(setupId)!),
    })),
    parts: [],
    done: total - 2,
    total,
  });
  await breathe();

  const { list: transitions, fromDay } = listTransitions(rig);
  const stays: Stay[] = [];
  const comesOff = new Map<string, { off: number; may: number }>();
  for (const { fromId, toId } of transitions) {
    if (isOld()) return;
    if (unlooked.has(fromId) || unlooked.has(toId)) continue;
    const [from, to] = [reports.get(fromId)!, reports.get(toId)!];
    const change = measureChangeover(builts.get(fromId)!, builts.get(toId)!, options);
    if (!change) continue;
    budget.renew();
    const asked = { collider: narrow };
    const may = listMayStay(from, to, change, parts, asked, options);
    stays.push(...may.map(({ setup: _setup, ...stay }) => ({ fromId, toId, ...stay })));
    for (const { kind, itemId } of change.steps) {
      if (kind !== 'take-off') continue;
      const was = comesOff.get(itemId) ?? { off: 0, may: 0 };
      const isIn = may.some((m) => m.itemId === itemId);
      comesOff.set(itemId, { off: was.off + 1, may: was.may + (isIn ? 1 : 0) });
    }
    await breathe();
  }
  hear({ kind: 'stays', list: stays, parts: [], done: total - 1, total });

  // What may stay on in every change needs no quick joint.
  const settled = new Set([...comesOff].flatMap(([id, { off, may }]) => (off === may ? [id] : [])));
  const looked = new Map([...reports].filter(([id]) => !unlooked.has(id)));
  const quick: ToldQuick[] = [];
  budget.renew();
  for (const joint of listQuickJoints(
    transitions,
    looked,
    parts,
    { collider: narrow },
    options,
    settled,
  )) {
    if (isOld()) return;
    budget.renew();
    if (joint) quick.push(tellQuickJoint(joint, namesOf.get(joint.setupId)!, rig.brief.currency));
    await breathe();
  }
  if (isOld()) return;
  quick.sort((a, b) => b.savedS - a.savedS || (a.itemId < b.itemId ? -1 : 1));
  const brought = known.tell(
    parts,
    quick.map((q) => q.edit),
  );
  hear({ kind: 'quick', list: quick, fromDay, parts: brought, done: total, total });
}

/** What would become of the rig on another body, and how it would stand. */
export interface BodyAnswer {
  readonly told: ToldBody;
  readonly rig: Rig;
  /** Parts of the catalogue that come in with it. */
  readonly parts: readonly Part[];
  /** Findings that stop each setup then, in words. */
  readonly stops: readonly { readonly setup: string; readonly lines: readonly string[] }[];
}

async function plan(
  { rig, setupId, drawer: _, log: _log, ...news }: RigQuestion,
  item: KitItem,
): Promise<BodyAnswer> {
  known.take(news);
  const { budget, narrow, parts } = await readAll(known, questionBudgetMs);
  budget.renew();
  const setup = rig.setups.find((s) => s.id === setupId)!;
  const made = planBody(rig, setup.body, item, parts, () => crypto.randomUUID());
  const before = createNames(placeSetup(rig, setup, parts), parts);
  const lean = { collider: narrow, oneLens: true, lean: true } as const;
  const stops = made.rig.setups
    .filter((s) => s.body === item.id)
    .map((s) => {
      budget.renew();
      const now = () => performance.now();
      const { report } = measureWithin(made.rig, s.id, parts, lean, questionBudgetMs, now);
      const names = createNames(report.assembly, parts);
      const found = report.findings.filter((f) => f.weight === 'stops');
      return { setup: s.name, lines: found.map((f) => tellFinding(f, names).sentence) };
    });
  const ids = new Set(made.rig.kit.map((i) => i.partId));
  const brought = [...ids].flatMap((id) => parts.get(id) ?? []);
  return {
    told: tellBodyPlan(made, before, rig.brief.currency),
    rig: made.rig,
    parts: known.tellParts(brought),
    stops,
  };
}

const api = { tell, plan };
export type ChangeApi = typeof api;
expose(api);

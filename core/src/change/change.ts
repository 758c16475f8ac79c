import { listToolsAtHand } from '../fit/index.js';
import { listPowerOrder } from '../last/index.js';
import type { PartBook, Tool } from '../part/index.js';
import type { Report } from '../report/index.js';
import { measureSetting, type CableRun, type Joint, type Rig, type Setup } from '../rig/index.js';
import { listSteps, sayRun, type Built, type ChangeOptions, type Step } from './steps.js';
import { isTaken, orderSteps, type Sequence } from './sequence.js';

/** How one setup becomes another. */
export interface Changeover extends Sequence {
  /** Of all steps, with a tool's being taken up, s. */
  readonly seconds: number;
  /** How long a tool's being taken up takes, s. */
  readonly pickS: number;
  /** Some of it is what is usual, not what parts state. */
  readonly estimated: boolean;
}

/** A setup as its report has it; without a collision library, or where no order is possible, only what carries what is known. */
export function readBuilt(
  { assembly, brief, findings, fit: { solidity } }: Report,
  parts: PartBook,
): Built {
  const edges = solidity?.order
    ? solidity.orderEdges
    : assembly.joints.map((j) => [j.parent, j.child] as const);
  const unreached = findings.flatMap((f) =>
    f.code === 'tool-cannot-reach' && f.weight === 'stops' ? f.joints : [],
  );
  const tools = listToolsAtHand(assembly, brief.limits.tools);
  const plugs = listPowerOrder(assembly, parts).flatMap((o) =>
    o.kind === 'plug' ? [o.runId] : [],
  );
  return { assembly, edges, unreached: new Set(unreached), tools, plugs };
}

/** The camera alone, with nothing on it: what is built from pieces begins there. */
export function strip({ assembly }: Built): Built {
  const {
    joints: _,
    stances: _stances,
    cables: _cables,
    braces: _braces,
    ...rest
  } = assembly.setup;
  const body = assembly.items[0]!;
  return {
    assembly: {
      ...assembly,
      setup: { ...rest, joints: [] },
      items: [body],
      joints: [],
      byId: new Map([[body.item.id, body]]),
    },
    edges: [],
  };
}

/** The tools of some steps, in the order in which they are first taken up. */
export const listTools = (steps: readonly Step[]): Tool[] => [
  ...new Set(steps.map((s) => s.tool).filter(isTaken)),
];

/**
 * How one setup becomes another, each joint that differs undone and made once, tools taken up as few times as possible.
 * Undefined where they have different cameras. See {@link listSteps}.
 */
export function measureChangeover(
  from: Built,
  to: Built,
  options: ChangeOptions = {},
): Changeover | undefined {
  const steps = listSteps(from, to, options);
  if (!steps) return undefined;
  return timeSequence(orderSteps(steps), from.assembly.rig);
}

/** A sequence with how long it takes: its steps, and a tool's being taken up each time. */
export function timeSequence(sequence: Sequence, { settings }: Rig): Changeover {
  const { steps, pickups } = sequence;
  const pickS = measureSetting(settings, 'pickToolS');
  return {
    ...sequence,
    seconds: steps.reduce((sum, s) => sum + s.seconds, 0) + pickups * pickS,
    pickS,
    estimated: pickups > 0 || steps.some((s) => !s.stated && s.timed === 0),
  };
}

/** How long some steps take in this very order, s: each, and every taking up of a tool. */
export function timeSteps(steps: readonly Step[], rig: Rig): number {
  let held: Tool | undefined;
  let pickups = 0;
  for (const { tool } of steps) {
    if (!isTaken(tool)) continue;
    if (tool !== held) pickups += 1;
    held = tool;
  }
  return timeSequence({ steps, pickups, proven: false, atLeast: 0 }, rig).seconds;
}

/** Joints that hang on the body. */
function listHung(body: string, joints: readonly Joint[]): Joint[] {
  const hung = new Set([body]);
  const left = new Set(joints);
  for (let grows = true; grows;) {
    grows = false;
    for (const joint of left) {
      if (!hung.has(joint.parent.item)) continue;
      hung.add(joint.child.item);
      left.delete(joint);
      grows = true;
    }
  }
  return joints.filter((j) => hung.has(j.parent.item));
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * The setup after each step, as it stands on the camera: what lies on the table beside it is left out. The first is before any,
 * the last is the other setup. Linear in steps times joints.
 */
export function listStages(from: Setup, to: Setup, steps: readonly Step[]): Setup[] {
  const then = new Map(to.joints.map((j) => [j.child.item, j]));
  const place = ({ child, parent, slideMm, turnDeg, rollDeg, spacerMm, screwMm }: Joint) => [
    child,
    parent,
    [slideMm, turnDeg, rollDeg, spacerMm, screwMm],
  ];
  // What stays is already as the other setup writes it.
  const joints = new Map(
    from.joints.map((j) => {
      const same = then.get(j.child.item);
      return [j.child.item, same && isSame(place(j), place(same)) ? same : j];
    }),
  );
  const stances = new Map(Object.entries(from.stances ?? {}));
  const cables = new Map<string, CableRun>((from.cables ?? []).map((c) => [sayRun(c), c]));
  const plugged = new Set(
    steps.flatMap((s) => (s.cable && s.kind !== 'lead-out' ? [sayRun(s.cable)] : [])),
  );
  // What comes along plugged with a branch, and what stays plugged.
  for (const cable of to.cables ?? []) {
    if (!plugged.has(sayRun(cable))) cables.set(sayRun(cable), cable);
  }
  const fastened = new Set(steps.flatMap((s) => (s.kind === 'brace-on' ? [s.brace!.id] : [])));
  const braces = new Map((from.braces ?? []).map((b) => [b.id, b]));
  for (const brace of to.braces ?? []) if (!fastened.has(brace.id)) braces.set(brace.id, brace);
  // What comes along with nothing: it was there, or has a step of its own.
  const apart = new Set([
    ...from.joints.map((j) => j.child.item),
    ...steps.flatMap((s) => (s.kind === 'put-on' ? [s.itemId] : [])),
  ]);
  const before = new Set(from.joints.map((j) => j.child.item));
  const wears = (itemId: string) => {
    const stance = to.stances?.[itemId];
    if (stance) stances.set(itemId, stance);
    else stances.delete(itemId);
  };
  const stage = (): Setup => {
    const hung = listHung(from.body, [...joints.values()]);
    const on = new Set([from.body, ...hung.map((j) => j.child.item)]);
    const isOn = ({ item }: { readonly item: string }) => on.has(item);
    return {
      ...from,
      joints: hung,
      stances: Object.fromEntries([...stances].filter(([id]) => on.has(id))),
      cables: [...cables.values()].filter((c) => [c.from, c.to, ...(c.ties ?? [])].every(isOn)),
      braces: [...braces.values()].filter((b) => isOn(b.a) && isOn(b.b)),
    };
  };
  const put = (itemId: string) => {
    joints.set(itemId, then.get(itemId)!);
    if (!before.has(itemId)) wears(itemId);
    // What was kept joined to it in the bag comes along.
    for (const joint of to.joints) {
      if (joint.parent.item === itemId && !apart.has(joint.child.item)) put(joint.child.item);
    }
  };
  const stages = [stage()];
  for (const step of steps) {
    const { kind, itemId, cable, brace } = step;
    if (kind === 'take-off') joints.delete(itemId);
    else if (kind === 'put-on') put(itemId);
    else if (kind === 'set') {
      if (step.to) joints.set(itemId, step.to.joint);
      else wears(itemId);
    } else if (cable) {
      if (kind === 'lead-out') cables.delete(sayRun(cable));
      else cables.set(sayRun(cable), cable);
    } else if (brace) {
      if (kind === 'brace-off') braces.delete(brace.id);
      else braces.set(brace.id, brace);
    }
    stages.push(stage());
  }
  return stages;
}

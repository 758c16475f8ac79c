import type { Report } from '../report/index.js';
import { measureSetting, type Joint, type Setup } from '../rig/index.js';
import { listSteps, type Built, type Step } from './steps.js';
import { orderSteps, type Sequence } from './sequence.js';

/** How one setup becomes another. */
export interface Changeover extends Sequence {
  /** Of all steps, with a tool's being taken up, s. */
  readonly seconds: number;
  /** Some of it is what is usual, not what parts state. */
  readonly estimated: boolean;
}

/** A setup as its report has it; without a collision library, or where no order is possible, only what carries what is known. */
export function readBuilt({ assembly, fit: { solidity } }: Report): Built {
  const edges = solidity?.order
    ? solidity.orderEdges
    : assembly.joints.map((j) => [j.parent, j.child] as const);
  return { assembly, edges };
}

/**
 * How one setup becomes another, each joint that differs undone and made once, tools taken up as few times as possible.
 * Undefined where they have different cameras. See {@link listSteps}.
 */
export function measureChangeover(from: Built, to: Built): Changeover | undefined {
  const steps = listSteps(from, to);
  if (!steps) return undefined;
  const sequence = orderSteps(steps);
  const pickS = measureSetting(from.assembly.rig.settings, 'pickToolS');
  return {
    ...sequence,
    seconds: sequence.steps.reduce((sum, s) => sum + s.seconds, 0) + sequence.pickups * pickS,
    estimated: sequence.pickups > 0 || sequence.steps.some((s) => !s.stated),
  };
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

/**
 * The setup after each step, as it stands on the camera: what lies on the table beside it is left out. The first is before any,
 * the last is the other setup. Linear in steps times joints.
 */
export function listStages(from: Setup, to: Setup, steps: readonly Step[]): Setup[] {
  const joints = new Map(from.joints.map((j) => [j.child.item, j]));
  const stances = new Map(Object.entries(from.stances ?? {}));
  const cables = new Map((from.cables ?? []).map((c) => [c.id, c]));
  const braces = new Map((from.braces ?? []).map((b) => [b.id, b]));
  const then = new Map(to.joints.map((j) => [j.child.item, j]));
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
    return {
      ...from,
      joints: hung,
      stances: Object.fromEntries([...stances].filter(([id]) => on.has(id))),
      cables: [...cables.values()].filter((c) => on.has(c.from.item) && on.has(c.to.item)),
      braces: [...braces.values()].filter((b) => on.has(b.a.item) && on.has(b.b.item)),
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
      if (kind === 'lead-out') cables.delete(cable.id);
      else cables.set(cable.id, cable);
    } else if (brace) {
      if (kind === 'brace-off') braces.delete(brace.id);
      else braces.set(brace.id, brace);
    }
    stages.push(stage());
  }
  return stages;
}

import {
  isHungBelow,
  isTaken,
  listTools,
  type BodyPlan,
  type Changeover,
  type Lack,
  type QuickJoint,
  type Step,
} from '../change/index.js';
import { toolLabels, type Tool } from '../part/index.js';
import { tellFinding } from './findings.js';
import { sayDeg, sayG, sayList, sayMm, sayMoney, type Names } from '../words/index.js';

function saySet({ itemId, from, to }: Step, names: Names): string {
  const name = names.item(itemId);
  if (!from || !to) return `Turn ${name} on its own hinge, as it stands there`;
  const byMm = to.joint.slideMm - from.joint.slideMm;
  const said = [
    ...(byMm === 0 ? [] : [`slide it by ${sayMm(byMm)}`]),
    ...(to.joint.turnDeg === from.joint.turnDeg ? [] : [`turn it to ${sayDeg(to.joint.turnDeg)}`]),
    ...((to.joint.rollDeg ?? 0) === (from.joint.rollDeg ?? 0)
      ? []
      : [`roll it to ${sayDeg(to.joint.rollDeg ?? 0)}`]),
  ];
  return `Loosen ${name}, ${sayList(said)}`;
}

/** A part with what moves with it: “Half cage with Rail handle and Small microphone”. */
export function sayMoved({ itemId, with: along }: Step, names: Names): string {
  const name = names.item(itemId);
  if (along.length === 0) return name;
  if (along.length > 2) return `${name} with ${along.length} parts fitted`;
  return `${name} with ${sayList(along.map((id) => names.item(id)))}`;
}

/** One step from a setup to another: “Take Lagoon 5.5 monitor off Nub shoe arm”. */
export function sayStep(move: Step, names: Names): string {
  const { from, to, cable, inTheWay } = move;
  const name = sayMoved(move, names);
  switch (move.kind) {
    case 'lead-out':
      return `Draw ${name} out of ${names.item(cable!.from.item)} and ${names.item(cable!.to.item)}`;
    case 'lead-in':
      return `Plug ${name} into ${names.item(cable!.from.item)} and ${names.item(cable!.to.item)}`;
    case 'lay':
      return `Lead ${name} ${cable!.ties?.length ? `by ${sayList(cable!.ties.map((t) => names.item(t.item)))}` : 'without its ties'}`;
    case 'brace-off':
    case 'brace-on':
      return `${move.kind === 'brace-off' ? 'Undo' : 'Fasten'} the second hold of ${name}`;
    case 'take-off':
      if (!move.grounded && move.with.length > 0 && isHungBelow(from!) && !inTheWay) {
        return `Take the rig off ${name}, by ${names.mount(from!.parent, from!.joint.parent.mount)} of ${names.item(from!.parent)}`;
      }
      if (move.grounded) return `Take the rig off ${name}`;
      return `Take ${name} off ${names.item(from!.parent)}${inTheWay ? ': it is in the way' : ''}`;
    case 'put-on':
      if (move.grounded || (move.with.length > 0 && isHungBelow(to!) && !inTheWay)) {
        return `Put the rig on ${name}, by ${names.mount(to!.parent, to!.joint.parent.mount)} of ${names.item(to!.parent)}`;
      }
      return `Put ${name} ${inTheWay ? 'back ' : ''}on ${names.mount(to!.parent, to!.joint.parent.mount)} of ${names.item(to!.parent)}`;
    case 'set':
      return saySet(move, names);
    case 'settle':
      return move.settlesIn === 'shoulder'
        ? 'Find its place on your shoulder'
        : 'Balance the rig on the gimbal';
  }
}

/** Seconds of work: “40 s”, “≈ 3 min”. */
export const saySeconds = (seconds: number, estimated: boolean): string => {
  const said = seconds < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`;
  return estimated || seconds >= 90 ? `≈ ${said}` : said;
};

/** “6 steps, ≈ 3 min, with a coin and hex 4 mm”: how a setup becomes another, in a line. */
export function sayChangeover({ steps, seconds, estimated }: Changeover): string {
  if (steps.length === 0) return 'nothing to change';
  const count = `${steps.length} ${steps.length === 1 ? 'step' : 'steps'}`;
  return `${count}, ${saySeconds(seconds, estimated)}, ${sayTools(listTools(steps))}`;
}

/** Tools by name, or that none is needed. */
export const sayTools = (tools: readonly Tool[]): string =>
  tools.length === 0 ? 'no tool' : sayList(tools.map((t) => toolLabels[t]));

/** What keeps a step from being done as planned, in words. */
const lackWords: Readonly<Record<Lack, (step: Step) => string>> = {
  'not-owned': () => 'to buy first',
  'no-mate': () => 'the two do not join',
  'no-tool': ({ tool }) => `${toolLabels[tool]} is not among your tools`,
  'no-reach': () => 'no tool reaches its screw',
};

/** One step as it is shown: in words, with what it takes and what is lacking. */
export interface ToldStep extends Pick<
  Step,
  | 'id'
  | 'kind'
  | 'itemId'
  | 'tool'
  | 'seconds'
  | 'usualS'
  | 'timed'
  | 'stated'
  | 'mountKind'
  | 'settlesIn'
> {
  readonly text: string;
  /** “by hand”, “coin”. */
  readonly by: string;
  /** “12 s”, “≈ 12 s”; with times of one's own, “14 s by your times, 12 s as a rule”. */
  readonly takes: string;
  readonly lacks: string | undefined;
  /** It is an obstacle: it stops more than a purchase does. */
  readonly stopped: boolean;
  /** Where what comes off goes. */
  readonly goes: string | undefined;
  readonly parts: readonly string[];
  /** The tool must be taken up before it. */
  readonly picks: boolean;
  /** “by hand”, “take up hex 4 mm, ≈ 8 s”: before what it takes itself, so that what is shown adds up to the whole. */
  readonly does: string;
}

/** How a setup becomes another, as it is shown. */
export interface ToldChange extends Pick<
  Changeover,
  'seconds' | 'estimated' | 'pickups' | 'atLeast' | 'proven'
> {
  readonly steps: readonly ToldStep[];
  readonly tools: readonly Tool[];
  readonly line: string;
}

function sayTakes({ seconds, usualS, timed, stated }: Step): string {
  const said = saySeconds(Math.round(seconds), timed > 0 || !stated);
  if (timed === 0) return said;
  const times = timed === 1 ? 'one time of yours' : `${timed} times of yours`;
  return `${said} with ${times}; ${saySeconds(usualS, !stated)} as a rule`;
}

/** A changeover in words, step by step. */
export function tellChange(change: Changeover, names: Names): ToldChange {
  const { seconds, estimated, pickups, atLeast, proven } = change;
  let held: Tool | undefined;
  const steps = change.steps.map((step): ToldStep => {
    const { id, kind, itemId, tool, usualS, timed, stated, mountKind, settlesIn } = step;
    const picks = isTaken(tool) && tool !== held;
    if (isTaken(tool)) held = tool;
    return {
      ...{ id, kind, itemId, tool, usualS, timed, stated, seconds: step.seconds, picks },
      ...(mountKind ? { mountKind } : {}),
      ...(settlesIn ? { settlesIn } : {}),
      text: sayStep(step, names),
      by: isTaken(tool) ? toolLabels[tool] : 'by hand',
      does: picks
        ? `take up ${toolLabels[tool]}, ${saySeconds(change.pickS, true)}`
        : isTaken(tool)
          ? toolLabels[tool]
          : 'by hand',
      takes: sayTakes(step),
      lacks: step.lacks && lackWords[step.lacks](step),
      stopped: step.lacks !== undefined && step.lacks !== 'not-owned',
      goes:
        step.goes === 'home' && !step.grounded
          ? 'into the case'
          : step.goes === 'again'
            ? 'goes on again'
            : undefined,
      parts: [itemId, ...step.with],
    };
  });
  return {
    ...{ seconds, estimated, pickups, atLeast, proven, steps },
    tools: listTools(change.steps),
    line: sayChangeover(change),
  };
}

/** Whether it is proven that tools could not be taken up less often: “tools taken up twice; no order needs fewer”. */
export function sayProof({ pickups, atLeast, proven }: ToldChange): string {
  if (pickups === 0) return 'No tool is taken up.';
  const times = (n: number) => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);
  const found = `Tools are taken up ${times(pickups)}`;
  if (proven) return `${found}; no order needs fewer.`;
  return `${found}; every order needs at least ${times(atLeast)}, whether one does with that is not known.`;
}

/** A quick joint as it is shown. */
export interface ToldQuick extends Pick<
  QuickJoint,
  'itemId' | 'setupId' | 'savedS' | 'edit' | 'times'
> {
  /** “Skid plate and Quay clamp under Sledge plate”. */
  readonly text: string;
  readonly saves: string;
  readonly costs: string;
  readonly brings: readonly string[];
}

/** What a quick joint is made of, saves and costs, in words. */
export function tellQuickJoint(quick: QuickJoint, names: Names, currency: string): ToldQuick {
  const { itemId, setupId, savedS, edit, times, links, priceMinor, priceKnown, massG } = quick;
  const parts = sayList(links.map((l) => l.part.name));
  const price = sayMoney({ minor: priceMinor, currency });
  const by = (tool: Tool) => (isTaken(tool) ? `with ${toolLabels[tool]}` : 'by hand');
  return {
    ...{ itemId, setupId, savedS, edit, times },
    text: `${parts} where ${names.item(itemId)} is fastened: it then comes off ${by(quick.tool)} in ${quick.seconds} s, now ${by(quick.nowTool)} in ${Math.round(quick.nowS)} s`,
    saves: saySeconds(savedS, true),
    costs: `${priceKnown ? '' : 'at least '}${price}, ${sayG(massG)}`,
    brings: quick.brings.map((f) => tellFinding(f, names).sentence),
  };
}

/** What becomes of a rig on another body, as it is shown. */
export interface ToldBody {
  readonly stays: string;
  readonly replaced: readonly string[];
  readonly adapted: readonly string[];
  readonly lost: readonly string[];
  /** What it costs, the body apart. */
  readonly costs: string;
}

/** A plan for another body in words. */
export function tellBodyPlan(plan: BodyPlan, names: Names, currency: string): ToldBody {
  const { stays, unpriced } = plan;
  const money = sayMoney({ minor: plan.priceMinor, currency });
  return {
    stays:
      stays.length === 0 ? 'Nothing stays.' : `${sayList(stays.map((id) => names.item(id)))} stay.`,
    replaced: plan.replaced.map(
      ({ itemId, part }) => `${names.item(itemId)} gives way to ${part.name}`,
    ),
    adapted: plan.adapted.map(
      ({ itemId, parts }) =>
        `${names.item(itemId)} goes on over ${sayList(parts.map((p) => p.name))}`,
    ),
    lost: [
      ...plan.lost.map((id) => `${names.item(id)} has no place on it`),
      ...plan.leadsLost.map((id) => `${names.item(id)} has no socket there`),
    ],
    costs:
      unpriced.length === 0
        ? money
        : `at least ${money}: ${sayList(unpriced.map((p) => p.name))} has no price`,
  };
}

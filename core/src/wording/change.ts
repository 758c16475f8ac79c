import { isTaken, type Changeover, type Step } from '../change/index.js';
import { toolLabels } from '../part/index.js';
import { sayDeg, sayList, sayMm, type Names } from '../words/index.js';

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
function sayMoved({ itemId, with: along }: Step, names: Names): string {
  const name = names.item(itemId);
  if (along.length === 0) return name;
  if (along.length > 2) return `${name} with the ${along.length} parts on it`;
  return `${name} with ${sayList(along.map((id) => names.item(id)))}`;
}

/** One step from a setup to another: “Take Lagoon 5.5 monitor off Nub shoe arm”. */
export function sayStep(move: Step, names: Names): string {
  const { itemId, from, to, cable, inTheWay } = move;
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
      if (move.grounded) return `Take the rig off ${name}`;
      return `Take ${name} off ${names.item(from!.parent)}${inTheWay ? ': it is in the way' : ''}`;
    case 'put-on':
      if (move.grounded) {
        return `Put the rig on ${name}, by ${names.mount(to!.parent, to!.joint.parent.mount)} of ${names.item(to!.parent)}`;
      }
      return `Put ${name} ${inTheWay ? 'back ' : ''}on ${names.mount(to!.parent, to!.joint.parent.mount)} of ${names.item(to!.parent)}`;
    case 'set':
      return saySet(move, names);
  }
}

/** Seconds of work: “40 s”, “≈ 3 min”. */
const saySeconds = (seconds: number, estimated: boolean): string => {
  const said = seconds < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`;
  return estimated || seconds >= 90 ? `≈ ${said}` : said;
};

/** “6 steps, ≈ 3 min, with a coin and hex 4 mm”: how a setup becomes another, in a line. */
export function sayChangeover({ steps, seconds, estimated }: Changeover): string {
  if (steps.length === 0) return 'nothing to change';
  const tools = [...new Set(steps.map((s) => s.tool).filter(isTaken))];
  const count = `${steps.length} ${steps.length === 1 ? 'step' : 'steps'}`;
  const by = tools.length === 0 ? 'no tool' : sayList(tools.map((t) => toolLabels[t]));
  return `${count}, ${saySeconds(seconds, estimated)}, ${by}`;
}

import type { Edit } from '../rig/index.js';
import { sayDeg, sayList, sayMm } from '../words/index.js';
import { sayHold, type Names } from '../words/index.js';

function saySlide(edit: Extract<Edit, { type: 'slide' }>, names: Names): string {
  const joint = names.joint(edit.jointId);
  const name = joint ? names.item(joint.child.item) : 'it';
  const byMm = edit.slideMm - (joint?.slideMm ?? 0);
  return `Slide ${name} by ${sayMm(byMm)}, to ${sayMm(edit.slideMm)}`;
}

function sayLeaveOut(itemId: string, names: Names): string {
  const count = names.carried(itemId);
  const also = count > 0 ? `, with ${count} ${count === 1 ? 'part' : 'parts'} on it` : '';
  return `Leave out ${names.item(itemId)}${also}`;
}

/** Several movements of one part that make one of its named poses. */
function sayPose(edits: readonly Edit[], names: Names): string | undefined {
  const [first] = edits;
  if (first?.type !== 'set-stance') return undefined;
  const at: Record<string, number> = {};
  for (const edit of edits) {
    if (edit.type !== 'set-stance' || edit.itemId !== first.itemId) return undefined;
    at[edit.movementId] = edit.value;
  }
  const pose = names.pose(first.itemId, at);
  return pose === undefined ? undefined : `Set ${names.item(first.itemId)} to “${pose}”`;
}

/** Several things that join the kit: "Take 2 × Peat small and Petrel cell along". */
function sayTakenAlong(edits: readonly Edit[], names: Names): string | undefined {
  const counts = new Map<string, number>();
  for (const edit of edits) {
    if (edit.type !== 'set-item' || names.has(edit.item.id)) return undefined;
    const name = names.part(edit.item.partId);
    counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  const list = [...counts].map(([name, count]) => (count === 1 ? name : `${count} × ${name}`));
  return `Take ${sayList(list)} along`;
}

/** What an earlier edit of the same step brings in is called by its part: nobody knows its id yet. */
const nameProposed = (edits: readonly Edit[], names: Names): Names =>
  names.calling(
    new Map(
      edits.flatMap((e) =>
        (e.type === 'add-part' || e.type === 'swap-part' || e.type === 'add-cable') &&
        !names.has(e.item.id)
          ? [[e.item.id, e.item.partId] as const]
          : [],
      ),
    ),
  );

/** After an exchange the other make is spoken of by its own name. */
const nameAfter = (earlier: readonly Edit[], names: Names): Names =>
  names.calling(
    new Map(
      earlier.flatMap((e) => (e.type === 'swap-part' ? [[e.itemId, e.item.partId] as const] : [])),
    ),
  );

/** “Put Yoke top handle in place of Handle, on the rail on the roof of Cage”: another make that goes on elsewhere. */
function sayElsewhere(edits: readonly Edit[], names: Names): readonly [string, number] | undefined {
  const [swap, move] = edits;
  if (swap?.type !== 'swap-part' || move?.type !== 'move') return undefined;
  if (names.joint(move.jointId)?.child.item !== swap.itemId) return undefined;
  const { item, mount } = move.parent;
  return [`${sayEdit(swap, names)}, on the ${names.mount(item, mount)} of ${names.item(item)}`, 2];
}

function sayAll(edits: readonly Edit[], known: Names): string {
  const names = nameProposed(edits, known);
  const added = edits.flatMap((e) => (e.type === 'add-part' ? [names.part(e.item.partId)] : []));
  // Adaptors put between two parts: the last edit moves the part onto them.
  const [first, last] = [edits[0], edits.at(-1)];
  if (first?.type === 'add-part' && last?.type === 'move' && added.length === edits.length - 1) {
    const joint = names.joint(last.jointId);
    const name = joint ? names.item(joint.child.item) : 'it';
    const onto = first.joint.parent;
    const isHere = joint?.parent.item === onto.item && joint.parent.mount === onto.mount;
    return isHere
      ? `Put ${sayList(added)} between ${names.item(onto.item)} and ${name}`
      : `Move ${name} to ${names.mount(onto.item, onto.mount)} of ${names.item(onto.item)}, with ${sayList(added)} between`;
  }
  const pose = sayPose(edits, names);
  if (pose !== undefined) return pose;
  const taken = sayTakenAlong(edits, names);
  if (taken !== undefined) return taken;
  if (edits.length === 2 && first?.type === 'add-part' && last?.type === 'add-brace') {
    return `${sayEdit(first, names)}, by both its screws`;
  }
  // Another lead between the same two sockets.
  const [, second] = edits;
  if (edits.length === 2 && first?.type === 'remove-cable' && second?.type === 'add-cable') {
    return `Take ${names.part(second.item.partId)} instead of ${names.lead(first.cableId)}`;
  }
  const elsewhere = sayElsewhere(edits, names);
  const said = elsewhere ? [elsewhere[0]] : [];
  // One sentence: only its first word has a capital.
  const from = elsewhere?.[1] ?? 0;
  const rest = edits
    .slice(from)
    .map((e, i) => sayEdit(e, nameAfter(edits.slice(0, from + i), names)));
  return [...said, ...rest]
    .map((text, i) => (i === 0 ? text : text.charAt(0).toLowerCase() + text.slice(1)))
    .join(', then ');
}

/** Which mount of its own it goes by is said where that is another one than now. */
function sayMove(edit: Extract<Edit, { type: 'move' }>, names: Names): string {
  const joint = names.joint(edit.jointId);
  const name = joint ? names.item(joint.child.item) : 'it';
  const by =
    joint && joint.child.mount !== edit.childMount
      ? `, by its ${names.mount(joint.child.item, edit.childMount)}`
      : '';
  return `Move ${name} to ${names.mount(edit.parent.item, edit.parent.mount)} of ${names.item(edit.parent.item)}${by}`;
}

/** What an edit does, as its button says it. */
export function sayEdit(edit: Edit, names: Names): string {
  const child = (jointId: string) => {
    const joint = names.joint(jointId);
    return joint ? names.item(joint.child.item) : 'it';
  };
  switch (edit.type) {
    case 'add-part':
      return `Fit ${names.part(edit.item.partId)} on ${names.item(edit.joint.parent.item)}`;
    case 'remove-item':
      return sayLeaveOut(edit.itemId, names);
    case 'slide':
      return saySlide(edit, names);
    case 'turn':
      return `Turn ${child(edit.jointId)} to ${sayDeg(edit.turnDeg)}`;
    case 'roll':
      return `Roll ${child(edit.jointId)} round its rod to ${sayDeg(edit.rollDeg)}`;
    case 'move':
      return sayMove(edit, names);
    case 'set-screw':
      return `Use a screw of ${sayMm(edit.screwMm)}`;
    case 'set-spacer':
      return edit.spacerMm > 0
        ? `Lay ${sayMm(edit.spacerMm)} of washers between`
        : 'Take the washers out';
    case 'set-play':
      return `Note ${sayMm(edit.playMm)} of play`;
    case 'set-stance':
      return (
        sayPose([edit], names) ??
        `Set “${names.movement(edit.itemId, edit.movementId)}” of ${names.item(edit.itemId)} to ${
          names.movementUnit(edit.itemId, edit.movementId) === 'mm'
            ? sayMm(edit.value)
            : sayDeg(edit.value)
        }`
      );
    case 'set-hold':
      return `Hold it ${sayHold(edit.hold)}`;
    case 'hold-at':
      return `Hold ${names.item(edit.item)} ${sayMm(edit.alongMm)} along its grip`;
    case 'swap-part':
      return `Put ${names.part(edit.item.partId)} in place of ${names.item(edit.itemId)}`;
    case 'add-cable':
      return `Plug ${names.part(edit.item.partId)} in between ${names.item(edit.cable.from.item)} and ${names.item(edit.cable.to.item)}`;
    case 'set-ties':
      return edit.ties.length === 0
        ? `Untie ${names.lead(edit.cableId)}`
        : `Tie ${names.lead(edit.cableId)} at ${sayList(edit.ties.map((t) => `${names.mount(t.item, t.mount)} of ${names.item(t.item)}`))}`;
    case 'wear':
      return names.kind(edit.item.partId) === 'battery'
        ? `Wear ${names.part(edit.item.partId)} on the belt`
        : `Take ${names.part(edit.item.partId)} along`;
    case 'take-off':
      return `Take ${names.item(edit.itemId)} off the belt`;
    case 'remove-cable':
      return `Unplug ${names.lead(edit.cableId)}`;
    case 'add-brace':
      if (edit.brace.kind === 'strap') {
        const { a, b } = edit.brace;
        return `Tie the other end of ${names.item(a.item)} to ${names.mount(b.item, b.mount)} of ${names.item(b.item)}`;
      }
      if (edit.brace.kind === 'second-screw') {
        const { a, b } = edit.brace;
        return `Put the ${names.mount(a.item, a.mount)} of ${names.item(a.item)} into the ${names.mount(b.item, b.mount)} of ${names.item(b.item)}`;
      }
      return `Brace ${names.item(edit.brace.a.item)} against ${names.item(edit.brace.b.item)}`;
    case 'remove-brace':
      return 'Take the brace away';
    case 'set-lenses':
      return 'Change the set of lenses';
    case 'all':
      return sayAll(edit.edits, names);
    case 'set-item':
      return names.has(edit.item.id)
        ? `Change ${names.item(edit.item.id)}`
        : `Take ${names.part(edit.item.partId)} along`;
    case 'discard':
      return `Take ${names.item(edit.itemId)} out of the kit`;
    case 'set-brief':
      return 'Change the brief';
    case 'set-setup-brief':
      return 'Change what this setup has otherwise';
    case 'set-settings':
      return 'Change what is assumed';
    case 'set-hold-test':
      return edit.test ? 'Keep your hold test' : 'Forget your hold test';
    case 'set-weighing':
      return 'Write down what the scale said';
    case 'copy-setup':
      return `Copy the setup as “${edit.name}”`;
    case 'rename-setup':
      return `Call the setup “${edit.name}”`;
    case 'remove-setup':
      return 'Take the setup away';
    case 'set-aside':
      return 'Set it aside';
    case 'bring-back':
      return 'Bring it back';
    case 'rename':
      return `Call it “${edit.name}”`;
    case 'restore':
      return `Go back to “${edit.rig.name}”`;
  }
}

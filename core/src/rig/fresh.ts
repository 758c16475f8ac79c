import type { Edit } from './edit.js';
import type { KitItem, MountRef } from './schema.js';

/** No id that is stored has a colon, so what is only proposed is never mistaken for what is there. */
const mark = 'new:';

/**
 * An id for an individual, a joint or a run that an edit would bring in: a remedy names it after its part, and
 * whoever makes the edit gives it an id of its own with {@link withFreshIds}.
 */
export function proposeId(after: string): string {
  return `${mark}${after}`;
}

/** Whether an id is only proposed. */
export function isProposedId(id: string): boolean {
  return id.startsWith(mark);
}

/**
 * The edit with an id of its own for everything it brings in; the same proposal becomes the same id throughout.
 * Names and what is there already stay as they are. The edit itself is returned where it proposes nothing.
 */
export function withFreshIds(edit: Edit, makeId: () => string): Edit {
  const made = new Map<string, string>();
  const id = (proposed: string): string => {
    if (!isProposedId(proposed)) return proposed;
    const fresh = made.get(proposed) ?? makeId();
    made.set(proposed, fresh);
    return fresh;
  };
  const next = mapEditIds(edit, id);
  return made.size === 0 ? edit : next;
}

/** Ids of the parts whose individuals an edit brings in, each once: who makes the edit must know these parts. */
export function listEditPartIds(edit: Edit): string[] {
  const listOf = (one: Edit): readonly string[] => {
    switch (one.type) {
      case 'add-part':
      case 'swap-part':
      case 'add-cable':
      case 'set-item':
      case 'wear':
        return [one.item.partId];
      case 'restore':
        return one.rig.kit.map((i) => i.partId);
      case 'all':
        return one.edits.flatMap(listOf);
      default:
        return [];
    }
  };
  return [...new Set(listOf(edit))];
}

/** An edit with every id in it as `id` says: of setups, individuals, joints, braces and runs; of nothing else. */
function mapEditIds(edit: Edit, id: (id: string) => string): Edit {
  const item = (one: KitItem): KitItem => ({
    ...one,
    id: id(one.id),
    ...(one.comesWith === undefined ? {} : { comesWith: id(one.comesWith) }),
  });
  const end = <Ref extends { readonly item: string }>(ref: Ref): Ref => ({
    ...ref,
    item: id(ref.item),
  });
  const mount: (ref: MountRef) => MountRef = end;
  switch (edit.type) {
    case 'add-part': {
      const { joint } = edit;
      return {
        ...edit,
        item: item(edit.item),
        joint: {
          ...joint,
          id: id(joint.id),
          child: mount(joint.child),
          parent: mount(joint.parent),
        },
      };
    }
    case 'remove-item':
    case 'take-off':
      return { ...edit, itemId: id(edit.itemId) };
    case 'wear':
      return { ...edit, item: item(edit.item) };
    case 'slide':
    case 'turn':
    case 'roll':
    case 'set-screw':
    case 'set-spacer':
    case 'set-play':
      return { ...edit, jointId: id(edit.jointId) };
    case 'move':
      return { ...edit, jointId: id(edit.jointId), parent: mount(edit.parent) };
    case 'set-stance':
      return { ...edit, itemId: id(edit.itemId) };
    case 'hold-at':
      return { ...edit, item: id(edit.item) };
    case 'swap-part':
      return { ...edit, itemId: id(edit.itemId), item: item(edit.item) };
    case 'add-cable': {
      const { cable } = edit;
      return {
        ...edit,
        item: item(edit.item),
        cable: {
          id: id(cable.id),
          item: id(cable.item),
          from: end(cable.from),
          to: end(cable.to),
          ...(cable.ties ? { ties: cable.ties.map(mount) } : {}),
        },
      };
    }
    case 'remove-cable':
      return { ...edit, cableId: id(edit.cableId) };
    case 'set-ties':
      return { ...edit, cableId: id(edit.cableId), ties: edit.ties.map(mount) };
    case 'add-brace': {
      const { brace } = edit;
      return {
        ...edit,
        brace: { ...brace, id: id(brace.id), a: mount(brace.a), b: mount(brace.b) },
      };
    }
    case 'remove-brace':
      return { ...edit, braceId: id(edit.braceId) };
    case 'set-lenses':
      return { ...edit, lenses: edit.lenses?.map(end) };
    case 'all':
      return { ...edit, edits: edit.edits.map((one) => mapEditIds(one, id)) };
    case 'set-item':
      return { ...edit, item: item(edit.item) };
    case 'discard':
      return { ...edit, itemId: id(edit.itemId) };
    case 'set-aside':
    case 'bring-back':
    case 'set-hold':
    case 'set-brief':
    case 'set-setup-brief':
    case 'set-settings':
    case 'set-hold-test':
    case 'set-weighing':
    case 'copy-setup':
    case 'rename-setup':
    case 'remove-setup':
    case 'rename':
    case 'restore':
      return edit;
  }
}

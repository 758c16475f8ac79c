import { hasTrait, mayCarry, type Part, type PartBook } from '../part/index.js';
import { dot } from '../placement/index.js';
import { listCarried, type Assembly, type Edit, type PlacedItem } from '../rig/index.js';

/** How many parts a remedy may leave out: beyond, it is another rig. */
const mostLeftOut = 2;
/** The cosine of how far a part may lean from how it stood and still be the same way up: 25° (estimate). */
export const sameWayUp = 0.9;

/** The camera, its glass and its cage stay: without them it is another rig. */
export const stays = (part: Part): boolean =>
  hasTrait(part, 'camera') || hasTrait(part, 'optic') || part.kind === 'cage';

/**
 * Whether the part that an edit of its joint moves stands the same way up after it. Of an arm that counts which is on it: itself it
 * may point anywhere.
 */
function isSameWayUp(before: Assembly, edit: { readonly jointId: string }, after: Assembly) {
  // Another make may have taken its place on the joint.
  const childOf = (assembly: Assembly) => {
    const joint = assembly.joints.find((j) => j.joint.id === edit.jointId);
    return joint && assembly.byId.get(joint.child);
  };
  const isUp = (was: PlacedItem | undefined, is: PlacedItem | undefined) =>
    !!was && !!is && dot(was.rigFromPart.rotation.z, is.rigFromPart.rotation.z) >= sameWayUp;
  const [was, is] = [childOf(before), childOf(after)];
  if (was?.part.kind !== 'arm') return isUp(was, is);
  const carried = before.jointsOn.get(was.item.id) ?? [];
  return carried.every((j) => isUp(before.byId.get(j.child), after.byId.get(j.child)));
}

/**
 * Whether a builder would make an edit, as far as the edit itself says: camera, lens and cage stay, at most two parts are
 * left out, what moves stays the same way up, and nothing is hung on what does not carry it. `after` is the setup as the
 * edit leaves it.
 */
export function wouldBuild(
  before: Assembly,
  edit: Edit,
  after: Assembly,
  parts: PartBook,
): boolean {
  switch (edit.type) {
    case 'remove-item': {
      const gone = listCarried(before, edit.itemId);
      return gone.length <= mostLeftOut && gone.every((p) => !stays(p.part));
    }
    case 'swap-part': {
      const old = before.byId.get(edit.itemId);
      return old !== undefined && !stays(old.part) && parts.has(edit.item.partId);
    }
    // Round a rod a clamp hangs as well as it stands.
    case 'roll':
      return true;
    case 'turn':
      return isSameWayUp(before, edit, after);
    case 'move': {
      if (!isSameWayUp(before, edit, after)) return false;
      const moved = before.joints.find((j) => j.joint.id === edit.jointId)!;
      const was = before.byId.get(moved.child)!;
      const onto = after.byId.get(edit.parent.item);
      return onto !== undefined && !stays(was.part) && mayCarry(onto.part, was.part);
    }
    case 'set-stance': {
      const placed = before.byId.get(edit.itemId);
      // The zoom is where the picture wants it.
      return placed !== undefined && !hasTrait(placed.part, 'optic');
    }
    case 'all':
      return edit.edits.every((one) => {
        if (one.type === 'remove-item') return wouldBuild(before, one, after, parts);
        // What is brought over an adaptor, which carries it: it stays the same way up.
        return one.type !== 'move' || isSameWayUp(before, one, after);
      });
    default:
      return true;
  }
}

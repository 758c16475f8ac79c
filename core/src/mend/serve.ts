import { servesNeed, type Part, type PartBook } from '../part/index.js';
import type { Finding } from '../report/index.js';
import { tryEdit, type Assembly, type Edit, type PlacedItem } from '../rig/index.js';
import { listAdded, sortMakes, type ServeContext } from './added.js';
import { listFeet } from './feet.js';
import { listOtherMakes } from './makes.js';
import { listScreens } from './screens.js';
import { listClamped, listSupports } from './supports.js';
import { listPictureThrough, listSoundThrough, takes } from './through.js';
import { joinEdits, listFlat } from './weigh.js';

const noEdit: Edit = { type: 'all', edits: [] };

const measureLongMm = (part: Part): number =>
  Math.max(
    0,
    ...part.mounts.map((m) => (m.lengthwise ? m.lengthwise.toMm - m.lengthwise.fromMm : 0)),
  );

/** The edits that put the longest make in the place of some rods, where it is longer than they are. */
function listLonger(assembly: Assembly, rods: PlacedItem, book: PartBook): Edit[] {
  const longOf = (edit: Edit) => {
    const swap = listFlat(edit).find((e) => e.type === 'swap-part');
    const part = swap && book.get(swap.item.partId);
    return part ? measureLongMm(part) : 0;
  };
  const [longest] = listOtherMakes(assembly, rods, book).sort((a, b) => longOf(b) - longOf(a));
  return longest && longOf(longest) > measureLongMm(rods.part) ? [longest] : [];
}

/** Edits that clamp a weight to the rods, on longer ones where those are too short. */
function listRearWeights({ report, book }: ServeContext): Edit[] {
  const { assembly } = report;
  const weights = sortMakes(
    assembly,
    [...book.values()].filter((part) => servesNeed(part, 'balance') && part.massG !== undefined),
  );
  return assembly.items
    .filter((p) => p.part.kind === 'rod')
    .flatMap((rods) =>
      [undefined, ...listLonger(assembly, rods, book)].flatMap((swap): Edit[] => {
        const after = swap ? tryEdit(assembly, swap, book) : assembly;
        const changed = listFlat(swap ?? noEdit).find((e) => e.type === 'swap-part');
        const on = after.byId.get(changed?.item.id ?? rods.item.id);
        if (!on) return [];
        return weights.flatMap((part) =>
          listClamped(after, on, part).map((edit) => joinEdits(...(swap ? [swap] : []), edit)),
        );
      }),
    );
}

/** Recorders and boxes that have an input of the plug that a finding lacks. */
const listInputs = (book: PartBook, connector: string): Part[] =>
  [...book.values()].filter(
    (part) =>
      (part.kind === 'recorder' || part.kind === 'sound-box') &&
      (part.ports ?? []).some((port) => takes(port, 'audio', connector)),
  );

/**
 * Ways out that one more part on the rig brings, or one that is there and does nothing yet: inputs for a microphone, a
 * pad under the lens, a picture handed on, a plate to stand on. Not tried yet.
 */
export function listServing(context: ServeContext, finding: Finding): Edit[] {
  // For what is only noted nothing more is put on the rig.
  if (finding.weight === 'note') return [];
  switch (finding.code) {
    case 'inputs-short':
      return [
        ...listSoundThrough(context, finding),
        ...listAdded(context, listInputs(context.book, finding.facts.connector)),
      ];
    case 'no-lead':
      return listPictureThrough(context, finding);
    case 'heavy-end':
      return finding.facts.heavy === 'nose' ? listRearWeights(context) : [];
    case 'lens-mount-overloaded':
      return finding.facts.hanging === 'lens' ? listSupports(context) : [];
    case 'does-not-stand':
      return listFeet(context);
    case 'screen-not-seen':
      return listScreens(context, finding);
    default:
      return [];
  }
}

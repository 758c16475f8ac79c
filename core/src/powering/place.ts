import type { Collider } from '../clash/index.js';
import type { PartBook } from '../part/index.js';
import { proposeId, tryEdit, type Assembly, type Edit } from '../rig/index.js';
import { listFittings, measureChange, reportOn } from '../report/index.js';
import { createSpace, listOverlaps } from '../space/index.js';
import { joinEdits } from '../mend/index.js';
import { fillBay } from './edits.js';
import type { Source } from './survey.js';

/** So many mounts are tried for a plate. */
const mostMounts = 10;
/** So many places of one source are gone through. */
const mostPlaces = 3;

/** What places are looked for with. */
export interface PlaceAsked {
  readonly parts: PartBook;
  readonly collider: Collider | undefined;
}

/** Whether what is brought in stands in nothing. */
function isClear(
  { parts, collider }: PlaceAsked,
  assembly: Assembly,
  edits: readonly Edit[],
  ids: readonly string[],
): boolean {
  if (!collider) return true;
  const after = tryEdit(assembly, joinEdits(...edits), parts);
  return (
    listOverlaps(
      createSpace(after, collider),
      (a, b) => ids.includes(a.item.id) || ids.includes(b.item.id),
    ).length === 0
  );
}

/**
 * The places at which a source may stand on a setup, each as the edits that bring it there, those that bring the fewest risks first; none
 * that stands in something or brings what stops the build. One list of no edits where it is there already.
 */
export function listSourcePlaces(
  asked: PlaceAsked,
  assembly: Assembly,
  { battery, on }: Source,
): (readonly Edit[])[] {
  const { parts, collider } = asked;
  const setupId = assembly.setup.id;
  if (on.kind === 'belt') {
    return [on.isThere ? [] : [{ type: 'wear', setupId, item: battery.item }]];
  }
  if (on.kind === 'host') {
    if (on.isThere) return [[]];
    const edits = fillBay(assembly, on.itemId, on.bay, battery);
    return edits.length > 0 && isClear(asked, assembly, edits, [battery.item.id]) ? [edits] : [];
  }
  const light = { collider, oneLens: true, lean: true };
  const report = reportOn(assembly, parts, light);
  const { plate, bay } = on;
  const context = {
    report,
    parts,
    collider,
    makeId: () => proposeId(`joint-${plate.item.id.replace(/^new:/u, '')}`),
  };
  const found: { readonly edits: readonly Edit[]; readonly risks: number }[] = [];
  const one = { ...plate, inDrawer: plate.item.owned };
  for (const { edit, keyUnknown } of listFittings(context, one, mostMounts)) {
    if (!edit || keyUnknown) continue;
    const withPlate = tryEdit(assembly, edit, parts);
    const inPlate = fillBay(withPlate, plate.item.id, bay, battery);
    const edits = [edit, ...inPlate];
    if (inPlate.length === 0) continue;
    if (!isClear(asked, assembly, edits, [plate.item.id, battery.item.id])) continue;
    const after = reportOn(tryEdit(assembly, joinEdits(...edits), parts), parts, light);
    const { appears, risks } = measureChange(report, after);
    if (appears.some((f) => f.weight === 'stops')) continue;
    found.push({ edits, risks });
    if (found.filter((f) => f.risks <= 0).length >= mostPlaces) break;
  }
  return found
    .sort((a, b) => a.risks - b.risks)
    .slice(0, mostPlaces)
    .map((f) => f.edits);
}

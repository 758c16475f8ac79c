import { isInBranch, type PlacedItem } from '../rig/index.js';
import { isEntered, listIntrusions, type Space } from '../space/index.js';
import type { OpticalPath } from './path.js';
import { createView, listPupilsMm, withoutGlass } from './view.js';

/** What stands in a lens's view, and from which focal length on the picture is free of it. */
export interface ViewCut {
  readonly placed: PlacedItem;
  /** How deep it stands in the view at its widest, mm. */
  readonly depthMm: number;
  /** The shortest focal length without it, mm; undefined where it shows at every one. */
  readonly cleanFromMm: number | undefined;
  /** False where it shows only if the entrance pupil, of which nobody says where it lies, is far back. */
  readonly isSure: boolean;
}

/** Focal lengths that are looked at between the shortest and the longest before it is halved. */
const focalSteps = 8;
/** Halvings after that: 2⁻¹⁰ of a step is less than a tenth of a millimetre. */
const halvings = 10;

/**
 * The shortest focal length of a lens at which a part does not stand in its view, mm: looked for in steps from the longest
 * down, since a long focal length has a wide pupil, then halved. Undefined where it stands in the view at the longest too.
 */
function measureCleanFromMm(
  clear: Space,
  path: OpticalPath,
  pupilMm: number,
  placed: PlacedItem,
): number | undefined {
  const [widest, longest] = path.lens.part.optics!.focalMm;
  const isCut = (focalMm: number) =>
    isEntered(clear, [createView(path, pupilMm, focalMm)], (p) => p === placed);
  if (isCut(longest)) return undefined;
  let clean = longest;
  let cut = widest;
  for (let i = focalSteps - 1; i >= 0; i -= 1) {
    const focal = widest * (longest / widest) ** (i / focalSteps);
    if (isCut(focal)) {
      cut = focal;
      break;
    }
    clean = focal;
  }
  for (let i = 0; i < halvings; i += 1) {
    const middle = (clean + cut) / 2;
    if (isCut(middle)) cut = middle;
    else clean = middle;
  }
  return clean;
}

/** Whether a part is screwed onto the front of a lens, or onto what is: a ring, a filter, a hood. */
function isScrewedOn({ lens }: OpticalPath, placed: PlacedItem): boolean {
  return isInBranch(lens, placed) && placed.carriedBy?.parentMount.kind === 'front-thread';
}

/**
 * What a lens sees of the rig at its widest. Empty where lens or sensor do not state their figures. Where its pupil lies is a
 * guess, what is made to be screwed onto a lens does not cut it by that guess alone.
 */
export function listViewCuts(space: Space, path: OpticalPath): ViewCut[] {
  const clear = withoutGlass(space);
  const seen = new Set<string>();
  return listPupilsMm(path).flatMap((pupilMm, i) =>
    listIntrusions(
      clear,
      [createView(path, pupilMm)],
      (p) => p.item.id !== path.lens.item.id,
    ).flatMap(({ placed, depthMm }): ViewCut[] => {
      if (seen.has(placed.item.id) || (i > 0 && isScrewedOn(path, placed))) return [];
      seen.add(placed.item.id);
      const cleanFromMm = measureCleanFromMm(clear, path, pupilMm, placed);
      return [{ placed, depthMm, cleanFromMm, isSure: i === 0 }];
    }),
  );
}

import { measureHang } from '../hang/index.js';
import { findHold } from '../hold/index.js';
import type { Part, PartBook } from '../part/index.js';
import {
  findStandInPorts,
  findStandIns,
  placeSetup,
  proposeId,
  toAllowedSlideMm,
  tryEdit,
  type Assembly,
  type Edit,
  type Rig,
} from '../rig/index.js';
import { measureSway, type Sway } from './level.js';

/** How the rig sits with one thing in one place. */
export interface SweepPoint {
  readonly value: number;
  readonly edit: Edit;
  /** Undefined where it does not sit so: it tips over, or a grip is missing. */
  readonly sway: Sway | undefined;
}

/** What can be swept: something that moves, slides, or the hand along its grip. */
export type SweepOf =
  | { readonly kind: 'movement'; readonly itemId: string; readonly movementId: string }
  | { readonly kind: 'slide'; readonly jointId: string };

function swayOf(assembly: Assembly, parts: PartBook, edit: Edit): Sway | undefined {
  const tried = tryEdit(assembly, edit, parts);
  return measureSway(measureHang(tried, findHold(tried)));
}

/** From one end to the other of what is swept, `count` steps: what if the zoom goes out, the arm comes down? */
export function sweep(
  rig: Rig,
  setupId: string,
  parts: PartBook,
  of: SweepOf,
  count = 24,
): SweepPoint[] {
  const setup = rig.setups.find((s) => s.id === setupId)!;
  const assembly = placeSetup(rig, setup, parts);
  const between = (from: number, to: number) =>
    Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count);
  if (of.kind === 'movement') {
    const movement = assembly.byId
      .get(of.itemId)
      ?.part.movements?.find((m) => m.id === of.movementId);
    if (!movement) return [];
    return between(movement.from, movement.to).map((value) => {
      const edit: Edit = {
        type: 'set-stance',
        setupId,
        itemId: of.itemId,
        movementId: of.movementId,
        value,
      };
      return { value, edit, sway: swayOf(assembly, parts, edit) };
    });
  }
  const joint = assembly.joints.find((j) => j.joint.id === of.jointId);
  const slide = joint?.slide;
  if (!slide || slide.fromMm >= slide.toMm) return [];
  return between(slide.fromMm, slide.toMm).map((v) => {
    const value = toAllowedSlideMm(slide, v);
    const edit: Edit = { type: 'slide', setupId, jointId: of.jointId, slideMm: value };
    return { value, edit, sway: swayOf(assembly, parts, edit) };
  });
}

/** One thing in the place of another, and how the rig then sits. */
export interface Alternative {
  readonly part: Part;
  readonly edit: Edit;
  readonly massG: number | undefined;
  readonly sway: Sway | undefined;
}

/** Every part of the same kind that goes where an item is: what if the battery is the big one? Lightest first. */
export function listAlternatives(
  rig: Rig,
  setupId: string,
  parts: PartBook,
  itemId: string,
  most = 12,
): Alternative[] {
  const setup = rig.setups.find((s) => s.id === setupId)!;
  const assembly = placeSetup(rig, setup, parts);
  const placed = assembly.byId.get(itemId);
  if (!placed?.carriedBy || (assembly.jointsOn.get(itemId) ?? []).length > 0) return [];
  return [...parts.values()]
    .filter((p) => p.kind === placed.part.kind && p.id !== placed.part.id)
    .flatMap((part): Alternative[] => {
      const { mounts, lacking } = findStandIns(
        assembly,
        placed,
        part,
        (mate) => mate.key !== 'unknown',
      );
      if (lacking.length > 0) return [];
      const edit: Edit = {
        type: 'swap-part',
        setupId,
        itemId,
        item: { id: proposeId(part.id), partId: part.id, owned: false },
        mounts,
        ports: findStandInPorts(placed.part, part),
      };
      return [{ part, edit, massG: part.massG, sway: swayOf(assembly, parts, edit) }];
    })
    .sort(
      (a, b) => (a.massG ?? Infinity) - (b.massG ?? Infinity) || (a.part.id < b.part.id ? -1 : 1),
    )
    .slice(0, most);
}

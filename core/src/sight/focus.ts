import { hasTrait, isOptical, type Part, type PartBook } from '../part/index.js';
import { listAdaptersFor, listOpticalPaths } from '../optics/index.js';
import { listLenses, type Assembly, type PlacedItem } from '../rig/index.js';

/** Whether a lens is focused by the camera: yes, no and why, or nobody says. */
export type Autofocus =
  | { readonly state: 'works' }
  | { readonly state: 'not'; readonly because: 'body' | 'lens' | 'adapter'; readonly id: string }
  | { readonly state: 'unknown' };

/** One lens of the set, as far as focusing goes. */
export interface LensFocus {
  readonly itemId: string;
  readonly part: Part;
  readonly onRig: boolean;
  readonly autofocus: Autofocus;
  /** A gear ring, its own or one that is put round it, and how far its middle lies ahead of the lens's mounting face, mm. */
  readonly gearAtMm: number | undefined;
  /** Its teeth's pitch diameter, mm. */
  readonly gearMm: number | undefined;
  /** Its ring stops at both ends; undefined where it is not stated. */
  readonly hardStops: boolean | undefined;
}

/** Something that turns a lens's gear. */
export interface FocusDrive {
  readonly placed: PlacedItem;
  readonly by: 'hand' | 'motor';
  /** Of a motor: what works it is there; undefined where nobody says. */
  readonly worked: boolean | undefined;
  readonly hardStops: boolean | undefined;
}

/** How a setup is focused. */
export interface Focusing {
  readonly lenses: readonly LensFocus[];
  readonly drives: readonly FocusDrive[];
}

function findAutofocus(
  body: PlacedItem | undefined,
  lens: { readonly id: string; readonly part: Part },
  adapters: readonly PlacedItem[],
): Autofocus {
  if (body?.part.autofocus === false) {
    return { state: 'not', because: 'body', id: body.item.id };
  }
  if (lens.part.autofocus === false) return { state: 'not', because: 'lens', id: lens.id };
  const deaf = adapters.find((a) => a.part.autofocus === false);
  if (deaf) return { state: 'not', because: 'adapter', id: deaf.item.id };
  const isSaid = [body?.part, lens.part, ...adapters.map((a) => a.part)].every(
    (part) => part?.autofocus === true,
  );
  return isSaid ? { state: 'works' } : { state: 'unknown' };
}

/** A wheel in the hand that turns no gear itself: what works a motor. */
const isHandUnit = (part: Part): boolean =>
  !isOptical(part) &&
  (part.controls ?? []).some((c) => c.use === 'focus') &&
  !part.mounts.some((m) => m.kind === 'gear-08');

/** How each lens of a setup's set is focused, and what drives are on the rig. The lens on the rig comes first. */
export function measureFocusing(assembly: Assembly, parts: PartBook): Focusing {
  const { rig, setup } = assembly;
  const body = assembly.items.find((p) => hasTrait(p.part, 'camera'));
  const [path] = listOpticalPaths(assembly);
  const ids = new Set([
    ...(path ? [path.lens.item.id] : []),
    ...listLenses(rig, setup).map((use) => use.item),
  ]);
  const kit = new Map(rig.kit.map((item) => [item.id, item.partId]));
  const lenses = [...ids].flatMap((itemId): LensFocus[] => {
    const onRig = path?.lens.item.id === itemId;
    const part = assembly.byId.get(itemId)?.part ?? parts.get(kit.get(itemId) ?? '');
    if (!part) return [];
    const gear = part.mounts.find((m) => m.kind === 'gear-08' && m.side === 'ring');
    // A ring that was put round it counts as its own while it is on the rig.
    const ring = onRig
      ? assembly.items.find(
          (p) =>
            p.carriedBy?.parent === itemId &&
            p.part.mounts.some((m) => m.kind === 'gear-08' && m.side === 'ring'),
        )
      : undefined;
    const seat = ring?.carriedBy?.parentMount;
    const worn = ring?.part.mounts.find((m) => m.kind === 'gear-08');
    return [
      {
        itemId,
        part,
        onRig,
        autofocus: findAutofocus(
          body,
          { id: itemId, part },
          path ? listAdaptersFor(part, path) : [],
        ),
        gearAtMm: gear?.originMm[0] ?? seat?.originMm[0],
        gearMm: gear?.sizeMm ?? worn?.sizeMm,
        hardStops: part.optics?.hardStops,
      },
    ];
  });
  const hasUnit = rig.kit.some((item) => {
    const part = assembly.byId.get(item.id)?.part ?? parts.get(item.partId);
    return part !== undefined && isHandUnit(part);
  });
  const drives = assembly.items.flatMap((placed): FocusDrive[] => {
    if (placed.part.kind !== 'follow-focus' && !placed.part.drive) return [];
    const { drive } = placed.part;
    const hasWheel = placed.part.controls?.some((c) => c.use === 'focus') ?? false;
    const by = drive?.by ?? (hasWheel ? 'hand' : 'motor');
    return [
      {
        placed,
        by,
        worked:
          by === 'hand'
            ? true
            : drive?.workedBy === undefined
              ? undefined
              : drive.workedBy !== 'sold-apart' || hasUnit,
        hardStops: drive?.hardStops,
      },
    ];
  });
  return { lenses, drives };
}

/** How far a drive must be moved along the rods from one lens to another, mm, signed forward; undefined where a lens has no gear. */
export function measureDriveMoveMm(from: LensFocus, to: LensFocus): number | undefined {
  if (from.gearAtMm === undefined || to.gearAtMm === undefined) return undefined;
  return to.gearAtMm - from.gearAtMm;
}

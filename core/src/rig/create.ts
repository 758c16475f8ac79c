import type { Brief, HoldKind } from '../brief/index.js';
import { hasTrait, measureMate, type Part } from '../part/index.js';
import type { LensUse, Rig, Setup } from './schema.js';

/** How a new rig begins, beyond its body. */
export interface Beginning {
  /** The first setup; low, by the top handle, where it is not said. */
  readonly setup?: { readonly name: string; readonly hold: HoldKind } | undefined;
  /** A lens that the person has, put onto the body where the two go together. */
  readonly lens?: { readonly itemId: string; readonly part: Part } | undefined;
}

/** A rig that is nothing yet but a body in the hands, with its lens where one is named. */
export function createRig(
  ids: { readonly rig: string; readonly item: string; readonly setup: string },
  name: string,
  body: Part,
  brief: Brief,
  { setup, lens }: Beginning = {},
): Rig {
  if (!hasTrait(body, 'camera')) throw new Error(`createRig: ${body.id} is not a body`);
  return {
    id: ids.rig,
    name,
    kit: [
      { id: ids.item, partId: body.id, owned: true },
      ...(lens ? [{ id: lens.itemId, partId: lens.part.id, owned: true }] : []),
    ],
    ...(lens ? { lenses: [{ item: lens.itemId, share: 1 }] } : {}),
    brief,
    setups: [
      {
        id: ids.setup,
        name: setup?.name ?? 'Low, by the top handle',
        hold: setup?.hold ?? 'low',
        attitude: 'level',
        motion: 'walking',
        body: ids.item,
        joints: lens ? listLensJoints(ids.item, body, lens) : [],
      },
    ],
  };
}

/** The joint of a lens on a body's mount; none where they do not go together: then the lens lies beside. */
function listLensJoints(
  bodyId: string,
  body: Part,
  lens: NonNullable<Beginning['lens']>,
): Setup['joints'] {
  for (const mount of body.mounts) {
    const own = lens.part.mounts.find(
      (m) => m.kind === 'lens-mount' && measureMate(mount, m).state === 'mates',
    );
    if (!own || mount.kind !== 'lens-mount') continue;
    return [
      {
        id: `${lens.itemId}-on`.slice(0, 64),
        child: { item: lens.itemId, mount: own.id },
        parent: { item: bodyId, mount: mount.id },
        slideMm: 0,
        turnDeg: 0,
      },
    ];
  }
  return [];
}

/** The lenses that are used in a setup: its own set, or else the rig's. */
export function listLenses(
  rig: Pick<Rig, 'lenses'>,
  setup: Pick<Setup, 'lenses'>,
): readonly LensUse[] {
  return setup.lenses ?? rig.lenses ?? [];
}

/**
 * The set of lenses with one more, or without one that is in it. A new lens is used as much as the others on
 * average; the shares of the others keep their proportion, and all sum to 1.
 */
export function toggleLens(now: readonly LensUse[], itemId: string): LensUse[] {
  const rest = now.filter((l) => l.item !== itemId);
  const own = rest.length === now.length ? [{ item: itemId, share: 1 / (now.length + 1) }] : [];
  const left = own.reduce((sum, l) => sum - l.share, 1);
  const used = rest.reduce((sum, l) => sum + l.share, 0);
  const scaled = rest.map((l) => ({
    ...l,
    share: used > 0 ? (l.share * left) / used : left / rest.length,
  }));
  return [...scaled, ...own];
}

import { createFinding, defineFinding, stating } from '../finding/index.js';
import { defineSolidCheck, type SolidAsked } from './asked.js';
import { listUnplaced } from './complete.js';
import { hasMountTrait, hasTrait, type Mount } from '../part/index.js';
import type { Vec3 } from '../placement/index.js';
import {
  hasRoom,
  leastRoomMm,
  measureOccupancy,
  placeAlong,
  rigFromMount,
  type PlacedItem,
} from '../rig/index.js';
import { createProbe, listIntrusions, type Space, type SpacedSolid } from '../space/index.js';

/** A free mount that something stands before. */
export interface Cover {
  readonly itemId: string;
  readonly mountId: string;
  readonly byItem: string;
}

/** How much room before a mount something must leave for it to be of use: radius and height, in mm (estimates). */
const room = { radiusMm: 5, heightMm: 8, offMm: 0.5 };

function placeRoom(placed: PlacedItem, mount: Mount, alongMm: number | undefined): SpacedSolid {
  const frame = rigFromMount(placed, mount);
  const at = alongMm === undefined ? frame.originMm : placeAlong(placed, mount, alongMm);
  const out = frame.rotation.z;
  const from: Vec3 = [
    at[0] + out[0] * room.offMm,
    at[1] + out[1] * room.offMm,
    at[2] + out[2] * room.offMm,
  ];
  return createProbe(from, out, room.radiusMm, room.heightMm);
}

function findCover(space: Space, placed: PlacedItem, mount: Mount): Cover | undefined {
  const isOther = (p: PlacedItem) =>
    p.item.id !== placed.item.id &&
    !(hasMountTrait(mount, 'meets-lens') && hasTrait(p.part, 'optic'));
  const { free } = measureOccupancy(space.assembly, placed, mount);
  const places = mount.lengthwise
    ? free
        .filter((f) => f.toMm - f.fromMm >= leastRoomMm)
        .flatMap((f) => [
          f.fromMm + Math.min(room.radiusMm, (f.toMm - f.fromMm) / 2),
          (f.fromMm + f.toMm) / 2,
          f.toMm - Math.min(room.radiusMm, (f.toMm - f.fromMm) / 2),
        ])
    : [undefined];
  if (places.length === 0) return undefined;
  let by: PlacedItem | undefined;
  for (const along of places) {
    const [first] = listIntrusions(space, [placeRoom(placed, mount, along)], isOther);
    // One free place on a rail is enough.
    if (!first) return undefined;
    by = first.placed;
  }
  return { itemId: placed.item.id, mountId: mount.id, byItem: by!.item.id };
}

/** Free mounts that nothing can be brought to, because another part stands before them. */
export function listCovers(space: Space): Cover[] {
  return space.assembly.items.flatMap((placed) =>
    placed.part.mounts
      .filter((m) => !hasMountTrait(m, 'seldom-wanted') && !m.carrier && m.alongside === undefined)
      .filter((m) => hasRoom(space.assembly, placed, m))
      .flatMap((m) => findCover(space, placed, m) ?? []),
  );
}

export const mountCovered = defineFinding(
  'mount-covered',
  stating<{ readonly itemId: string; readonly mountIds: readonly string[] }>(),
  {
    restsOn: ['shape', 'mounts'],
    weight: 'note',
    when: 'an individual of the kit that no setup uses wants a mount, and something stands within 8 mm before every one that takes it',
    offers: '',
    sentence: ({ items: [wanting, by], facts }, n) =>
      `${n.item(wanting!)} could go on ${facts.mountIds.map((id) => n.mount(facts.itemId, id)).join(' or ')} of ${n.item(facts.itemId)}, but ${n.item(by!)} covers ${facts.mountIds.length > 1 ? 'them' : 'it'}.`,
    why: 'Nothing can be brought to a mount that something stands before.',
    todo: 'Move what covers it, or leave the other in the drawer.',
  },
);

/**
 * Individuals of the kit that wait for a mount, where all mounts that take them are covered. A covered mount that nobody
 * wants is no trouble: the drawing and the lists mark it.
 */
export const coverCheck = defineSolidCheck(
  [mountCovered],
  ({ assembly, parts, covers }: SolidAsked & { readonly covers: () => readonly Cover[] }) => {
    const waiting = listUnplaced(assembly, parts);
    if (waiting.length === 0) return [];
    const by = new Map(covers().map((c) => [`${c.itemId} ${c.mountId}`, c]));
    return waiting.flatMap(({ item, places }) => {
      const covered = places.map((p) => by.get(`${p.itemId} ${p.mountId}`));
      const [first] = covered;
      if (!first || covered.includes(undefined)) return [];
      const mountIds = covered.flatMap((c) =>
        c?.itemId === first.itemId && c.byItem === first.byItem ? c.mountId : [],
      );
      return [
        createFinding(
          mountCovered,
          'note',
          { items: [item.id, first.byItem, first.itemId] },
          { itemId: first.itemId, mountIds },
        ),
      ];
    });
  },
);

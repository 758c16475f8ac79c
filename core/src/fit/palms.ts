import { createFinding, defineFinding, stating } from '../finding/index.js';
import type { Hold } from '../hold/index.js';
import type { Grip, KeepClearPurpose } from '../part/index.js';
import { add, measureLength, scale, subtract } from '../placement/index.js';
import { measureSetting, type PlacedItem } from '../rig/index.js';
import {
  doMeet,
  placeHandRoom,
  placeKeepClear,
  type Space,
  type SpacedSolid,
} from '../space/index.js';
import { defineSolidCheck, type SolidAsked } from './asked.js';
import { listViews } from '../optics/index.js';

/** A palm and its fingers are so thick round a grip, in mm (estimate). */
const thickMm = 12;

/** The stretch of a grip that the palm is on, as a grip of its own. */
export function findPalm(grip: Grip, alongMm: number, wideMm: number): Grip {
  const along = subtract(grip.toMm, grip.fromMm);
  const lengthMm = measureLength(along);
  if (lengthMm <= wideMm) return grip;
  // The whole palm is on the grip, wherever its middle would be.
  const middle = Math.min(lengthMm - wideMm / 2, Math.max(wideMm / 2, alongMm));
  const at = (mm: number): [number, number, number] => [
    ...add(grip.fromMm, scale(along, mm / lengthMm)),
  ];
  return { ...grip, fromMm: at(middle - wideMm / 2), toMm: at(middle + wideMm / 2) };
}

/** A hand that holds, as a body round its grip. */
interface Palm {
  readonly owner: PlacedItem;
  readonly grip: Grip;
  readonly room: readonly SpacedSolid[];
}

/** The hands that hold the rig by its grips, as bodies 12 mm thick round where each palm is. */
export function listPalms(space: Space, hold: Hold): readonly Palm[] {
  if (hold.state !== 'held') return [];
  const wideMm = measureSetting(space.assembly.rig.settings, 'handWideMm');
  return hold.grips.map((held) => {
    const owner = space.assembly.byId.get(held.itemId)!;
    const grip = owner.part.grips!.find((g) => g.id === held.gripId)!;
    const palm = findPalm(grip, held.alongMm, wideMm);
    return { owner, grip, room: placeHandRoom(owner, palm, thickMm) };
  });
}

export const leverUnderHand = defineFinding(
  'lever-under-hand',
  stating<{ readonly spaceId: string; readonly gripId: string }>(),
  {
    restsOn: ['shape', 'spaces'],
    weight: 'risk',
    when: 'a lever lies within 12 mm of a grip in use',
    offers: '',
    sentence: ({ items: [owner, grip] }, n) =>
      `A lever of ${n.item(owner!)} lies where your hand holds ${n.item(grip!)}.`,
    why: 'A hand opens a lever unawares, and the part comes off.',
    todo: 'Turn the part so that its lever points away.',
  },
);

/** Levers that lie where a hand in use takes hold: it opens them unawares. */
export const leverCheck = defineSolidCheck([leverUnderHand], ({ space, hold }: SolidAsked) => {
  const palms = listPalms(space, hold);
  return space.assembly.items.flatMap((placed) =>
    (placed.part.keepClear ?? [])
      .filter((k) => k.purpose === 'lever')
      .flatMap((lever) =>
        palms
          .filter(({ room }) => doMeet(space, placeKeepClear(placed, lever), room))
          .map(({ owner, grip }) =>
            createFinding(
              leverUnderHand,
              'risk',
              { items: [placed.item.id, owner.item.id], key: lever.id },
              { spaceId: lever.id, gripId: grip.id },
            ),
          ),
      ),
  );
});

export const handInTheWay = defineFinding(
  'hand-in-the-way',
  stating<{ readonly purpose: KeepClearPurpose; readonly gripId: string }>(),
  {
    restsOn: ['shape', 'spaces'],
    weight: 'risk',
    when: 'a hand on its grip, ≈ 12 mm thick, lies over an air outlet of another part or in the view of the lens at its widest',
    offers: '',
    sentence: ({ items: [grip, owner], facts }, n) =>
      facts.purpose === 'lens-view'
        ? `Your hand on ${n.item(grip!)} comes into the picture of ${n.item(owner!)} at its widest.`
        : `Your hand on ${n.item(grip!)} lies over the air outlet of ${n.item(owner!)}.`,
    why: 'A hand is as thick as a part: it is seen in the picture, and a camera that cannot breathe shuts down.',
    todo: 'Hold it elsewhere, or move the grip.',
  },
);

/** Hands that hold where the camera breathes or the lens looks. What a maker built beside his own grip is no trouble. */
export const handInTheWayCheck = defineSolidCheck([handInTheWay], ({ space, hold }: SolidAsked) => {
  const kept = [
    ...listViews(space).map(({ lens, view }) => ({
      owner: lens,
      purpose: 'lens-view' as const,
      id: 'view',
      bodies: [view],
    })),
    ...space.assembly.items.flatMap((owner) =>
      (owner.part.keepClear ?? [])
        .filter((k) => k.purpose === 'air-outlet')
        .map((k) => ({
          owner,
          purpose: 'air-outlet' as const,
          id: k.id,
          bodies: placeKeepClear(owner, k),
        })),
    ),
  ];
  return listPalms(space, hold).flatMap((palm) =>
    kept
      .filter(({ owner, bodies }) => owner !== palm.owner && doMeet(space, bodies, palm.room))
      .map(({ owner, purpose, id }) =>
        createFinding(
          handInTheWay,
          'risk',
          { items: [palm.owner.item.id, owner.item.id], named: 2, key: id },
          { purpose, gripId: palm.grip.id },
        ),
      ),
  );
});

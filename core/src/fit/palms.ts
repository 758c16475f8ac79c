import { createFinding, defineFinding, stating } from '../finding/index.js';
import type { Hold } from '../hold/index.js';
import type { Grip, KeepClear, KeepClearPurpose } from '../part/index.js';
import { add, cross, dot, measureLength, scale, subtract } from '../placement/index.js';
import { measureSetting, placeRay, type PlacedItem } from '../rig/index.js';
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
  /** The stretch of the grip that the hand is on. */
  readonly palm: Grip;
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
    return { owner, grip, palm, room: placeHandRoom(owner, palm, thickMm) };
  });
}

export const leverUnderHand = defineFinding(
  'lever-under-hand',
  stating<{
    readonly spaceId: string;
    readonly gripId: string;
    /** It does not lie in the hand, but opens towards it. */
    readonly opensTo: boolean;
  }>(),
  {
    restsOn: ['shape', 'spaces'],
    weight: 'risk',
    when: 'a lever lies within 12 mm of a grip in use, or within the 25 mm that fingers take up and opens towards the hand',
    offers: '',
    sentence: ({ items: [owner, grip], facts }, n) =>
      facts.opensTo
        ? `A lever of ${n.item(owner!)} opens towards your hand on ${n.item(grip!)}: closing fingers pull it open.`
        : `A lever of ${n.item(owner!)} lies where your hand holds ${n.item(grip!)}.`,
    why: 'A hand opens a lever unawares, and the part comes off.',
    todo: 'Turn the part so that its lever points away.',
  },
);

/** The cosine of how far aslant of the hand a lever may open and still be pulled by it: 60° (estimate). */
const pulledAt = 0.5;

/** Whether the tip of a shut lever begins its way towards a palm. */
function doesOpenTowards(placed: PlacedItem, lever: KeepClear, { owner, palm }: Palm): boolean {
  const { shape } = lever;
  if (shape.type !== 'sector') return false;
  const hinge = placeRay(placed, lever.id, shape.atMm, shape.hinge);
  const { direction: shut } = placeRay(placed, lever.id, shape.atMm, shape.shut);
  const tip = add(hinge.atMm, scale(shut, shape.radiusMm));
  const [from, to] = [palm.fromMm, palm.toMm].map(
    (p) => placeRay(owner, palm.id, p, [1, 0, 0]).atMm,
  );
  const along = subtract(to!, from!);
  const length = dot(along, along);
  const share =
    length === 0 ? 0 : Math.min(1, Math.max(0, dot(subtract(tip, from!), along) / length));
  const way = subtract(add(from!, scale(along, share)), tip);
  return dot(cross(hinge.direction, shut), way) > pulledAt * measureLength(way);
}

/** Levers that lie where a hand in use takes hold, or open towards it: it opens them unawares. */
export const leverCheck = defineSolidCheck([leverUnderHand], ({ space, hold }: SolidAsked) => {
  const fingersMm = measureSetting(space.assembly.rig.settings, 'bareHandMm');
  const palms = listPalms(space, hold);
  return space.assembly.items.flatMap((placed) =>
    (placed.part.keepClear ?? [])
      .filter((k) => k.purpose === 'lever')
      .flatMap((lever) => {
        const swing = placeKeepClear(placed, lever);
        return palms.flatMap((held) => {
          const isUnder = doMeet(space, swing, held.room);
          // A shut lever lies out of the hand; its way may lead into it.
          const opensTo =
            !isUnder &&
            doesOpenTowards(placed, lever, held) &&
            doMeet(space, swing, placeHandRoom(held.owner, held.palm, fingersMm));
          if (!isUnder && !opensTo) return [];
          return [
            createFinding(
              leverUnderHand,
              'risk',
              { items: [placed.item.id, held.owner.item.id], key: lever.id },
              { spaceId: lever.id, gripId: held.grip.id, opensTo },
            ),
          ];
        });
      }),
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

import { createFinding, defineFinding, stating, defineCheck } from '../finding/index.js';
import { sayMm, sayG } from '../words/index.js';
import { aboutJoint, type FitAsked } from './asked.js';
import { hasTrait, type Mount, type PartBook } from '../part/index.js';
import type { Assembly, PlacedItem, Setup } from '../rig/index.js';
import { measureEngagement } from './screw.js';

/** What is unused of a rod or rail must be at least this much, and this share, to be worth a word (estimates). */
const leastUnusedMm = 40;
const leastUnusedShare = 0.4;

/** The stretch of a mount, or of those that share its length, that clamps need in some setups, all of the rig where none are said, in mm along it. */
export function measureUsed(
  assembly: Assembly,
  parts: PartBook,
  placed: PlacedItem,
  mount: Mount,
  setups: readonly Setup[] = assembly.rig.setups,
): { fromMm: number; toMm: number } | undefined {
  let [fromMm, toMm] = [Infinity, -Infinity];
  const kit = assembly.rig.kit;
  const itemId = placed.item.id;
  const shared = placed.part.mounts
    .filter((m) => m.id === mount.id || m.alongside === mount.id)
    .map((m) => m.id);
  for (const setup of setups) {
    for (const joint of setup.joints) {
      const end = [joint.child, joint.parent].find(
        (ref) => ref.item === itemId && shared.includes(ref.mount),
      );
      if (!end) continue;
      const other = end === joint.child ? joint.parent : joint.child;
      const part = parts.get(kit.find((i) => i.id === other.item)?.partId ?? '');
      const half = (part?.mounts.find((m) => m.id === other.mount)?.clampLengthMm ?? 0) / 2;
      fromMm = Math.min(fromMm, joint.slideMm - half);
      toMm = Math.max(toMm, joint.slideMm + half);
    }
  }
  return fromMm <= toMm ? { fromMm, toMm } : undefined;
}

export const longerThanNeeded = defineFinding(
  'longer-than-needed',
  stating<{
    readonly lengthMm: number;
    readonly usedMm: number;
    readonly savesG: number | undefined;
  }>(),
  {
    owner: 'rig',
    restsOn: ['shape', 'mounts'],
    bad: ({ lengthMm, usedMm }) => lengthMm - usedMm,
    weight: 'note',
    when: 'more than 40 mm and 40 % of a rod or rail are used by no setup',
    offers: '',
    sentence: ({ items: [part], joints, facts }, n) =>
      joints.length > 0
        ? `The screw of ${n.item(part!)} is ${sayMm(facts.lengthMm)} long where its hole is ${sayMm(facts.usedMm)} deep.`
        : `Of ${n.item(part!)}, ${sayMm(facts.lengthMm)} long, your setups use ${sayMm(facts.usedMm)}${facts.savesG === undefined ? '' : `; cut to that it saves ≈ ${sayG(facts.savesG)}`}.`,
    why: 'Length that nothing uses is weight, and sticks out.',
    todo: 'Take a shorter one.',
  },
);

/** Rods and rails much longer than any setup of the rig needs, with the grams a shorter one would save. */
export const spareCheck = defineCheck([longerThanNeeded], ({ assembly, parts }: FitAsked) =>
  assembly.items.flatMap((placed) => {
    if (!hasTrait(placed.part, 'by-length')) return [];
    return placed.part.mounts.flatMap((mount) => {
      if (!mount.lengthwise || mount.alongside !== undefined) return [];
      const lengthMm = mount.lengthwise.toMm - mount.lengthwise.fromMm;
      const used = measureUsed(assembly, parts, placed, mount);
      if (!used) return [];
      const usedMm = used.toMm - used.fromMm;
      const unusedMm = lengthMm - usedMm;
      if (unusedMm <= leastUnusedMm || unusedMm <= leastUnusedShare * lengthMm) return [];
      const savesG =
        placed.mass && hasTrait(placed.part, 'cuts-to-length')
          ? (placed.mass.massG * unusedMm) / lengthMm
          : undefined;
      return [
        createFinding(
          longerThanNeeded,
          'note',
          { items: [placed.item.id], key: mount.id },
          { lengthMm, usedMm, savesG },
        ),
      ];
    });
  }),
);

/** A screw that comes this much out of the back of its hole is longer than it need be, in mm (estimate). */
const spareScrewMm = 3;

/** Screws that stand far out of the back of their through hole. */
export const spareScrewCheck = defineCheck([longerThanNeeded], ({ assembly }: FitAsked) =>
  assembly.joints.flatMap((joint) => {
    const found = measureEngagement(assembly, joint);
    if (!found || found.blind || found.standsOutMm - found.depthMm <= spareScrewMm) return [];
    const about = aboutJoint(joint);
    return [
      createFinding(longerThanNeeded, 'note', about, {
        lengthMm: found.standsOutMm,
        usedMm: found.depthMm,
        savesG: undefined,
      }),
    ];
  }),
);

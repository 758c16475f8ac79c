import { createFinding, defineCheck, defineFinding, stating } from '../finding/index.js';
import { solveStatics } from '../hold/index.js';
import type { Mount } from '../part/index.js';
import { measureLength } from '../placement/index.js';
import { proposeId, type Assembly, type MountRef, type PlacedItem } from '../rig/index.js';
import { toWeightN } from '../units/index.js';
import type { FitAsked } from './asked.js';
import { isAnchored, listBraces } from './brace.js';
import { mountOverloaded } from './load.js';
import { measureJoltG } from './slip.js';

/** The end of a strap at a lug: by its joint, or as its other end. */
function findStrapEnd(
  assembly: Assembly,
  lug: MountRef,
): { itemId: string; mount: Mount } | undefined {
  const [joint] = assembly.jointsAt.get(lug.item)?.get(lug.mount) ?? [];
  if (joint) {
    return joint.child === lug.item
      ? { itemId: joint.parent, mount: joint.parentMount }
      : { itemId: joint.child, mount: joint.childMount };
  }
  for (const { kind, a, b } of assembly.setup.braces ?? []) {
    if (kind !== 'strap') continue;
    for (const [end, far] of [[a, b] as const, [b, a] as const]) {
      if (end.item !== lug.item || end.mount !== lug.mount) continue;
      const mount = assembly.byId.get(far.item)?.part.mounts.find((m) => m.id === far.mount);
      if (mount) return { itemId: far.item, mount };
    }
  }
  return undefined;
}

/**
 * Lugs and ends of straps that bear more than is stated, where the rig hangs from them: what each pulls at rest, and the
 * jolt of the motion on top.
 */
export const strapLoadCheck = defineCheck([mountOverloaded], ({ assembly, hold }: FitAsked) => {
  if (hold.state !== 'held' || hold.kind !== 'strap') return [];
  const forces = solveStatics(assembly, hold)?.forces ?? [];
  return hold.contacts.flatMap((contact) => {
    const lug = assembly.byId
      .get(contact.itemId)
      ?.part.mounts.find((m) => m.id === contact.mountId);
    const pull = forces.find((f) => f.on === 'strap' && f.atMm === contact.pointMm);
    if (!lug || !pull) return [];
    const massG = (measureLength(pull.forceN) / toWeightN(1)) * (1 + measureJoltG(assembly));
    const strap = findStrapEnd(assembly, { item: contact.itemId, mount: lug.id });
    return [{ itemId: contact.itemId, mount: lug }, ...(strap ? [strap] : [])].flatMap(
      ({ itemId, mount }) => {
        const limitG = mount.bears?.massG;
        if (limitG === undefined || massG <= limitG) return [];
        return [
          createFinding(
            mountOverloaded,
            'stops',
            { items: [itemId], key: mount.id },
            { itemId, mountId: mount.id, massG, limitG, momentNm: 0, limitNm: undefined },
          ),
        ];
      },
    );
  });
});

export const strapEndLoose = defineFinding(
  'strap-end-loose',
  stating<{ readonly hangs: boolean }>(),
  {
    restsOn: ['mounts'],
    weight: 'risk where the rig hangs from it, otherwise note',
    when: 'a strap with an eye at either end is fastened at one of them only',
    offers: 'its other end at the nearest free lug that it reaches',
    sentence: ({ items: [strap], facts }, n) =>
      facts.hangs
        ? `Your rig hangs from one end of ${n.item(strap!)}; the other is fastened to nothing.`
        : `The other end of ${n.item(strap!)} is fastened to nothing.`,
    why: 'From one end the rig spins and swings, and a loose end gets into the picture.',
    todo: 'Fasten the other end to a second lug.',
  },
);

const listEyes = (placed: PlacedItem): readonly Mount[] =>
  placed.part.mounts.filter((m) => m.kind === 'strap-lug' && m.side === 'strap');

/** Straps with two eyes of which one is fastened. */
export const strapEndCheck = defineCheck([strapEndLoose], ({ assembly, hold }: FitAsked) =>
  assembly.items.flatMap((placed) => {
    const eyes = listEyes(placed);
    const loose = eyes.filter((m) => !isAnchored(assembly, { item: placed.item.id, mount: m.id }));
    if (eyes.length !== 2 || loose.length !== 1) return [];
    const hangs = hold.kind === 'strap';
    const [offer] = listBraces(assembly, placed.item.id).filter((o) => o.kind === 'strap');
    return [
      createFinding(
        strapEndLoose,
        hangs ? 'risk' : 'note',
        { items: [placed.item.id] },
        { hangs },
        offer
          ? [
              {
                type: 'add-brace',
                setupId: assembly.setup.id,
                brace: {
                  id: proposeId(`${placed.item.id}-end`),
                  kind: 'strap',
                  a: offer.a,
                  b: offer.b,
                },
              },
            ]
          : [],
      ),
    ];
  }),
);

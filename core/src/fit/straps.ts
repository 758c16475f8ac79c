import { createFinding, defineCheck, defineFinding, stating } from '../finding/index.js';
import { solveStatics } from '../hold/index.js';
import type { Mount } from '../part/index.js';
import { add, measureLength, scale } from '../placement/index.js';
import {
  measureSetting,
  proposeId,
  rigFromMount,
  type Assembly,
  type MountRef,
  type PlacedItem,
} from '../rig/index.js';
import { createProbe, doMeet, placeKeepClear } from '../space/index.js';
import { toWeightN } from '../units/index.js';
import { sayG } from '../words/index.js';
import { defineSolidCheck, type FitAsked, type SolidAsked } from './asked.js';
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

/** A loop of webbing lies so far round the lug that it goes through, in mm (estimate). */
const loopMm = 20;

export const strapOnLever = defineFinding(
  'strap-on-lever',
  stating<{ readonly spaceId: string; readonly mountId: string }>(),
  {
    restsOn: ['mounts', 'spaces'],
    weight: 'risk',
    when: 'a strap is fastened within 20 mm of the room in which a lever swings',
    offers: '',
    sentence: ({ items: [strap, owner] }, n) =>
      `The loop of ${n.item(strap!)} lies on a lever of ${n.item(owner!)}: a pull at the strap opens it.`,
    why: 'What holds the rig up then opens what holds it together.',
    todo: 'Fasten the strap to another lug, or turn the lever to the other side.',
  },
);

/** Where a strap is fastened: by its joint, or by its other end. */
function listAnchors(assembly: Assembly, strap: PlacedItem): MountRef[] {
  const own = strap.carriedBy && {
    item: strap.carriedBy.parent,
    mount: strap.carriedBy.parentMount.id,
  };
  const ends = (assembly.setup.braces ?? []).flatMap(({ kind, a, b }) => {
    if (kind !== 'strap' || ![a.item, b.item].includes(strap.item.id)) return [];
    return [a.item === strap.item.id ? b : a];
  });
  return [...(own ? [own] : []), ...ends];
}

const listStraps = (assembly: Assembly): PlacedItem[] =>
  assembly.items.filter((p) => p.part.kind === 'strap');

/** Straps whose loop lies where a lever swings. */
export const strapLeverCheck = defineSolidCheck([strapOnLever], ({ space }: SolidAsked) => {
  const { assembly } = space;
  const levers = space.items.flatMap(({ placed }) =>
    (placed.part.keepClear ?? [])
      .filter((k) => k.purpose === 'lever')
      .map((k) => ({ placed, lever: k })),
  );
  if (levers.length === 0) return [];
  return listStraps(assembly).flatMap((strap) =>
    listAnchors(assembly, strap).flatMap(({ item, mount: id }) => {
      const placed = assembly.byId.get(item);
      const lug = placed?.part.mounts.find((m) => m.id === id);
      if (!placed || !lug) return [];
      const { originMm, rotation } = rigFromMount(placed, lug);
      const loop = createProbe(
        add(originMm, scale(rotation.z, -loopMm)),
        rotation.z,
        loopMm,
        2 * loopMm,
      );
      return levers
        .filter(({ placed: owner, lever }) => doMeet(space, placeKeepClear(owner, lever), [loop]))
        .map(({ placed: owner, lever }) =>
          createFinding(
            strapOnLever,
            'risk',
            { items: [strap.item.id, owner.item.id], key: `${lug.id} ${lever.id}` },
            { spaceId: lever.id, mountId: lug.id },
          ),
        );
    }),
  );
});

export const anchorWeak = defineFinding(
  'anchor-weak',
  stating<{
    readonly itemId: string;
    readonly mountId: string;
    readonly caughtG: number;
    readonly limitG: number;
  }>(),
  {
    restsOn: ['mass', 'mounts'],
    bad: ({ caughtG, limitG }) => caughtG / limitG,
    weight: 'risk',
    when: 'a strap with one end catches the rig that slips from the hand: its weight and that jolt, over what its lug, or a joint between that and the camera, is stated to bear',
    offers: '',
    sentence: ({ items: [strap], facts }, n) =>
      `If the rig slips, ${n.item(strap!)} catches ≈ ${sayG(facts.caughtG)} with the jolt, and ${n.mount(facts.itemId, facts.mountId)} of ${n.item(facts.itemId)} bears ${sayG(facts.limitG)}.`,
    why: 'A strap is as strong as the weakest joint between your wrist and the camera.',
    todo: 'Fasten it to the cage or the body itself, or to a lug that bears more.',
  },
);

/** Straps with one eye on what is held in the hand: the rig hangs on them once it slips. */
export const anchorCheck = defineCheck([anchorWeak], ({ assembly, hold }: FitAsked) => {
  if (hold.state !== 'held' || hold.kind === 'strap') return [];
  const joltG = Math.max(
    measureJoltG(assembly),
    measureSetting(assembly.rig.settings, 'strapCatchG'),
  );
  return listStraps(assembly).flatMap((strap) => {
    const [anchor, other] = listAnchors(assembly, strap);
    // One with two eyes of which one is loose is told as that.
    if (!anchor || other || !strap.carriedBy || listEyes(strap).length > 1) return [];
    const caughtG = (assembly.mass.massG - strap.branchMass.massG) * (1 + joltG);
    // From the strap's own end down to the camera: each joint carries all of the rig.
    const ends: { readonly itemId: string; readonly mount: Mount }[] = [];
    for (
      let joint = strap.carriedBy as typeof strap.carriedBy | undefined;
      joint;
      joint = assembly.byId.get(joint.parent)?.carriedBy
    ) {
      ends.push(
        { itemId: joint.child, mount: joint.childMount },
        { itemId: joint.parent, mount: joint.parentMount },
      );
    }
    const [weakest] = ends
      .flatMap(({ itemId, mount }) =>
        mount.bears?.massG === undefined ? [] : [{ itemId, mount, limitG: mount.bears.massG }],
      )
      .filter(({ limitG }) => caughtG > limitG)
      .sort((a, b) => a.limitG - b.limitG);
    if (!weakest) return [];
    const { itemId, mount, limitG } = weakest;
    return [
      createFinding(
        anchorWeak,
        'risk',
        { items: [strap.item.id, itemId], named: 1 },
        { itemId, mountId: mount.id, caughtG, limitG },
      ),
    ];
  });
});

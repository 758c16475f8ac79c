import { createChainBetween, listAdaptors, type ChainLink } from '../fit/index.js';
import {
  findSureMate,
  hasTrait,
  mayCarry,
  type Mount,
  type Part,
  type PartBook,
} from '../part/index.js';
import { dot, measureLength, subtract } from '../placement/index.js';
import type { Finding, FindingCode } from '../report/index.js';
import {
  listCarried,
  isMountFull,
  rigFromMount,
  type Assembly,
  type Edit,
  type MountRef,
  type PlacedJoint,
} from '../rig/index.js';
import { sortMakes } from './added.js';
import { sameWayUp, stays } from './build.js';

/** Findings that end where a part stands further off, or elsewhere: an adaptor may bring it there. */
export const crowded: ReadonlySet<FindingCode> = new Set<FindingCode>([
  'parts-overlap',
  'keep-clear-entered',
  'hand-room',
  'hand-in-the-way',
  'plug-in-the-way',
  'plug-cannot-enter',
  'movement-blocked',
  'lever-under-hand',
  'tool-cannot-reach',
  'view-cut',
  'screen-not-seen',
  'off-head-axis',
  'heavy-end',
]);

/** So many adaptors are tried on one mount, the cheapest first. */
const mostAdaptors = 3;
/** So many other mounts are tried for one joint, the nearest first. */
const mostPlaces = 2;

/** Under the camera a riser is low, in mm: a camera on a post is another rig (estimate). */
const mostUnderCameraMm = 25;

/** The way over one adaptor from a mount to a part's own, or undefined where it has none. */
function findLink(part: Part, from: Mount, own: Mount): ChainLink | undefined {
  const hasCarrier = part.mounts.some((m) => m.carrier);
  for (const carriedBy of part.mounts) {
    if ((hasCarrier && !carriedBy.carrier) || !findSureMate(from, carriedBy)) continue;
    const out = part.mounts.find(
      (m) => m.id !== carriedBy.id && !m.carrier && findSureMate(m, own),
    );
    if (out) return { part, carriedBy: carriedBy.id, carriesBy: out.id };
  }
  return undefined;
}

/** How far apart an adaptor keeps the two that it joins, in mm. */
function measureLinkMm({ part, carriedBy, carriesBy }: ChainLink): number {
  const at = (id: string) => part.mounts.find((m) => m.id === id)!.originMm;
  return measureLength(subtract(at(carriesBy), at(carriedBy)));
}

/** Free mounts that look the way the present one looks, on what may carry the part; the nearest first. */
function listPlaces(assembly: Assembly, joint: PlacedJoint): MountRef[] {
  const child = assembly.byId.get(joint.child)!;
  const branch = new Set(listCarried(assembly, joint.child).map((p) => p.item.id));
  const here = joint.rigFromParentMount;
  return assembly.items
    .filter((onto) => !branch.has(onto.item.id) && mayCarry(onto.part, child.part))
    .flatMap((onto) =>
      onto.part.mounts
        .filter((m) => !isMountFull(assembly, onto.item.id, m))
        .map((m) => ({ ref: { item: onto.item.id, mount: m.id }, at: rigFromMount(onto, m) })),
    )
    .filter(({ at }) => dot(at.rotation.z, here.rotation.z) > sameWayUp)
    .map(({ ref, at }) => ({ ref, farMm: measureLength(subtract(at.originMm, here.originMm)) }))
    .sort((a, b) => a.farMm - b.farMm)
    .map(({ ref }) => ref);
}

/** Edits that put one part between another and what carries it, one for each make that both ends of the joint take. */
export function listInserted(
  assembly: Assembly,
  joint: PlacedJoint,
  makes: readonly Part[],
  book: PartBook,
): Edit[] {
  const { parent } = joint.joint;
  return makes.flatMap((part) => {
    const link = findLink(part, joint.parentMount, joint.childMount);
    const chain = link && { links: [link], own: joint.childMount.id };
    return (chain && createChainBetween(assembly, book, joint, chain, parent)) ?? [];
  });
}

/** Adaptors that keep two parts so far apart, or up to a little farther; the lowest first. What holds rods is none. */
export function listRisers(book: PartBook, joint: PlacedJoint, leastMm: number): Part[] {
  return listAdaptors(book)
    .filter((part) => !part.mounts.some((m) => m.side === 'clamp'))
    .flatMap((part) => {
      const link = findLink(part, joint.parentMount, joint.childMount);
      const highMm = link ? measureLinkMm(link) : 0;
      return link && highMm >= leastMm && highMm <= leastMm + mostUnderCameraMm
        ? [{ part, highMm }]
        : [];
    })
    .sort((a, b) => a.highMm - b.highMm || (a.part.id < b.part.id ? -1 : 1))
    .map(({ part }) => part);
}

/**
 * Edits that put one adaptor between a part that a finding names and what carries it, or bring it over one to another mount
 * near by. Of the adaptors, those that lie in the kit come first, then the cheapest. Not tried yet.
 */
export function listBetween(assembly: Assembly, finding: Finding, catalogue: PartBook): Edit[] {
  const adaptors = sortMakes(assembly, listAdaptors(catalogue));
  const over = (joint: PlacedJoint, onto: MountRef): Edit[] => {
    const parent = assembly.byId.get(onto.item)!.part;
    const from = parent.mounts.find((m) => m.id === onto.mount)!;
    const isCamera = hasTrait(parent, 'camera');
    return adaptors
      .flatMap((part) => findLink(part, from, joint.childMount) ?? [])
      .filter((link) => !isCamera || measureLinkMm(link) <= mostUnderCameraMm)
      .slice(0, mostAdaptors)
      .flatMap((link) => {
        const chain = { links: [link], own: joint.childMount.id };
        return createChainBetween(assembly, catalogue, joint, chain, onto) ?? [];
      });
  };
  return finding.items.flatMap((itemId) => {
    const placed = assembly.byId.get(itemId);
    const joint = placed?.carriedBy;
    if (!placed || !joint || joint.mate.state !== 'mates' || stays(placed.part)) return [];
    const { parent } = joint.joint;
    const elsewhere = listPlaces(assembly, joint)
      .filter((ref) => ref.item !== parent.item || ref.mount !== parent.mount)
      .flatMap((ref) => {
        const [first] = over(joint, ref);
        return first ? [first] : [];
      })
      .slice(0, mostPlaces);
    return [...over(joint, parent), ...elsewhere];
  });
}

import {
  hasTrait,
  findSureMate,
  toInterface,
  type Mate,
  type Mount,
  type Part,
  type PartBook,
} from '../part/index.js';
import { dot, subtract } from '../placement/index.js';
import { readPrice, type Purse } from '../price/index.js';
import {
  tryEdit,
  proposeId,
  suggestSlideMm,
  suggestTurnDeg,
  type Assembly,
  type Edit,
  type Joint,
  type KitItem,
  type MountRef,
  type PlacedJoint,
} from '../rig/index.js';

/** What a chain is the cheapest in. */
export type ChainMeasure = 'price' | 'mass' | 'height' | 'joints';

/** One adaptor of a chain: by which mount it is carried, by which it carries on. */
export interface ChainLink {
  readonly part: Part;
  readonly carriedBy: string;
  readonly carriesBy: string;
}

/** Adaptors between a mount and a part, from the mount outwards. */
export interface Chain {
  readonly links: readonly ChainLink[];
  /** The mount by which the part itself sits on the last of them. */
  readonly own: string;
  readonly priceMinor: number;
  readonly massG: number;
  readonly heightMm: number;
  /** Joints more than without. */
  readonly joints: number;
  /** How many of all joints only friction keeps from turning. */
  readonly friction: number;
  /** Locating pins or their holes stay unused somewhere on the way. */
  readonly losesPins: boolean;
  /** Figures that some adaptor does not state count as nothing, and are said to be unknown. */
  readonly priceKnown: boolean;
  readonly massKnown: boolean;
}

/** Longer chains are no plan: each joint more works loose. */
const mostLinks = 3;

interface Node {
  readonly mount: Mount;
  readonly chain: Omit<Chain, 'own'>;
}

const noChain: Omit<Chain, 'own'> = {
  links: [],
  priceMinor: 0,
  massG: 0,
  heightMm: 0,
  joints: 0,
  friction: 0,
  losesPins: false,
  priceKnown: true,
  massKnown: true,
};

type Mates = Extract<Mate, { state: 'mates' }>;

/** Mates by the interfaces of the two: thousands of parts have a few dozen interfaces between them. */
class Mating {
  private readonly known = new Map<string, Map<string, Mates | undefined>>();

  of(a: Mount, b: Mount): Mates | undefined {
    const [from, to] = [toInterface(a), toInterface(b)];
    let partners = this.known.get(from);
    if (!partners) this.known.set(from, (partners = new Map()));
    if (partners.has(to)) return partners.get(to);
    // A key that nobody has stated is no way to build on.
    const found = findSureMate(a, b);
    partners.set(to, found);
    return found;
  }
}

function losesPins(a: Mount, b: Mount, mate: Mates): boolean {
  return !mate.pinned && (a.locating !== undefined || b.locating !== undefined);
}

/** What is compared: the chain's own measure first, ties by the others in their order. */
function rank(chain: Omit<Chain, 'own'>, by: ChainMeasure): readonly number[] {
  const all = {
    price: chain.priceKnown ? chain.priceMinor : chain.priceMinor + 1e9,
    mass: chain.massKnown ? chain.massG : chain.massG + 1e6,
    height: chain.heightMm,
    joints: chain.joints,
  };
  const order: ChainMeasure[] = ['price', 'mass', 'height', 'joints'];
  return [all[by], ...order.filter((m) => m !== by).map((m) => all[m]), chain.friction];
}

function isBetter(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < a.length; i += 1) {
    if (a[i]! !== b[i]!) return a[i]! < b[i]!;
  }
  return false;
}

function measureHeight(from: Mount, to: Mount): number {
  // How far the way on lies out along the mount it stands on.
  return Math.max(0, -dot(subtract(to.originMm, from.originMm), from.normal));
}

function extend(
  node: Node,
  { part, priceMinor }: { readonly part: Part; readonly priceMinor: number | undefined },
  carriedBy: Mount,
  mate: Mates,
  out: Mount,
): Node {
  const { chain } = node;
  // Pins stand beside a bushing in the holes of what it is screwed into.
  const { locating } = node.mount;
  const passes = out.pinsClear === true && locating?.side === 'holes' && !out.locating;
  return {
    mount: passes ? { ...out, locating } : out,
    chain: {
      links: [...chain.links, { part, carriedBy: carriedBy.id, carriesBy: out.id }],
      priceMinor: chain.priceMinor + (priceMinor ?? 0),
      massG: chain.massG + (part.massG ?? 0),
      heightMm: chain.heightMm + measureHeight(carriedBy, out),
      joints: chain.joints + 1,
      friction: chain.friction + Number(mate.resists === 'friction' || mate.resists === 'weak'),
      losesPins: chain.losesPins || (!passes && losesPins(node.mount, carriedBy, mate)),
      priceKnown: chain.priceKnown && priceMinor !== undefined,
      massKnown: chain.massKnown && part.massG !== undefined,
    },
  };
}

/** In it nothing has a price. */
const noPurse: Purse = { currency: '' };

/** Every interface that can be reached from a mount through adaptors, each by its best chain in one measure. */
export interface Reach {
  readonly by: ChainMeasure;
  readonly nodes: readonly Node[];
  readonly mating: Mating;
}

// Longer ways to an interface are kept beside shorter ones: fewer adaptors may be left to go on with.
const keyOf = (node: Node) => `${node.chain.links.length} ${toInterface(node.mount)}`;

/**
 * Shortest paths from a mount over adaptor parts (Dijkstra's search; every cost is 0 or more, and a path is
 * at most three adaptors long, so it ends). An adaptor is carried by the mount its maker means to be
 * carried by, where it has one. What goes on from a mount depends on its interface alone, so of all mounts
 * with one interface the best reached is kept for each number of adaptors: interfaces × adaptors steps. Prices are compared in
 * the purse; without one nothing has any.
 */
export function measureReachOver(
  mount: Mount,
  adaptors: readonly Part[],
  by: ChainMeasure,
  purse: Purse = noPurse,
): Reach {
  const mating = new Mating();
  const steps = adaptors.map((part) => {
    const hasCarrier = part.mounts.some((m) => m.carrier);
    return {
      part,
      priceMinor: readPrice(part, purse),
      in: part.mounts.filter((m) => !hasCarrier || m.carrier),
      out: part.mounts.filter((m) => !m.carrier),
    };
  });
  const open: Node[] = [{ mount, chain: noChain }];
  const best = new Map<string, Node>();
  const isCurrent = (node: Node) => node.chain === noChain || best.get(keyOf(node)) === node;
  while (open.length > 0) {
    let next = 0;
    open.forEach((node, i) => {
      if (isBetter(rank(node.chain, by), rank(open[next]!.chain, by))) next = i;
    });
    const [node] = open.splice(next, 1) as [Node];
    // One that a better way to the same interface has overtaken leads nowhere better.
    if (node.chain.links.length >= mostLinks || !isCurrent(node)) continue;
    for (const step of steps) {
      for (const carriedBy of step.in) {
        const mate = mating.of(node.mount, carriedBy);
        if (!mate) continue;
        for (const out of step.out) {
          if (out.id === carriedBy.id) continue;
          const made = extend(node, step, carriedBy, mate, out);
          const known = best.get(keyOf(made));
          if (known && !isBetter(rank(made.chain, by), rank(known.chain, by))) continue;
          best.set(keyOf(made), made);
          open.push(made);
        }
      }
    }
  }
  return { by, nodes: [...best.values()], mating };
}

/** The best chain within reach that takes a part, or undefined where none does. */
export function findChain(reach: Reach, part: Part): Chain | undefined {
  let best: Chain | undefined;
  for (const { mount, chain } of reach.nodes) {
    if (chain.links.some((l) => l.part.id === part.id)) continue;
    for (const own of part.mounts) {
      const mate = reach.mating.of(mount, own);
      if (!mate) continue;
      const whole: Chain = {
        ...chain,
        own: own.id,
        friction: chain.friction + Number(mate.resists === 'friction' || mate.resists === 'weak'),
        losesPins: chain.losesPins || losesPins(mount, own, mate),
      };
      const isCarrier = (c: Chain) =>
        Number(part.mounts.find((m) => m.id === c.own)?.carrier ?? false);
      const [a, b] = [rank(whole, reach.by), best && rank(best, reach.by)];
      if (!best || isBetter(a, b!) || (!isBetter(b!, a) && isCarrier(whole) > isCarrier(best))) {
        best = whole;
      }
    }
  }
  return best;
}

/** The adaptors of a catalogue. */
export function listAdaptors(catalogue: PartBook): Part[] {
  return [...catalogue.values()].filter(
    (part) => hasTrait(part, 'bridges') && part.mounts.length > 1,
  );
}

/** A rig that grows part by part while an edit is put together. */
class Growing {
  readonly edits: Edit[] = [];
  constructor(
    private now: Assembly,
    private readonly parts: PartBook,
    private at: MountRef,
  ) {}

  /** How the next part would stand where the last one ends; undefined where a rail has no room. */
  stand(own: Mount): Pick<Joint, 'parent' | 'slideMm' | 'turnDeg'> | undefined {
    const parent = this.now.byId.get(this.at.item)!;
    const mount = parent.part.mounts.find((m) => m.id === this.at.mount)!;
    const slideMm = suggestSlideMm(this.now, parent, mount, own);
    if (slideMm === undefined) return undefined;
    return { parent: this.at, slideMm, turnDeg: suggestTurnDeg(parent, mount, own) };
  }

  /** Adds a part by one of its mounts; the next one goes onto `next`. False where it has no room. */
  add(item: KitItem, jointId: string, mountId: string, next: string): boolean {
    const own = this.parts.get(item.partId)!.mounts.find((m) => m.id === mountId)!;
    const standing = this.stand(own);
    if (!standing) return false;
    const { setup } = this.now;
    const edit: Edit = {
      type: 'add-part',
      setupId: setup.id,
      item,
      joint: { id: jointId, child: { item: item.id, mount: own.id }, ...standing },
    };
    this.edits.push(edit);
    this.now = tryEdit(this.now, edit, this.parts);
    this.at = { item: item.id, mount: next };
    return true;
  }
}

/**
 * The edit that fits a part through a chain: each adaptor in turn, then the part, each where it stands most
 * upright and in the middle of what is free. Undefined where a rail on the way has no room.
 */
export function createChainEdit(
  assembly: Assembly,
  parts: PartBook,
  onto: { readonly itemId: string; readonly mountId: string },
  chain: Chain,
  item: KitItem,
  makeId: () => string,
): Edit | undefined {
  const growing = new Growing(assembly, parts, { item: onto.itemId, mount: onto.mountId });
  for (const { part, carriedBy, carriesBy } of chain.links) {
    const own = { id: makeId(), partId: part.id, owned: false };
    if (!growing.add(own, makeId(), carriedBy, carriesBy)) return undefined;
  }
  if (!growing.add(item, makeId(), chain.own, '')) return undefined;
  return { type: 'all', edits: growing.edits };
}

/** An individual of a part that lies in the kit and is not in the setup. */
export function findSpare(assembly: Assembly, part: Part): KitItem | undefined {
  const leads = new Set((assembly.setup.cables ?? []).map((c) => c.item));
  return assembly.rig.kit.find(
    (item) => item.partId === part.id && !assembly.byId.has(item.id) && !leads.has(item.id),
  );
}

/** A spare individual; else a new one, named after the part. */
export const takeSpare = (assembly: Assembly, part: Part): KitItem =>
  findSpare(assembly, part) ?? { id: proposeId(part.id), partId: part.id, owned: false };

/**
 * The edit that puts a chain between a part and what carries it, or `onto` another mount: the adaptors first, then the
 * part with all that it carries onto the last of them. What lies in the kit is taken first; whoever applies the edit gives
 * new individuals ids of their own. Undefined where a rail on the way has no room.
 */
export function createChainBetween(
  assembly: Assembly,
  parts: PartBook,
  joint: PlacedJoint,
  chain: Pick<Chain, 'links' | 'own'>,
  onto: MountRef = joint.joint.parent,
): Edit | undefined {
  const growing = new Growing(assembly, parts, onto);
  const taken = new Set<string>();
  for (const { part, carriedBy, carriesBy } of chain.links) {
    const own = takeSpare(assembly, part);
    // Twice the same adaptor would need two of it.
    if (taken.has(own.id)) return undefined;
    taken.add(own.id);
    if (!growing.add(own, proposeId(`joint-${part.id}`), carriedBy, carriesBy)) return undefined;
  }
  const child = assembly.byId.get(joint.child)!;
  const standing = growing.stand(child.part.mounts.find((m) => m.id === chain.own)!);
  if (!standing) return undefined;
  const move: Edit = {
    type: 'move',
    setupId: assembly.setup.id,
    jointId: joint.joint.id,
    childMount: chain.own,
    ...standing,
  };
  return { type: 'all', edits: [...growing.edits, move] };
}

import {
  measureMate,
  type Mate,
  type Mount,
  type Part,
  type PartBook,
  type PartKind,
} from '../part/index.js';
import { dot, subtract } from '../placement/index.js';
import {
  applyEdit,
  placeSetup,
  suggestSlideMm,
  suggestTurnDeg,
  type Assembly,
  type Edit,
  type KitItem,
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

/** Kinds that one puts between two others. */
export const adaptorKinds: readonly PartKind[] = [
  'adaptor',
  'plate',
  'clamp',
  'ring',
  'lens-adapter',
];

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

function mateOf(a: Mount, b: Mount): Mates | undefined {
  const mate = measureMate(a, b);
  // A key that nobody has stated is no way to build on.
  return mate.state === 'mates' && mate.key !== 'unknown' && mate.key !== 'enters-only'
    ? mate
    : undefined;
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

function extend(node: Node, part: Part, carriedBy: Mount, mate: Mates, out: Mount): Node {
  const { chain } = node;
  return {
    mount: out,
    chain: {
      links: [...chain.links, { part, carriedBy: carriedBy.id, carriesBy: out.id }],
      priceMinor: chain.priceMinor + (part.price?.minor ?? 0),
      massG: chain.massG + (part.massG ?? 0),
      heightMm: chain.heightMm + measureHeight(carriedBy, out),
      joints: chain.joints + 1,
      friction: chain.friction + Number(mate.resists === 'friction' || mate.resists === 'weak'),
      losesPins: chain.losesPins || losesPins(node.mount, carriedBy, mate),
      priceKnown: chain.priceKnown && part.price !== undefined,
      massKnown: chain.massKnown && part.massG !== undefined,
    },
  };
}

/** All that can be reached from a mount through adaptors, each by its best chain in one measure. */
export interface Reach {
  readonly by: ChainMeasure;
  readonly nodes: readonly Node[];
}

/**
 * Shortest paths from a mount over adaptor parts (Dijkstra's search; every cost is 0 or more, and a path is
 * at most three adaptors long, so it ends). An adaptor is carried by the mount its maker means to be
 * carried by, where it has one.
 */
export function measureReachOver(mount: Mount, adaptors: readonly Part[], by: ChainMeasure): Reach {
  const open: Node[] = [{ mount, chain: noChain }];
  const best = new Map<string, Node>();
  while (open.length > 0) {
    let next = 0;
    open.forEach((node, i) => {
      if (isBetter(rank(node.chain, by), rank(open[next]!.chain, by))) next = i;
    });
    const [node] = open.splice(next, 1) as [Node];
    if (node.chain.links.length >= mostLinks) continue;
    for (const part of adaptors) {
      const hasCarrier = part.mounts.some((m) => m.carrier);
      for (const carriedBy of part.mounts) {
        if (hasCarrier && !carriedBy.carrier) continue;
        const mate = mateOf(node.mount, carriedBy);
        if (!mate) continue;
        for (const out of part.mounts) {
          if (out.id === carriedBy.id || out.carrier) continue;
          const made = extend(node, part, carriedBy, mate, out);
          const key = `${part.id} ${out.id}`;
          const known = best.get(key);
          if (known && !isBetter(rank(made.chain, by), rank(known.chain, by))) continue;
          best.set(key, made);
          open.push(made);
        }
      }
    }
  }
  return { by, nodes: [...best.values()] };
}

/** The best chain within reach that takes a part, or undefined where none does. */
export function findChain(reach: Reach, part: Part): Chain | undefined {
  let best: Chain | undefined;
  for (const { mount, chain } of reach.nodes) {
    for (const own of part.mounts) {
      if (chain.links.some((l) => l.part.id === part.id)) continue;
      const mate = mateOf(mount, own);
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
    (part) => adaptorKinds.includes(part.kind) && part.mounts.length > 1,
  );
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
  const setupId = assembly.setup.id;
  const edits: Edit[] = [];
  let now = assembly;
  let at = onto;
  const steps = [
    ...chain.links.map((link) => ({
      item: { id: makeId(), partId: link.part.id, owned: false },
      mount: link.carriedBy,
      next: link.carriesBy,
    })),
    { item, mount: chain.own, next: '' },
  ];
  for (const step of steps) {
    const parent = now.byId.get(at.itemId)!;
    const parentMount = parent.part.mounts.find((m) => m.id === at.mountId)!;
    const own = parts.get(step.item.partId)!.mounts.find((m) => m.id === step.mount)!;
    const slideMm = suggestSlideMm(now, parent, parentMount, own);
    if (slideMm === undefined) return undefined;
    const edit: Edit = {
      type: 'add-part',
      setupId,
      item: step.item,
      joint: {
        id: makeId(),
        child: { item: step.item.id, mount: own.id },
        parent: { item: at.itemId, mount: at.mountId },
        slideMm,
        turnDeg: suggestTurnDeg(parent, parentMount, own),
      },
    };
    edits.push(edit);
    const rig = applyEdit(now.rig, edit);
    now = placeSetup(
      rig,
      rig.setups.find((s) => s.id === setupId)!,
      parts,
      assembly.rigFromBody,
    );
    at = { itemId: step.item.id, mountId: step.next };
  }
  return { type: 'all', edits };
}

/**
 * The edit that puts a chain between the two halves of a joint that do not go together: the adaptors onto the
 * parent, then the child with all that it carries onto the last of them. New individuals are named after their
 * parts; whoever applies the edit gives them ids of their own. Undefined where a rail on the way has no room.
 */
export function createChainBetween(
  assembly: Assembly,
  parts: PartBook,
  joint: PlacedJoint,
  chain: Chain,
): Edit | undefined {
  const setupId = assembly.setup.id;
  const edits: Edit[] = [];
  let now = assembly;
  let at = { item: joint.parent, mount: joint.parentMount.id };
  for (const link of chain.links) {
    const parent = now.byId.get(at.item)!;
    const parentMount = parent.part.mounts.find((m) => m.id === at.mount)!;
    const own = link.part.mounts.find((m) => m.id === link.carriedBy)!;
    const slideMm = suggestSlideMm(now, parent, parentMount, own);
    if (slideMm === undefined) return undefined;
    const item = { id: `new-${link.part.id}`, partId: link.part.id, owned: false };
    const edit: Edit = {
      type: 'add-part',
      setupId,
      item,
      joint: {
        id: `new-joint-${link.part.id}`,
        child: { item: item.id, mount: own.id },
        parent: at,
        slideMm,
        turnDeg: suggestTurnDeg(parent, parentMount, own),
      },
    };
    edits.push(edit);
    const rig = applyEdit(now.rig, edit);
    now = placeSetup(
      rig,
      rig.setups.find((s) => s.id === setupId)!,
      parts,
      assembly.rigFromBody,
    );
    at = { item: item.id, mount: link.carriesBy };
  }
  const last = now.byId.get(at.item)!;
  const lastMount = last.part.mounts.find((m) => m.id === at.mount)!;
  const own = assembly.byId.get(joint.child)!.part.mounts.find((m) => m.id === chain.own)!;
  const slideMm = suggestSlideMm(now, last, lastMount, own);
  if (slideMm === undefined) return undefined;
  edits.push({
    type: 'move',
    setupId,
    jointId: joint.joint.id,
    childMount: own.id,
    parent: at,
    slideMm,
    turnDeg: suggestTurnDeg(last, lastMount, own),
  });
  return { type: 'all', edits };
}

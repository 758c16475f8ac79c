import { createSpace, listOverlaps, type Overlap } from '../space/index.js';
import { sayMm } from '../words/index.js';
import { listAccess, type Access } from './access.js';
import { fitChecks } from './checks.js';
import type { FitContext, InSpace } from './context.js';
import { listEntered, type Entered } from './clear.js';
import { listCovers, type Cover } from './cover.js';
import type { Hold } from '../hold/index.js';
import { listEndEntries } from './entry.js';
import { measureLensLoads, type LensLoad } from './lens.js';
import { measureOrder, type Edge } from './order.js';
import type { Geometry } from './asked.js';
import { listLeads, measureLeadWays, type LeadWay } from './plugs.js';
import { listLeadRooms } from './rooms.js';
import {
  listProud,
  listUsedLengths,
  measureHandsApart,
  type HandsApart,
  type Proud,
  type UsedLength,
} from './lengths.js';
import { measureSize, type Size } from './size.js';
import { measureSlips, type Slip } from './slip.js';
import { defineQuestion, type Asking } from '../question/index.js';
import type { PartBook } from '../part/index.js';

/** What geometry answers: only there where a collision library was given. */
export interface Solidity {
  readonly overlaps: readonly Overlap[];
  /** Free mounts that something stands before, worked out when first asked for: a drawing wants them, few findings do. */
  readonly covers: () => readonly Cover[];
  /** Spaces that something stands in and that this setup does without. */
  readonly doesWithout: readonly Entered[];
  /** Item ids in an order in which the setup can be put together; undefined where there is none. */
  readonly order: readonly string[] | undefined;
  /** Which item must be on before which, as far as the order keeps it. */
  readonly orderEdges: readonly Edge[];
  readonly leadWays: readonly LeadWay[];
  /** Fastenings of known place, and what stands in the way of their tools. */
  readonly access: readonly Access[];
}

/** The answer to "does it fit?": sizes and the working of each friction joint. */
export interface Fit {
  readonly size: Size;
  readonly slips: readonly Slip[];
  readonly lensLoads: readonly LensLoad[];
  /** Batteries that stand out beyond the rest. */
  readonly proud: readonly Proud[];
  /** How much of each rod and rail is used. */
  readonly used: readonly UsedLength[];
  /** How the two hands stand to each other; undefined where they do not both hold a grip. */
  readonly hands: HandsApart | undefined;
  /** Undefined where no collision library was given: then nothing is said of what stands where. */
  readonly solidity: Solidity | undefined;
}

/** What is worked out once, when it is first asked for. */
function createLazy<Value>(make: () => Value): () => Value {
  let made: { readonly value: Value } | undefined;
  return () => (made ??= { value: make() }).value;
}

function measureSolid(geometry: Geometry, hold: Hold, parts: PartBook, lean: boolean): InSpace {
  const { space } = geometry;
  const { assembly } = space;
  const entries = listEndEntries(space);
  const access = listAccess(space);
  const kit = new Map(assembly.rig.kit.map((i) => [i.id, i]));
  const leads = listLeads(space, (id) => parts.get(kit.get(id)?.partId ?? ''));
  return {
    geometry,
    space,
    overlaps: listOverlaps(space),
    covers: lean ? () => [] : createLazy(() => listCovers(space)),
    entered: listEntered(space, parts, hold),
    entries,
    access,
    order: measureOrder(assembly, entries, access),
    leads,
    leadWays:
      lean || leads.length === 0
        ? []
        : measureLeadWays(space, leads, listLeadRooms(space, hold, parts)),
  };
}

/** All that the checks of Fit look at. Without a collision library, all of it that needs no geometry. */
function prepareFit({ assembly, hold, brief, parts, options }: Asking): FitContext {
  const { catalogue, collider, lean = false, elsewhere = [] } = options;
  const solid = collider
    ? measureSolid(
        { space: createSpace(assembly, collider), parts: catalogue && parts },
        hold,
        parts,
        lean,
      )
    : undefined;
  return {
    assembly,
    hold,
    brief,
    elsewhere,
    parts,
    catalogue,
    replacements: catalogue && new Map([...catalogue, ...parts]),
    slips: measureSlips(assembly, hold, solid),
    size: measureSize(assembly, hold.axes),
    lensLoads: measureLensLoads(assembly, hold, solid?.space),
    solid,
  };
}

/** Does it go together? */
export const fitQuestion = defineQuestion({
  id: 'fit',
  name: 'Fit',
  asks: 'Does it go together?',
  perLens: true,
  prepare: prepareFit,
  answer: ({ assembly, hold, parts, size, slips, lensLoads, solid }): Fit => ({
    size,
    slips,
    lensLoads,
    proud: listProud(assembly, hold),
    used: listUsedLengths(assembly, parts),
    hands: measureHandsApart(assembly, hold),
    solidity: solid && {
      access: solid.access,
      overlaps: solid.overlaps,
      covers: solid.covers,
      doesWithout: solid.entered.filter((e) => !e.wanted),
      order: solid.order.itemIds,
      orderEdges: solid.order.edges,
      leadWays: solid.leadWays,
    },
  }),
  checks: fitChecks,
  // Without the collision library only the mates were looked at: nothing found is then no "well".
  figure: ({ solidity }, count) => ({
    main: `${count.stops} to mend`,
    detail: solidity
      ? `${count.risk} ${count.risk === 1 ? 'risk' : 'risks'}, ${count.note} ${count.note === 1 ? 'note' : 'notes'}`
      : 'room not checked yet',
    ...(solidity || count.stops + count.risk > 0 ? {} : { state: 'open' as const }),
  }),
  text: ({ size }) => [
    `Size ${sayMm(size.lengthMm)} long, ${sayMm(size.widthMm)} wide, ${sayMm(size.heightMm)} tall.`,
  ],
  json: ({ size, slips, solidity, proud, used, hands }) => ({
    sizeMm: { length: size.lengthMm, width: size.widthMm, height: size.heightMm },
    standingOut: proud,
    lengthsUsed: used,
    handsApartMm: hands ? { height: hands.heightMm, depth: hands.depthMm } : null,
    frictionJoints: slips,
    assemblyOrder: solidity?.order ?? null,
    leads: (solidity?.leadWays ?? []).map(({ lead, way, neededMm }) => ({
      run: lead.run.id,
      item: lead.run.item,
      lengthMm: lead.lengthMm ?? null,
      neededMm,
      wayMm: way.points,
    })),
  }),
});

import type { Brief } from '../brief/index.js';
import type { Collider } from '../clash/index.js';
import type { Finding, Slip } from '../finding/index.js';
import type { Hold } from '../hold/index.js';
import type { PartBook } from '../part/index.js';
import type { Assembly } from '../rig/index.js';
import { createSpace, listOverlaps, type Overlap } from '../space/index.js';
import { findAccessFindings, listAccess } from './access.js';
import { findBraceFindings } from './brace.js';
import {
  findBoxFindings,
  findChargerFindings,
  findExcludeFindings,
  findLeadFindings,
  findPortFindings,
  findSupplyFindings,
  findToolFindings,
  findUnplacedFindings,
} from './complete.js';
import { findClearFindings, findHandRoomFindings, findLeverFindings } from './clear.js';
import { findCoverFindings, listCovers, type Cover } from './cover.js';
import { findEntryFindings, listEndEntries } from './entry.js';
import {
  findGloveFindings,
  findReachFindings,
  findScreenFindings,
  findUnevenFindings,
} from './hands.js';
import {
  findMateFindings,
  findOccupancyFindings,
  findStanceFindings,
  findStandingFindings,
} from './joints.js';
import {
  findCircleFindings,
  findFlangeFindings,
  findLensLoadFindings,
  findViewFindings,
  measureLensLoads,
  type LensLoad,
} from './lens.js';
import {
  findAheadFindings,
  findBearsFindings,
  findHomeMadeFindings,
  findLiningFindings,
  findOneFasteningFindings,
  findPayloadFindings,
  findPlayFindings,
  findSagFindings,
  findThroughFindings,
} from './load.js';
import { findOrderFindings, measureOrder } from './order.js';
import { findOverlapFindings, type Geometry } from './overlap.js';
import {
  findLeadLengthFindings,
  findPlugFindings,
  listLeads,
  measureLeadWays,
  type LeadWay,
} from './plugs.js';
import { findAxisFindings, findGearFindings, findSupportFindings } from './rods.js';
import { findScrewFindings } from './screw.js';
import { findSizeFindings, measureSize, type Size } from './size.js';
import { findSlipFindings, measureSlips } from './slip.js';
import { findSpareFindings, findSpareScrewFindings } from './spare.js';
import { findLeadStandFindings, findStandFindings } from './stand.js';

/** What geometry answers: only there where a collision library was given. */
export interface Solidity {
  readonly overlaps: readonly Overlap[];
  readonly covers: readonly Cover[];
  /** Item ids in an order in which the setup can be put together; undefined where there is none. */
  readonly order: readonly string[] | undefined;
  readonly leadWays: readonly LeadWay[];
}

/** The answer to "does it fit?": sizes, the working of each friction joint, and what is wrong. */
export interface Fit {
  readonly size: Size;
  readonly slips: readonly Slip[];
  readonly lensLoads: readonly LensLoad[];
  /** Undefined where no collision library was given: then nothing is said of what stands where. */
  readonly solidity: Solidity | undefined;
  readonly findings: readonly Finding[];
}

/** What Fit draws on beyond the setup itself. */
export interface FitOptions {
  /** Parts that remedies may put in place of others; remedies are looked for only where it is given. */
  readonly catalogue?: PartBook | undefined;
  readonly collider?: Collider | undefined;
  /** Leaves out the ways of leads and which mounts are covered: for trying many edits one after the other. */
  readonly lean?: boolean | undefined;
}

function findGeometryFindings(
  geometry: Geometry,
  hold: Hold,
  parts: PartBook,
  lean: boolean,
): { solidity: Solidity; findings: Finding[] } {
  const { space } = geometry;
  const { assembly } = space;
  const overlaps = listOverlaps(space);
  const covers = lean ? [] : listCovers(space);
  const entries = listEndEntries(space);
  const access = listAccess(space);
  const order = measureOrder(assembly, entries, access);
  const kit = new Map(assembly.rig.kit.map((i) => [i.id, i]));
  const leads = listLeads(space, (id) => parts.get(kit.get(id)?.partId ?? ''));
  const leadWays = lean ? [] : measureLeadWays(space, leads);
  return {
    solidity: { overlaps, covers, order: order.itemIds, leadWays },
    findings: [
      ...findOverlapFindings(geometry, overlaps),
      ...findClearFindings(geometry, hold),
      ...findHandRoomFindings(geometry, hold),
      ...findLeverFindings(geometry, hold),
      ...findCoverFindings(covers),
      ...findEntryFindings(geometry, entries),
      ...findAccessFindings(assembly, access),
      ...findOrderFindings(order),
      ...findThroughFindings(geometry),
      ...findPlugFindings(geometry, leads),
      ...findLeadLengthFindings(leadWays),
      ...findLeadStandFindings(assembly, hold, leadWays),
      ...findSupportFindings(geometry),
      ...findViewFindings(geometry),
      ...findScreenFindings(geometry, hold),
    ],
  };
}

/** All of Fit. Without a collision library, all of it that needs no geometry. */
export function measureFit(
  assembly: Assembly,
  hold: Hold,
  brief: Brief,
  parts: PartBook,
  { catalogue, collider, lean = false }: FitOptions = {},
): Fit {
  const slips = measureSlips(assembly, hold);
  const size = measureSize(assembly, hold.axes);
  const lensLoads = measureLensLoads(assembly);
  const solid = collider
    ? findGeometryFindings(
        { space: createSpace(assembly, collider), parts: catalogue && parts },
        hold,
        parts,
        lean,
      )
    : undefined;
  return {
    size,
    slips,
    lensLoads,
    solidity: solid?.solidity,
    findings: [
      ...findMateFindings(assembly, catalogue && new Map([...catalogue, ...parts])),
      ...findOccupancyFindings(assembly),
      ...findStandingFindings(assembly),
      ...findStanceFindings(assembly),
      ...findSlipFindings(assembly, slips, catalogue),
      ...findScrewFindings(assembly),
      ...findBraceFindings(assembly),
      ...findPlayFindings(assembly),
      ...findLensLoadFindings(lensLoads),
      ...findFlangeFindings(assembly),
      ...findCircleFindings(assembly),
      ...findAxisFindings(assembly),
      ...findGearFindings(assembly),
      ...findBearsFindings(assembly, hold),
      ...findSagFindings(assembly, hold),
      ...findPayloadFindings(assembly, brief),
      ...findHomeMadeFindings(assembly),
      ...findOneFasteningFindings(assembly, hold),
      ...findLiningFindings(assembly),
      ...findReachFindings(assembly, hold),
      ...findGloveFindings(assembly, brief),
      ...findUnevenFindings(assembly, hold),
      ...findStandFindings(assembly, hold),
      ...findToolFindings(assembly, brief),
      ...findBoxFindings(assembly, parts),
      ...findExcludeFindings(assembly),
      ...findUnplacedFindings(assembly, parts),
      ...findLeadFindings(assembly, parts, catalogue !== undefined),
      ...findPortFindings(assembly),
      ...findSupplyFindings(assembly),
      ...findChargerFindings(assembly, parts, brief),
      ...findSpareFindings(assembly, parts),
      ...findSpareScrewFindings(assembly),
      ...findAheadFindings(assembly, brief),
      ...findSizeFindings(assembly, hold.axes, size, brief),
      ...(solid?.findings ?? []),
    ],
  };
}

import { createFinding, type Finding } from '../finding/index.js';
import { measureStanding, tableMm, type Hold } from '../hold/index.js';
import { dot } from '../placement/index.js';
import { placeSolids, type Assembly } from '../rig/index.js';
import { measureReachMm } from '../solid/index.js';
import type { LeadWay } from './plugs.js';

/** A rig that does not stand when it is put down: on a point or an edge, tipping, or on its lens. */
export function findStandFindings(assembly: Assembly, hold: Hold): Finding[] {
  // What stands on its support is not put down on a table.
  if (assembly.items.some((p) => p.part.kind === 'support')) return [];
  const standing = measureStanding(assembly, hold);
  const onLens = standing.on.some((p) => p.part.kind === 'lens' || p.part.kind === 'filter');
  const why = onLens
    ? 'on-the-lens'
    : standing.shape === 'point'
      ? 'on-a-point'
      : standing.shape === 'edge'
        ? 'on-an-edge'
        : standing.insideMm !== undefined && standing.insideMm < 0
          ? 'tips'
          : undefined;
  if (why === undefined) return [];
  return [
    createFinding(
      'does-not-stand',
      hold.hold === 'set-down' ? 'risk' : 'note',
      { items: standing.on.map((p) => p.item.id).slice(0, 2) },
      { why, outsideMm: Math.max(0, -(standing.insideMm ?? 0)) },
    ),
  ];
}

/** Leads that hang lower than all solids: the rig is put down on them. */
export function findLeadStandFindings(
  assembly: Assembly,
  hold: Hold,
  ways: readonly LeadWay[],
): Finding[] {
  if (ways.length === 0 || assembly.items.some((p) => p.part.kind === 'support')) return [];
  const { down } = hold.axes;
  const lowest = Math.max(
    ...assembly.items.flatMap((placed) =>
      placeSolids(placed).map((s) => measureReachMm(s.solid, s.rigFromSolid, down)),
    ),
  );
  return ways.flatMap(({ lead, way }) => {
    const below = Math.max(...way.points.map((p) => dot(p, down))) - lowest;
    if (below <= tableMm) return [];
    return [
      createFinding(
        'does-not-stand',
        hold.hold === 'set-down' ? 'risk' : 'note',
        { items: [lead.run.item], key: lead.run.id },
        { why: 'on-a-lead', outsideMm: below },
      ),
    ];
  });
}

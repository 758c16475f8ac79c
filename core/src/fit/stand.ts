import type { LeadWay } from './plugs.js';
import { hasTrait } from '../part/index.js';
import { createFinding, defineFinding, stating, defineCheck } from '../finding/index.js';
import { sayMm } from '../words/index.js';
import { defineSolidCheck, type FitAsked, type SolidAsked } from './asked.js';
import { measureStanding, tableMm } from '../hold/index.js';
import { dot } from '../placement/index.js';
import { placeSolids } from '../rig/index.js';
import { measureReachMm } from '../solid/index.js';

/** So much farther than its weight a base reaches before a rig stands by itself, in mm (estimate). */
const standsOverMm = 10;

export const doesNotStand = defineFinding(
  'does-not-stand',
  stating<{
    readonly why: 'on-a-point' | 'on-an-edge' | 'tips' | 'on-the-lens' | 'on-a-lead';
    readonly outsideMm: number;
  }>(),
  {
    restsOn: ['mass', 'shape'],
    bad: ({ outsideMm }) => outsideMm,
    weight: 'risk when set down, note otherwise',
    when: 'set down on a table it rests on a point, an edge, its lens or a lead, or its weight is outside; held in the hands only where it would stand on its lens or a lead',
    offers: '',
    sentence: ({ items, facts }, n) => {
      const on = items.map((id) => n.item(id)).join(' and ');
      switch (facts.why) {
        case 'on-the-lens':
          return `Put down as you hold it, the rig stands on its lens: ${on}.`;
        case 'on-a-lead':
          return `Put down as you hold it, the rig stands on a lead: ${on}.`;
        case 'on-a-point':
          return `Put down as you hold it, the rig stands on a point of ${on} and falls over.`;
        case 'on-an-edge':
          return `Put down as you hold it, the rig stands on an edge of ${on} and falls over.`;
        case 'tips':
          return `Put down on ${on}, the rig tips over: its weight is ${sayMm(facts.outsideMm)} outside.`;
      }
    },
    why: 'You put it down a hundred times a day.',
    todo: 'Give it a flat base, or put it down another way.',
    toGet: ({ facts }) =>
      facts.why === 'tips'
        ? `Get a plate or rods under the cage that reach ${sayMm(Math.ceil(facts.outsideMm) + standsOverMm)} farther to that side, or put it down another way.`
        : undefined,
  },
);

/**
 * A rig that does not stand where it is set down: on a point or an edge, tipping, or on its lens. Of one that is held in
 * the hands only is told what would be hurt: its front glass. A lap is no table.
 */
export const standCheck = defineCheck([doesNotStand], ({ assembly, hold }: FitAsked) => {
  // What stands on its support is not put down on a table.
  if (hold.kind === 'lap' || assembly.items.some((p) => hasTrait(p.part, 'grounded'))) return [];
  const standing = measureStanding(assembly, hold);
  const onLens = standing.on.some((p) => hasTrait(p.part, 'front-glass'));
  const why = onLens
    ? 'on-the-lens'
    : standing.shape === 'point'
      ? 'on-a-point'
      : standing.shape === 'edge'
        ? 'on-an-edge'
        : standing.insideMm !== undefined && standing.insideMm < 0
          ? 'tips'
          : undefined;
  // Rolled over nobody puts it down as it is held.
  const isGlass = why === 'on-the-lens' && assembly.setup.attitude === 'level';
  if (why === undefined || (hold.kind !== 'set-down' && !isGlass)) return [];
  return [
    createFinding(
      doesNotStand,
      hold.kind === 'set-down' ? 'risk' : 'note',
      { items: standing.on.map((p) => p.item.id).slice(0, 2) },
      { why, outsideMm: Math.max(0, -(standing.insideMm ?? 0)) },
    ),
  ];
});

/** Leads that hang lower than all solids: the rig is put down on them. */
export const leadStandCheck = defineSolidCheck(
  [doesNotStand],
  ({ assembly, hold, leadWays: ways }: SolidAsked & { readonly leadWays: readonly LeadWay[] }) => {
    const isRolled = hold.kind !== 'set-down' && assembly.setup.attitude !== 'level';
    if (ways.length === 0 || hold.kind === 'lap' || isRolled) return [];
    if (assembly.items.some((p) => hasTrait(p.part, 'grounded'))) return [];
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
          doesNotStand,
          hold.kind === 'set-down' ? 'risk' : 'note',
          { items: [lead.run.item], key: lead.run.id },
          { why: 'on-a-lead', outsideMm: below },
        ),
      ];
    });
  },
);

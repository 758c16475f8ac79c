import type { PartBook } from '../part/index.js';
import { tryEdit, type CableRun, type Edit, type KitItem } from '../rig/index.js';
import { createSpace, type Space } from '../space/index.js';
import { listFittingLeads, type FittingLead } from './complete.js';
import { findHold } from '../hold/index.js';
import { leadLimits, listLeads, measureLeadWays } from './plugs.js';
import { listLeadRooms } from './rooms.js';

/** A lead that goes from one port to another, and whether it is as long as its way. */
export interface LeadBetween extends FittingLead {
  /** What its way takes, mm. */
  readonly neededMm: number | undefined;
  readonly reach: 'short' | 'does' | 'loose' | 'unknown';
}

/** As many are laid: of a large catalogue the cheapest. */
const mostLaid = 40;

const order = ['does', 'loose', 'unknown', 'short'] as const;

/**
 * The leads that go between two ports: those that do first, then those of which much hangs loose, then those that are too
 * short; among them what is owned and free, then the cheapest. Each is laid once: its plugs count.
 */
export function listLeadsBetween(
  space: Space,
  parts: PartBook,
  from: CableRun['from'],
  to: CableRun['to'],
  drawer: readonly KitItem[] = [],
): LeadBetween[] {
  const { assembly, collider } = space;
  const portOf = (end: CableRun['from']) =>
    assembly.byId.get(end.item)?.part.ports?.find((p) => p.id === end.port);
  const [a, b] = [portOf(from), portOf(to)];
  if (!a || !b) return [];
  const hold = findHold(assembly);
  const fitting = listFittingLeads(assembly, parts, a, b, drawer).slice(0, mostLaid);
  const found = fitting.map((lead): LeadBetween => {
    const id = 'trial-lead';
    const edit: Edit = {
      type: 'add-cable',
      setupId: assembly.setup.id,
      item: lead.item,
      cable: { id, item: lead.item.id, from, to },
    };
    const laid = createSpace(tryEdit(assembly, edit, parts), collider);
    const runs = listLeads(laid, () => lead.part).filter((l) => l.run.id === id);
    const rooms = listLeadRooms(laid, hold, parts);
    const neededMm = measureLeadWays(laid, runs, rooms)[0]?.neededMm;
    const { lengthMm, stretchesToMm = lengthMm } = lead.part.cable ?? {};
    if (neededMm === undefined || lengthMm === undefined || stretchesToMm === undefined) {
      return { ...lead, neededMm, reach: 'unknown' };
    }
    const spareMm = lengthMm - neededMm;
    const isLoose =
      spareMm > leadLimits.mostMm ||
      (spareMm > leadLimits.leastMm && spareMm > leadLimits.share * neededMm);
    return {
      ...lead,
      neededMm,
      reach: stretchesToMm < neededMm ? 'short' : isLoose ? 'loose' : 'does',
    };
  });
  // The sort keeps the order of those that reach alike.
  return found.sort((x, y) => order.indexOf(x.reach) - order.indexOf(y.reach));
}

import { hasTrait, readCell, type PartBook } from '../part/index.js';
import type { Assembly } from '../rig/index.js';

/** Energies up to which lithium cells fly as a rule in the cabin, and up to which an airline must be asked: both included, Wh. */
export const flightLimitsWh = { free: 100, asked: 160 } as const;

/** A battery of the kit on the way. */
export interface FlightCell {
  readonly itemId: string;
  readonly energyWh: number | undefined;
  /** `free` up to 100 Wh, `ask` up to 160, `not` above; `unknown` where it does not say. */
  readonly may: 'free' | 'ask' | 'not' | 'unknown';
  /** Not in a device: its terminals are to be covered. */
  readonly loose: boolean;
}

/** Every battery of the kit and every cell inside a device of it, the largest first; ties by id. */
export function listFlightCells(assembly: Assembly, parts: PartBook): FlightCell[] {
  return assembly.rig.kit
    .flatMap((item): FlightCell[] => {
      const part = parts.get(item.partId);
      if (!part) return [];
      const isCell = hasTrait(part, 'cell');
      if (!isCell && part.innerCell !== true && part.cell === undefined) return [];
      const energyWh = isCell ? readCell(part).energyWh : part.cell?.energyWh;
      const may =
        energyWh === undefined
          ? 'unknown'
          : energyWh <= flightLimitsWh.free
            ? 'free'
            : energyWh <= flightLimitsWh.asked
              ? 'ask'
              : 'not';
      // What sits in a bay or on a plate has its contacts covered.
      const loose = isCell && !assembly.byId.get(item.id)?.carriedBy;
      return [{ itemId: item.id, energyWh, may, loose }];
    })
    .sort((a, b) => (b.energyWh ?? 0) - (a.energyWh ?? 0) || (a.itemId < b.itemId ? -1 : 1));
}

/** One step of switching a rig on; taking down is the same backwards. */
export type OrderStep =
  | { readonly kind: 'cell'; readonly itemId: string; readonly intoId: string }
  | { readonly kind: 'plug'; readonly runId: string; readonly carries: 'power' | 'other' | 'video' }
  | { readonly kind: 'switch-on'; readonly itemId: string };

/**
 * In which order to bring a setup up: cells in, power leads, power on at the camera and then at what stands behind it, what
 * else is plugged, the picture last. A picture lead that is plugged while the two ends stand on different power may carry
 * their difference.
 */
export function listPowerOrder(assembly: Assembly, parts: PartBook): OrderStep[] {
  const kit = new Map(assembly.rig.kit.map((i) => [i.id, i.partId]));
  type Carried = Extract<OrderStep, { kind: 'plug' }>['carries'];
  const kindOf = (leadItem: string, from: { item: string; port: string }): Carried => {
    const carries =
      parts.get(kit.get(leadItem) ?? '')?.cable?.carries ??
      assembly.byId.get(from.item)?.part.ports?.find((p) => p.id === from.port)?.carries ??
      [];
    return carries.includes('video') ? 'video' : carries.includes('power') ? 'power' : 'other';
  };
  const cells = assembly.items.flatMap((p): OrderStep[] =>
    (hasTrait(p.part, 'cell') || hasTrait(p.part, 'fed-from-outside')) && p.carriedBy
      ? [{ kind: 'cell', itemId: p.item.id, intoId: p.carriedBy.parent }]
      : [],
  );
  const plugs = (assembly.setup.cables ?? []).map((run) => ({
    kind: 'plug' as const,
    runId: run.id,
    carries: kindOf(run.item, run.from),
  }));
  const of = (carries: string) => plugs.filter((p) => p.carries === carries);
  const isOn = (p: Assembly['items'][number]) =>
    p.part.draw !== undefined || p.part.innerCell === true || hasTrait(p.part, 'camera');
  const switches = assembly.items
    .filter(isOn)
    .map((p): OrderStep => ({ kind: 'switch-on', itemId: p.item.id }));
  return [...cells, ...of('power'), ...of('other'), ...switches, ...of('video')];
}

import { findBatteryFace } from '../part/index.js';
import type { Report } from '../report/index.js';
import { listDevices } from './survey.js';

/** What one does without in a way of powering. */
export type GivenUp =
  /** The camera is off so many times in the day, for a swap. */
  | { readonly what: 'take-stops'; readonly swaps: number }
  /** The door of its bay stays open: dust and water get in. */
  | { readonly what: 'door-open'; readonly itemId: string }
  /** So many devices go dark with one battery. */
  | { readonly what: 'all-at-once'; readonly devices: number }
  /** One is tied to the rig by its leads. */
  | { readonly what: 'tied' }
  /** So many kinds of battery, each with a charger of its own. */
  | { readonly what: 'families'; readonly count: number };

/** What one does without on a rig, by what stands on it and by its day. */
export function listGivenUp({ assembly, last, findings }: Report): GivenUp[] {
  const { network, worst } = last;
  const swaps = worst.events.filter(
    (e) => e.kind === 'swap' && e.dark.includes(assembly.setup.body),
  ).length;
  const doors = findings.filter((f) => f.code === 'door-stays-open');
  const devices = listDevices(network).length;
  const stores = [...network.stores.values()].filter((s) => !s.inner);
  const families = new Set(
    stores.map(({ part }) => {
      const face = findBatteryFace(part);
      return face ? `${face.kind} ${face.family ?? ''}` : part.id;
    }),
  ).size;
  return [
    ...(swaps > 0 ? [{ what: 'take-stops' as const, swaps }] : []),
    ...doors.map((f) => ({ what: 'door-open' as const, itemId: f.items[0]! })),
    ...(stores.length === 1 && devices > 1 ? [{ what: 'all-at-once' as const, devices }] : []),
    ...(stores.some((s) => s.worn) ? [{ what: 'tied' as const }] : []),
    ...(families > 1 ? [{ what: 'families' as const, count: families }] : []),
  ];
}

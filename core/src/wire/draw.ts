import { hasTrait, type Part, type PartKind } from '../part/index.js';

/** A figure that is known to lie between two; both ends are the same where it is known. */
export interface Between {
  readonly low: number;
  readonly high: number;
}

export const exactly = (value: number): Between => ({ low: value, high: value });

/**
 * What devices of a kind usually take while they work, W: the widest that is sold for a rig (estimates). Taken as a range
 * where a part does not say it.
 */
export const usualDrawW: Readonly<Partial<Record<PartKind, Between>>> = {
  body: { low: 4, high: 14 },
  monitor: { low: 5, high: 16 },
  transmitter: { low: 3, high: 10 },
  recorder: { low: 1, high: 20 },
  receiver: { low: 0.8, high: 2.5 },
  lamp: { low: 3, high: 12 },
  'sound-box': { low: 0.8, high: 3 },
  'timecode-box': { low: 0.2, high: 0.8 },
  'follow-focus': { low: 1, high: 8 },
  other: { low: 0.3, high: 6 },
};

/** Of any device: the widest of them all. */
const anyDrawW: Between = { low: 0.2, high: 20 };

/** What passes power on and takes next to nothing itself. */
const passive: readonly PartKind[] = ['battery-plate', 'dummy-battery', 'tap'];

/** What a part takes in each of its states, W, and whether that was stated. */
export interface States {
  readonly recordW: Between;
  readonly idleW: Between;
  readonly stated: boolean;
}

/**
 * What a device takes while it records and while it waits, W. Where only one is stated the other is taken as the same: a
 * screen shows its picture either way. Undefined of what is known to be no device.
 */
export function measureStates(part: Part): States | undefined {
  const { recordW, idleW } = part.draw ?? {};
  const stated = recordW ?? idleW;
  if (stated !== undefined) {
    return {
      recordW: exactly(recordW ?? stated),
      idleW: exactly(idleW ?? stated),
      stated: true,
    };
  }
  if (passive.includes(part.kind)) {
    return { recordW: exactly(0), idleW: exactly(0), stated: true };
  }
  const isDevice = hasTrait(part, 'device');
  // A kind of device that has no figures of its own may be any: what is missing never counts as nothing.
  const usual = usualDrawW[part.kind] ?? (isDevice ? anyDrawW : undefined);
  if (!usual || !(isDevice || part.innerCell || part.ports?.length)) return undefined;
  return { recordW: usual, idleW: usual, stated: false };
}

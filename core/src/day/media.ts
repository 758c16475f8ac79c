import { hasTrait, type Medium, type PartBook, type RecordingMode } from '../part/index.js';
import type { Assembly } from '../rig/index.js';

/** One card or drive of the kit under one mode. */
export interface MediumUse {
  readonly itemId: string;
  readonly medium: Medium;
  /** Until it is full, min. */
  readonly minutes: number;
  /** Whether it writes as fast as the mode records; undefined where it does not say. */
  readonly keepsUp: boolean | undefined;
}

/** What a mode of the body takes in a day, and what the kit has for it. */
export interface ModeUse {
  readonly mode: RecordingMode;
  /** For all that the day wants recorded; and again for each copy. */
  readonly dayGB: number;
  readonly media: readonly MediumUse[];
  /** All media of the kit that take it, together, min. */
  readonly minutes: number;
}

/** Gigabytes of so many hours at so many Mb/s: decimal, as labels and file sizes are. */
export function measureGB(rateMbps: number, hours: number): number {
  return (rateMbps * 1e6 * hours * 3600) / 8 / 1e9;
}

/**
 * How long each mode of the body records on what the kit has, and what the day of `wantedH` hours of recording takes. Empty
 * where the body states no mode. Only media that the mode may go to are counted.
 */
export function measureMedia(assembly: Assembly, parts: PartBook, wantedH: number): ModeUse[] {
  const body = assembly.items.find((p) => hasTrait(p.part, 'camera'));
  const media = assembly.rig.kit.flatMap((item) => {
    const medium = parts.get(item.partId)?.medium;
    return medium ? [{ itemId: item.id, medium }] : [];
  });
  return (body?.part.modes ?? []).map((mode): ModeUse => {
    const uses = media
      .filter(({ medium }) => {
        const takes = mode.media;
        return !takes || !medium.family || takes.includes(medium.family);
      })
      .map(({ itemId, medium }): MediumUse => {
        const { capacityGB, sustainedMbps } = medium;
        return {
          itemId,
          medium,
          minutes: (capacityGB / measureGB(mode.rateMbps, 1)) * 60,
          keepsUp: sustainedMbps === undefined ? undefined : sustainedMbps >= mode.rateMbps,
        };
      });
    return {
      mode,
      dayGB: measureGB(mode.rateMbps, wantedH),
      media: uses,
      minutes: uses.reduce((sum, u) => sum + (u.keepsUp === false ? 0 : u.minutes), 0),
    };
  });
}

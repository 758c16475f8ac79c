import { measureDayHours, type Brief } from '../brief/index.js';
import type { DayPart, SwapRule } from './run.js';

/** What a working day is like where its brief does not say: shares of the time, and a break near mains, h (estimates). */
export const usualDay = { record: 0.35, idle: 0.35, breakH: 1, temperatureC: 20, hours: 24 };

/** The day that is run, and how much of it was assumed. */
export interface DayPlan {
  readonly parts: readonly DayPart[];
  readonly hours: number;
  /** `stated`: stretch by stretch; `hours`: only how long it is; `none`: nothing, so it records without a pause until all is empty. */
  readonly from: 'stated' | 'hours' | 'none';
  readonly reserve: number;
  readonly swap: SwapRule;
  /** When it begins, h after midnight; undefined where nobody says. */
  readonly startsAtH: number | undefined;
}

/** "06:30" as hours after midnight. */
export function readClock(text: string | undefined): number | undefined {
  const [h, min] = (text ?? '').split(':').map(Number);
  return text === undefined ? undefined : h! + min! / 60;
}

/**
 * The day of a brief as stretches with every figure said. A day of which only the hours are known is one stretch of usual
 * shares, with an hour near mains in its middle where there is a break; without a day it records without a pause.
 */
export function planDay({ day }: Pick<Brief, 'day'>): DayPlan {
  const temperatureC = day?.temperatureC ?? usualDay.temperatureC;
  const reserve = day?.reserve ?? 0;
  const swap: SwapRule = {
    atShare: day?.swapAtShare ?? 0,
    inBreaks: day?.swapInBreaks ?? false,
  };
  const startsAtH = readClock(day?.startsAt);
  const at = (name: string, hours: number, more: Partial<DayPart> = {}): DayPart => ({
    name,
    hours,
    record: usualDay.record,
    idle: usualDay.idle,
    mains: false,
    temperatureC,
    ...more,
  });
  const sum = (parts: readonly DayPart[]) => parts.reduce((hours, p) => hours + p.hours, 0);
  if (day?.stretches) {
    const parts = day.stretches.map(({ name, hours, record, idle, ...s }) =>
      at(name, hours, {
        record,
        idle,
        mains: s.mains ?? false,
        temperatureC: s.temperatureC ?? temperatureC,
        ...(s.setup === undefined ? {} : { setupId: s.setup }),
      }),
    );
    return { parts, hours: sum(parts), from: 'stated', reserve, swap, startsAtH };
  }
  const hours = measureDayHours({ day });
  if (hours === undefined) {
    const parts = [at('Recording without a pause', usualDay.hours, { record: 1, idle: 0 })];
    return { parts, hours: usualDay.hours, from: 'none', reserve, swap, startsAtH };
  }
  const breakH = day?.mainsBreak && hours > 2 * usualDay.breakH ? usualDay.breakH : 0;
  const half = (hours - breakH) / 2;
  const parts = breakH
    ? [
        at('Before the break', half),
        at('Break near mains', breakH, { record: 0, idle: 0, mains: true }),
        at('After the break', half),
      ]
    : [at('On', hours)];
  return { parts, hours, from: 'hours', reserve, swap, startsAtH };
}

import type { Brief } from './schema.js';

/** How long the day of a brief is, h: its stretches together, which go before the hours on the day; undefined where nobody says. */
export function measureDayHours({ day }: Pick<Brief, 'day'>): number | undefined {
  return day?.stretches?.reduce((sum, s) => sum + s.hours, 0) ?? day?.hoursOn;
}

import type { DayPlan, DayRun } from '../day/index.js';

/** One turn of a cell in a charger, h from the first minute of the day. */
export interface RotaTurn {
  readonly charger: string;
  readonly cell: string;
  readonly fromH: number;
  readonly toH: number;
  /** Whether it is full by then; otherwise mains or the break ends before it is. */
  readonly full: boolean;
}

/** Who charges where, from when to when, in order; empty where nothing is charged. */
export function listRota(run: DayRun, plan: DayPlan): RotaTurn[] {
  const turns: RotaTurn[] = [];
  run.events.forEach((event, i) => {
    if (event.kind !== 'charging') return;
    const later = run.events.slice(i + 1);
    const done = later.find(
      (e) =>
        (e.kind === 'charged' && e.cell === event.cell) ||
        (e.kind === 'swap' && e.in === event.cell),
    );
    let endH = 0;
    // Out of its bay where the stretches with mains that it was begun in come to an end.
    for (const part of plan.parts) {
      const isBefore = endH + part.hours <= event.atH + 1e-9;
      endH += part.hours;
      if (!isBefore && !(part.mains && part.temperatureC >= 0)) {
        endH -= part.hours;
        break;
      }
    }
    const toH = Math.min(done?.atH ?? Infinity, endH);
    const full = done?.kind === 'charged' && done.atH <= endH + 1e-9;
    turns.push({ charger: event.charger, cell: event.cell, fromH: event.atH, toH, full });
  });
  return turns;
}

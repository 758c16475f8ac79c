import { readLast, type Last } from '../day/index.js';
import { defineQuestion, type Asking } from '../question/index.js';
import { hasTrait } from '../part/index.js';
import { sayHours, sayHoursShort } from '../words/index.js';
import { lastChecks, type LastContext } from './findings.js';

/** "4 cells": what the day takes of batteries that are changed. */
function sayCells(last: Last): string {
  const cells = last.cells();
  const count = cells.reduce((sum, c) => sum + c.used + c.more, 0);
  const least = cells.reduce((sum, c) => sum + c.used + c.moreAtLeast, 0);
  if (count === 0) return 'no battery on it';
  if (cells.some((c) => !c.enough)) return 'no number of cells will do';
  const range = least < count ? `${least} to ${count}` : String(count);
  return `${range} ${count === 1 ? 'cell' : 'cells'} for the day`;
}

const cameraUnfed = 'the camera has no power';
/** Devices that are dark from the start because no power comes to them: why is told under Fit, or by what does not agree. */
function sayUnfed({ network, worst }: Last): string | undefined {
  const unfed = [...network.takers].flatMap(([id, { placed }]) =>
    worst.darkAtH.has(id) && !worst.ranOutAtH.has(id) ? [placed.part] : [],
  );
  if (unfed.length === 0) return undefined;
  if (unfed.some((part) => hasTrait(part, 'camera'))) return cameraUnfed;
  return unfed.length === 1 ? '1 device has no power' : `${unfed.length} devices have no power`;
}

/** Does it last the day? */
export const lastQuestion = defineQuestion({
  id: 'last',
  name: 'Last',
  asks: 'Does it last the day?',
  prepare: ({ assembly, parts, brief, options }: Asking): LastContext => ({
    assembly,
    parts,
    mode: brief.day?.mode,
    last: readLast(assembly, parts, brief),
    offers: options.catalogue !== undefined,
  }),
  answer: ({ last }): Last => last,
  checks: lastChecks,
  figure: (last) => {
    const { first, plan, unknown, network } = last;
    if (network.stores.size === 0) {
      return { main: 'no battery', detail: 'nothing on it holds power', state: 'open' as const };
    }
    const unfed = sayUnfed(last);
    const ofDay = plan.from === 'none' ? '' : ` of ${sayHoursShort(plan.hours)}`;
    const detail = unfed ?? (plan.from === 'none' ? 'recording without a pause' : sayCells(last));
    const unfedState = unfed === undefined ? undefined : ('risk' as const);
    if (unfed === cameraUnfed) return { main: `0 h${ofDay}`, detail, state: unfedState };
    if (!first) return { main: `${sayHoursShort(plan.hours)}${ofDay}`, detail, state: unfedState };
    const { low, high } = first.betweenH;
    const known = unknown.draw.length + unknown.energy.length === 0;
    // Where nothing is sure to go dark, what is not known leaves it open.
    const state = unfedState ?? (last.dark.every((d) => d.perhaps) ? ('open' as const) : undefined);
    const main = known
      ? `≈ ${sayHoursShort(low)}${ofDay}`
      : `≈ ${sayHoursShort(low)} – ${sayHoursShort(high)}${ofDay}`;
    return { main, detail, state };
  },
  text: (last) => {
    const { first, plan } = last;
    if (last.network.stores.size === 0) return ['No battery is on it.'];
    const unfed = sayUnfed(last);
    return [
      ...(unfed === undefined ? [] : [`From the start ${unfed}.`]),
      first
        ? `The first device goes dark after ≈ ${sayHours(first.betweenH.low)}${first.betweenH.high - first.betweenH.low > 0.05 ? ` to ${sayHours(first.betweenH.high)}` : ''}.`
        : `${unfed === undefined ? 'Everything' : 'All else'} stays lit for ${sayHours(plan.hours)}.`,
      `The day takes: ${last
        .cells()
        .map((c) => `${c.used + c.more} × ${c.part.name}`)
        .join(', ')}.`,
    ];
  },
  json: (last) => ({
    day: {
      hours: last.plan.hours,
      from: last.plan.from,
      firstDark: last.first ? { item: last.first.itemId, ...last.first.betweenH } : null,
      darkAfterH: Object.fromEntries(last.worst.darkAtH),
      cells: last
        .cells()
        .map((c) => ({ part: c.part.id, at: c.store, used: c.used, more: c.more })),
      unknownDraw: last.unknown.draw,
      unknownEnergy: last.unknown.energy,
      energyWh: last.worst.energy,
    },
  }),
});

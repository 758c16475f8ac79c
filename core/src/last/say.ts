import type { DayEvent, DayPlan, DayRun } from '../day/index.js';
import type { Between } from '../wire/index.js';
import { sayHours, sayList, sayNumber, sayW, type Names } from '../words/index.js';
import type { OrderStep } from './cards.js';

/** "8 W", or "≈ 5.0–16 W" of what is not known. */
export function sayBetweenW({ low, high }: Between): string {
  return low === high ? sayW(low) : `≈ ${sayNumber(low, low < 10 ? 1 : 0)}–${sayW(high)}`;
}

/** So long a device is dark while its cell is changed: door, cell, door, and until it is up again (estimate). */
export const usualSwapMin = 1;

/** What happened, as a sentence without its hour. */
export function sayDayEvent(event: DayEvent, names: Pick<Names, 'item'>): string {
  switch (event.kind) {
    case 'swap': {
      const dark = event.dark.map((id) => names.item(id));
      const meanwhile =
        dark.length === 0
          ? 'nothing goes dark for it'
          : `${sayList(dark)} ${dark.length === 1 ? 'is' : 'are'} dark for ≈ ${usualSwapMin} min`;
      const state = event.left < 0.005 ? 'is empty' : `has ${sayNumber(event.left * 100)} % left`;
      return `${names.item(event.out)} ${state}: change it for ${names.item(event.in)}; ${meanwhile}.`;
    }
    case 'empty':
      return `${names.item(event.cell)} is empty, and nothing is left to change it for.`;
    case 'dark':
      return event.atH === 0
        ? `${names.item(event.itemId)} has no power.`
        : `${names.item(event.itemId)} goes dark.`;
    case 'back':
      return `${names.item(event.itemId)} is back.`;
    case 'charging':
      return event.inPlace
        ? `Charge ${names.item(event.cell)} in ${names.item(event.charger)}, over USB-C.`
        : `Put ${names.item(event.cell)} into ${names.item(event.charger)}.`;
    case 'charged':
      return `${names.item(event.cell)} is full.`;
  }
}

/** When something happens in a day: "09:15" where it is said when it begins, else "2 h 45 min" from its first minute. */
export function sayDayHour({ startsAtH }: Pick<DayPlan, 'startsAtH'>, atH: number): string {
  if (startsAtH === undefined) return sayHours(atH);
  const minutes = Math.round((startsAtH + atH) * 60);
  const two = (n: number) => String(n).padStart(2, '0');
  const day = Math.floor(minutes / 1440);
  return `${two(Math.floor(minutes / 60) % 24)}:${two(minutes % 60)}${day > 0 ? ` (+${day})` : ''}`;
}

/** One step of bringing a rig up, and why it comes where it does. */
export function sayOrderStep(step: OrderStep, names: Pick<Names, 'item' | 'lead'>): string {
  switch (step.kind) {
    case 'cell':
      return `Put ${names.item(step.itemId)} into ${names.item(step.intoId)}.`;
    case 'plug': {
      const why =
        step.carries === 'power'
          ? ': power before all else'
          : step.carries === 'video'
            ? ': the picture last'
            : '';
      return `Plug in ${names.lead(step.runId)}${why}.`;
    }
    case 'switch-on':
      return `Switch ${names.item(step.itemId)} on.`;
  }
}

/** The same step taken back. */
export function sayOrderStepBack(step: OrderStep, names: Pick<Names, 'item' | 'lead'>): string {
  switch (step.kind) {
    case 'cell':
      return `Take ${names.item(step.itemId)} out of ${names.item(step.intoId)}.`;
    case 'plug':
      return `Unplug ${names.lead(step.runId)}.`;
    case 'switch-on':
      return `Switch ${names.item(step.itemId)} off.`;
  }
}

/** When an item is dark, in order, h from the first minute; up to the end of the day where it does not come back. */
export function listDarkSpans(
  run: DayRun,
  itemId: string,
): { readonly fromH: number; readonly toH: number }[] {
  const spans: { fromH: number; toH: number }[] = [];
  for (const event of run.events) {
    if ((event.kind !== 'dark' && event.kind !== 'back') || event.itemId !== itemId) continue;
    if (event.kind === 'dark') spans.push({ fromH: event.atH, toH: run.hours });
    else spans.at(-1)!.toH = event.atH;
  }
  return spans;
}

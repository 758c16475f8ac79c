import type { DayEvent, DayRun } from '../day/index.js';
import { sayList, type Names } from '../words/index.js';

/** What happened, as a sentence without its hour. */
export function sayDayEvent(event: DayEvent, names: Pick<Names, 'item'>): string {
  switch (event.kind) {
    case 'swap': {
      const dark = event.dark.map((id) => names.item(id));
      const meanwhile =
        dark.length === 0
          ? 'nothing goes dark for it'
          : `${sayList(dark)} ${dark.length === 1 ? 'is' : 'are'} dark meanwhile`;
      return `${names.item(event.out)} is empty: change it for ${names.item(event.in)}; ${meanwhile}.`;
    }
    case 'empty':
      return `${names.item(event.cell)} is empty, and nothing is left to change it for.`;
    case 'dark':
      return `${names.item(event.itemId)} goes dark.`;
    case 'back':
      return `${names.item(event.itemId)} is back.`;
    case 'charging':
      return `Put ${names.item(event.cell)} into ${names.item(event.charger)}.`;
    case 'charged':
      return `${names.item(event.cell)} is full.`;
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

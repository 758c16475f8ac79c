import { createFinding, defineCheck, defineFinding, stating } from '../finding/index.js';
import { listSetupItems } from '../rig/index.js';
import type { FitAsked } from './asked.js';

export const plannedTwice = defineFinding(
  'planned-twice',
  stating<{ readonly rig: string; readonly on: string }>(),
  {
    owner: 'kit',
    restsOn: [],
    weight: 'risk',
    when: 'another rig of the same kit uses the same individual on the day that the brief names',
    offers: '',
    sentence: ({ items: [item], facts }, n) =>
      `${n.item(item!)} is planned for ${facts.on} by ${facts.rig} as well.`,
    why: 'One thing is on one rig at a time; the other stands without it.',
    todo: 'Plan another individual, another day, or lend it: then set this aside with a word to whom.',
  },
);

/** Individuals of this setup that another rig uses on the same day. */
export const elsewhereCheck = defineCheck(
  [plannedTwice],
  ({ assembly, brief, elsewhere }: FitAsked) => {
    const on = brief.day?.date;
    if (on === undefined) return [];
    const used = listSetupItems(assembly.setup);
    return elsewhere
      .filter((e) => e.on === on && used.has(e.itemId))
      .map((e) =>
        createFinding(
          plannedTwice,
          'risk',
          { items: [e.itemId], key: e.rigId },
          { rig: e.rig, on },
        ),
      );
  },
);

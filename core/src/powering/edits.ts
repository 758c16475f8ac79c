import { createBayEdit } from '../fit/index.js';
import { joinEdits } from '../mend/index.js';
import type { Mount } from '../part/index.js';
import { proposeId, type Assembly, type Edit } from '../rig/index.js';
import type { FeedOption } from './options.js';
import type { Bare, Stock, Used } from './survey.js';

/** A proposal's id as the end of another's. */
const tail = (id: string): string => id.replace(/^new:/u, '');

/** What puts a battery or a dummy into a bay; empty where it does not go in. */
export function fillBay(assembly: Assembly, hostId: string, bay: Mount, used: Used): Edit[] {
  const edit = createBayEdit(assembly, hostId, bay, used);
  return edit ? [edit] : [];
}

/**
 * A plan as one step from the rig as it stands: leads and batteries that it has no use for off, its source and what goes into bays on,
 * its leads in. `source` and `bays` are the edits for those on the bare setup. Undefined where the rig is that already.
 */
export function createPlanEdit(
  { assembly }: Stock,
  plan: { readonly bare: Bare; readonly options: readonly FeedOption[] },
  source: readonly Edit[],
  bays: readonly Edit[],
  more: readonly Edit[] = [],
): Edit | undefined {
  const setupId = assembly.setup.id;
  const keptRuns = new Set(plan.options.flatMap((o) => o.lead?.runId ?? []));
  const keptItems = new Set(
    plan.options.flatMap((o) => (o.inBay?.isThere ? [o.inBay.item.id] : [])),
  );
  const carrierOf = (id: string) => assembly.byId.get(id)?.carriedBy?.parent ?? '';
  const gone = [...plan.bare.gone].filter((id) => !keptItems.has(id));
  const edits: Edit[] = [
    ...[...plan.bare.unplugged]
      .filter((id) => !keptRuns.has(id))
      .map((cableId): Edit => ({ type: 'remove-cable', setupId, cableId })),
    // What goes with what carries it need not be taken off by itself.
    ...gone
      .filter((id) => !gone.includes(carrierOf(id)))
      .map((itemId): Edit => ({ type: 'remove-item', setupId, itemId })),
    ...source,
    ...bays.filter((e) => e.type === 'add-part' && !keptItems.has(e.item.id)),
    ...plan.options.flatMap(({ lead }): Edit[] =>
      lead && lead.runId === undefined
        ? [
            {
              type: 'add-cable',
              setupId,
              item: lead.item,
              cable: {
                id: proposeId(`run-${tail(lead.to.item)}-${lead.to.port}`),
                item: lead.item.id,
                from: lead.from,
                to: lead.to,
              },
            },
          ]
        : [],
    ),
    ...more,
  ];
  return edits.length === 0 ? undefined : joinEdits(...edits);
}

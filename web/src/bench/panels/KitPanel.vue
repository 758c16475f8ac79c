<script setup lang="ts">
import { listKitUses, listUsedItems, mayPack, sayList, type KitUse } from '@zucchini/core';
import { computed } from 'vue';
import AppButton from '../../shared/AppButton.vue';
import { announce } from '../../shared/announce';
import { useBench } from '../../desk/benchStore';
import PanelFrame from './PanelFrame.vue';

/**
 * The kit: all that belongs to the rig, fitted or not. What was taken along is packed or left out here, and what nothing uses is
 * removed.
 */
const bench = useBench();
const uses = computed(() => listKitUses(bench.rig!, bench.setupId));
const name = (use: KitUse) => bench.names!.item(use.item.id);
const groups = computed(() =>
  (
    [
      ['In the bag with this setup', 'worn'],
      ['Not in this setup', 'none'],
      ['On this setup', 'fitted'],
    ] as const
  )
    .map(([title, here]) => ({ title, here, uses: uses.value.filter((u) => u.here === here) }))
    .filter((g) => g.uses.length > 0),
);
const sayUse = ({ item, elsewhere }: KitUse): string =>
  [
    item.owned ? 'owned' : 'to buy',
    ...(elsewhere.length > 0 ? [`in ${sayList(elsewhere)}`] : []),
  ].join(' · ');

function change(use: KitUse, edit: Parameters<typeof bench.apply>[0], done: string): void {
  const called = name(use);
  bench.apply(edit);
  announce(`${called} ${done}`);
}
const pack = (use: KitUse) =>
  change(use, { type: 'wear', setupId: bench.setupId, item: use.item }, 'packed');
const leaveOut = (use: KitUse) =>
  change(use, { type: 'take-off', setupId: bench.setupId, itemId: use.item.id }, 'left out');
const remove = (use: KitUse) =>
  change(use, { type: 'discard', itemId: use.item.id }, 'removed from the kit');
const plan = (use: KitUse) =>
  change(
    use,
    { type: 'set-item', item: { ...use.item, owned: !use.item.owned } },
    use.item.owned ? 'is to buy' : 'is owned',
  );
/** Of what is not fitted: whether it is packed at all, or counted in the kit as it is. */
const isPacked = ({ item }: KitUse): boolean => {
  const part = bench.parts.get(item.partId);
  return part !== undefined && mayPack(part);
};
/** Nothing uses it, no setup and no set of lenses: it can go. */
const used = computed(() => listUsedItems(bench.rig!));
const isFree = (use: KitUse) => !used.value.has(use.item.id);
</script>

<template>
  <PanelFrame over="The kit" title="What belongs to this rig" back @back="bench.select(undefined)">
    <section v-for="g in groups" :key="g.here" class="mt-4" :aria-label="g.title">
      <h3 class="font-serif text-base">{{ g.title }} ({{ g.uses.length }})</h3>
      <ul class="mt-1">
        <li v-for="use in g.uses" :key="use.item.id" class="rule py-1.5">
          <span class="flex items-baseline justify-between gap-2">
            <button
              v-if="g.here === 'fitted' && bench.report!.assembly.byId.has(use.item.id)"
              type="button"
              class="min-w-0 text-left font-serif hover:underline"
              @click="bench.select(use.item.id)"
            >
              {{ name(use) }}
            </button>
            <span v-else class="min-w-0 font-serif">{{ name(use) }}</span>
            <span class="text-faint shrink-0 text-xs">{{ sayUse(use) }}</span>
          </span>
          <span v-if="!bench.readOnly" class="mt-1 flex flex-wrap gap-1">
            <AppButton
              v-if="g.here === 'none' && isPacked(use)"
              small
              :aria-label="`Pack ${name(use)}`"
              @click="pack(use)"
              >Pack it</AppButton
            >
            <AppButton
              v-if="g.here === 'worn'"
              small
              :aria-label="`Leave out ${name(use)}`"
              @click="leaveOut(use)"
              >Leave it out</AppButton
            >
            <AppButton
              small
              look="quiet"
              :aria-label="use.item.owned ? `Mark ${name(use)} to buy` : `Mark ${name(use)} owned`"
              @click="plan(use)"
              >{{ use.item.owned ? 'Mark to buy' : 'Mark owned' }}</AppButton
            >
            <AppButton
              v-if="isFree(use)"
              small
              look="danger"
              :aria-label="`Remove ${name(use)} from the kit`"
              @click="remove(use)"
              >Remove</AppButton
            >
          </span>
        </li>
      </ul>
    </section>
  </PanelFrame>
</template>

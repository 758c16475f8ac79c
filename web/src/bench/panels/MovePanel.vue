<script setup lang="ts">
import {
  foldText,
  hasAllWords,
  listSearchWords,
  listMoves,
  sayMount,
  type MoveEdit,
} from '@zucchini/core';
import { computed, ref } from 'vue';
import { announce } from '../../shared/announce';
import SearchField from '../../form/SearchField.vue';
import { useBench } from '../../desk/benchStore';
import PanelFrame from './PanelFrame.vue';

/** Where else on the rig a part could go, with all that it carries. */
const props = defineProps<{ itemId: string }>();
const bench = useBench();
const text = ref('');

/** More than a rig has free mounts for one part. */
const most = 200;

const places = computed(() => {
  const { assembly } = bench.report!;
  const joint = assembly.byId.get(props.itemId)?.carriedBy;
  if (!joint) return [];
  const wanted = listSearchWords(text.value);
  return listMoves(assembly, joint, () => true, most)
    .map((edit) => {
      const mount = assembly.byId
        .get(edit.parent.item)!
        .part.mounts.find((m) => m.id === edit.parent.mount)!;
      const own = assembly.byId
        .get(props.itemId)!
        .part.mounts.find((m) => m.id === edit.childMount)!;
      return {
        edit,
        key: `${edit.parent.item} ${edit.parent.mount} ${edit.childMount}`,
        where: `${bench.names!.mount(edit.parent.item, edit.parent.mount)} of ${bench.names!.item(edit.parent.item)}`,
        how: `${sayMount(own)} on ${sayMount(mount)}`,
      };
    })
    .filter((place) => hasAllWords(foldText(`${place.where} ${place.how}`), wanted));
});

function take(edit: MoveEdit, where: string): void {
  bench.apply(edit);
  bench.select(props.itemId);
  announce(`Moved to ${where}`);
}

function takeFirst(): void {
  const [first] = places.value;
  if (first) take(first.edit, first.where);
}
</script>

<template>
  <PanelFrame
    :over="`Move ${bench.names!.item(itemId)}`"
    title="Where to?"
    back
    @back="bench.select(itemId)"
  >
    <SearchField
      v-model="text"
      class="mt-2"
      ready
      label="Search places"
      placeholder="rail, shoe, handle …"
      @first="takeFirst"
    />
    <ul v-if="places.length > 0" class="mt-3" aria-label="Places">
      <li v-for="p in places" :key="p.key">
        <button
          type="button"
          class="hover:bg-leaf-tint rule block w-full px-1 py-1.5 text-left"
          @click="take(p.edit, p.where)"
        >
          <span class="block">{{ p.where }}</span>
          <span class="text-faint block text-xs">{{ p.how }}</span>
        </button>
      </li>
    </ul>
    <p v-else class="text-faint mt-4">No other free mount of this rig takes it.</p>
  </PanelFrame>
</template>

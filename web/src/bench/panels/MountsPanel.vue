<script setup lang="ts">
import { foldText, hasAllWords, listSearchWords, hasRoom, sayMount } from '@zucchini/core';
import { computed, ref } from 'vue';
import SearchField from '../../form/SearchField.vue';
import { useBench } from '../../desk/benchStore';
import PanelFrame from './PanelFrame.vue';

/** Every free mount of the rig, or of one part: where something could go. */
const props = defineProps<{ itemId: string | undefined }>();
const bench = useBench();
const text = ref('');

const groups = computed(() => {
  const wanted = listSearchWords(text.value);
  const { assembly, fit } = bench.report!;
  const covers = new Map(
    (fit.solidity?.covers() ?? []).map((c) => [`${c.itemId} ${c.mountId}`, c.byItem]),
  );
  return assembly.items
    .filter((p) => props.itemId === undefined || p.item.id === props.itemId)
    .map((p) => ({
      id: p.item.id,
      name: bench.names!.item(p.item.id),
      mounts: p.part.mounts
        .filter((m) => hasRoom(assembly, p, m))
        .map((m) => {
          const by = covers.get(`${p.item.id} ${m.id}`);
          const kind = sayMount(m);
          return {
            id: m.id,
            name: bench.names!.mount(p.item.id, m.id),
            kind: by === undefined ? kind : `${kind}, blocked by ${bench.names!.item(by)}`,
          };
        })
        .filter((m) =>
          hasAllWords(foldText(`${m.name} ${m.kind} ${bench.names!.item(p.item.id)}`), wanted),
        ),
    }))
    .filter((g) => g.mounts.length > 0);
});

function openFirst(): void {
  const [group] = groups.value;
  const mount = group?.mounts[0];
  if (group && mount) bench.askMount(group.id, mount.id);
}
</script>

<template>
  <PanelFrame over="Fit a part" title="Where?" back @back="bench.select(undefined)">
    <SearchField
      v-model="text"
      class="mt-2"
      ready
      label="Search free mounts"
      placeholder="rail, shoe, ⅜″, handle …"
      @first="openFirst"
    />
    <p v-if="groups.length === 0" class="text-faint mt-4">No free mount is called so.</p>
    <section v-for="g in groups" :key="g.id" class="mt-4">
      <h3 class="font-serif text-base">{{ g.name }}</h3>
      <ul>
        <li v-for="m in g.mounts" :key="m.id">
          <button
            type="button"
            class="hover:bg-shade rule flex w-full items-baseline justify-between gap-2 py-1 text-left"
            @click="bench.askMount(g.id, m.id)"
          >
            <span>{{ m.name }}</span><span class="text-faint text-right text-xs">{{ m.kind }}</span>
          </button>
        </li>
      </ul>
    </section>
  </PanelFrame>
</template>

<script setup lang="ts">
import { listReadiness, saySeconds, sayTools, type ToldChange } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../desk/benchStore';
import type { ChangePiece } from './change.worker';

/** Minutes between all setups, against what the brief allows: rows are what one comes from, columns what one wants. */
const props = defineProps<{
  matrix: Extract<ChangePiece, { readonly kind: 'matrix' }>;
  looked: { readonly from: string; readonly to: string } | undefined;
  nameOf: (id: string) => string;
}>();
defineEmits<{ look: [from: string, to: string] }>();

const bench = useBench();
const setups = computed(() => bench.rig!.setups.map((s) => s.id));
const cellOf = (from: string, to: string) =>
  props.matrix.cells.find((c) => c.fromId === from && c.toId === to);
const piecesOf = (to: string) => props.matrix.fromPieces.find((p) => p.setupId === to)?.told;
const readiness = computed(() => listReadiness(bench.rig!));
const wanted = (to: string) =>
  readiness.value
    .filter((r) => r.setupId === to)
    .reduce<number | undefined>((least, r) => Math.min(least ?? Infinity, r.readyMin), undefined);
const isSoon = (to: string, told: ToldChange) => {
  const min = wanted(to);
  return min === undefined ? undefined : told.seconds <= min * 60;
};
const limit = computed(() => bench.rig!.brief.limits.changeMin);
const isLooked = (from: string, to: string) =>
  props.looked?.from === from && props.looked.to === to;

const sayNeed = (told: ToldChange) =>
  told.steps.length === 0
    ? ''
    : told.tools.every((t) => t === 'coin') && told.tools.length > 0
      ? 'coin only'
      : sayTools(told.tools);
/** From which setup it was made, and in how many moves it differs: “differs from Low by 4 moves”. */
function originOf(id: string): string | undefined {
  const from = bench.rig!.setups.find((s) => s.id === id)?.from;
  const told = from === undefined ? undefined : cellOf(from, id)?.told;
  if (!told || from === undefined) return undefined;
  const count = told.steps.length;
  const moves = count === 0 ? 'nothing yet' : `${count} ${count === 1 ? 'move' : 'moves'}`;
  return `differs from ${props.nameOf(from)} by ${moves}`;
}
/** Each cell in one look and one set of words. */
const describe = (told: ToldChange | undefined, soon: boolean | undefined) =>
  told && {
    time: told.steps.length === 0 ? 'nothing' : saySeconds(told.seconds, told.estimated),
    need: sayNeed(told),
    soon,
    stopped: told.steps.some((s) => s.stopped),
    told,
  };
const rows = computed(() =>
  ['', ...setups.value].map((from) => ({
    from,
    cells: setups.value.map((to) => {
      if (from === '') {
        const told = piecesOf(to)!;
        return { to, own: false, cell: describe(told, isSoon(to, told)) };
      }
      const found = cellOf(from, to);
      return { to, own: from === to, cell: describe(found?.told, found?.soon) };
    }),
  })),
);
</script>

<template>
  <div class="mt-2 overflow-x-auto">
    <table class="w-full border-collapse text-sm tabular-nums">
      <thead>
        <tr class="text-left align-bottom">
          <th scope="col" class="text-faint py-1 pr-3 text-xs font-normal">from ↓ to →</th>
          <th v-for="to in setups" :key="to" scope="col" class="px-2 py-1 font-serif font-normal">
            {{ nameOf(to) }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.from" class="rule align-top">
          <th scope="row" class="w-44 py-1.5 pr-3 text-left font-serif font-normal">
            <span :class="{ italic: row.from === '' }">{{
              row.from === '' ? 'from pieces' : nameOf(row.from)
            }}</span>
            <span v-if="originOf(row.from)" class="text-faint block font-sans text-xs">{{
              originOf(row.from)
            }}</span>
          </th>
          <td v-for="c in row.cells" :key="c.to" class="p-0.5">
            <span v-if="c.own" class="text-faint block px-1.5 py-1">·</span>
            <span v-else-if="!c.cell" class="text-faint block px-1.5 py-1 text-xs"
              >another camera</span
            >
            <button
              v-else
              type="button"
              class="hover:bg-shade w-full rounded-sm border px-1.5 py-1 text-left leading-tight"
              :class="isLooked(row.from, c.to) ? 'border-leaf bg-leaf-tint' : 'border-transparent'"
              :aria-pressed="isLooked(row.from, c.to)"
              :aria-label="`${row.from === '' ? 'From pieces' : nameOf(row.from)} to ${nameOf(c.to)}: ${c.cell.time} ${c.cell.need}${c.cell.soon === false ? ', longer than the brief allows' : ''}${c.cell.stopped ? ', something stops it' : ''}`"
              @click="$emit('look', row.from, c.to)"
            >
              <span :class="c.cell.soon === false ? 'text-blossom font-medium' : ''"
                >{{ c.cell.time }}<template v-if="c.cell.soon === false"> !</template
                ><template v-else-if="c.cell.soon"
                  ><span class="text-leaf"> ✓</span></template
                ></span
              >
              <span v-if="c.cell.stopped" class="text-tomato"> ✕</span>
              <span class="text-faint block text-xs">{{ c.cell.need }}</span>
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="text-faint mt-1.5 text-xs">
      <template v-if="limit !== undefined"
        >Your brief allows {{ limit }} <span class="unit">min</span> for a change: ✓ within it, !
        longer.</template
      >
      <template v-else>Your brief sets no limit for a change.</template>
      <template v-if="readiness.length > 0">
        From pieces against how soon a scene wants the first take:
        {{
          readiness
            .map((r) => `${r.scene} within ${r.readyMin} min (${nameOf(r.setupId)})`)
            .join(', ')
        }}.</template
      >
      Times are what parts state or estimates (≈), without thinking and without looking for things;
      your own replace them as you time them.
    </p>
  </div>
</template>

<script setup lang="ts">
import {
  describeWiring,
  leadUseLabels,
  sayBetweenW,
  sayNumber,
  type WiringLine,
} from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../desk/benchStore';
import { layOut } from './layOut';

/** What gives, passes on and takes, laid out from left to right; the chosen line is lit on the rig as well. */
const bench = useBench();
const wiring = computed(() =>
  describeWiring(bench.report!.assembly, bench.parts, bench.report!.last),
);
const laid = computed(() => layOut(wiring.value));
const name = (id: string) => bench.names!.item(id);

const states: Readonly<Record<WiringLine['state'], string>> = {
  good: '',
  dead: '✕ does not agree',
  over: '△ more than it bears',
  rest: 'used last',
};

const sayDraws = ({ drawsW }: WiringLine) => (drawsW ? sayBetweenW(drawsW) : '');
const sayVolts = ({ gives }: WiringLine) =>
  gives === undefined
    ? ''
    : gives[0] === gives[1]
      ? `${sayNumber(gives[0], 1)} V`
      : `${sayNumber(gives[0], 1)}–${sayNumber(gives[1], 1)} V`;
const sayBy = ({ runId }: WiringLine) =>
  runId === undefined ? 'in its bay or on its plate' : bench.names!.lead(runId);

/** "picture ≈ 70 ms later", where it is known what it goes through. */
const delays = computed(
  () =>
    new Map(
      wiring.value.nodes.flatMap((n) =>
        n.pictureAfterMs === undefined
          ? []
          : [[n.itemId, `picture ≈ ${sayNumber(n.pictureAfterMs)} ms later`] as const],
      ),
    ),
);
const sayNode = (id: string) => [name(id), delays.value.get(id)].filter(Boolean).join(', ');

const rows = computed(() =>
  wiring.value.lines.map((line) => ({
    ...line,
    says: `${name(line.from)} to ${name(line.to)}: ${leadUseLabels[line.carries]}`,
    figures: [sayDraws(line), sayVolts(line)].filter(Boolean).join(' · '),
  })),
);
const at = computed(() => new Map(rows.value.map((r) => [r.id, r])));

/** What stands above a line, and below it: watts and volts, or what is wrong with it. */
const listWords = (line: WiringLine): string[] =>
  [sayDraws(line) || leadUseLabels[line.carries], states[line.state] || sayVolts(line)].filter(
    Boolean,
  );

/** A line through the points of its way, its corners rounded off. */
function path(points: readonly { x: number; y: number }[]): string {
  const [first, ...rest] = points;
  const last = rest.at(-1);
  if (!first || !last) return '';
  const middle = rest.slice(0, -1).map((p, i) => {
    const next = rest[i + 1]!;
    return `Q${p.x} ${p.y} ${(p.x + next.x) / 2} ${(p.y + next.y) / 2}`;
  });
  return `M${first.x} ${first.y}${middle.join('')}L${last.x} ${last.y}`;
}

const isLit = (line: WiringLine) => line.runId !== undefined && line.runId === bench.litRun;
function light(line: WiringLine): void {
  bench.litRun = isLit(line) ? undefined : line.runId;
  if (line.runId === undefined) bench.select(line.from);
}
const colour = (line: WiringLine) =>
  isLit(line)
    ? 'var(--color-leaf)'
    : line.state === 'dead'
      ? 'var(--color-tomato)'
      : line.state === 'over'
        ? 'var(--color-blossom)'
        : 'var(--color-ink)';
</script>

<template>
  <section
    class="border-line relative min-h-0 min-w-0 overflow-auto border-t"
    aria-label="The wiring"
  >
    <p v-if="wiring.lines.length === 0" class="text-faint p-4 text-sm">
      Nothing is plugged in, and no battery is in or on anything.
    </p>
    <template v-else>
      <svg
        class="mx-auto block max-w-full p-2"
        :viewBox="`0 0 ${laid.width} ${laid.height}`"
        :width="laid.width"
        role="group"
        aria-label="Wiring, from what gives on the left to what takes on the right"
      >
        <g
          v-for="line in laid.lines"
          :key="line.id"
          role="button"
          tabindex="0"
          class="wire cursor-pointer"
          :aria-pressed="isLit(line)"
          :aria-label="`${at.get(line.id)!.says}${at.get(line.id)!.figures ? `, ${at.get(line.id)!.figures}` : ''}${states[line.state] ? `, ${states[line.state]}` : ''}`"
          @click="light(line)"
          @keydown.enter.prevent="light(line)"
          @keydown.space.prevent="light(line)"
        >
          <path :d="path(line.points)" fill="none" stroke="transparent" stroke-width="14" />
          <path
            class="reached"
            :d="path(line.points)"
            fill="none"
            :style="{ stroke: colour(line) }"
            :stroke-width="isLit(line) ? 3.4 : line.carries === 'power' ? 2 : 1.2"
            :stroke-dasharray="
              line.state === 'rest' ? '2 4' : line.carries === 'power' ? undefined : '6 3'
            "
          />
          <text
            v-for="(word, i) in listWords(line)"
            :key="i"
            :x="line.labelAt.x"
            :y="line.labelAt.y - 5 + 15 * i"
            text-anchor="middle"
            class="stroke-paper text-[10.5px] tabular-nums"
            :style="{ fill: i > 0 && states[line.state] ? colour(line) : 'var(--color-ink)' }"
            stroke-width="4"
            paint-order="stroke"
          >
            {{ word }}
          </text>
        </g>
        <g
          v-for="n in laid.nodes"
          :key="n.itemId"
          role="button"
          tabindex="0"
          class="wire cursor-pointer"
          :aria-label="sayNode(n.itemId)"
          @click="bench.select(n.itemId)"
          @keydown.enter.prevent="bench.select(n.itemId)"
          @keydown.space.prevent="bench.select(n.itemId)"
        >
          <rect
            :x="n.x - n.width / 2"
            :y="n.y - n.height / 2"
            :width="n.width"
            :height="n.height"
            :rx="n.role === 'source' ? 10 : 2"
            class="fill-sheet reached"
            :style="{
              stroke: n.itemId === bench.selected ? 'var(--color-leaf)' : 'var(--color-ink)',
            }"
            :stroke-width="n.itemId === bench.selected ? 2.4 : 1.2"
          />
          <foreignObject
            :x="n.x - n.width / 2 + 4"
            :y="n.y - n.height / 2"
            :width="n.width - 8"
            :height="n.height"
          >
            <div
              class="flex h-full items-center justify-center text-center font-serif text-[11.5px] leading-tight"
            >
              {{ name(n.itemId) }}
            </div>
          </foreignObject>
        </g>
      </svg>
      <details class="px-4 pb-3 text-xs">
        <summary class="w-fit py-1 underline decoration-dotted">The same as a table</summary>
        <table class="mt-1 w-full tabular-nums">
          <thead>
            <tr class="text-faint">
              <th scope="col" class="py-1 text-left font-normal">From</th>
              <th scope="col" class="py-1 text-left font-normal">To</th>
              <th scope="col" class="py-1 text-left font-normal">Brings</th>
              <th scope="col" class="py-1 text-left font-normal">By</th>
              <th scope="col" class="py-1 text-right font-normal">W</th>
              <th scope="col" class="py-1 text-right font-normal">V</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in rows" :key="r.id" class="rule align-baseline">
              <td class="py-1 pr-2">{{ name(r.from) }}</td>
              <td class="py-1 pr-2">
                {{ name(r.to)
                }}<span v-if="r.carries === 'video' && delays.has(r.to)" class="text-faint block">{{
                  delays.get(r.to)
                }}</span>
              </td>
              <td class="py-1 pr-2">
                {{ leadUseLabels[r.carries] }}{{ states[r.state] ? `: ${states[r.state]}` : '' }}
              </td>
              <td class="py-1 pr-2">{{ sayBy(r) }}</td>
              <td class="py-1 text-right whitespace-nowrap">{{ sayDraws(r) }}</td>
              <td class="py-1 text-right whitespace-nowrap">{{ sayVolts(r) }}</td>
            </tr>
          </tbody>
        </table>
      </details>
    </template>
  </section>
</template>

<style scoped>
/* An outline about a bent line would be a box about half the page: the line itself shows where the keys are. */
.wire:focus {
  outline: none;
}
.wire:focus-visible .reached {
  stroke: var(--color-leaf) !important;
  stroke-width: 4;
}
</style>

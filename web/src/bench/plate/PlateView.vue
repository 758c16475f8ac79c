<script setup lang="ts">
import {
  chooseScale,
  drawPlate,
  measureOccupancy,
  nameItem,
  nameMount,
  placeAlong,
  placeLabels,
  projectDirection,
  projectPoint,
  sayHold,
  sayMm,
  sayMount,
  type Plate,
  type Point2,
  type Silhouette,
  type Stretch,
} from '@zucchini/core';
import { useElementSize } from '@vueuse/core';
import { computed, shallowRef, useTemplateRef, watch } from 'vue';
import { useBench } from '../benchStore';
import MountGlyph from './MountGlyph.vue';
import { linePath, outlinePath } from './path';
import { useSlideDrag } from './useSlideDrag';
import { viewWords } from './viewWords';
import WalkRound from './WalkRound.vue';

/** The rig as a plate in a book: to scale, in ink, its parts numbered. */
const bench = useBench();
const holder = useTemplateRef('holder');
const { width, height } = useElementSize(holder);
const drag = useSlideDrag();

/** Where the scale bar, the caption and the plan do not fit side by side, the caption goes above. */
const isNarrow = computed(() => width.value < 600);
const margin = computed(() => ({ side: 58, top: 40, bottom: isNarrow.value ? 136 : 104 }));

const plate = computed<Plate>(() => drawPlate(bench.report!.assembly, bench.view));

interface Frame {
  readonly pxPerMm: number;
  readonly barMm: number;
  readonly middle: Point2;
}

// Held still while something is tried out: a drawing that breathes cannot be dragged on.
const frame = shallowRef<Frame>({ pxPerMm: 1, barMm: 50, middle: [0, 0] });
watch(
  () => [plate.value, width.value, height.value, bench.preview === undefined] as const,
  ([now, w, h, settled]) => {
    if (!settled || w === 0 || h === 0) return;
    const size: Point2 = [now.highMm[0] - now.lowMm[0], now.highMm[1] - now.lowMm[1]];
    const room: Point2 = [
      Math.max(80, w - 2 * margin.value.side),
      Math.max(80, h - margin.value.top - margin.value.bottom),
    ];
    frame.value = {
      ...chooseScale(size, room),
      middle: [(now.lowMm[0] + now.highMm[0]) / 2, (now.lowMm[1] + now.highMm[1]) / 2],
    };
  },
  { immediate: true },
);

function toPage(x: number, y: number): readonly [number, number] {
  const { pxPerMm, middle } = frame.value;
  const roomY = height.value - margin.value.top - margin.value.bottom;
  return [
    width.value / 2 + (x - middle[0]) * pxPerMm,
    margin.value.top + roomY / 2 - (y - middle[1]) * pxPerMm,
  ];
}

/** Paths of what has not moved since the frame was set are not made again. */
const kept = computed(() => {
  void [frame.value, width.value, height.value];
  return new WeakMap<Silhouette, string>();
});

function pathOf(seen: Silhouette): string {
  let d = kept.value.get(seen);
  if (d === undefined) {
    d = outlinePath(seen, toPage, frame.value.pxPerMm);
    kept.value.set(seen, d);
  }
  return d;
}

const runs = computed(() =>
  plate.value.runs.map((run) => ({
    itemId: run.itemId,
    solids: run.solids.map(({ solid, seen }) => ({
      d: pathOf(seen),
      surface: solid.surface ?? 'plastic',
      edges: seen.edges.map((edge) => linePath(edge, toPage)),
    })),
  })),
);

const items = computed(() => bench.report!.assembly.byId);
const wished = computed(() => new Set(bench.report!.spend.lines.map((l) => l.itemId)));

/** Parts whose outermost contour is drawn strong: the one chosen. */
function contour(itemId: string): string {
  return itemId === bench.selected ? 'var(--color-leaf)' : 'var(--color-ink)';
}

const stopped = computed(
  () =>
    new Set(
      [...bench.findingsByItem]
        .filter(([, list]) => list.some((f) => f.weight === 'stops'))
        .map(([id]) => id),
    ),
);

function tint(itemId: string, surface: string): string {
  if (bench.question === 'spend') {
    return wished.value.has(itemId) ? 'var(--color-blossom-tint)' : 'var(--color-sheet)';
  }
  if (bench.question === 'fit' && stopped.value.has(itemId)) return 'var(--color-tomato-tint)';
  return `var(--color-${surface})`;
}

const grained = ['rubber', 'wood', 'cloth'];

const labels = computed(() => {
  const anchors = new Map(
    [...plate.value.anchors].map(([id, [x, y]]) => {
      const [px, py] = toPage(x, y);
      // Labels are laid out with y upwards.
      return [id, [px, -py] as Point2];
    }),
  );
  const columns = {
    leftX: 24,
    rightX: width.value - 24,
    lowY: -(height.value - margin.value.bottom + 10),
    highY: -margin.value.top,
  };
  return placeLabels(anchors, columns, 21).map((label) => ({
    ...label,
    number: items.value.get(label.itemId)?.number ?? 0,
    name: nameItem(items.value.get(label.itemId)!),
  }));
});

const mountsShown = computed(() => {
  const { panel, question, selected } = bench;
  if (panel.kind === 'mounts' || panel.kind === 'candidates' || question === 'fit')
    return plate.value.mounts;
  return plate.value.mounts.filter((m) => m.itemId === selected);
});
// Lugs and the rings of a lens crowd the drawing and are rarely what one looks for.
const small = ['strap-lug', 'clamp-ring', 'front-thread', 'gear-08'];
const marks = computed(() =>
  mountsShown.value
    .filter((m) => !small.includes(m.mount.kind) || m.itemId === bench.selected)
    .map((m) => {
      const [x, y] = toPage(...m.at);
      const name = nameItem(items.value.get(m.itemId)!);
      return {
        ...m,
        x,
        y,
        turnDeg: (-m.turnRad * 180) / Math.PI + (m.facing > 0.5 ? 0 : 90),
        key: `${m.itemId} ${m.mount.id}`,
        title: `${nameMount(m.mount)} of ${name}: ${sayMount(m.mount)}, ${m.state}`,
        chosen:
          bench.panel.kind === 'candidates' &&
          bench.panel.itemId === m.itemId &&
          bench.panel.mountId === m.mount.id,
      };
    }),
);

/** The rails of the part that is chosen: what of them is taken, and what is free. */
const rails = computed(() => {
  const placed = bench.selected === undefined ? undefined : items.value.get(bench.selected);
  if (!placed) return [];
  return placed.part.mounts.flatMap((mount) => {
    if (!mount.lengthwise) return [];
    const { taken, free } = measureOccupancy(bench.report!.assembly, placed, mount);
    const line = (piece: Stretch) =>
      linePath(
        [piece.fromMm, piece.toMm].map((mm) =>
          projectPoint(bench.view, placeAlong(placed, mount, mm)),
        ),
        toPage,
      );
    return [
      ...free.map((f) => ({ key: `${mount.id} free ${f.fromMm}`, d: line(f), taken: false })),
      ...taken.map((t) => ({ key: `${mount.id} ${t.jointId}`, d: line(t), taken: true })),
    ];
  });
});

function openMount(itemId: string, mountId: string, state: string): void {
  if (state === 'free' && !bench.readOnly) bench.panel = { kind: 'candidates', itemId, mountId };
}

const centre = computed(() => {
  const c = bench.report!.centreMm;
  return c && toPage(...projectPoint(bench.view, c));
});

const hanging = computed(() => {
  const { hang, hold } = bench.report!;
  if (bench.question !== 'hang' || (hang.state !== 'hangs' && hang.state !== 'tips-over'))
    return undefined;
  const { grip } = hang;
  const [handX, handY] = toPage(...projectPoint(bench.view, grip.pointMm));
  const [downX, downY] = projectDirection(bench.view, hold.axes.down);
  const reach =
    1.25 * frame.value.pxPerMm * Math.max(40, hang.state === 'hangs' ? hang.belowMm : 40);
  const level =
    hang.state === 'hangs' && hang.level?.onGrip && grip.lengthMm > 0
      ? toPage(
          ...projectPoint(bench.view, [
            grip.fromMm[0] + ((grip.toMm[0] - grip.fromMm[0]) * hang.level.alongMm) / grip.lengthMm,
            grip.fromMm[1] + ((grip.toMm[1] - grip.fromMm[1]) * hang.level.alongMm) / grip.lengthMm,
            grip.fromMm[2] + ((grip.toMm[2] - grip.fromMm[2]) * hang.level.alongMm) / grip.lengthMm,
          ]),
        )
      : undefined;
  return {
    grip: linePath(
      [projectPoint(bench.view, grip.fromMm), projectPoint(bench.view, grip.toMm)],
      toPage,
    ),
    hand: [handX, handY] as const,
    plumb:
      Math.hypot(downX, downY) > 0.3 ? [handX + downX * reach, handY - downY * reach] : undefined,
    level,
  };
});

const bar = computed(() => frame.value.barMm * frame.value.pxPerMm);
// CSS pixels are 1∕96 inch; what a screen makes of them differs, hence the bar.
const ratio = computed(() => {
  const n = 96 / 25.4 / frame.value.pxPerMm;
  return n >= 1 ? `1 : ${Math.round(n * 10) / 10}` : `${Math.round((1 / n) * 10) / 10} : 1`;
});
const caption = computed(() =>
  [bench.rig?.name, sayHold(bench.setup!.hold), viewWords[bench.view], ratio.value].join(' · '),
);
const size = computed(() => bench.report!.fit.size);
const summary = computed(
  () =>
    `${caption.value}. ${items.value.size} parts, ${sayMm(size.value.lengthMm)} long, ${sayMm(size.value.widthMm)} wide, ${sayMm(size.value.heightMm)} tall.`,
);

function isSliding(itemId: string): boolean {
  return items.value.get(itemId)?.carriedBy?.slide !== undefined && !bench.readOnly;
}
</script>

<template>
  <section class="relative min-h-0 min-w-0 overflow-hidden select-none" aria-label="The plate">
    <div ref="holder" class="absolute inset-0">
      <svg
        v-if="width > 0"
        :width="width"
        :height="height"
        role="group"
        :aria-label="summary"
        data-testid="plate"
      >
        <defs>
          <pattern
            id="grain-rubber"
            width="4"
            height="4"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0V4" class="stroke-ink" stroke-width="0.5" opacity="0.35" />
          </pattern>
          <pattern id="grain-wood" width="40" height="5" patternUnits="userSpaceOnUse">
            <path
              d="M0 1.2C10 0 22 2.4 40 1.2M0 3.8C14 4.8 26 2.8 40 3.8"
              class="stroke-ink"
              stroke-width="0.45"
              fill="none"
              opacity="0.4"
            />
          </pattern>
          <pattern id="grain-cloth" width="3" height="3" patternUnits="userSpaceOnUse">
            <circle cx="1" cy="1" r="0.5" class="fill-ink" opacity="0.4" />
          </pattern>
        </defs>

        <g data-layer="leaders">
          <path
            v-for="l in labels"
            :key="l.itemId"
            :d="`M${l.at[0] + (l.side === 'left' ? 10 : -10)} ${-l.at[1]}L${l.anchor[0]} ${-l.anchor[1]}`"
            :class="l.itemId === bench.selected ? 'stroke-leaf' : 'stroke-line'"
            stroke-width="0.9"
            fill="none"
          />
        </g>

        <g
          v-for="(run, i) in runs"
          :key="i"
          v-memo="[
            run.itemId,
            run.solids.map((solid) => solid.d).join(),
            run.itemId === bench.selected,
            stopped.has(run.itemId),
            bench.question,
            wished.has(run.itemId),
            isSliding(run.itemId),
            frame,
          ]"
          data-layer="part"
          :data-item="run.itemId"
          :class="isSliding(run.itemId) ? 'cursor-grab touch-none' : 'cursor-pointer'"
          @pointerdown="drag.start($event, run.itemId, frame.pxPerMm)"
          @pointermove="drag.move"
          @pointerup="drag.end"
          @pointercancel="drag.cancel"
        >
          <path
            v-for="(solid, k) in run.solids"
            :key="`c${k}`"
            :d="solid.d"
            fill="none"
            :stroke="contour(run.itemId)"
            :stroke-width="run.itemId === bench.selected ? 4.4 : 2.6"
            stroke-linejoin="round"
          />
          <template v-for="(solid, k) in run.solids" :key="`f${k}`">
            <path
              :d="solid.d"
              fill-rule="evenodd"
              :style="{ fill: tint(run.itemId, solid.surface) }"
              class="stroke-ink"
              stroke-width="0.55"
              stroke-linejoin="round"
            />
            <path
              v-if="grained.includes(solid.surface)"
              :d="solid.d"
              :fill="`url(#grain-${solid.surface})`"
              pointer-events="none"
            />
            <path
              v-for="(edge, e) in solid.edges"
              :key="e"
              :d="edge"
              fill="none"
              class="stroke-ink"
              stroke-width="0.5"
            />
          </template>
        </g>

        <!-- Leaders end in a dot on the part itself, above all ink. -->
        <circle
          v-for="l in labels"
          :key="`d${l.itemId}`"
          :cx="l.anchor[0]"
          :cy="-l.anchor[1]"
          r="1.6"
          class="fill-ink"
          pointer-events="none"
        />

        <g v-if="hanging" pointer-events="none" data-layer="hang">
          <path
            :d="hanging.grip"
            class="stroke-leaf"
            stroke-width="5"
            stroke-linecap="round"
            opacity="0.55"
          />
          <path
            v-if="hanging.plumb"
            :d="`M${hanging.hand[0]} ${hanging.hand[1]}L${hanging.plumb[0]} ${hanging.plumb[1]}`"
            class="stroke-ink"
            stroke-width="1"
            stroke-dasharray="7 4"
          />
          <path
            v-if="centre"
            :d="`M${hanging.hand[0]} ${hanging.hand[1]}L${centre[0]} ${centre[1]}`"
            class="stroke-blossom"
            stroke-width="1.6"
          />
          <circle
            :cx="hanging.hand[0]"
            :cy="hanging.hand[1]"
            r="5"
            class="fill-sheet stroke-leaf"
            stroke-width="2.4"
          />
          <g v-if="hanging.level" :transform="`translate(${hanging.level[0]} ${hanging.level[1]})`">
            <path d="M0 6 8 18H-8Z" class="fill-leaf" />
            <text
              y="31"
              text-anchor="middle"
              class="fill-leaf stroke-paper text-[11px] font-semibold"
              stroke-width="3.5"
              paint-order="stroke"
            >
              level here
            </text>
          </g>
        </g>

        <g v-if="rails.length > 0" pointer-events="none" data-layer="rails">
          <path
            v-for="rail in rails"
            :key="rail.key"
            :d="rail.d"
            :class="rail.taken ? 'stroke-ink' : 'stroke-leaf'"
            :stroke-width="rail.taken ? 6 : 4"
            :stroke-dasharray="rail.taken ? undefined : '5 3'"
          />
        </g>

        <g
          v-if="centre"
          :transform="`translate(${centre[0]} ${centre[1]})`"
          pointer-events="none"
          data-testid="centre-of-mass"
        >
          <circle r="7.5" class="fill-sheet stroke-ink" stroke-width="1.5" />
          <path d="M0 0V-7.5A7.5 7.5 0 0 1 7.5 0ZM0 0V7.5A7.5 7.5 0 0 1-7.5 0Z" class="fill-ink" />
        </g>

        <g
          v-for="m in marks"
          :key="m.key"
          role="button"
          tabindex="-1"
          :aria-label="m.title"
          :aria-disabled="m.state === 'taken'"
          :data-mount="m.key"
          :data-state="m.state"
          :class="m.state === 'free' ? 'cursor-pointer' : ''"
          :transform="`translate(${m.x} ${m.y}) rotate(${m.turnDeg})`"
          @click="openMount(m.itemId, m.mount.id, m.state)"
        >
          <title>{{ m.title }}</title>
          <MountGlyph :kind="m.mount.kind" :taken="m.state === 'taken'" :chosen="m.chosen" />
        </g>

        <g
          v-for="l in labels"
          :key="`n${l.itemId}`"
          class="cursor-pointer"
          @click="bench.select(l.itemId)"
        >
          <title>{{ l.name }}</title>
          <circle
            :cx="l.at[0]"
            :cy="-l.at[1]"
            r="9.5"
            :class="l.itemId === bench.selected ? 'fill-leaf' : 'fill-paper'"
          />
          <text
            :x="l.at[0]"
            :y="-l.at[1] + 4.5"
            text-anchor="middle"
            class="font-serif text-[13px] italic"
            :class="l.itemId === bench.selected ? 'fill-on-leaf' : 'fill-ink'"
          >
            {{ l.number }}
          </text>
        </g>

        <g :transform="`translate(24 ${height - 40})`" pointer-events="none">
          <path
            :d="`M0 0V-6M0-3H${bar}M${bar / 2} 0V-6M${bar} 0V-6`"
            class="stroke-ink"
            stroke-width="1.2"
            fill="none"
          />
          <text x="0" y="14" class="fill-ink text-[11px]">0</text>
          <text :x="bar" y="14" text-anchor="middle" class="fill-ink text-[11px]">
            {{ frame.barMm }} mm
          </text>
        </g>
      </svg>
    </div>
    <p
      v-if="bench.question === 'spend'"
      class="text-faint absolute top-3 left-1/2 flex -translate-x-1/2 gap-4 text-xs"
    >
      <span class="flex items-center gap-1.5"
        ><span class="bg-blossom-tint border-ink inline-block h-3 w-3 border" />to buy</span
      >
      <span class="flex items-center gap-1.5"
        ><span class="bg-sheet border-ink inline-block h-3 w-3 border" />owned</span
      >
    </p>
    <p
      v-if="bench.report!.assembly.items.length === 1 && !bench.readOnly"
      class="text-faint absolute inset-x-16 top-4 text-center text-sm"
    >
      A body and nothing else yet. Click an open mount on the drawing, or press <kbd>/</kbd> to list
      them.
    </p>
    <p
      class="caption pointer-events-none absolute text-center text-[0.95rem]"
      :class="isNarrow ? 'inset-x-4 bottom-[6.6rem]' : 'inset-x-36 bottom-3'"
      data-testid="caption"
    >
      {{ caption }}
    </p>
    <div class="absolute right-3 bottom-2"><WalkRound /></div>
  </section>
</template>

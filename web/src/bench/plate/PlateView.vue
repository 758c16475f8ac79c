<script setup lang="ts">
import {
  chooseScale,
  drawRig,
  projectPoint,
  sayHold,
  sayMm,
  sayRatio,
  type Page,
  type Cover,
  type Drawing,
  type Point2,
} from '@zucchini/core';
import { useElementSize } from '@vueuse/core';
import { computed, shallowRef, useTemplateRef, watch } from 'vue';
import { useBench } from '../../desk/benchStore';
import { usePage } from '../../draw/usePage';
import { viewWords } from '../../draw/viewWords';
import CentreMark from './layers/CentreMark.vue';
import ClashLayer from './layers/ClashLayer.vue';
import CreepLayer from './layers/CreepLayer.vue';
import ForcesLayer from './layers/ForcesLayer.vue';
import GazeLayer from './layers/GazeLayer.vue';
import GrainDefs from './layers/GrainDefs.vue';
import HangLayer from './layers/HangLayer.vue';
import LeaderDots from './layers/LeaderDots.vue';
import LeaderLines from './layers/LeaderLines.vue';
import LeadsLayer from './layers/LeadsLayer.vue';
import MarksLayer from './layers/MarksLayer.vue';
import PartNumbers from './layers/PartNumbers.vue';
import PartsLayer from './layers/PartsLayer.vue';
import RailsLayer from './layers/RailsLayer.vue';
import ScaleBar from './layers/ScaleBar.vue';
import SizesLayer from './layers/SizesLayer.vue';
import SpacesLayer from './layers/SpacesLayer.vue';
import TurnKnob from './layers/TurnKnob.vue';
import { providePlate, type PlateContext } from './plateContext';
import PlateTools from './PlateTools.vue';
import { useForces } from './useForces';
import { useLabels } from './useLabels';
import { useMarks } from './useMarks';
import { usePlateDrag } from './usePlateDrag';
import WalkRound from './WalkRound.vue';

/** The rig as a plate in a book: to scale, in ink, its parts numbered; one layer for each thing that is shown. */
const bench = useBench();
const holder = useTemplateRef('holder');
const { width, height } = useElementSize(holder);
const drag = usePlateDrag();

/** Where the scale bar, the caption and the plan do not fit side by side, the caption goes above. */
const isNarrow = computed(() => width.value < 600);
/** Nothing but a body: the drawing leaves room for what to do next. */
const isBare = computed(() => bench.report!.assembly.items.length === 1 && !bench.readOnly);
const margin = computed(() => ({
  side: 58,
  top: isBare.value ? (isNarrow.value ? 96 : 76) : 40,
  bottom: isNarrow.value ? 136 : 104,
}));

// While something is dragged or tried the marks stay as they were: what they say is read afterwards.
const covers = computed<readonly Cover[]>((before) =>
  bench.preview && before ? before : (bench.report!.fit.solidity?.covers() ?? []),
);
const plate = computed<Drawing>(() => drawRig(bench.report!.assembly, bench.view, covers.value));
const items = computed(() => bench.report!.assembly.byId);

const scale = shallowRef({ pxPerMm: 1, barMm: 50, middleMm: [0, 0] as Point2 });
watch(
  () => [plate.value, width.value, height.value, bench.preview === undefined] as const,
  ([now, w, h, settled]) => {
    if (!settled || w === 0 || h === 0) return;
    const size: Point2 = [now.highMm[0] - now.lowMm[0], now.highMm[1] - now.lowMm[1]];
    const room: Point2 = [
      Math.max(80, w - 2 * margin.value.side),
      Math.max(80, h - margin.value.top - margin.value.bottom),
    ];
    scale.value = {
      ...chooseScale(size, room),
      middleMm: [(now.lowMm[0] + now.highMm[0]) / 2, (now.lowMm[1] + now.highMm[1]) / 2],
    };
  },
  { immediate: true },
);
const page = computed<Page>(() => ({
  ...scale.value,
  middlePx: [
    width.value / 2,
    margin.value.top + (height.value - margin.value.top - margin.value.bottom) / 2,
  ],
}));
const { toPage, pageOf, viewOf } = usePage(page, holder);
const barMm = computed(() => scale.value.barMm);
const context: PlateContext = { plate, page, toPage, barMm, width, height, items };
providePlate(context);

const labels = useLabels(context, margin);
const { marks, findLit } = useMarks(context, drag.targets);
const acting = useForces(context);

const centre = computed(() => {
  const { hang, centreMm } = bench.report!;
  // Under Hang it is the centre of what is borne: a support under the rig does not count.
  const c = bench.question === 'hang' && 'centreMm' in hang ? hang.centreMm : centreMm;
  return c && toPage(...projectPoint(bench.view, c));
});

const caption = computed(() =>
  [
    bench.rig?.name,
    sayHold(bench.setup!.hold),
    viewWords[bench.view],
    // CSS pixels are 1∕96 inch; what a screen makes of them differs, hence the bar.
    sayRatio(page.value.pxPerMm),
  ].join(' · '),
);
const size = computed(() => bench.report!.fit.size);
const summary = computed(
  () =>
    `${caption.value}. ${items.value.size} parts, ${sayMm(size.value.lengthMm)} long, ${sayMm(size.value.widthMm)} wide, ${sayMm(size.value.heightMm)} tall.`,
);
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
        <GrainDefs />
        <LeaderLines :labels="labels" />
        <PartsLayer
          @grab="
            (event, itemId, solidId) => drag.start(event, itemId, solidId, viewOf, page.pxPerMm)
          "
        />
        <LeaderDots :labels="labels" />
        <GazeLayer />
        <HangLayer :centre="centre" />
        <ForcesLayer v-if="acting" :acting="acting" />
        <CreepLayer />
        <SpacesLayer />
        <LeadsLayer />
        <ClashLayer />
        <SizesLayer />
        <RailsLayer />
        <CentreMark :centre="centre" />
        <MarksLayer :marks="marks" />
        <TurnKnob :angle-rad="drag.turnAngle.value" @turn="drag.startTurn" />
        <PartNumbers
          :labels="labels"
          @carry="
            (event, itemId) => drag.startCarry(event, itemId, (now) => findLit(...pageOf(now)))
          "
        />
        <ScaleBar />
      </svg>
    </div>
    <p
      v-if="acting"
      class="text-faint pointer-events-none absolute bottom-[4.4rem] left-6 text-xs"
      data-testid="force-scale"
    >
      forces: 10 N is {{ (acting.mmPerN * 10).toFixed(1) }} mm
    </p>
    <p
      v-if="bench.question === 'spend'"
      class="text-faint absolute right-4 flex gap-4 text-xs"
      :class="isNarrow ? 'top-11' : 'top-3'"
    >
      <span class="flex items-center gap-1.5"
        ><span class="bg-blossom-tint border-ink inline-block h-3 w-3 border" />to buy</span
      >
      <span class="flex items-center gap-1.5"
        ><span class="bg-sheet border-ink inline-block h-3 w-3 border" />owned</span
      >
    </p>
    <p
      v-if="isBare"
      class="text-faint absolute inset-x-16 text-center text-sm text-balance"
      :class="isNarrow && bench.question === 'spend' ? 'top-16' : 'top-11'"
    >
      A body and nothing else yet. Click an open mount on the drawing, or press <kbd>/</kbd> to list
      them.
    </p>
    <p
      class="caption pointer-events-none absolute text-center text-[0.95rem]"
      :class="isNarrow ? 'inset-x-4 bottom-[6.6rem]' : 'right-48 bottom-3 left-36 text-balance'"
      data-testid="caption"
    >
      {{ caption }}
    </p>
    <p
      v-if="drag.short.value !== undefined && drag.short.value > 1"
      class="bg-sheet border-line absolute top-12 left-1/2 -translate-x-1/2 border px-2 py-1 text-xs"
      role="status"
    >
      The arm falls {{ sayMm(drag.short.value) }} short
    </p>
    <p
      v-else-if="drag.targets.value.length > 0"
      class="bg-sheet border-line absolute top-12 left-1/2 -translate-x-1/2 border px-2 py-1 text-xs"
    >
      Drop it on a lit mount
    </p>
    <PlateTools />
    <div class="absolute right-3 bottom-2"><WalkRound /></div>
  </section>
</template>

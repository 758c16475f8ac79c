<script setup lang="ts">
import {
  hasMountTrait,
  bearerWords,
  chooseScale,
  drawExtent,
  drawForces,
  drawPlate,
  drawPortToPort,
  drawSpaces,
  judgeSlip,
  listCarriers,
  listTurnsDeg,
  purposeWords,
  tellFinding,
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
  type DrawnForce,
  type Finding,
  type Plate,
  type Point2,
  type Silhouette,
  type Stretch,
  type Vec3,
} from '@zucchini/core';
import { useElementSize } from '@vueuse/core';
import { computed, shallowRef, useTemplateRef, watch } from 'vue';
import { useBench } from '../../desk/benchStore';
import MountGlyph from '../../draw/MountGlyph.vue';
import { linePath, outlinePath } from '../../shared/path';
import PlateTools from './PlateTools.vue';
import { usePlateDrag } from './usePlateDrag';
import { viewWords } from '../../draw/viewWords';
import WalkRound from './WalkRound.vue';

/** The rig as a plate in a book: to scale, in ink, its parts numbered. */
const bench = useBench();
const holder = useTemplateRef('holder');
const { width, height } = useElementSize(holder);
const drag = usePlateDrag();

/** Where the scale bar, the caption and the plan do not fit side by side, the caption goes above. */
const isNarrow = computed(() => width.value < 600);
const margin = computed(() => ({ side: 58, top: 40, bottom: isNarrow.value ? 136 : 104 }));

const plate = computed<Plate>(() =>
  drawPlate(bench.report!.assembly, bench.view, bench.report!.fit.solidity?.covers ?? []),
);

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
      id: solid.id,
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
  if (drag.targets.value.length > 0) return plate.value.mounts;
  if (panel.kind === 'mounts' || panel.kind === 'candidates' || question === 'fit')
    return plate.value.mounts;
  return plate.value.mounts.filter((m) => m.itemId === selected);
});
// Lugs and the rings of a lens crowd the drawing and are rarely what one looks for.
/** Marks that would lie on each other stand side by side, each within reach. */
function fanOut<T extends { readonly x: number; readonly y: number }>(list: readonly T[]): T[] {
  const stood: T[] = [];
  for (const mark of list) {
    let at = mark;
    // Each try is a mark's width farther; there are fewer marks than tries.
    for (let i = 1; i < 8; i += 1) {
      const { x, y } = at;
      if (!stood.some((s) => Math.hypot(s.x - x, s.y - y) < 9)) break;
      at = { ...mark, y: mark.y + i * 17 };
    }
    stood.push(at);
  }
  return stood;
}

const marks = computed(() => fanOut(listMarks()));

const listMarks = () =>
  mountsShown.value
    .filter((m) => !hasMountTrait(m.mount, 'small-mark') || m.itemId === bench.selected)
    .map((m) => {
      const [x, y] = toPage(...m.at);
      const name = nameItem(items.value.get(m.itemId)!);
      return {
        ...m,
        x,
        y,
        turnDeg: (-m.turnRad * 180) / Math.PI + (m.facing > 0.5 ? 0 : 90),
        key: `${m.itemId} ${m.mount.id}`,
        title: `${nameMount(m.mount)} of ${name}: ${sayMount(m.mount)}, ${m.state}${m.blockedBy === undefined ? '' : ` by ${bench.names!.item(m.blockedBy)}`}`,
        lit: drag.targets.value.some((t) => t.itemId === m.itemId && t.mountId === m.mount.id),
        chosen:
          bench.panel.kind === 'candidates' &&
          bench.panel.ask.kind === 'mount' &&
          bench.panel.ask.itemId === m.itemId &&
          bench.panel.ask.mountId === m.mount.id,
      };
    });

/** Outlines of spaces to keep clear: those entered always, all of them where they are asked for. */
const entered = computed(() => {
  const byKey = new Map<string, Finding>();
  for (const f of bench.report!.findings) {
    if (f.code !== 'keep-clear-entered' || f.lens !== undefined) continue;
    byKey.set(`${f.facts.itemId} ${f.facts.spaceId}`, f);
  }
  return byKey;
});
const spaces = computed(() => {
  const all = bench.shown.spaces;
  if (!all && (entered.value.size === 0 || bench.question !== 'fit')) return [];
  return drawSpaces(bench.report!.assembly, bench.view).flatMap((space) => {
    const key = `${space.itemId} ${space.spaceId}`;
    const finding = entered.value.get(key);
    if (!all && finding === undefined) return [];
    return [
      {
        key,
        entered: finding !== undefined && finding.weight !== 'note',
        title: `${purposeWords[space.purpose]} of ${bench.names!.item(space.itemId)}${finding ? ': entered' : ''}`,
        d: space.outlines.map((o) => `${linePath(o, toPage)}Z`).join(''),
      },
    ];
  });
});

/** Where parts stand in each other. */
const clashes = computed(() =>
  bench.question === 'fit'
    ? bench.report!.findings.flatMap((f) => {
        if (f.code !== 'parts-overlap' || f.lens !== undefined) return [];
        const [x, y] = toPage(...projectPoint(bench.view, f.facts.atMm));
        return [
          {
            key: f.id,
            x,
            y,
            text: sayMm(f.facts.depthMm),
            title: tellFinding(f, bench.names!).sentence,
          },
        ];
      })
    : [],
);

/** Ways of the planned leads. */
const leads = computed(() =>
  (bench.question === 'fit' || bench.panel.kind === 'leads'
    ? (bench.report!.fit.solidity?.leadWays ?? [])
    : []
  ).map(({ lead, way }) => ({
    key: lead.run.id,
    d: linePath(
      [lead.from.atMm, ...way.points, lead.to.atMm].map((p) => projectPoint(bench.view, p)),
      toPage,
    ),
  })),
);

/** Sizes: the whole across and upright, and from port to port along each planned lead. */
const sizes = computed(() => {
  if (!bench.shown.sizes) return [];
  const { assembly, setup } = { assembly: bench.report!.assembly, setup: bench.setup! };
  const lines = [
    ...drawExtent(plate.value.lowMm, plate.value.highMm),
    ...(setup.cables ?? []).flatMap(
      (run) => drawPortToPort(assembly, bench.view, run.from, run.to) ?? [],
    ),
  ];
  return lines.map((line, i) => {
    const off = line.what === 'across' ? [0, 14] : line.what === 'upright' ? [-26, 0] : [0, 0];
    const shift = (p: Point2) => {
      const [x, y] = toPage(...p);
      return [x + off[0]!, y + off[1]!] as const;
    };
    const [a, b] = [shift(line.from), shift(line.to)];
    return {
      key: `${line.what} ${i}`,
      a,
      b,
      upright: line.what === 'upright',
      ports: line.what === 'ports',
      text: sayMm(line.mm),
      // From port to port the figure stands off the middle, where other sizes stand.
      x: a[0] + (b[0] - a[0]) * (line.what === 'ports' ? 0.3 : 0.5),
      y: a[1] + (b[1] - a[1]) * (line.what === 'ports' ? 0.3 : 0.5),
    };
  });
});

/** What is drawn of a turn: a ring about the joint of the chosen part, with a knob to drag. */
const turning = computed(() => {
  const placed = bench.selected === undefined ? undefined : items.value.get(bench.selected);
  const joint = placed?.carriedBy;
  if (!joint || joint.mate.state !== 'mates' || bench.readOnly) return undefined;
  if (listTurnsDeg(joint.mate, joint.parentMount, joint.childMount).length < 2) return undefined;
  const axis = projectDirection(bench.view, joint.rigFromParentMount.rotation.z);
  // Seen from the side a turn cannot be dragged: the panel and the T key turn it.
  if (Math.hypot(...axis) > 0.3) return undefined;
  const [x, y] = toPage(...projectPoint(bench.view, joint.rigFromParentMount.originMm));
  return { x, y, joint };
});

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
  if (state !== 'taken' && !bench.readOnly) bench.askMount(itemId, mountId);
}

const centre = computed(() => {
  const { hang, centreMm } = bench.report!;
  // Under Hang it is the centre of what is borne: a support under the rig does not count.
  const c = bench.question === 'hang' && 'centreMm' in hang ? hang.centreMm : centreMm;
  return c && toPage(...projectPoint(bench.view, c));
});

/** How it is held: the grips in use, and where it hangs, the plumb line and the level point. */
const hanging = computed(() => {
  const { hang, hold } = bench.report!;
  if (bench.question !== 'hang' || hold.state !== 'held') return undefined;
  const at = (point: Vec3) => toPage(...projectPoint(bench.view, point));
  const grips = hold.grips.map((g) => ({
    line: linePath([projectPoint(bench.view, g.fromMm), projectPoint(bench.view, g.toMm)], toPage),
    hand: at(g.pointMm),
  }));
  const others = hold.contacts.filter((c) => !c.grip).map((c) => at(c.pointMm));
  const lone = hang.state === 'hangs' || hang.state === 'tips-over' ? hang : undefined;
  const first = hold.contacts[0];
  if (!lone || !first) return { grips, others, lone: undefined };
  const hand = at(first.pointMm);
  const [downX, downY] = projectDirection(bench.view, hold.axes.down);
  const reach = 1.25 * frame.value.pxPerMm * Math.max(40, 'belowMm' in lone ? lone.belowMm : 40);
  const { grip } = lone;
  const level =
    lone.state === 'hangs' && lone.level?.onGrip && grip && grip.lengthMm > 0
      ? at(
          grip.fromMm.map(
            (v, i) => v + ((grip.toMm[i]! - v) * lone.level!.alongMm) / grip.lengthMm,
          ) as unknown as Vec3,
        )
      : undefined;
  return {
    grips,
    others,
    lone: {
      hand,
      level,
      plumb:
        Math.hypot(downX, downY) > 0.3
          ? ([hand[0] + downX * reach, hand[1] - downY * reach] as const)
          : undefined,
    },
  };
});

/** Forces and moments to scale: the weight is drawn about as long on every page, and the scale is told. */
const weightArrow = { mm: 55, px: 110 };
/** Short on the page: where a hand is, its mark says. */
const bearerName = (on: DrawnForce['on']) =>
  on === 'weight' ? 'weight' : on === 'under-hand' ? bearerWords.hand : bearerWords[on];
const acting = computed(() => {
  const { hang } = bench.report!;
  const statics = 'statics' in hang ? hang.statics : undefined;
  if (bench.question !== 'hang' || !statics) return undefined;
  const weightN = Math.max(
    ...statics.forces.filter((f) => f.on === 'weight').map((f) => Math.hypot(...f.forceN)),
  );
  const mmPerN = Math.min(weightArrow.mm, weightArrow.px / frame.value.pxPerMm) / weightN;
  const { forces, twists } = drawForces(statics, bench.view, mmPerN);
  const page = (p: readonly [number, number]) => toPage(p[0], p[1]);
  return {
    mmPerN,
    forces: forces.map((f) => {
      const [from, tip] = [page(f.at), page(f.tip)];
      const angle = Math.atan2(tip[1] - from[1], tip[0] - from[0]);
      return {
        ...f,
        from,
        tip,
        turnDeg: (angle * 180) / Math.PI,
        // Beside the tip, on the side away from the arrow, and on the page.
        label: {
          x: Math.min(width.value - 96, Math.max(8, f.isEndOn ? from[0] + 11 : tip[0] + 8)),
          y: f.isEndOn ? from[1] + 4 : tip[1] + (tip[1] > from[1] + 1 ? 12 : -6),
        },
        words: `${bearerName(f.on)} ${f.newton.toFixed(1)} N`,
      };
    }),
    twists: twists.map((t, i) => ({
      ...t,
      at: page(t.at),
      labelY: 32 + 14 * (i % 2),
      words: `${t.wholeNm.toFixed(2)} N·m`,
    })),
  };
});

/** Joints that creep or turn in this way of holding. */
const creeping = computed(() =>
  bench.question === 'hang'
    ? bench.report!.fit.slips.flatMap((slip) => {
        const judged = judgeSlip(slip);
        if (judged === 'well' || judged === 'note') return [];
        const joint = bench.report!.assembly.joints.find((j) => j.joint.id === slip.jointId)!;
        const at = toPage(...projectPoint(bench.view, joint.rigFromParentMount.originMm));
        return [{ id: slip.jointId, at, ratio: slip.ratio, turns: judged === 'stops' }];
      })
    : [],
);

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
  return (
    !bench.readOnly &&
    (items.value.get(itemId)?.carriedBy?.slide !== undefined ||
      listCarriers(bench.report!.assembly, itemId, undefined).length > 0)
  );
}

function solidAt(event: PointerEvent): string | undefined {
  return (event.target as Element).getAttribute('data-solid') ?? undefined;
}

/** From the page to mm of the view. */
function toRigPlane(event: PointerEvent): Point2 {
  const box = holder.value!.getBoundingClientRect();
  const { pxPerMm, middle } = frame.value;
  const roomY = height.value - margin.value.top - margin.value.bottom;
  return [
    (event.clientX - box.left - width.value / 2) / pxPerMm + middle[0],
    middle[1] - (event.clientY - box.top - margin.value.top - roomY / 2) / pxPerMm,
  ];
}

/** Where the mounts are on the page, for a part that is carried to one of them. */
function markAt(event: PointerEvent): { itemId: string; mountId: string } | undefined {
  const box = holder.value!.getBoundingClientRect();
  const [px, py] = [event.clientX - box.left, event.clientY - box.top];
  const near = marks.value
    .filter((m) => m.lit)
    .map((m) => ({ m, far: Math.hypot(m.x - px, m.y - py) }))
    .sort((a, b) => a.far - b.far)[0];
  return near && near.far < 22 ? { itemId: near.m.itemId, mountId: near.m.mount.id } : undefined;
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
          @pointerdown="drag.start($event, run.itemId, solidAt($event), toRigPlane, frame.pxPerMm)"
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
              :data-solid="solid.id"
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
          <template v-for="(g, i) in hanging.grips" :key="`grip ${i}`">
            <path
              :d="g.line"
              class="stroke-leaf"
              stroke-width="5"
              stroke-linecap="round"
              opacity="0.55"
            />
            <circle
              :cx="g.hand[0]"
              :cy="g.hand[1]"
              r="5"
              class="fill-sheet stroke-leaf"
              stroke-width="2.4"
            />
          </template>
          <rect
            v-for="(c, i) in hanging.others"
            :key="`bearer ${i}`"
            :x="c[0] - 4.5"
            :y="c[1] - 4.5"
            width="9"
            height="9"
            class="fill-sheet stroke-leaf"
            stroke-width="2.2"
          />
          <template v-if="hanging.lone">
            <path
              v-if="hanging.lone.plumb"
              :d="`M${hanging.lone.hand[0]} ${hanging.lone.hand[1]}L${hanging.lone.plumb[0]} ${hanging.lone.plumb[1]}`"
              class="stroke-ink"
              stroke-width="1"
              stroke-dasharray="7 4"
            />
            <path
              v-if="centre"
              :d="`M${hanging.lone.hand[0]} ${hanging.lone.hand[1]}L${centre[0]} ${centre[1]}`"
              class="stroke-blossom"
              stroke-width="1.6"
            />
            <g
              v-if="hanging.lone.level"
              :transform="`translate(${hanging.lone.level[0]} ${hanging.lone.level[1]})`"
            >
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
          </template>
        </g>

        <g v-if="acting" pointer-events="none" data-layer="forces">
          <g v-for="f in acting.forces" :key="f.key">
            <template v-if="f.isEndOn">
              <circle
                :cx="f.from[0]"
                :cy="f.from[1]"
                r="7"
                fill="none"
                class="stroke-ink"
                stroke-width="1.4"
              />
              <circle :cx="f.from[0]" :cy="f.from[1]" r="2" class="fill-ink" />
            </template>
            <template v-else>
              <path
                :d="`M${f.from[0]} ${f.from[1]}L${f.tip[0]} ${f.tip[1]}`"
                :class="f.on === 'weight' ? 'stroke-ink' : 'stroke-leaf'"
                stroke-width="2"
              />
              <path
                d="M2 0L-9 -4.5V4.5Z"
                :class="f.on === 'weight' ? 'fill-ink' : 'fill-leaf'"
                :transform="`translate(${f.tip[0]} ${f.tip[1]}) rotate(${f.turnDeg})`"
              />
            </template>
            <text
              :x="f.label.x"
              :y="f.label.y"
              class="stroke-paper text-[11px] font-medium"
              :class="f.on === 'weight' ? 'fill-ink' : 'fill-leaf'"
              stroke-width="3.5"
              paint-order="stroke"
            >
              {{ f.words }}
            </text>
          </g>
          <g
            v-for="t in acting.twists"
            :key="t.key"
            :transform="`translate(${t.at[0]} ${t.at[1]})`"
          >
            <path
              :d="t.seenNm > 0 ? 'M13 5A14 14 0 1 0 5 13' : 'M-13 5A14 14 0 1 1 -5 13'"
              fill="none"
              class="stroke-blossom"
              stroke-width="1.8"
              :opacity="Math.abs(t.seenNm) > 0.02 ? 1 : 0.35"
            />
            <path
              :d="t.seenNm > 0 ? 'M5 18V8L13 13Z' : 'M-5 18V8L-13 13Z'"
              class="fill-blossom"
              :opacity="Math.abs(t.seenNm) > 0.02 ? 1 : 0.35"
            />
            <text
              x="0"
              :y="t.labelY"
              text-anchor="middle"
              class="fill-blossom stroke-paper text-[11px] font-medium"
              stroke-width="3.5"
              paint-order="stroke"
            >
              {{ t.on === 'head' ? 'head' : 'wrist' }} ≈ {{ t.words }}
            </text>
          </g>
        </g>
        <g v-if="creeping.length > 0" pointer-events="none" data-layer="creeping">
          <g v-for="c in creeping" :key="c.id" :transform="`translate(${c.at[0]} ${c.at[1]})`">
            <circle
              r="9"
              fill="none"
              :class="c.turns ? 'stroke-tomato' : 'stroke-blossom'"
              stroke-width="1.8"
              stroke-dasharray="4 3"
            />
            <text
              x="13"
              y="4"
              class="stroke-paper text-[11px] font-medium"
              :class="c.turns ? 'fill-tomato' : 'fill-blossom'"
              stroke-width="3.5"
              paint-order="stroke"
            >
              {{ c.turns ? 'turns' : 'creeps' }} {{ c.ratio.toFixed(2) }}
            </text>
          </g>
        </g>

        <g v-if="spaces.length > 0" data-layer="spaces">
          <path
            v-for="space in spaces"
            :key="space.key"
            :d="space.d"
            :class="space.entered ? 'stroke-blossom' : 'stroke-leaf'"
            :style="{
              fill: space.entered ? 'var(--color-blossom-fill)' : 'var(--color-leaf-tint)',
              fillOpacity: space.entered ? 0.28 : 0.35,
            }"
            stroke-width="1.2"
            stroke-dasharray="4 3"
            pointer-events="none"
          >
            <title>{{ space.title }}</title>
          </path>
        </g>

        <g v-if="leads.length > 0" pointer-events="none" data-layer="leads">
          <template v-for="l in leads" :key="l.key">
            <path
              :d="l.d"
              fill="none"
              class="stroke-paper"
              stroke-width="4.5"
              stroke-linejoin="round"
            />
            <path
              :d="l.d"
              fill="none"
              class="stroke-ink"
              stroke-width="2"
              stroke-linejoin="round"
            />
          </template>
        </g>

        <g
          v-for="c in clashes"
          :key="c.key"
          data-layer="clash"
          :transform="`translate(${c.x} ${c.y})`"
        >
          <title>{{ c.title }}</title>
          <path d="M-8-8 8 8M8-8-8 8" class="stroke-paper" stroke-width="6" />
          <path d="M-8-8 8 8M8-8-8 8" class="stroke-tomato" stroke-width="3" />
          <text
            x="12"
            y="4"
            class="fill-tomato stroke-paper text-[11px] font-semibold"
            stroke-width="3.5"
            paint-order="stroke"
          >
            {{ c.text }}
          </text>
        </g>

        <g v-if="sizes.length > 0" pointer-events="none" data-layer="sizes">
          <g v-for="l in sizes" :key="l.key">
            <path
              :d="`M${l.a[0]} ${l.a[1]}L${l.b[0]} ${l.b[1]}`"
              class="stroke-ink"
              stroke-width="0.9"
              :stroke-dasharray="l.ports ? '2 3' : undefined"
            />
            <circle :cx="l.a[0]" :cy="l.a[1]" r="1.8" class="fill-ink" />
            <circle :cx="l.b[0]" :cy="l.b[1]" r="1.8" class="fill-ink" />
            <text
              :x="l.x"
              :y="l.y - 4"
              text-anchor="middle"
              class="fill-ink stroke-paper text-[11px] tabular-nums"
              stroke-width="3.5"
              paint-order="stroke"
              :transform="l.upright ? `rotate(-90 ${l.x} ${l.y})` : undefined"
            >
              {{ l.text }}
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
          :class="m.state === 'taken' ? '' : 'cursor-pointer'"
          :transform="`translate(${m.x} ${m.y}) rotate(${m.turnDeg})`"
          @click="openMount(m.itemId, m.mount.id, m.state)"
        >
          <title>{{ m.title }}</title>
          <MountGlyph :kind="m.mount.kind" :state="m.state" :chosen="m.chosen || m.lit" />
        </g>

        <g v-if="turning" :transform="`translate(${turning.x} ${turning.y})`" data-layer="turn">
          <circle
            r="26"
            fill="none"
            class="stroke-leaf"
            stroke-width="1.2"
            stroke-dasharray="3 3"
          />
          <circle
            :cx="26 * Math.cos(drag.turnAngle.value)"
            :cy="26 * Math.sin(drag.turnAngle.value)"
            r="7"
            class="fill-leaf cursor-grab touch-none"
            data-testid="turn-knob"
            @pointerdown.stop="drag.startTurn($event, turning.joint, turning.x, turning.y)"
          >
            <title>Drag to turn it</title>
          </circle>
        </g>

        <g
          v-for="l in labels"
          :key="`n${l.itemId}`"
          class="cursor-pointer touch-none"
          :data-number="l.itemId"
          @pointerdown="drag.startCarry($event, l.itemId, markAt)"
        >
          <title>{{ l.name }}: drag its number onto a lit mount to move it</title>
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
      v-if="acting"
      class="text-faint pointer-events-none absolute bottom-[4.4rem] left-6 text-xs"
      data-testid="force-scale"
    >
      forces: 10 N is {{ (acting.mmPerN * 10).toFixed(1) }} mm
    </p>
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

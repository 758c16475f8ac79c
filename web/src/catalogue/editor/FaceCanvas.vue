<script setup lang="ts">
import {
  drawRig,
  drawSpaces,
  findElement,
  listElements,
  measurePhotoScale,
  measurePlaceMm,
  projectDirection,
  projectPoint,
  standAlone,
  readOffPage,
  toDeg,
  toFaceMm,
  toPixel,
  toRigDirection,
  type Element,
  type Page,
  type Part,
  type PartEdit,
  type Point2,
  type Vec3,
} from '@zucchini/core';
import { useElementSize } from '@vueuse/core';
import { computed, ref, useTemplateRef } from 'vue';
import MountGlyph from '../../draw/MountGlyph.vue';
import { usePage } from '../../draw/usePage';
import { usePointerDrag } from '../../draw/usePointerDrag';
import { viewWords } from '../../draw/viewWords';
import { outlinePath } from '../../shared/path';
import type { FacePhoto } from './photos';
import type { Editor } from './useEditor';

/**
 * One face of the part, to scale: what is on it is dragged in the plane of the page in whole millimetres
 * (tenths with Alt), and turned at the knob in steps of 15° (1° with Alt). A photograph may lie behind.
 */
const props = defineProps<{
  editor: Editor;
  part: Part;
  photo: FacePhoto | undefined;
  /** Where a click on the photograph goes, while its two points are set. */
  picking: 'a' | 'b' | 'origin' | undefined;
}>();
const emit = defineEmits<{ pick: [pixel: readonly [number, number]] }>();

const area = useTemplateRef('area');
const { width, height } = useElementSize(area);
const view = computed(() => props.editor.view.value);
// The frame is that of the part at rest, so that the page does not swim under a drag.
const settled = computed(() => props.editor.history.value!.present);
const frame = computed<Page>(() => {
  const alone = standAlone(settled.value);
  const { lowMm, highMm } = drawRig(alone, view.value);
  // What must stay clear is to be seen whole as well.
  const xy = drawSpaces(alone, view.value).flatMap((s) => s.outlines.flat());
  const low = [
    Math.min(lowMm[0], ...xy.map((p) => p[0])),
    Math.min(lowMm[1], ...xy.map((p) => p[1])),
  ] as const;
  const high = [
    Math.max(highMm[0], ...xy.map((p) => p[0])),
    Math.max(highMm[1], ...xy.map((p) => p[1])),
  ] as const;
  const w = Math.max(high[0] - low[0], 10);
  const h = Math.max(high[1] - low[1], 10);
  const fits = Math.min((width.value - 120) / w, (height.value - 110) / h, 14);
  return {
    pxPerMm: fits > 0.05 ? fits : 1,
    middleMm: [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2],
    middlePx: [width.value / 2, height.value / 2],
  };
});
const { toPage, pageOf } = usePage(frame, area);

const assembly = computed(() => standAlone(props.part));
const plate = computed(() => drawRig(assembly.value, view.value));
const spaces = computed(() => drawSpaces(assembly.value, view.value));
const chosen = computed(() => props.editor.chosen.value);
const towards = computed<Vec3>(() => toRigDirection(view.value, [0, 0], 1));

const path = (points: readonly (readonly [number, number])[]) =>
  `M${points
    .map((p) =>
      toPage(p[0], p[1])
        .map((v) => v.toFixed(1))
        .join(' '),
    )
    .join('L')}Z`;

/** Marks that look at the viewer or lie across; those behind are faint. */
const marks = computed(() =>
  listElements(props.part)
    .filter(
      (e) =>
        e.list === 'mounts' || e.list === 'ports' || e.list === 'screens' || e.list === 'controls',
    )
    .map((element) => {
      const [x, y] = projectPoint(view.value, measurePlaceMm(element));
      const normal = 'normal' in element.is ? element.is.normal : undefined;
      const t = towards.value;
      const facing = normal ? normal[0] * t[0] + normal[1] * t[1] + normal[2] * t[2] : 1;
      const [nx, ny] = normal ? projectDirection(view.value, normal) : [0, 0];
      return { element, at: toPage(x, y), facing, out: [nx, -ny] as const };
    })
    .filter((m) => m.facing > -0.2 || m.element.is.id === chosen.value),
);
const lines = computed(() =>
  (props.part.grips ?? []).map((g) => ({
    id: g.id,
    name: g.name,
    from: toPage(...projectPoint(view.value, g.fromMm)),
    to: toPage(...projectPoint(view.value, g.toMm)),
  })),
);
const element = computed<Element | undefined>(() =>
  chosen.value === undefined ? undefined : findElement(props.part, chosen.value),
);
const handle = computed(() => {
  if (!element.value) return undefined;
  const [x, y] = projectPoint(view.value, measurePlaceMm(element.value));
  return toPage(x, y);
});
const restAngle = -Math.PI / 4;
const angle = ref(restAngle);
const knobPx = 46;
const knob = computed(() =>
  handle.value
    ? ([
        handle.value[0] + knobPx * Math.cos(angle.value),
        handle.value[1] + knobPx * Math.sin(angle.value),
      ] as const)
    : undefined,
);

const pointer = usePointerDrag();

/** What is dragged, from where; a turn starts at an angle about the middle of its handle. */
interface Grab {
  readonly kind: 'move' | 'turn';
  readonly id: string;
  readonly from: Point2;
  readonly startRad: number;
}

function down(event: PointerEvent, id: string, kind: 'move' | 'turn'): void {
  if (event.button !== 0 || props.picking) return;
  event.preventDefault();
  event.stopPropagation();
  props.editor.choose(id);
  area.value!.focus({ preventScroll: true });
  const from = pageOf(event);
  const at = handle.value ?? from;
  const grab: Grab = { kind, id, from, startRad: Math.atan2(from[1] - at[1], from[0] - at[0]) };
  pointer.begin(event, {
    move: (now) => {
      const edit = createEdit(grab, now);
      if (edit) props.editor.tryOut(edit);
      else props.editor.letGo();
    },
    end: (now) => {
      const edit = createEdit(grab, now);
      if (edit) props.editor.apply(edit);
    },
    cancel: () => props.editor.letGo(),
    done: () => {
      props.editor.letGo();
      angle.value = restAngle;
    },
  });
}

function createEdit(now: Grab, event: PointerEvent): PartEdit | undefined {
  const at = pageOf(event);
  if (now.kind === 'move') {
    const step = event.altKey ? 0.1 : 1;
    const snap = (px: number) => Math.round(px / frame.value.pxPerMm / step) * step;
    const [dx, dy] = [snap(at[0] - now.from[0]), -snap(at[1] - now.from[1])];
    if (dx === 0 && dy === 0) return undefined;
    return { type: 'move', ids: [now.id], byMm: toRigDirection(view.value, [dx, dy]) };
  }
  const centre = handle.value!;
  const turned = Math.atan2(at[1] - centre[1], at[0] - centre[0]) - now.startRad;
  const step = event.altKey ? 1 : 15;
  // The page has y down: turning clockwise on it is turning left-handed about what looks at the viewer.
  const byDeg = -Math.round(toDeg(turned) / step) * step;
  angle.value = now.startRad + turned;
  return byDeg === 0 ? undefined : { type: 'turn', id: now.id, axis: towards.value, byDeg };
}

const scale = computed(() => (props.photo ? measurePhotoScale(props.photo.fit) : undefined));
const photoBox = computed(() => {
  const { photo } = props;
  if (!photo || scale.value?.state !== 'scaled') return undefined;
  const { mmPerPx } = scale.value;
  const k = mmPerPx * frame.value.pxPerMm;
  const [ox, oy] = toPage(0, 0);
  const [x, y] = photo.fit.origin;
  return {
    transform: `translate(${ox} ${oy}) rotate(${photo.fit.turnDeg}) scale(${k}) translate(${-x} ${-y})`,
    marks: [photo.fit.a, photo.fit.b].map((p) => toPage(...toFaceMm(photo.fit, mmPerPx, p))),
  };
});

function pick(event: PointerEvent): void {
  const { photo } = props;
  if (!props.picking || !photo || scale.value?.state !== 'scaled') {
    if (!props.picking) props.editor.choose(undefined);
    return;
  }
  emit('pick', toPixel(photo.fit, scale.value.mmPerPx, readOffPage(frame.value, pageOf(event))));
}

const rulerMm = computed(
  () => [1, 2, 5, 10, 20, 50, 100, 200].find((mm) => mm * frame.value.pxPerMm >= 60) ?? 200,
);
const say = (id: string) => id.replaceAll('-', ' ');
</script>

<template>
  <div
    ref="area"
    class="relative h-full w-full overflow-hidden outline-offset-[-2px]"
    tabindex="0"
    role="application"
    :aria-label="`${viewWords[view]} of ${part.name}. Arrow keys move what is chosen.`"
    data-face
  >
    <svg
      v-if="width > 0"
      :width="width"
      :height="height"
      class="absolute inset-0 touch-none"
      :class="{ 'cursor-crosshair': picking }"
      @pointerdown="pick"
    >
      <image
        v-if="photo && photoBox"
        :href="photo.url"
        :width="photo.widthPx"
        :height="photo.heightPx"
        :transform="photoBox.transform"
        :opacity="photo.opacity"
        preserveAspectRatio="none"
        data-photo
      />
      <g :class="{ 'pointer-events-none': picking }">
        <template v-for="(run, i) in plate.runs" :key="i">
          <path
            v-for="d in run.solids"
            :key="d.solid.id"
            :d="outlinePath(d.seen, toPage, frame.pxPerMm)"
            fill-rule="evenodd"
            class="cursor-move"
            :class="d.solid.id === chosen ? 'stroke-leaf' : 'stroke-ink'"
            :stroke-width="d.solid.id === chosen ? 2.4 : 1"
            :fill-opacity="photo ? 0.25 : 1"
            :style="{ fill: `var(--color-${d.solid.surface ?? 'plastic'})` }"
            :data-element="d.solid.id"
            @pointerdown="down($event, d.solid.id, 'move')"
          >
            <title>{{ say(d.solid.id) }}</title>
          </path>
        </template>
        <path
          v-for="s in spaces"
          :key="s.spaceId"
          :d="s.outlines.map(path).join('')"
          class="cursor-move"
          :class="s.spaceId === chosen ? 'stroke-leaf' : 'stroke-blossom'"
          fill="var(--color-blossom-fill)"
          :fill-opacity="s.spaceId === chosen ? 0.28 : 0.08"
          stroke-dasharray="4 3"
          :data-element="s.spaceId"
          @pointerdown="down($event, s.spaceId, 'move')"
        >
          <title>{{ say(s.spaceId) }}, to keep clear</title>
        </path>
        <g
          v-for="l in lines"
          :key="l.id"
          class="cursor-move"
          :data-element="l.id"
          @pointerdown="down($event, l.id, 'move')"
        >
          <title>{{ l.name ?? say(l.id) }}, a grip</title>
          <line
            :x1="l.from[0]"
            :y1="l.from[1]"
            :x2="l.to[0]"
            :y2="l.to[1]"
            stroke="transparent"
            stroke-width="12"
          />
          <line
            :x1="l.from[0]"
            :y1="l.from[1]"
            :x2="l.to[0]"
            :y2="l.to[1]"
            :class="l.id === chosen ? 'stroke-leaf' : 'stroke-faint'"
            stroke-width="2"
            stroke-dasharray="1 4"
            stroke-linecap="round"
          />
        </g>
        <g
          v-for="m in marks"
          :key="m.element.is.id"
          :transform="`translate(${m.at[0]} ${m.at[1]})`"
          class="cursor-move"
          :opacity="m.facing > -0.2 ? 1 : 0.4"
          :data-element="m.element.is.id"
          @pointerdown="down($event, m.element.is.id, 'move')"
        >
          <title>{{ ('name' in m.element.is && m.element.is.name) || say(m.element.is.id) }}</title>
          <line
            v-if="Math.hypot(...m.out) > 0.3"
            :x2="m.out[0] * 20"
            :y2="m.out[1] * 20"
            class="stroke-leaf"
            stroke-width="1.5"
          />
          <MountGlyph
            v-if="m.element.list === 'mounts'"
            :kind="m.element.is.kind"
            state="free"
            :chosen="m.element.is.id === chosen"
          />
          <template v-else>
            <circle r="11" fill="transparent" />
            <path
              :d="
                m.element.list === 'ports'
                  ? 'M-6-4H6V4H-6Z'
                  : m.element.list === 'screens'
                    ? 'M-7-5H7V5H-7ZM-5-3H5V3H-5Z'
                    : 'M0-5 5 4H-5Z'
              "
              fill-rule="evenodd"
              :class="
                m.element.is.id === chosen ? 'fill-leaf-tint stroke-leaf' : 'fill-sheet stroke-ink'
              "
              :stroke-width="m.element.is.id === chosen ? 2 : 1.2"
            />
          </template>
        </g>
      </g>
      <template v-if="photoBox && picking !== undefined">
        <g
          v-for="(p, i) in photoBox.marks"
          :key="i"
          :transform="`translate(${p[0]} ${p[1]})`"
          class="pointer-events-none"
        >
          <path d="M-9 0H9M0-9V9" class="stroke-tomato" stroke-width="2" />
          <text x="8" y="-6" class="fill-tomato text-xs font-medium">{{ i + 1 }}</text>
        </g>
      </template>
      <g v-if="handle && knob && !picking">
        <line
          :x1="handle[0]"
          :y1="handle[1]"
          :x2="knob[0]"
          :y2="knob[1]"
          class="stroke-leaf pointer-events-none"
          stroke-dasharray="2 3"
        />
        <circle
          :cx="knob[0]"
          :cy="knob[1]"
          r="7"
          class="fill-leaf-tint stroke-leaf cursor-grab"
          stroke-width="1.6"
          data-knob
          @pointerdown="down($event, chosen!, 'turn')"
        >
          <title>turn</title>
        </circle>
      </g>
      <g class="pointer-events-none">
        <path
          :d="`M16 ${height - 18}h${rulerMm * frame.pxPerMm}m0-4v8M16 ${height - 22}v8`"
          class="stroke-ink"
          fill="none"
        />
        <text :x="16" :y="height - 26" class="fill-ink text-xs">{{ rulerMm }} mm</text>
      </g>
    </svg>
  </div>
</template>

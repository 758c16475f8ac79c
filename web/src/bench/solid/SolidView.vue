<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import {
  AmbientLight,
  Box3,
  DirectionalLight,
  type Group,
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue';
import { saveText } from '../../shared/saveText';
import { theme } from '../../theme/theme';
import { useBench } from '../../desk/benchStore';
import { toGltf } from './exportSolid';
import { useChange } from '../change/changeStore';
import { useLeadCurves } from '../useLeadCurves';
import { createScene, disposeScene, type Looks } from './scene';

/** The rig as a solid that can be turned: by dragging, by its buttons, or with the arrow keys on it. */
const bench = useBench();
const change = useChange();
const curves = useLeadCurves();
const holder = useTemplateRef('holder');
const canvas = useTemplateRef('canvas');
const { width, height } = useElementSize(holder);
const trouble = ref('');

const scene = new Scene();
const camera = new PerspectiveCamera(30, 1, 10, 10_000);
camera.up.set(0, 0, 1);
let renderer: WebGLRenderer | undefined;
let controls: OrbitControls | undefined;
let shown: Group | undefined;
let aimed = false;

function readLooks(): Looks {
  const style = getComputedStyle(document.documentElement);
  const token = (name: string) => style.getPropertyValue(`--color-${name}`).trim();
  return { surface: token, ink: token('ink'), chosen: token('leaf'), gone: token('tomato') };
}

function draw(): void {
  renderer?.render(scene, camera);
}

function build(): void {
  if (shown) {
    scene.remove(shown);
    disposeScene(shown);
  }
  const step = bench.panel.kind === 'change' ? change.shown : undefined;
  shown = step
    ? createScene(step.assembly, readLooks(), bench.selected, [], step)
    : createScene(bench.report!.assembly, readLooks(), bench.selected, curves.value);
  scene.add(shown);
  if (!aimed) aim();
  draw();
}

/** Stands the camera at the near side, a little ahead and above, so that all of the rig is in view. */
function aim(): void {
  if (!shown || !controls) return;
  const box = new Box3().setFromObject(shown);
  const middle = box.getCenter(new Vector3());
  const radius = box.getSize(new Vector3()).length() / 2;
  const far =
    (radius / Math.sin((camera.fov * Math.PI) / 360)) * (camera.aspect < 1 ? 1 / camera.aspect : 1);
  controls.target.copy(middle);
  camera.position.copy(middle).add(new Vector3(0.62, 0.72, 0.4).normalize().multiplyScalar(far));
  controls.update();
  aimed = true;
}

function turn(aboutDeg: number, upDeg: number, nearer = 1): void {
  if (!controls) return;
  const offset = camera.position.clone().sub(controls.target);
  offset.applyAxisAngle(new Vector3(0, 0, 1), (aboutDeg * Math.PI) / 180);
  const side = new Vector3(0, 0, 1).cross(offset).normalize();
  const raised = offset.clone().applyAxisAngle(side, (-upDeg * Math.PI) / 180);
  // Not over the pole, where up and down change places.
  if (Math.abs(raised.clone().normalize().z) < 0.97) offset.copy(raised);
  camera.position.copy(controls.target).add(offset.multiplyScalar(nearer));
  controls.update();
}

const keys: Readonly<Record<string, () => void>> = {
  ArrowLeft: () => turn(-15, 0),
  ArrowRight: () => turn(15, 0),
  ArrowUp: () => turn(0, 15),
  ArrowDown: () => turn(0, -15),
  '+': () => turn(0, 0, 0.85),
  '-': () => turn(0, 0, 1.18),
  Home: () => aim(),
};

function press(event: KeyboardEvent): void {
  const action = keys[event.key];
  if (!action) return;
  event.preventDefault();
  event.stopPropagation();
  action();
}

onMounted(() => {
  try {
    renderer = new WebGLRenderer({ canvas: canvas.value!, antialias: true, alpha: true });
  } catch {
    trouble.value =
      'This browser shows no solids (WebGL is switched off). The drawing has all of it.';
    return;
  }
  renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
  scene.add(new AmbientLight(0xffffff, 1.6));
  const sun = new DirectionalLight(0xffffff, 1.6);
  sun.position.set(300, 500, 900);
  scene.add(sun);
  controls = new OrbitControls(camera, canvas.value!);
  controls.addEventListener('change', draw);
  watch(
    [width, height],
    ([w, h]) => {
      if (w === 0 || h === 0) return;
      renderer?.setSize(w, h, false);
      camera.aspect = w / h;
      camera.updateProjectionMatrix();
      if (!aimed) build();
      draw();
    },
    { immediate: true },
  );
  watch(() => [bench.report, bench.selected, theme.value, bench.panel, change.shown], build);
});
onBeforeUnmount(() => {
  controls?.dispose();
  if (shown) disposeScene(shown);
  renderer?.dispose();
});

async function save(): Promise<void> {
  const name = bench.rig!.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase();
  saveText(
    `${name}.gltf`,
    await toGltf(bench.report!.assembly, readLooks(), curves.value),
    'model/gltf+json',
  );
}
</script>

<template>
  <section
    class="border-line relative min-h-0 min-w-0 border-l"
    aria-label="The solid"
    tabindex="0"
    @keydown="press"
  >
    <div ref="holder" class="absolute inset-0">
      <canvas
        ref="canvas"
        class="h-full w-full touch-none"
        role="img"
        :aria-label="`${bench.rig?.name} as a solid; arrow keys turn it`"
        data-testid="solid"
      />
    </div>
    <p v-if="trouble" class="text-faint absolute inset-x-4 top-12 text-sm">{{ trouble }}</p>
    <div class="absolute top-2 right-2 flex gap-1 text-xs">
      <button
        type="button"
        class="border-ink/40 bg-sheet hover:bg-shade rounded-sm border px-2 py-0.5"
        @click="aim"
      >
        whole
      </button>
      <button
        type="button"
        class="border-ink/40 bg-sheet hover:bg-shade rounded-sm border px-2 py-0.5"
        @click="save"
      >
        as glTF
      </button>
      <button
        type="button"
        class="border-ink/40 bg-sheet hover:bg-shade rounded-sm border px-2 py-0.5"
        @click="bench.shown = { ...bench.shown, solid: false }"
      >
        close
      </button>
    </div>
    <p class="text-faint absolute inset-x-2 bottom-2 text-center text-xs">
      drag or arrow keys: turn · + −: nearer, farther
    </p>
  </section>
</template>

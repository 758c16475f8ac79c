import { drawRig, placeOnPage, type Page } from '@zucchini/core';
import { computed, ref } from 'vue';
import type { PlateContext } from '../bench/plate/plateContext';
import { useBench } from '../desk/benchStore';

/** The plate of the open rig on a page of 600 × 500 px whose middle, at 300 / 250, is the rig's zero. */
export function createPlate(pxPerMm: number): PlateContext {
  const bench = useBench();
  const page = ref<Page>({ pxPerMm, middleMm: [0, 0], middlePx: [300, 250] });
  return {
    plate: computed(() => drawRig(bench.report!.assembly, bench.view, [])),
    page,
    toPage: (x, y) => placeOnPage(page.value, [x, y]),
    barMm: ref(50),
    width: ref(600),
    height: ref(500),
    items: computed(() => bench.report!.assembly.byId),
  };
}

/** An event of a pointer as the window would send it: Node has none. */
export function createPointer(
  name: string,
  clientX: number,
  clientY: number,
  more: object = {},
): PointerEvent {
  const event = new Event(name);
  return Object.assign(event, { pointerId: 1, button: 0, clientX, clientY, ...more }) as never;
}

import {
  measureSlideDirection,
  projectDirection,
  toAllowedSlideMm,
  type PlacedJoint,
  type Point2,
} from '@zucchini/core';
import { ref } from 'vue';
import { useBench } from '../benchStore';

interface Drag {
  readonly pointerId: number;
  readonly joint: PlacedJoint;
  /** The slide's direction on the page, in px of the page for each mm, y down. */
  readonly perMm: Point2;
  readonly from: Point2;
  moved: boolean;
}

/** How far a pointer moves before it is a drag and not a click, in px. */
const slackPx = 3;

/**
 * Slides a part along its rail by dragging it on the drawing: the rig as it would be is shown in every
 * frame and made one undoable step when the pointer is let go. A part that does not slide, or slides
 * towards the viewer, is only chosen.
 */
export function useSlideDrag() {
  const bench = useBench();
  const dragging = ref(false);
  let drag: Drag | undefined;

  function start(event: PointerEvent, itemId: string, pxPerMm: number): void {
    if (event.button !== 0) return;
    bench.select(itemId);
    const assembly = bench.report?.assembly;
    const joint = assembly?.byId.get(itemId)?.carriedBy;
    if (!assembly || !joint?.slide || bench.readOnly) return;
    const direction = measureSlideDirection(assembly, joint);
    if (!direction) return;
    const [x, y] = projectDirection(bench.view, direction);
    if (Math.hypot(x, y) < 0.3) return;
    drag = {
      pointerId: event.pointerId,
      joint,
      perMm: [x * pxPerMm, -y * pxPerMm],
      from: [event.clientX, event.clientY],
      moved: false,
    };
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
  }

  function move(event: PointerEvent): void {
    if (!drag || event.pointerId !== drag.pointerId) return;
    const [dx, dy] = [event.clientX - drag.from[0], event.clientY - drag.from[1]];
    if (!drag.moved && Math.hypot(dx, dy) < slackPx) return;
    drag.moved = true;
    dragging.value = true;
    const [px, py] = drag.perMm;
    const byMm = (dx * px + dy * py) / (px * px + py * py);
    const { joint, slide } = drag.joint;
    const slideMm = toAllowedSlideMm(slide!, joint.slideMm + Math.round(byMm));
    bench.tryOut({ type: 'slide', setupId: bench.setupId, jointId: joint.id, slideMm });
  }

  function end(event: PointerEvent): void {
    if (!drag || event.pointerId !== drag.pointerId) return;
    if (drag.moved) bench.keep();
    drag = undefined;
    dragging.value = false;
  }

  function cancel(): void {
    if (drag?.moved) bench.letGo();
    drag = undefined;
    dragging.value = false;
  }

  return { dragging, start, move, end, cancel };
}

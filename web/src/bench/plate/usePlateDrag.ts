import {
  dot,
  findNearestDeg,
  followTarget,
  listMoves,
  listTurnsDeg,
  measureSlideDirection,
  projectDirection,
  slideBy,
  toDeg,
  toRigDirection,
  toRigPoint,
  type MoveEdit,
  type PlacedJoint,
  type Point2,
} from '@zucchini/core';
import { computed, ref, shallowRef } from 'vue';
import { useBench } from '../../desk/benchStore';
import { usePointerDrag, type Dragging } from '../../draw/usePointerDrag';

/** Which lit mount the pointer is over. */
export type MarkAt = (event: PointerEvent) => { itemId: string; mountId: string } | undefined;

/** More free mounts than a rig has for one part. */
const mostTargets = 200;
/** Where the knob of a turn stands while nobody turns it. */
const restAngle = -Math.PI / 4;
/** A slide that points at the viewer more than this is not dragged: its length on the page, of 1. */
const leastSeen = 0.3;

/**
 * Dragging on the drawing. A part slides along its rail; one that an arm carries is followed by the arm; the
 * knob of the chosen part turns it in its steps; a part's number is carried to another mount. The rig as it
 * would be is shown in every frame and made one undoable step when the pointer is let go.
 */
export function usePlateDrag() {
  const bench = useBench();
  const pointer = usePointerDrag();
  /** How much an arm falls short of the pointer, in mm, while it follows. */
  const short = ref<number>();
  const turnAngle = ref(restAngle);
  const carried = shallowRef<readonly MoveEdit[]>([]);
  const targets = computed(() =>
    pointer.moved.value
      ? carried.value.map((m) => ({ itemId: m.parent.item, mountId: m.parent.mount }))
      : [],
  );

  function begin(event: PointerEvent, move: Dragging['move']): void {
    pointer.begin(event, {
      move,
      end: () => bench.keep(),
      cancel: () => bench.letGo(),
      done: () => {
        short.value = undefined;
        turnAngle.value = restAngle;
        carried.value = [];
      },
    });
  }

  /** Drags a part: along its rail, or by the arm that carries it. */
  function start(
    event: PointerEvent,
    itemId: string,
    solidId: string | undefined,
    toPlane: (event: PointerEvent) => Point2,
    pxPerMm: number,
  ): void {
    if (event.button !== 0) return;
    bench.select(itemId);
    const assembly = bench.report?.assembly;
    const placed = assembly?.byId.get(itemId);
    if (!assembly || !placed || bench.readOnly) return;
    const joint = placed.carriedBy;
    const direction = joint?.slide && measureSlideDirection(assembly, joint);
    if (joint?.slide && direction) {
      const [x, y] = projectDirection(bench.view, direction);
      if (Math.hypot(x, y) >= leastSeen) {
        begin(event, createSlide(event, joint, [x * pxPerMm, -y * pxPerMm]));
        return;
      }
    }
    const grabbed = toRigPoint(bench.view, toPlane(event), placed.rigFromPart.originMm);
    const follows = followTarget(assembly, bench.parts, itemId, solidId, grabbed, grabbed);
    if (!follows) return;
    begin(event, (now) => {
      const settled = bench.settled?.assembly;
      if (!settled) return;
      const target = toRigPoint(bench.view, toPlane(now), grabbed);
      const next = followTarget(settled, bench.parts, itemId, solidId, grabbed, target);
      if (!next) return;
      short.value = next.shortMm;
      bench.tryOut({ type: 'all', edits: next.edits });
    });
  }

  /** `perMm`: the slide's direction on the page, in px for each mm, y down. */
  function createSlide(
    from: PointerEvent,
    { joint, slide }: PlacedJoint,
    [px, py]: Point2,
  ): Dragging['move'] {
    return (now) => {
      const [dx, dy] = [now.clientX - from.clientX, now.clientY - from.clientY];
      const byMm = (dx * px + dy * py) / (px * px + py * py);
      const slideMm = slideBy(slide!, joint.slideMm, byMm);
      bench.tryOut({ type: 'slide', setupId: bench.setupId, jointId: joint.id, slideMm });
    };
  }

  /** Turns the joint of the chosen part by its knob, which turns about a place of the page. */
  function startTurn(event: PointerEvent, joint: PlacedJoint, x: number, y: number): void {
    if (event.button !== 0 || joint.mate.state !== 'mates') return;
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    const angleOf = (at: PointerEvent) =>
      Math.atan2(at.clientY - y - box.top, at.clientX - x - box.left);
    const turns = listTurnsDeg(joint.mate, joint.parentMount, joint.childMount);
    const startAngle = angleOf(event);
    const towards = toRigDirection(bench.view, [0, 0], 1);
    // Towards the viewer a right-handed turn goes counter-clockwise, and the page's y points down.
    const sign = dot(joint.rigFromParentMount.rotation.z, towards) > 0 ? -1 : 1;
    begin(event, (now) => {
      turnAngle.value = angleOf(now);
      const wanted = joint.joint.turnDeg + sign * toDeg(turnAngle.value - startAngle);
      const turnDeg = findNearestDeg(turns, wanted);
      bench.tryOut({ type: 'turn', setupId: bench.setupId, jointId: joint.joint.id, turnDeg });
    });
  }

  /** Carries a part by its number onto one of the mounts that are lit meanwhile. */
  function startCarry(event: PointerEvent, itemId: string, markAt: MarkAt): void {
    if (event.button !== 0) return;
    bench.select(itemId);
    const assembly = bench.report?.assembly;
    const joint = assembly?.byId.get(itemId)?.carriedBy;
    if (!assembly || !joint || bench.readOnly) return;
    const moves = listMoves(assembly, joint, () => true, mostTargets);
    begin(event, (now) => {
      const over = markAt(now);
      const edit = over
        ? moves.find((m) => m.parent.item === over.itemId && m.parent.mount === over.mountId)
        : undefined;
      if (edit) bench.tryOut(edit);
      else bench.letGo();
    });
    carried.value = moves;
  }

  return { targets, short, turnAngle, start, startTurn, startCarry };
}

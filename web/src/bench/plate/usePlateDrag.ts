import {
  followTarget,
  listMoves,
  listTurnsDeg,
  measureSlideDirection,
  projectDirection,
  toAllowedSlideMm,
  toRigPoint,
  wrapDeg,
  type MoveEdit,
  type PlacedJoint,
  type Point2,
} from '@zucchini/core';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { useBench } from '../../desk/benchStore';

/** Which lit mount the pointer is over. */
type MarkAt = (event: PointerEvent) => { itemId: string; mountId: string } | undefined;

type Drag = {
  readonly pointerId: number;
  readonly from: Point2;
  moved: boolean;
} & (
  | {
      readonly kind: 'slide';
      readonly joint: PlacedJoint;
      /** The slide's direction on the page, in px of the page for each mm, y down. */
      readonly perMm: Point2;
    }
  | {
      readonly kind: 'pose';
      readonly itemId: string;
      readonly solidId: string | undefined;
      readonly grabbed: readonly [number, number, number];
      readonly toPlane: (event: PointerEvent) => Point2;
    }
  | {
      readonly kind: 'turn';
      readonly joint: PlacedJoint;
      readonly turns: readonly number[];
      readonly middle: Point2;
      readonly startAngle: number;
      readonly sign: 1 | -1;
    }
  | {
      readonly kind: 'carry';
      readonly moves: readonly MoveEdit[];
      readonly markAt: MarkAt;
    }
);

/** How far a pointer moves before it is a drag and not a click, in px. */
const slackPx = 3;
/** More free mounts than a rig has for one part. */
const mostTargets = 200;

/**
 * Dragging on the drawing. A part slides along its rail; one that an arm carries is followed by the arm; the
 * knob of the chosen part turns it in its steps; a part's number is carried to another mount. The rig as it
 * would be is shown in every frame and made one undoable step when the pointer is let go.
 */
export function usePlateDrag() {
  const bench = useBench();
  const drag = shallowRef<Drag>();
  /** How much an arm falls short of the pointer, in mm, while it follows. */
  const short = ref<number>();
  const turnAngle = ref(-Math.PI / 4);
  const targets = computed(() =>
    drag.value?.kind === 'carry' && drag.value.moved
      ? drag.value.moves.map((m) => ({ itemId: m.parent.item, mountId: m.parent.mount }))
      : [],
  );
  // Vue does not look into what is dragged; `targets` must know when it has moved.
  function touch(now: Drag): void {
    if (now.moved) return;
    now.moved = true;
    drag.value = { ...now };
  }

  // Heard on the window: what is dragged may be drawn anew in another place, which would end a capture.
  const hear: readonly (readonly [string, (event: PointerEvent) => void])[] = [
    ['pointermove', follow],
    ['pointerup', end],
    ['pointercancel', cancel],
  ];

  function begin(next: Drag): void {
    drag.value = next;
    for (const [name, heard] of hear) window.addEventListener(name, heard as EventListener);
  }
  onScopeDispose(reset);

  function follow(event: PointerEvent): void {
    const now = drag.value;
    if (!now || event.pointerId !== now.pointerId || !isMoved(event, now)) return;
    touch(now);
    if (now.kind === 'turn') moveTurn(event, now);
    else if (now.kind === 'carry') moveCarry(event, now);
    else move(event, now);
  }

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
    const base = {
      pointerId: event.pointerId,
      from: [event.clientX, event.clientY] as Point2,
      moved: false,
    };
    const joint = placed.carriedBy;
    const direction = joint?.slide && measureSlideDirection(assembly, joint);
    if (joint && direction) {
      const [x, y] = projectDirection(bench.view, direction);
      if (Math.hypot(x, y) >= 0.3) {
        begin({ ...base, kind: 'slide', joint, perMm: [x * pxPerMm, -y * pxPerMm] });
        return;
      }
    }
    const grabbed = toRigPoint(bench.view, toPlane(event), placed.rigFromPart.originMm);
    const follows = followTarget(assembly, bench.parts, itemId, solidId, grabbed, grabbed);
    if (!follows) return;
    begin({ ...base, kind: 'pose', itemId, solidId, grabbed, toPlane });
  }

  function startTurn(event: PointerEvent, joint: PlacedJoint, x: number, y: number): void {
    if (event.button !== 0 || joint.mate.state !== 'mates') return;
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    const middle: Point2 = [x + box.left, y + box.top];
    const towards = towardsViewer(bench.view, joint.rigFromParentMount.rotation.z);
    begin({
      pointerId: event.pointerId,
      from: [event.clientX, event.clientY],
      moved: false,
      kind: 'turn',
      joint,
      turns: listTurnsDeg(joint.mate, joint.parentMount, joint.childMount),
      middle,
      startAngle: Math.atan2(event.clientY - middle[1], event.clientX - middle[0]),
      // Towards the viewer a right-handed turn goes counter-clockwise, and the page's y points down.
      sign: towards > 0 ? -1 : 1,
    });
  }

  function startCarry(event: PointerEvent, itemId: string, markAt: MarkAt): void {
    if (event.button !== 0) return;
    bench.select(itemId);
    const assembly = bench.report?.assembly;
    const joint = assembly?.byId.get(itemId)?.carriedBy;
    if (!assembly || !joint || bench.readOnly) return;
    const moves = listMoves(assembly, joint, () => true, mostTargets);
    begin({
      pointerId: event.pointerId,
      from: [event.clientX, event.clientY],
      moved: false,
      kind: 'carry',
      moves,
      markAt,
    });
  }

  function isMoved(event: PointerEvent, now: Drag): boolean {
    const far = Math.hypot(event.clientX - now.from[0], event.clientY - now.from[1]);
    return now.moved || far >= slackPx;
  }

  function move(event: PointerEvent, now: Extract<Drag, { kind: 'slide' | 'pose' }>): void {
    const { setupId } = bench;
    if (now.kind === 'slide') {
      const [dx, dy] = [event.clientX - now.from[0], event.clientY - now.from[1]];
      const [px, py] = now.perMm;
      const byMm = (dx * px + dy * py) / (px * px + py * py);
      const { joint, slide } = now.joint;
      const slideMm = toAllowedSlideMm(slide!, joint.slideMm + Math.round(byMm));
      bench.tryOut({ type: 'slide', setupId, jointId: joint.id, slideMm });
    } else {
      const assembly = bench.settled?.assembly;
      if (!assembly) return;
      const at = now.toPlane(event);
      const target = toRigPoint(bench.view, at, now.grabbed);
      const follows = followTarget(
        assembly,
        bench.parts,
        now.itemId,
        now.solidId,
        now.grabbed,
        target,
      );
      if (!follows) return;
      short.value = follows.shortMm;
      bench.tryOut({ type: 'all', edits: follows.edits });
    }
  }

  function moveTurn(event: PointerEvent, now: Extract<Drag, { kind: 'turn' }>): void {
    const angle = Math.atan2(event.clientY - now.middle[1], event.clientX - now.middle[0]);
    turnAngle.value = angle;
    const by = ((angle - now.startAngle) * 180) / Math.PI;
    const wanted = now.joint.joint.turnDeg + now.sign * by;
    const apart = (deg: number) => Math.min(wrapDeg(deg - wanted), wrapDeg(wanted - deg));
    const turnDeg = [...now.turns].sort((a, b) => apart(a) - apart(b))[0]!;
    bench.tryOut({ type: 'turn', setupId: bench.setupId, jointId: now.joint.joint.id, turnDeg });
  }

  function moveCarry(event: PointerEvent, now: Extract<Drag, { kind: 'carry' }>): void {
    const over = now.markAt(event);
    const edit = over
      ? now.moves.find((m) => m.parent.item === over.itemId && m.parent.mount === over.mountId)
      : undefined;
    if (edit) bench.tryOut(edit);
    else bench.letGo();
  }

  function reset(): void {
    for (const [name, heard] of hear) window.removeEventListener(name, heard as EventListener);
    drag.value = undefined;
    short.value = undefined;
    turnAngle.value = -Math.PI / 4;
  }

  function end(event: PointerEvent): void {
    const now = drag.value;
    if (!now || event.pointerId !== now.pointerId) return;
    if (now.moved) bench.keep();
    reset();
  }

  function cancel(): void {
    if (drag.value?.moved) bench.letGo();
    reset();
  }

  return { targets, short, turnAngle, start, startTurn, startCarry };
}

function towardsViewer(
  view: Parameters<typeof toRigPoint>[0],
  direction: readonly [number, number, number],
): number {
  // A point of the rig one mm towards the viewer, less the same point: the viewer's own direction.
  const [ax, ay, az] = toRigPoint(view, [0, 0], [0, 0, 0]);
  const [bx, by, bz] = toRigPoint(view, [0, 0], [0, 0, 0], 1);
  return direction[0] * (bx - ax) + direction[1] * (by - ay) + direction[2] * (bz - az);
}

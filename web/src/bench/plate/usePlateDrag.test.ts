import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { projectPoint, type PlacedJoint, type Point2 } from '@zucchini/core';
import { effectScope, type EffectScope } from 'vue';
import {
  body,
  createTestRig,
  cube,
  handle,
  joint,
  mountAt,
  turnAbout,
  weightAhead,
} from '../../../../core/src/testing/rigs';
import { useBench } from '../../desk/benchStore';
import { openBench } from '../../testing/bench';
import { createPointer } from '../../testing/plate';
import { usePlateDrag } from './usePlateDrag';

const page = new EventTarget();
Object.assign(globalThis, { window: page });

/** Stands 60 mm tall on the shoe; it tilts to either side about a point 20 mm up. */
const arm = cube('arm', 50, {
  kind: 'arm',
  mounts: [
    mountAt('foot', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], { carrier: true }),
    mountAt('head', 'quarter-20', 'screw', [0, 0, 60], [0, 0, 1], [1, 0, 0], {
      thread: { lengthMm: 6 },
    }),
  ],
  movements: [turnAbout('tilt', [1, 0, 0], [0, 0, 20], [-90, 90], ['solid', 'head'])],
});

const made = createTestRig(
  [body, handle, weightAhead, arm],
  [
    joint('h', 'handle.base', 'body.rail'),
    joint('w', 'weight.base', 'body.plain'),
    joint('a', 'arm.foot', 'body.shoe'),
  ],
);

let scope: EffectScope;
let drag: ReturnType<typeof usePlateDrag>;
beforeEach(async () => {
  await openBench(made);
  scope = effectScope();
  drag = scope.run(usePlateDrag)!;
});
afterEach(() => {
  scope.stop();
  useBench().close();
});

const send = (name: string, x: number, y: number, more: object = {}) =>
  page.dispatchEvent(createPointer(name, x, y, more));
/** Two px for each mm, the middle of the rig at 300 / 250. */
const toPlane = (e: PointerEvent): Point2 => [(e.clientX - 300) / 2, (250 - e.clientY) / 2];
function grab(itemId: string, x: number, y: number, more: object = {}): void {
  drag.start(createPointer('pointerdown', x, y, more), itemId, 'solid', toPlane, 2);
}
const jointOf = (id: string) => useBench().report!.assembly.joints.find((j) => j.joint.id === id)!;
const slideMm = () => jointOf('h').joint.slideMm;

describe('a part that is dragged along its rail', () => {
  it('goes as far as the pointer along the rail, in whole mm, and nowhere for what is across', () => {
    // From the near side ahead is to the left: 13 px are 6.5 mm.
    grab('handle', 300, 150);
    send('pointermove', 287, 190);
    expect(slideMm()).toBe(7);
    send('pointermove', 320, 150);
    expect(slideMm()).toBe(-10);
    expect(useBench().selected).toBe('handle');
  });

  it('is one step that can be undone, however far it went about', () => {
    const bench = useBench();
    grab('handle', 300, 150);
    send('pointermove', 280, 150);
    send('pointermove', 260, 150);
    send('pointerup', 260, 150);
    expect([slideMm(), bench.preview]).toEqual([20, undefined]);
    bench.stepBack();
    expect([slideMm(), bench.canUndo]).toEqual([0, false]);
  });

  it('stops at the ends of the rail, where the clamp still lies on it', () => {
    grab('handle', 300, 150);
    send('pointermove', -3000, 150);
    expect(slideMm()).toBe(40);
    send('pointermove', 3000, 150);
    expect(slideMm()).toBe(-40);
  });

  it('goes back where the pointer is taken away by the system', () => {
    grab('handle', 300, 150);
    send('pointermove', 280, 150);
    send('pointercancel', 280, 150);
    expect([slideMm(), useBench().canUndo]).toEqual([0, false]);
  });

  it('follows the other way round from the far side', () => {
    useBench().view = 'far';
    grab('handle', 300, 150);
    send('pointermove', 320, 150);
    expect(slideMm()).toBe(10);
  });

  it('stays where its rail points at the viewer', () => {
    useBench().view = 'front';
    grab('handle', 300, 150);
    send('pointermove', 280, 150);
    expect([slideMm(), useBench().preview]).toEqual([0, undefined]);
  });

  it('is dragged with the first button only; another one chooses nothing', () => {
    grab('handle', 300, 150, { button: 2 });
    send('pointermove', 280, 150);
    expect([slideMm(), useBench().selected]).toEqual([0, undefined]);
  });
});

describe('a part that an arm carries', () => {
  it('is followed by the arm, and how much it falls short is told until it is let go', () => {
    // From the front its slide in the shoe points at the viewer, so that it tilts.
    const bench = useBench();
    bench.view = 'front';
    const tiltOf = () => bench.setup?.stances?.['arm']?.['tilt'] ?? 0;
    const at = bench.report!.assembly.byId.get('arm')!.rigFromPart.originMm;
    const [right, up] = projectPoint(bench.view, at);
    const [x, y] = [300 + 2 * right, 250 - 2 * up];
    grab('arm', x, y);
    // 20 mm aside of its axis, which its middle lies 20 mm below: a quarter turn, and 10 mm farther is out of reach.
    send('pointermove', x - 60, y - 40);
    expect(Math.abs(tiltOf())).toBeCloseTo(90, 0);
    expect(drag.short.value).toBeCloseTo(10, 0);
    send('pointerup', x - 60, y - 40);
    expect(drag.short.value).toBeUndefined();
    expect(bench.canUndo).toBe(true);
  });
});

describe('the knob of a turn', () => {
  /** Of the weight’s screw, whose axis points up, at 300 / 250 of a drawing that begins at 10 / 20. */
  function startTurn(at: PlacedJoint, view: 'top' | 'under', button = 0): void {
    useBench().view = view;
    const box = { getBoundingClientRect: () => ({ left: 10, top: 20 }) };
    const event = createPointer('pointerdown', 360, 270, { button });
    Object.defineProperty(event, 'currentTarget', { value: { ownerSVGElement: box } });
    drag.startTurn(event, at, 300, 250);
  }
  const turnDeg = () => jointOf('w').joint.turnDeg;

  it('turns as the pointer goes round: seen from above, counter-clockwise is right-handed', () => {
    const rest = drag.turnAngle.value;
    startTurn(jointOf('w'), 'top');
    send('pointermove', 310, 170);
    expect(turnDeg()).toBeCloseTo(90);
    expect(drag.turnAngle.value).toBeCloseTo(-Math.PI / 2);
    send('pointermove', 210, 270);
    expect(Math.abs(turnDeg())).toBeCloseTo(180);
    send('pointerup', 310, 170);
    expect(drag.turnAngle.value).toBe(rest);
    expect(useBench().canUndo).toBe(true);
  });

  it('turns the other way seen from below', () => {
    startTurn(jointOf('w'), 'under');
    send('pointermove', 310, 170);
    expect(turnDeg()).toBeCloseTo(270);
  });

  it('takes the nearest of the turns there are', () => {
    startTurn(jointOf('h'), 'top');
    send('pointermove', 310, 170);
    send('pointermove', 220, 260);
    expect(jointOf('h').joint.turnDeg).toBe(180);
  });

  it('is turned with the first button only', () => {
    startTurn(jointOf('w'), 'top', 2);
    send('pointermove', 310, 170);
    expect(turnDeg()).toBe(0);
  });
});

describe('a part that is carried by its number', () => {
  const over = { itemId: 'body', mountId: 'blind' };

  it('lights the mounts that take it once it moves, and is tried on the one it is over', () => {
    const bench = useBench();
    let at: typeof over | undefined = over;
    drag.startCarry(createPointer('pointerdown', 24, 60), 'weight', () => at);
    expect([bench.selected, drag.targets.value]).toEqual(['weight', []]);
    send('pointermove', 200, 60);
    expect(drag.targets.value).toContainEqual(over);
    expect(drag.targets.value.some((t) => t.itemId === 'weight')).toBe(false);
    expect(jointOf('w').parentMount.id).toBe('blind');
    at = undefined;
    send('pointermove', 250, 60);
    expect(jointOf('w').parentMount.id).toBe('plain');
    at = over;
    send('pointermove', 200, 60);
    send('pointerup', 200, 60);
    expect(jointOf('w').parentMount.id).toBe('blind');
    expect(drag.targets.value).toEqual([]);
    bench.stepBack();
    expect(jointOf('w').parentMount.id).toBe('plain');
  });

  it('is only chosen where it is the body, which nothing carries, or with another button', () => {
    drag.startCarry(createPointer('pointerdown', 24, 60), 'body', () => over);
    send('pointermove', 200, 60);
    expect([useBench().selected, drag.targets.value]).toEqual(['body', []]);
    drag.startCarry(createPointer('pointerdown', 24, 60, { button: 1 }), 'weight', () => over);
    send('pointermove', 200, 60);
    expect([useBench().selected, drag.targets.value]).toEqual(['body', []]);
  });
});

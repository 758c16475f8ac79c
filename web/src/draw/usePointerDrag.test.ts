import { describe, expect, it } from '@jest/globals';
import { effectScope } from 'vue';
import { usePointerDrag } from './usePointerDrag';

/** An event as the window would send it: Node has none of pointers. */
function pointer(name: string, pointerId: number, clientX: number, clientY: number): PointerEvent {
  return Object.assign(new Event(name), { pointerId, clientX, clientY }) as never;
}

function setUp() {
  const target = new EventTarget();
  const scope = effectScope();
  const drag = scope.run(() => usePointerDrag(target))!;
  const heard: string[] = [];
  const start = (id = 1) =>
    drag.begin(pointer('pointerdown', id, 100, 100), {
      move: (e) => heard.push(`move ${e.clientX}`),
      end: (e) => heard.push(`end ${e.clientX}`),
      cancel: () => heard.push('cancel'),
      done: () => heard.push('done'),
    });
  const send = (name: string, x: number, id = 1) => target.dispatchEvent(pointer(name, id, x, 100));
  return { drag, scope, heard, start, send };
}

describe('a drag', () => {
  it('is none before the pointer has gone 3 px, and follows it from then on, back too', () => {
    const { drag, heard, start, send } = setUp();
    start();
    send('pointermove', 102.9);
    expect([heard, drag.moved.value]).toEqual([[], false]);
    send('pointermove', 103);
    send('pointermove', 101);
    expect(drag.moved.value).toBe(true);
    send('pointerup', 101);
    expect(heard).toEqual(['move 103', 'move 101', 'end 101', 'done']);
    expect(drag.moved.value).toBe(false);
  });

  it('that never moved is a click: nothing ends, it is only done', () => {
    const { heard, start, send } = setUp();
    start();
    send('pointerup', 100);
    expect(heard).toEqual(['done']);
  });

  it('is of one pointer: another one neither moves nor ends it', () => {
    const { heard, start, send } = setUp();
    start(1);
    send('pointermove', 150, 2);
    send('pointerup', 150, 2);
    send('pointercancel', 150, 2);
    expect(heard).toEqual([]);
    send('pointermove', 110, 1);
    expect(heard).toEqual(['move 110']);
  });

  it('that is cancelled counts for nothing, and hears no more', () => {
    const { heard, start, send } = setUp();
    start();
    send('pointermove', 110);
    send('pointercancel', 110);
    send('pointermove', 120);
    send('pointerup', 120);
    expect(heard).toEqual(['move 110', 'cancel', 'done']);
  });

  it('ends with its scope', () => {
    const { scope, heard, start, send } = setUp();
    start();
    send('pointermove', 110);
    scope.stop();
    send('pointermove', 120);
    expect(heard).toEqual(['move 110', 'cancel', 'done']);
  });

  it('is cancelled by the next one', () => {
    const { heard, start, send } = setUp();
    start(1);
    send('pointermove', 110, 1);
    start(2);
    send('pointermove', 130, 1);
    send('pointermove', 140, 2);
    expect(heard).toEqual(['move 110', 'cancel', 'done', 'move 140']);
  });
});

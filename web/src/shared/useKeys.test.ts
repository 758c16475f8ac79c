import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { effectScope, type EffectScope } from 'vue';

/** Just enough of a page for keys: a window that hears, elements that are typed in, and dialogs. */
class FakeElement {
  isContentEditable = false;
  constructor(private readonly type: string | null = null) {}
  getAttribute = (name: string) => (name === 'type' ? this.type : this.role);
  get role(): string | null {
    return null;
  }
}
class FakeInput extends FakeElement {}
class FakeArea extends FakeElement {}
class FakeList extends FakeElement {
  override get role() {
    return 'listbox';
  }
}
const page = new EventTarget();
let dialog: object | null = null;
Object.assign(globalThis, {
  window: page,
  HTMLElement: FakeElement,
  HTMLInputElement: FakeInput,
  HTMLTextAreaElement: FakeArea,
  document: { querySelector: () => dialog },
});
const { useKeys } = await import('./useKeys');

let scope: EffectScope;
let heard: string[];
beforeEach(() => {
  heard = [];
  dialog = null;
  scope = effectScope();
  scope.run(() =>
    useKeys({
      z: () => heard.push('z'),
      'Shift+z': () => heard.push('Shift+z'),
      ArrowLeft: () => heard.push('left'),
      Escape: () => heard.push('Escape'),
    }),
  );
});
afterEach(() => scope.stop());

function press(
  key: string,
  more: object = {},
  target: object = new FakeElement(),
  isUsed = false,
): boolean {
  const event = new Event('keydown', { cancelable: true });
  Object.defineProperty(event, 'target', { value: target });
  Object.assign(
    event,
    { key, shiftKey: false, ctrlKey: false, altKey: false, metaKey: false },
    more,
  );
  if (isUsed) event.preventDefault();
  page.dispatchEvent(event);
  return event.defaultPrevented;
}

describe('keys of a screen', () => {
  it('are heard whatever their case, and used up', () => {
    expect([press('z'), press('ArrowLeft'), press('q')]).toEqual([true, true, false]);
    expect(heard).toEqual(['z', 'left']);
  });

  it('tell Shift only where it makes a difference', () => {
    press('Z', { shiftKey: true });
    press('ArrowLeft', { shiftKey: true });
    expect(heard).toEqual(['Shift+z', 'left']);
  });

  it('are left to the browser with Ctrl, Alt or Meta held', () => {
    for (const held of ['ctrlKey', 'altKey', 'metaKey']) press('z', { [held]: true });
    expect(heard).toEqual([]);
  });

  it('are left to whoever types, or chooses from a list by its letters, but for Escape', () => {
    for (const field of [new FakeInput('text'), new FakeInput(), new FakeArea(), new FakeList()]) {
      press('z', {}, field);
    }
    const editable = new FakeElement();
    editable.isContentEditable = true;
    press('z', {}, editable);
    expect(heard).toEqual([]);
    press('Escape', {}, new FakeInput('text'));
    expect(heard).toEqual(['Escape']);
  });

  it('are heard on a tick box, a round one, and where nothing has the focus', () => {
    press('z', {}, new FakeInput('checkbox'));
    press('z', {}, new FakeInput('radio'));
    press('z', {}, {});
    expect(heard).toEqual(['z', 'z', 'z']);
  });

  it('are heard on a slider, whose own keys are left to it', () => {
    press('z', {}, new FakeInput('range'));
    press('ArrowLeft', {}, new FakeInput('range'));
    press('ArrowLeft', {}, new FakeInput('radio'));
    expect(heard).toEqual(['z']);
  });

  it('are left to a dialog, and to a control that has used them', () => {
    dialog = {};
    press('z');
    dialog = null;
    press('z', {}, new FakeElement(), true);
    expect(heard).toEqual([]);
  });

  it('are heard no more when their scope has ended', () => {
    scope.stop();
    press('z');
    expect(heard).toEqual([]);
  });
});

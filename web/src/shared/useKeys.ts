import { useEventListener } from '@vueuse/core';

/** One key, and what it does; `shift` only where it makes a difference. */
export type Keys = Readonly<Record<string, (event: KeyboardEvent) => void>>;

/** Keys that a slider and a row of radio buttons use themselves. */
const isMoving = (key: string): boolean =>
  key.startsWith('Arrow') || ['Home', 'End', 'PageUp', 'PageDown', ' '].includes(key);

function isTyping(target: EventTarget | null, key: string): boolean {
  if (!(target instanceof HTMLElement)) return false;
  const type = target.getAttribute('type');
  return (
    target.isContentEditable ||
    target instanceof HTMLTextAreaElement ||
    // In an open list a letter goes to the next that begins with it.
    target.getAttribute('role') === 'listbox' ||
    (target instanceof HTMLInputElement &&
      (type === 'radio' || type === 'range' ? isMoving(key) : type !== 'checkbox'))
  );
}

/**
 * Single keys for a whole screen. Left alone while somebody types, with Ctrl, Alt or Meta held, and
 * where a control has used the key already.
 */
export function useKeys(keys: Keys): void {
  useEventListener(window, 'keydown', (event) => {
    if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
    if (isTyping(event.target, event.key) && event.key !== 'Escape') return;
    if (document.querySelector('[role="dialog"]')) return;
    const name = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    const action = keys[event.shiftKey && keys[`Shift+${name}`] ? `Shift+${name}` : name];
    if (!action) return;
    event.preventDefault();
    action(event);
  });
}

import { describe, expect, it } from '@jest/globals';
import { useHistory } from './useHistory';

const open = () => {
  const heard: string[] = [];
  const doc = useHistory<string>((now) => heard.push(now));
  doc.open('a');
  return { doc, heard };
};

describe('whether there is a step', () => {
  it('back is told from the first step on, forward from the first one back', () => {
    const document = useHistory<number>();
    expect([document.canUndo.value, document.canRedo.value]).toEqual([false, false]);
    document.open(1);
    const can = () => [document.canUndo.value, document.canRedo.value];
    expect(can()).toEqual([false, false]);
    document.commit(2);
    expect(can()).toEqual([true, false]);
    document.back();
    expect(can()).toEqual([false, true]);
    document.forth();
    expect(can()).toEqual([true, false]);
  });
});

describe('a document with its history', () => {
  it('goes back and forth by steps, and tells of each new present', () => {
    const { doc, heard } = open();
    doc.commit('b');
    doc.commit('c');
    doc.back();
    expect(doc.present.value).toBe('b');
    expect([doc.canUndo.value, doc.canRedo.value]).toEqual([true, true]);
    doc.forth();
    expect(doc.present.value).toBe('c');
    expect(doc.canRedo.value).toBe(false);
    expect(heard).toEqual(['b', 'c', 'b', 'c']);
  });

  it('shows what is tried out, and makes one step of it when it is kept', () => {
    const { doc, heard } = open();
    doc.tryOut('x');
    doc.tryOut('y');
    expect([doc.shown.value, doc.present.value]).toEqual(['y', 'a']);
    expect(heard).toEqual([]);
    doc.keep();
    expect([doc.present.value, doc.preview.value]).toEqual(['y', undefined]);
    doc.back();
    expect(doc.present.value).toBe('a');
    expect(doc.canUndo.value).toBe(false);
  });

  it('forgets what is let go, and keeps nothing where nothing is tried out', () => {
    const { doc } = open();
    doc.tryOut('x');
    doc.letGo();
    doc.keep();
    expect([doc.shown.value, doc.canUndo.value]).toEqual(['a', false]);
  });

  it('lets go of what is tried out by a step', () => {
    const { doc } = open();
    doc.commit('b');
    doc.tryOut('x');
    doc.back();
    expect(doc.shown.value).toBe('a');
  });

  it('does nothing where there is no document, or no step that way', () => {
    const { doc, heard } = open();
    doc.back();
    doc.forth();
    expect(heard).toEqual([]);
    doc.open(undefined);
    doc.commit('b');
    doc.tryOut('b');
    expect([doc.present.value, doc.shown.value]).toEqual([undefined, undefined]);
  });
});

import { describe, expect, it } from '@jest/globals';
import type { PartEdit } from '@zucchini/core';
import { cube, mountAt } from '../../../../core/src/testing/rigs';
import { useEditor } from './useEditor';

const part = cube('block', 100, {
  mounts: [mountAt('top', 'quarter-20', 'socket', [0, 0, 5], [0, 0, 1], [1, 0, 0])],
});
const move: PartEdit = { type: 'move', ids: ['top'], byMm: [2, 0, 0] };
const at = (editor: ReturnType<typeof useEditor>) => editor.part.value!.mounts[0]?.originMm;
function open() {
  const editor = useEditor();
  editor.open(part, 7);
  return editor;
}

describe('a part that is corrected', () => {
  it('is opened at its revision, unchanged', () => {
    const editor = open();
    expect([editor.revision.value, editor.changed.value, editor.canUndo.value]).toEqual([
      7,
      false,
      false,
    ]);
    expect(editor.faults.value).toEqual([]);
  });

  it('takes edits as steps, back and forth', () => {
    const editor = open();
    expect(editor.apply(move)).toBe(true);
    expect([at(editor), editor.changed.value, editor.canUndo.value]).toEqual([
      [2, 0, 5],
      true,
      true,
    ]);
    editor.back();
    expect([at(editor), editor.changed.value, editor.canRedo.value]).toEqual([
      [0, 0, 5],
      false,
      true,
    ]);
    editor.forth();
    expect(at(editor)).toEqual([2, 0, 5]);
  });

  it('shows what is tried out until it is let go or made', () => {
    const editor = open();
    editor.tryOut(move);
    expect([at(editor), editor.changed.value]).toEqual([[2, 0, 5], false]);
    editor.letGo();
    expect(at(editor)).toEqual([0, 0, 5]);
    editor.tryOut(move);
    editor.apply({ ...move, byMm: [3, 0, 0] });
    expect(at(editor)).toEqual([3, 0, 5]);
  });

  it('refuses what would make no part, tells why, and changes nothing', () => {
    const editor = open();
    const solids: PartEdit = { type: 'remove', ids: ['solid'] };
    expect(editor.apply(solids)).toBe(false);
    expect(editor.trouble.value).toMatch(/^solids: /);
    expect([editor.canUndo.value, editor.part.value]).toEqual([false, part]);
    editor.tryOut(solids);
    expect(editor.part.value).toBe(part);
    editor.apply(move);
    expect(editor.trouble.value).toBe('');
  });

  it('counts as stored what is shown when it is settled; the steps back stay', () => {
    const editor = open();
    editor.apply(move);
    editor.settle(8);
    expect([editor.revision.value, editor.changed.value, editor.canUndo.value]).toEqual([
      8,
      false,
      true,
    ]);
    editor.back();
    expect(editor.changed.value).toBe(true);
  });

  it('keeps what is chosen while it is there', () => {
    const editor = open();
    editor.choose('top');
    expect(editor.element.value).toMatchObject({ list: 'mounts', is: { id: 'top' } });
    editor.open(part, 9);
    expect(editor.chosen.value).toBe('top');
    editor.open({ ...part, mounts: [] }, 10);
    expect([editor.chosen.value, editor.element.value]).toEqual([undefined, undefined]);
  });

  it('does nothing while none is open', () => {
    const editor = useEditor();
    editor.tryOut(move);
    expect([editor.apply(move), editor.part.value, editor.changed.value]).toEqual([
      false,
      undefined,
      false,
    ]);
  });

  it('tells its faults as it is tried out', () => {
    const editor = open();
    editor.tryOut({ type: 'move', ids: ['top'], byMm: [0, 0, 9] });
    expect(editor.faults.value.map((f) => f.code)).toEqual(['mount-off']);
  });
});

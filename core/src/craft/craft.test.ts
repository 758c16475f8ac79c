import { turnAbout } from '../testing/rigs.js';
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { measureMate, type Mount, type Part } from '../part/index.js';
import { dot } from '../placement/index.js';
import {
  answerMate,
  copyPart,
  editPart,
  findElement,
  findFreeId,
  findMateAnswer,
  findPartFaults,
  listElements,
  measurePlaceMm,
  mirrorPart,
  type PartEdit,
} from './index.js';

const socket: Mount = {
  id: 'top',
  kind: 'quarter-20',
  side: 'socket',
  originMm: [0, 0, 5],
  normal: [0, 0, 1],
  reference: [1, 0, 0],
};
const block: Part = {
  id: 'block',
  kind: 'plate',
  name: 'Block',
  massG: 100,
  solids: [
    { id: 'body', type: 'box', atMm: [0, 0, 0], sizeMm: [40, 20, 10] },
    { id: 'leaf', type: 'cylinder', atMm: [30, 0, 0], radiusMm: 4, lengthMm: 10 },
  ],
  mounts: [socket],
  ports: [
    {
      id: 'in',
      connector: 'usb-c',
      direction: 'in',
      carries: ['power'],
      originMm: [0, 10, 0],
      normal: [0, 1, 0],
    },
  ],
  keepClear: [
    {
      id: 'swing',
      purpose: 'port-door',
      shape: {
        type: 'sector',
        atMm: [0, 10, 0],
        hinge: [0, 0, 1],
        shut: [1, 0, 0],
        sweepDeg: 90,
        radiusMm: 20,
        widthMm: 10,
      },
    },
    {
      id: 'room',
      purpose: 'dials',
      shape: { type: 'box', atMm: [0, 0, 20], sizeMm: [10, 20, 30] },
    },
  ],
  grips: [{ id: 'hold', use: 'carry', place: 'side', fromMm: [-20, 0, 0], toMm: [20, 0, 0] }],
  movements: [turnAbout('open', [0, 0, 1], [24, 0, 0], [0, 90], ['leaf'], { name: 'opened' })],
};

function edited(part: Part, edit: PartEdit): Part {
  const outcome = editPart(part, edit);
  if (outcome.state !== 'edited') throw new Error(JSON.stringify(outcome.issues));
  return outcome.part;
}

const ids = listElements(block).map((e) => e.is.id);

describe('editing a part', () => {
  it.each(ids)('moves “%s” there and back to where it was', (id) => {
    const there = edited(block, { type: 'move', ids: [id], byMm: [3.5, -2, 7] });
    const [from, to] = [block, there].map((p) => measurePlaceMm(findElement(p, id)!));
    expect(to![0] - from![0]).toBeCloseTo(3.5, 6);
    expect(there.provenance).toMatchObject({
      [`${findElement(block, id)!.list}.${id}`]: 'measured',
    });
    const back = edited(there, { type: 'move', ids: [id], byMm: [-3.5, 2, -7] });
    expect(findElement(back, id)).toEqual(findElement(block, id));
  });

  it.each(ids)('turned four times by a quarter “%s” stands as it stood', (id) => {
    for (const axis of [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ] as const) {
      let part = block;
      for (let i = 0; i < 4; i += 1) part = edited(part, { type: 'turn', id, axis, byDeg: 90 });
      const [was, is] = [block, part].map((p) => findElement(p, id)!);
      if (was!.list === 'solids') {
        // Its frame is written out after a turn.
        expect(is!.is).toMatchObject({ atMm: was!.is.atMm });
      } else expect(is).toEqual(was);
    }
  });

  it('turned by any angle keeps its directions square', () => {
    fc.assert(
      fc.property(fc.integer({ min: -180, max: 180 }), (byDeg) => {
        const part = edited(block, { type: 'turn', id: 'top', axis: [0.6, 0.8, 0], byDeg });
        const mount = part.mounts[0]!;
        expect(Math.abs(dot(mount.normal, mount.reference))).toBeLessThan(1e-5);
        expect(mount.originMm).toEqual([0, 0, 5]);
      }),
    );
  });

  it('takes away an element from the movement that carried it', () => {
    const part = edited(block, { type: 'remove', ids: ['leaf'] });
    expect(part.solids.map((s) => s.id)).toEqual(['body']);
    expect(part.movements![0]!.carries).toEqual([]);
  });

  it('refuses to take away the last solid, naming the place', () => {
    const outcome = editPart(block, { type: 'remove', ids: ['body', 'leaf'] });
    expect(outcome).toMatchObject({ state: 'refused', issues: [{ path: 'solids' }] });
  });

  it('refuses a figure that cannot be, naming the place, and keeps the part', () => {
    const outcome = editPart(block, { type: 'set', id: 'leaf', fields: { radiusMm: 0 } });
    expect(outcome).toMatchObject({ state: 'refused', issues: [{ path: 'solids.1.radiusMm' }] });
    expect(editPart(block, { type: 'state', facts: { massG: -3 } }).state).toBe('refused');
  });

  it('duplicates under a free id, carried by the same movement', () => {
    const id = findFreeId(block, 'leaf');
    expect(id).toBe('leaf-2');
    const part = edited(block, { type: 'duplicate', id: 'leaf', newId: id, byMm: [0, 10, 0] });
    expect(part.solids[2]).toMatchObject({ id: 'leaf-2', atMm: [30, 10, 0] });
    expect(part.movements![0]!.carries).toEqual(['leaf', 'leaf-2']);
  });

  it('adds an element and states facts', () => {
    const more = edited(block, { type: 'add', list: 'mounts', element: { ...socket, id: 'new' } });
    expect(more.mounts.map((m) => m.id)).toEqual(['top', 'new']);
    const heavy = edited(more, { type: 'state', facts: { massG: 120, maker: undefined } });
    expect(heavy.massG).toBe(120);
    expect(heavy.provenance?.['massG']).toBe('measured');
  });
});

describe('a mirrored part', () => {
  it('mirrored twice is the part again', () => {
    expect(mirrorPart(mirrorPart(block))).toEqual(block);
  });

  it('turns, teeth, hands and the travel of a gimbal change sides', () => {
    const handed: Part = {
      ...block,
      mounts: block.mounts.map((m) => ({ ...m, turnsDeg: [0, 30, -90], toothPhaseDeg: 2 })),
      grips: (['left', 'right', 'either'] as const).map((hand, i) => ({
        id: `g${i}`,
        use: 'carry',
        place: 'side',
        hand,
        fromMm: [0, 5, 0],
        toMm: [0, 5, 60],
      })),
      gimbal: { forwardMm: [-5, 9], leftMm: [-3, 12] },
    };
    const mirrored = mirrorPart(handed);
    expect(mirrored.mounts[0]).toMatchObject({ turnsDeg: [0, -30, 90], toothPhaseDeg: 4 });
    expect(mirrored.grips!.map((g) => g.hand)).toEqual(['right', 'left', 'either']);
    expect(mirrored.gimbal).toEqual({ forwardMm: [-5, 9], leftMm: [-12, 3] });
    expect(mirrorPart(mirrored)).toEqual(handed);
  });

  it('a tooth on the reference stays on it', () => {
    const toothed = { ...block, mounts: block.mounts.map((m) => ({ ...m, toothPhaseDeg: 0 })) };
    expect(mirrorPart(toothed).mounts[0]!.toothPhaseDeg).toBe(0);
  });

  it('is copied as a guess, an altered one without the price, a copy as it was', () => {
    const dear: Part = {
      ...block,
      price: { minor: 100, currency: 'EUR' },
      provenance: { mounts: 'sheet' },
    };
    const mirrored = copyPart(dear, 'mirrored', 'b', 'B');
    expect(mirrored.provenance).toEqual({ mounts: 'guessed' });
    expect(mirrored.ports![0]!.originMm).toEqual([0, -10, 0]);
    const altered = copyPart(dear, 'altered', 'c', 'C');
    expect(altered).toMatchObject({ altered: true, id: 'c' });
    expect(altered.price).toBeUndefined();
    expect(copyPart(dear, 'copy', 'd', 'D')).toEqual({ ...dear, id: 'd', name: 'D' });
  });
});

describe('faults of a part', () => {
  const codes = (part: Part) => findPartFaults(part).map((f) => `${f.code} ${f.id}`);

  it('are none where mounts lie on the skin and plugs can be reached', () => {
    expect(codes(block)).toEqual([]);
  });

  it('are told on both sides of half a millimetre off the skin', () => {
    const at = (z: number) =>
      edited(block, { type: 'set', id: 'top', fields: { originMm: [0, 0, z] } });
    expect(codes(at(5.4))).toEqual([]);
    expect(codes(at(5.6))).toEqual(['mount-off top']);
  });

  it('are told of a mount or plug inside, and of a solid swallowed by another', () => {
    const deep = edited(block, { type: 'set', id: 'top', fields: { originMm: [0, 0, 2] } });
    expect(codes(deep)).toEqual(['mount-buried top']);
    const plug = edited(block, { type: 'set', id: 'in', fields: { originMm: [0, 8, 0] } });
    expect(codes(plug)).toEqual(['port-buried in']);
    const inside = edited(block, {
      type: 'set',
      id: 'leaf',
      fields: { atMm: [0, 0, 0], lengthMm: 9 },
    });
    expect(codes(inside)).toEqual(['solid-inside leaf']);
  });

  it.each([
    ['along', { atMm: [14, 0, 0], lengthMm: 8 }, { atMm: [17, 0, 0], lengthMm: 8 }],
    ['across', { atMm: [0, 5, 0], lengthMm: 8 }, { atMm: [0, 7, 0], lengthMm: 8 }],
    ['upright', { atMm: [0, 0, 0], lengthMm: 9.9 }, { atMm: [0, 0, 0], lengthMm: 12 }],
  ])('a solid that sticks out %s is not swallowed', (_, within, out) => {
    const leaf = (fields: object) => edited(block, { type: 'set', id: 'leaf', fields } as PartEdit);
    expect(codes(leaf(within))).toEqual(['solid-inside leaf']);
    expect(codes(leaf(out))).toEqual([]);
  });
});

describe('what is said of two keyed mounts', () => {
  const cage: Part = {
    ...block,
    id: 'cage',
    mounts: [{ ...socket, id: 'screw', side: 'screw', takes: [] }],
  };
  const ask = (a: Part, b: Part) =>
    findMateAnswer({ part: a, mount: a.mounts[0]! }, { part: b, mount: b.mounts[0]! });
  const tell = (a: Part, b: Part, says: 'fits' | 'refuses' | 'enters-only' | 'unknown') =>
    answerMate({ part: a, mountId: 'screw' }, { part: b, mountId: 'top' }, says, 'measured');

  it('is not known until somebody has said it, then remembered with who said it', () => {
    expect(ask(cage, block)).toEqual({ says: 'unknown', by: undefined });
    const states = { fits: 'fits', refuses: 'refused', 'enters-only': 'enters-only' } as const;
    for (const says of ['fits', 'refuses', 'enters-only'] as const) {
      const [a, b] = tell(cage, block, says);
      expect(ask(a, b)).toEqual({ says, by: 'measured' });
      // Asked from the other side the answer is the same.
      expect(ask(b, a)).toEqual({ says, by: 'measured' });
      const mate = measureMate(a.mounts[0]!, b.mounts[0]!);
      const state = mate.state === 'mates' ? mate.key : mate.reason.replace('key-', '');
      expect(state).toBe(states[says]);
    }
  });

  it('is replaced by a later answer, and forgotten by “not known”', () => {
    const [a, b] = tell(cage, block, 'refuses');
    const [c, d] = tell(a, b, 'fits');
    expect(c.mounts[0]).toMatchObject({ takes: ['block'] });
    expect(c.mounts[0]!.refuses).toBeUndefined();
    const [e, f] = tell(c, d, 'unknown');
    expect(ask(e, f)).toEqual({ says: 'unknown', by: undefined });
    expect(e.provenance).toEqual({});
  });

  it('does not make a plain mount ask for keys of others', () => {
    const plain: Part = { ...cage, mounts: [{ ...socket, id: 'screw', side: 'screw' }] };
    const [a, b] = tell(plain, block, 'refuses');
    expect(measureMate(a.mounts[0]!, b.mounts[0]!)).toMatchObject({ reason: 'key-refused' });
    expect(measureMate(a.mounts[0]!, socket)).toMatchObject({ state: 'mates', key: 'none' });
  });
});

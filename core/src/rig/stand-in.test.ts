import { describe, expect, it } from '@jest/globals';
import type { Mount, Part, Port } from '../part/index.js';
import { body, createTestRig, cube, handle, joint, mountAt, weightAhead } from '../testing/rigs.js';
import { findStandInPorts, findStandIns, listTies, placeSetup } from './index.js';

const socket = (id: string, more: Partial<Mount> = {}) =>
  mountAt(id, 'quarter-20', 'socket', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
    thread: { depthMm: 8 },
    ...more,
  });
const clamp = handle.mounts[0]!;
/** A handle with a socket on top, in which the weight stands. */
const socketed: Part = { ...handle, mounts: [clamp, socket('top')] };
const { rig, parts } = createTestRig(
  [body, socketed, weightAhead],
  [joint('h', 'handle.base', 'body.rail'), joint('w', 'weight.base', 'handle.top')],
);
const assembly = placeSetup(rig, rig.setups[0]!, parts);
const old = assembly.byId.get('handle')!;
const other = (...mounts: Mount[]) => cube('other', 10, { mounts });

describe('the joints of a part', () => {
  it('are seen from it: what carries it first', () => {
    expect(
      listTies(assembly, old).map((t) => [t.joint.joint.id, t.own.id, t.partner.id, t.otherId]),
    ).toEqual([
      ['h', 'base', 'rail', 'body'],
      ['w', 'top', 'base', 'weight'],
    ]);
  });
});

describe('what stands in for a mount', () => {
  it('mates with the same partner; the same name first, then the part’s own order', () => {
    const foot = { ...clamp, id: 'foot' };
    expect(findStandIns(assembly, old, other(foot, socket('a'), socket('top')))).toMatchObject({
      mounts: { base: 'foot', top: 'top' },
      keyUnknown: false,
      lacking: [],
    });
    expect(findStandIns(assembly, old, other(foot, socket('a'), socket('b'))).mounts).toEqual({
      base: 'foot',
      top: 'a',
    });
  });

  it('is known to fit rather than unknown', () => {
    const keyed = socket('a', { takes: ['k'] });
    const { mounts, keyUnknown } = findStandIns(assembly, old, other(clamp, keyed, socket('b')));
    expect([mounts['top'], keyUnknown]).toEqual(['b', false]);
  });

  it('lacks where nothing mates, and says for which joint', () => {
    const { mounts, lacking } = findStandIns(assembly, old, other(clamp));
    expect(mounts).toEqual({ base: 'base' });
    expect(lacking.map((t) => t.joint.joint.id)).toEqual(['w']);
  });

  it('is asked more of where the caller wants more', () => {
    const none = findStandIns(assembly, old, socketed, (mate, tie) =>
      tie.joint.joint.id === 'w' ? mate.resists === 'blocked' : true,
    );
    expect(none.lacking.map((t) => t.joint.joint.id)).toEqual(['w']);
  });

  it('stands in once: a second screw wants a second socket', () => {
    const two: Part = { ...handle, mounts: [clamp, socket('top'), socket('side')] };
    const second = { ...weightAhead, id: 'second' };
    const made = createTestRig(
      [body, two, weightAhead, second],
      [
        joint('h', 'handle.base', 'body.rail'),
        joint('w', 'weight.base', 'handle.top'),
        joint('s', 'second.base', 'handle.side'),
      ],
    );
    const full = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
    const leaving = full.byId.get('handle')!;
    expect(findStandIns(full, leaving, other(clamp, socket('a'))).lacking).toHaveLength(1);
    expect(findStandIns(full, leaving, other(clamp, socket('a'), socket('b'))).mounts).toEqual({
      base: 'base',
      top: 'a',
      side: 'b',
    });
  });
});

describe('what stands in for a socket', () => {
  const port = (id: string, more: Partial<Port> = {}): Port => ({
    id,
    connector: 'hdmi-a',
    direction: 'in',
    carries: ['video'],
    originMm: [0, 0, 0],
    normal: [0, 1, 0],
    ...more,
  });
  const over = (old: readonly Port[], now: readonly Port[]) =>
    findStandInPorts(cube('old', 1, { ports: [...old] }), cube('now', 1, { ports: [...now] }));

  it('takes the same plug the same way and carries as much; its namesake first, each once', () => {
    expect(over([port('in')], [port('a'), port('in')])).toEqual({ in: 'in' });
    expect(over([port('x'), port('a')], [port('a'), port('b')])).toEqual({ a: 'a', x: 'b' });
    expect(over([port('x'), port('y')], [port('a')])).toEqual({ x: 'a' });
    expect(over([port('x')], [port('x', { connector: 'hdmi-d' })])).toEqual({});
    expect(over([port('x')], [port('x', { direction: 'out' })])).toEqual({});
    const sound = port('x', { carries: ['video', 'audio'] });
    expect([over([sound], [port('x')]), over([port('x')], [sound])]).toEqual([{}, { x: 'x' }]);
  });
});

import { describe, expect, it } from '@jest/globals';
import type { CableMake, Part, Port } from '../part/index.js';
import { placeSetup } from '../rig/index.js';
import { createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { listLeads, measureTail } from './plugs.js';

type Elbow = CableMake['ends'][0]['elbow'];
const port = (
  connector: Port['connector'],
  normal: [number, number, number],
  more: Partial<Port> = {},
): Port => ({
  id: 'port',
  connector,
  direction: 'both',
  carries: ['video'],
  originMm: [0, 0, 0],
  normal,
  ...more,
});

/** The end at the body of a lead from the body to a box 200 mm ahead of it and 50 mm above. */
function endOf(socket: Port, elbow: Elbow) {
  const body: Part = cube('body', 500, {
    kind: 'body',
    ports: [socket],
    mounts: [mountAt('top', 'quarter-20', 'socket', [200, 0, 50], [0, 0, 1], [1, 0, 0])],
  });
  const box: Part = cube('box', 50, {
    ports: [{ ...socket, normal: [-1, 0, 0] }],
    mounts: [mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0])],
  });
  const plug = { connector: socket.connector, bodyMm: 20, bodyRadiusMm: 5 };
  const lead: Part = cube('lead', 20, {
    kind: 'cable',
    cable: {
      ends: [{ ...plug, ...(elbow ? { elbow } : {}) }, plug],
      lengthMm: 300,
      bendRadiusMm: 10,
      carries: ['video'],
    },
  });
  const { rig, parts } = createTestRig([body, box, lead], [joint('b', 'box.base', 'body.top')]);
  const cables = [
    {
      id: 'run',
      item: 'lead',
      from: { item: 'body', port: 'port' },
      to: { item: 'box', port: 'port' },
    },
  ];
  const assembly = placeSetup(rig, { ...rig.setups[0]!, cables }, parts);
  const [found] = listLeads({ assembly }, (id) => parts.get(id));
  return found!.from;
}
const round = (v: readonly number[]) => v.map((n) => Math.round(n * 1000) / 1000 + 0);

describe('a plug with an elbow', () => {
  it.each<[Elbow, number[]]>([
    [undefined, [0, 1, 0]],
    ['up', [0, 0, 1]],
    ['down', [0, 0, -1]],
    // Looking at a socket in the left side the lens is at one’s left hand.
    ['left', [1, 0, 0]],
    ['right', [-1, 0, 0]],
  ])('in the left side, %s: the cable leaves towards %j', (elbow, way) => {
    expect(round(endOf(port('hdmi-a', [0, 1, 0]), elbow).leaves)).toEqual(way);
  });

  it('goes by the key of its socket where that is stated', () => {
    const turned = port('hdmi-a', [0, 1, 0], { reference: [1, 0, 0] });
    expect(round(endOf(turned, 'up').leaves)).toEqual([1, 0, 0]);
    expect(round(endOf(turned, 'left').leaves)).toEqual([0, 0, -1]);
  });

  it('that is round is turned towards the other end, whatever side it is made for', () => {
    const [x, y, z] = endOf(port('jack-3.5', [0, 1, 0]), 'down').leaves;
    expect(y).toBeCloseTo(0, 9);
    expect([x > 0.9, z > 0]).toEqual([true, true]);
  });

  it('lets its cable go beside it, half its thickness short of its end', () => {
    const straight = measureTail(endOf(port('hdmi-a', [0, 1, 0]), undefined), 10);
    const bent = measureTail(endOf(port('hdmi-a', [0, 1, 0]), 'up'), 10);
    expect(round(straight)).toEqual([0, 30, 0]);
    expect(round(bent)).toEqual([0, 15, 15]);
  });
});

import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { findHold } from '../hold/index.js';
import type { Control, Part, Port } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { placeSetup, type Setup } from '../rig/index.js';
import { findingFixtures } from '../testing/findings.js';
import { gripAt, pad, sits } from '../testing/hold-findings.js';
import { createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { findEye } from '../sight/index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

type Triple = [number, number, number];
const control = (use: Control['use'], atMm: Triple): Control => ({ id: `own-${use}`, use, atMm });
const base = mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
  thread: { lengthMm: 6 },
  carrier: true,
});
const usb = (direction: Port['direction']): Port => ({
  id: 'usb',
  connector: 'usb-c',
  direction,
  carries: ['trigger'],
  originMm: [0, 5, 0],
  normal: [0, 1, 0],
});

describe('what a hand reaches while both hold', () => {
  const grips = [gripAt('left', [0, 60, 0]), gripAt('right', [0, -60, 0])];
  const farOf = (
    controls: Control[],
    other: Partial<Part> = {},
    cables: NonNullable<Setup['cables']> = [],
  ) => {
    const { rig, parts } = sits(
      'grips',
      { grips, controls, ports: [usb('both')] },
      [cube('other', 20, { mounts: [base], ...other })],
      [joint('o', 'other.base', 'body.plain')],
      { cables },
    );
    return measureReport(rig, 'low', parts)
      .findings.filter((f) => f.code === 'out-of-reach')
      .map((f) => f.items[0]);
  };
  const run = {
    id: 'run',
    item: 'other',
    from: { item: 'other', port: 'usb' },
    to: { item: 'body', port: 'usb' },
  };
  // 200 mm ahead no finger comes; above the right hand one does.
  const far = control('record', [200, 0, 0]);
  const trigger = { controls: [control('record', [0, -60, 40])] };

  it('is the nearest control that does the same: a trigger that is plugged in will do', () => {
    expect(farOf([far])).toEqual(['body']);
    expect(farOf([far], { ...trigger, ports: [usb('out')] }, [run])).toEqual([]);
    expect(farOf([far], { ...trigger, ports: [usb('out')] })).toEqual(['body']);
    // One without a socket is a lever on the camera's own button.
    expect(farOf([far], trigger)).toEqual([]);
  });

  it('is no wheel of a motor, which its motor turns', () => {
    const wheel = { controls: [control('focus', [200, 0, 0])] };
    expect(farOf([], wheel)).toEqual(['other']);
    expect(farOf([], { ...wheel, ports: [usb('in')] })).toEqual([]);
  });
});

describe('where the eye is', () => {
  const eyeOf = (hold: Setup['hold'], made = sits(hold, { grips: [gripAt('g', [0, 60, 0])] })) => {
    const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
    return findEye(assembly, findHold(assembly));
  };

  it('is behind and above the camera, nearer and higher at the chest and on the lap', () => {
    const upright = eyeOf('one-grip')!;
    expect(upright.map(Math.round)).toEqual([-410, 0, 105]);
    const [chest, lap] = [eyeOf('chest')!, eyeOf('lap')!];
    expect(chest[0]).toBeGreaterThan(upright[0]);
    expect(chest[2]).toBeGreaterThan(upright[2]);
    expect(lap[2]).toBeGreaterThan(chest[2]);
    expect(eyeOf('tripod')).toEqual(upright);
    expect(eyeOf('set-down')).toBeUndefined();
  });

  it('is beside and above the pad on the shoulder', () => {
    const made = sits(
      'shoulder',
      { grips: [gripAt('g', [0, 60, 0])] },
      [pad(0)],
      [joint('p', 'pad.base', 'body.plain')],
    );
    const eye = eyeOf('shoulder', made)!;
    const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
    const hold = findHold(assembly);
    const at = hold.state === 'held' ? hold.contacts[0]!.pointMm : undefined;
    expect(eye.map((v, i) => Math.round(v - at![i]!))).toEqual([70, 130, 170]);
  });
});

describe('a screen that is not seen as it stands', () => {
  // Shut it looks down; about the axis across it turns back and up, about its own normal it stays where it looks.
  const weightOf = (
    axis: Triple | undefined,
    poses: Part['poses'] = [],
    more: Partial<Part> = {},
    beside?: Part,
  ) => {
    const bare = findingFixtures['screen-not-seen'].has;
    const { rig, parts } = beside
      ? createTestRig(
          [bare.parts.get('body')!, bare.parts.get('handle')!, beside],
          [...bare.rig.setups[0]!.joints, joint('w', `${beside.id}.base`, 'body.plain')],
        )
      : bare;
    const camera: Part = {
      ...parts.get('body')!,
      ...more,
      screens: [{ id: 'picture', atMm: [0, 0, 100], normal: [0, 0, -1], diagonalMm: 120 }],
      movements: axis && [
        {
          id: 'flip',
          name: 'screen flipped',
          type: 'turn',
          originMm: [0, 0, 100],
          axis,
          from: 0,
          to: 180,
          rest: 0,
          carries: ['picture', ...(more.solids ?? []).map((s) => s.id)],
        },
      ],
      poses,
    };
    const book = new Map([...parts, ['body', camera] as const]);
    return measureReport(rig, 'low', book, { collider })
      .findings.filter((f) => f.code === 'screen-not-seen')
      .map((f) => f.weight);
  };

  it('is a note where its hinge can turn it to the eye, and a risk where none can', () => {
    expect(weightOf(undefined)).toEqual(['risk']);
    expect(weightOf([0, 0, 1])).toEqual(['risk']);
    expect(weightOf([0, 1, 0])).toEqual(['note']);
    // Where poses are named, it stands in those.
    expect(weightOf([0, 1, 0], [{ id: 'a', name: 'ajar', at: { flip: 20 } }])).toEqual(['risk']);
  });

  it('is none where it would turn into a part', () => {
    const leaf = {
      id: 'leaf',
      type: 'box' as const,
      atMm: [40, 0, 100] as Triple,
      sizeMm: [60, 40, 4] as Triple,
    };
    // Turned over about the middle, its leaf comes to lie behind, where a box may stand.
    const wall = cube('wall', 20, { mounts: [base] }, [-40, 0, 50]);
    const over = [{ id: 'over', name: 'turned over', at: { flip: 180 } }];
    expect(weightOf([0, 1, 0], over, { solids: [leaf] })).toEqual(['note']);
    expect(weightOf([0, 1, 0], over, { solids: [leaf] }, wall)).toEqual(['risk']);
  });
});

describe('a screen that is small for how far it is', () => {
  const weightOf = (diagonalMm: number) => {
    const { rig, parts } = findingFixtures['screen-not-seen'].hasNot;
    const camera = parts.get('body')!;
    const screens = camera.screens!.map((s) => ({ ...s, diagonalMm }));
    const book = new Map([...parts, ['body', { ...camera, screens }] as const]);
    return measureReport(rig, 'low', book, { collider })
      .findings.filter((f) => f.code === 'screen-not-seen')
      .map((f) => f.weight);
  };

  it('serves to frame by up to half as far again as focus is judged from: 716 mm is 8 × 89.5 and 12 × 59.7', () => {
    expect(weightOf(90)).toEqual([]);
    expect(weightOf(89)).toEqual(['note']);
    expect(weightOf(60)).toEqual(['note']);
    expect(weightOf(59)).toEqual(['risk']);
  });
});

describe('the room for the eye', () => {
  it('is not taken by what the eye rests on', () => {
    const room = {
      id: 'eye-room',
      purpose: 'eyepiece' as const,
      shape: { type: 'box' as const, atMm: [-30, 0, 0] as Triple, sizeMm: [30, 20, 20] as Triple },
    };
    const enteredBy = (kind: Part['kind']) => {
      const { rig, parts } = sits(
        'eye',
        { keepClear: [room], grips: [gripAt('g', [0, 60, 0])] },
        [cube('cup', 20, { kind, mounts: [base] }, [-30, 0, -50])],
        [joint('c', 'cup.base', 'body.plain')],
      );
      return measureReport(rig, 'low', parts, { collider }).findings.some(
        (f) => f.code === 'keep-clear-entered',
      );
    };
    expect(enteredBy('recorder')).toBe(true);
    expect(enteredBy('loupe')).toBe(false);
  });
});

import { listUsualFields, findFreeId, type ElementList, type Part } from '@zucchini/core';

/** What can be put onto a part: its name, the list it goes to, and what it is at first. */
export interface NewElement {
  readonly label: string;
  readonly list: ElementList;
  readonly create: (
    part: Part,
    at: readonly [number, number, number],
    towards: readonly [number, number, number],
  ) => Record<string, unknown>;
}

type Way = readonly [number, number, number];
const squareTo = (d: Way): Way => (Math.abs(d[0]) > 0.5 ? [0, 0, 1] : [1, 0, 0]);

/** New things stand in the middle of the face that is looked at, and look at the viewer. */
export const newElements: readonly NewElement[] = [
  {
    label: 'Box',
    list: 'solids',
    create: (p, at) => ({
      id: findFreeId(p, 'box'),
      type: 'box',
      atMm: at,
      sizeMm: [20, 20, 20],
      surface: 'metal',
    }),
  },
  {
    label: 'Cylinder',
    list: 'solids',
    create: (p, at, towards) => ({
      id: findFreeId(p, 'cylinder'),
      type: 'cylinder',
      atMm: at,
      axis: towards,
      reference: squareTo(towards),
      radiusMm: 8,
      lengthMm: 20,
      surface: 'metal',
    }),
  },
  {
    label: 'Tube',
    list: 'solids',
    create: (p, at, towards) => ({
      id: findFreeId(p, 'tube'),
      type: 'tube',
      atMm: at,
      axis: towards,
      reference: squareTo(towards),
      radiusMm: 10,
      innerRadiusMm: 7,
      lengthMm: 20,
      surface: 'metal',
    }),
  },
  {
    label: 'Cone',
    list: 'solids',
    create: (p, at, towards) => ({
      id: findFreeId(p, 'cone'),
      type: 'frustum',
      atMm: at,
      axis: towards,
      reference: squareTo(towards),
      radiusMm: 12,
      endRadiusMm: 8,
      lengthMm: 20,
      surface: 'metal',
    }),
  },
  {
    label: 'Plate of any outline',
    list: 'solids',
    create: (p, at, towards) => ({
      id: findFreeId(p, 'plate'),
      type: 'prism',
      atMm: at,
      axis: towards,
      reference: squareTo(towards),
      outlineMm: [
        [-20, -10],
        [20, -10],
        [20, 10],
        [0, 20],
        [-20, 10],
      ],
      lengthMm: 4,
      surface: 'metal',
    }),
  },
  {
    label: '¼″ socket',
    list: 'mounts',
    create: (p, at, towards) => ({
      id: findFreeId(p, 'socket'),
      kind: 'quarter-20',
      side: 'socket',
      originMm: at,
      normal: towards,
      reference: squareTo(towards),
      ...listUsualFields('quarter-20', 'socket', squareTo(towards)),
    }),
  },
  {
    label: '¼″ screw',
    list: 'mounts',
    create: (p, at, towards) => ({
      id: findFreeId(p, 'screw'),
      kind: 'quarter-20',
      side: 'screw',
      originMm: at,
      normal: towards,
      reference: squareTo(towards),
      ...listUsualFields('quarter-20', 'screw', squareTo(towards)),
      fastening: { tool: 'thumb', seconds: 15 },
      carrier: !p.mounts.some((m) => m.carrier),
    }),
  },
  {
    label: 'Other mount',
    list: 'mounts',
    create: (p, at, towards) => ({
      id: findFreeId(p, 'mount'),
      kind: 'cold-shoe',
      side: 'shoe',
      originMm: at,
      normal: towards,
      reference: squareTo(towards),
      lengthwise: { axis: squareTo(towards), fromMm: -10, toMm: 10 },
    }),
  },
  {
    label: 'Socket for a plug',
    list: 'ports',
    create: (p, at, towards) => ({
      id: findFreeId(p, 'port'),
      connector: 'usb-c',
      direction: 'in',
      carries: ['power'],
      originMm: at,
      normal: towards,
    }),
  },
  {
    label: 'Space to keep clear',
    list: 'keepClear',
    create: (p, at) => ({
      id: findFreeId(p, 'room'),
      purpose: 'dials',
      shape: { type: 'box', atMm: at, sizeMm: [20, 20, 20] },
    }),
  },
  {
    label: 'Door that swings',
    list: 'keepClear',
    create: (p, at, towards) => ({
      id: findFreeId(p, 'door'),
      purpose: 'port-door',
      shape: {
        type: 'sector',
        atMm: at,
        hinge: squareTo(towards),
        shut: [0, 1, 0].every((v, i) => v === Math.abs(squareTo(towards)[i]!))
          ? [1, 0, 0]
          : [0, 1, 0],
        sweepDeg: 90,
        radiusMm: 30,
        widthMm: 20,
      },
    }),
  },
  {
    label: 'Grip for a hand',
    list: 'grips',
    create: (p, at) => ({
      id: findFreeId(p, 'grip'),
      use: 'carry',
      place: 'other',
      fromMm: [at[0] - 40, at[1], at[2]],
      toMm: [at[0] + 40, at[1], at[2]],
      radiusMm: 13,
    }),
  },
  {
    label: 'Picture that is looked at',
    list: 'screens',
    create: (p, at, towards) => ({
      id: findFreeId(p, 'picture'),
      atMm: at,
      normal: towards,
      diagonalMm: 90,
    }),
  },
  {
    label: 'Button, dial or knob',
    list: 'controls',
    create: (p, at) => ({ id: findFreeId(p, 'knob'), use: 'knob', atMm: at, sizeMm: 12 }),
  },
];

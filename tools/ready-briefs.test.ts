import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import {
  createRig,
  judgeNeed,
  listNeeds,
  measureEv,
  measureNeededNits,
  measureReport,
  measureShort,
  ReadyBriefs,
  beginWith,
  type Joint,
  type Need,
  type Part,
  type ReadyBrief,
  type Rig,
} from '@zucchini/core';

const { briefs } = ReadyBriefs.parse(
  JSON.parse(readFileSync(new URL('../demo/briefs.json', import.meta.url), 'utf8')),
);

const cube = (id: string, kind: Part['kind'], more: Partial<Part> = {}): Part => ({
  id,
  kind,
  name: id,
  massG: 300,
  solids: [{ id: 'block', type: 'box', sizeMm: [20, 20, 20], atMm: [0, 0, 0] }],
  mounts: [],
  ...more,
});
const mount = (
  id: string,
  kind: Part['mounts'][number]['kind'],
  side: Part['mounts'][number]['side'],
  normal: readonly [number, number, number],
  more: Partial<Part['mounts'][number]> = {},
): Part['mounts'][number] => ({
  id,
  kind,
  side,
  originMm: [normal[0] * 10, normal[1] * 10, normal[2] * 10],
  normal: [...normal],
  reference: normal[0] === 0 ? [1, 0, 0] : [0, 0, 1],
  ...more,
});
const long = { axis: [1, 0, 0] as [number, number, number], fromMm: -400, toMm: 400 };
const grip = (id: string, place: 'top' | 'side'): NonNullable<Part['grips']>[number] => ({
  id,
  use: 'carry',
  place,
  fromMm: [-40, 0, 30],
  toMm: [40, 0, 30],
});
const sensorMm: [number, number] = [36, 24];
const lensMount = mount('lens', 'lens-mount', 'body', [1, 0, 0], { family: 'F' });
const rail = mount('rail', 'magnet', 'face', [0, 0, 1], { lengthwise: long });

/** A body that brings nothing: no screen, no ND, no sound, no place to fasten anything to. */
const bare = cube('bare', 'body', {
  sensorMm,
  exposes: { baseIso: [800], mostIso: 800, ndStops: [] },
  autofocus: false,
  draw: { recordW: 10, idleW: 10 },
  mounts: [lensMount, rail, mount('bay', 'cell-bay', 'body', [0, 0, -1], { family: 'C' })],
  ports: [
    {
      id: 'dc',
      connector: 'barrel',
      direction: 'in',
      carries: ['power'],
      originMm: [0, 0, 0],
      normal: [-1, 0, 0],
      power: { minV: 10, maxV: 17 },
    },
  ],
});
/** A body that brings everything by itself. */
const full = cube('full', 'body', {
  ...bare,
  id: 'full',
  name: 'full',
  exposes: { baseIso: [800], mostIso: 12_800, ndRange: [0, 20] },
  autofocus: true,
  draw: { recordW: 0.5, idleW: 0.5 },
  link: { rangeM: 500 },
  hears: { wind: 'fur' },
  serves: [
    { need: 'hold-shoulder' },
    { need: 'microphone', channels: 4 },
    { need: 'wireless-audio', channels: 4 },
    { need: 'headphones' },
    { need: 'timecode' },
    { need: 'sound-inputs', channels: 8 },
    { need: 'focus-drive' },
    { need: 'power' },
  ],
  grips: [grip('t', 'top'), grip('s', 'side'), grip('s2', 'side')],
  screens: [
    { id: 'face', atMm: [-10, 0, 0], normal: [1, 0, 0], diagonalMm: 90, nits: 5000, flips: true },
  ],
});
const lens = cube('lens', 'lens', {
  autofocus: true,
  optics: { focalMm: [35, 35], widestT: 2, smallestT: 22 },
  mounts: [
    mount('rear', 'lens-mount', 'lens', [-1, 0, 0], { family: 'F', carrier: true }),
    { ...mount('thread', 'front-thread', 'female', [1, 0, 0]), sizeMm: 77 },
  ],
});
const cell = cube('cell', 'battery', {
  cell: { energyWh: 20 },
  mounts: [mount('face', 'cell-bay', 'battery', [0, 0, 1], { family: 'C', carrier: true })],
});
const back = mount('back', 'magnet', 'face', [0, 0, -1], { carrier: true, clampLengthMm: 20 });

/** One part for each need that closes it whatever it is counted in. */
const closers: Readonly<Partial<Record<Need['id'], Part>>> = {
  protection: cube('cage', 'cage', {
    mounts: [
      back,
      ...Array.from({ length: 9 }, (_, i) => mount(`hole-${i}`, 'quarter-20', 'socket', [0, 0, 1])),
    ],
  }),
  'hold-low': cube('handle', 'top-handle', { mounts: [back], grips: [grip('palm', 'top')] }),
  'hold-side': cube('grips', 'side-grip', {
    mounts: [back],
    grips: [grip('one', 'side'), grip('two', 'side')],
  }),
  'hold-shoulder': cube('pad', 'shoulder-pad', { mounts: [back] }),
  support: cube('legs', 'support', {
    mounts: [{ ...back, bears: { massG: 50_000 } }],
  }),
  monitor: cube('monitor', 'monitor', {
    mounts: [back],
    screens: [{ id: 'face', atMm: [-10, 0, 0], normal: [-1, 0, 0], diagonalMm: 130, nits: 3000 }],
  }),
  'front-view': cube('mirror', 'monitor', {
    mounts: [back],
    screens: [
      {
        id: 'face',
        atMm: [-10, 0, 0],
        normal: [1, 0, 0],
        diagonalMm: 130,
        nits: 3000,
        flips: true,
      },
    ],
  }),
  'video-link': cube('link', 'transmitter', { mounts: [back], link: { rangeM: 300 } }),
  microphone: cube('mic', 'microphone', {
    mounts: [back],
    hears: { wind: 'fur' },
    serves: [{ need: 'microphone', channels: 1 }],
  }),
  'wireless-audio': cube('radio', 'receiver', {
    mounts: [back],
    serves: [{ need: 'wireless-audio', channels: 4 }],
  }),
  'sound-inputs': cube('box', 'sound-box', {
    mounts: [back],
    ports: [1, 2, 3, 4].map((i) => ({
      id: `in-${i}`,
      connector: 'xlr-3',
      direction: 'in',
      carries: ['audio'],
      originMm: [0, 0, 0],
      normal: [0, 1, 0],
    })),
  }),
  headphones: cube('phones', 'other', { serves: [{ need: 'headphones' }] }),
  timecode: cube('clock', 'timecode-box', { mounts: [back] }),
  'focus-drive': cube('drive', 'follow-focus', { mounts: [back], drive: { by: 'hand' } }),
  power: cell,
  'light-control': cube('fader', 'filter', {
    glass: { does: 'variable-nd', stops: [[0, 20]], cleanTo: 20 },
    mounts: [
      { ...mount('back', 'front-thread', 'male', [-1, 0, 0], { carrier: true }), sizeMm: 77 },
      { ...mount('front', 'front-thread', 'female', [1, 0, 0]), sizeMm: 77 },
    ],
  }),
};

function measure(ready: ReadyBrief, body: Part, more: readonly Part[] = [], cellWh = 20) {
  const own = { ...cell, id: 'own', name: 'own', cell: { energyWh: cellWh } };
  const all = [body, lens, own, ...more];
  const parts = new Map(all.map((p) => [p.id, p]));
  const base = createRig({ rig: 'rig', item: 'body', setup: 'low' }, 'Rig', body, {
    currency: 'EUR',
    limits: {},
  });
  const joints: Joint[] = [
    {
      id: 'l',
      child: { item: 'lens', mount: 'rear' },
      parent: { item: 'body', mount: 'lens' },
      slideMm: 0,
      turnDeg: 0,
    },
    {
      id: 'c',
      child: { item: 'own', mount: 'face' },
      parent: { item: 'body', mount: 'bay' },
      slideMm: 0,
      turnDeg: 0,
    },
    ...more
      .filter((p) => p.mounts.some((m) => m.kind === 'magnet'))
      .map((p, i): Joint => ({
        id: `m${i}`,
        child: { item: p.id, mount: 'back' },
        parent: { item: 'body', mount: 'rail' },
        slideMm: -300 + 60 * i,
        turnDeg: 0,
      })),
    ...more
      .filter((p) => p.kind === 'filter')
      .map((p, i): Joint => ({
        id: `f${i}`,
        child: { item: p.id, mount: 'back' },
        parent: { item: 'lens', mount: 'thread' },
        slideMm: 0,
        turnDeg: 0,
      })),
  ];
  const rig: Rig = {
    ...base,
    brief: beginWith(ready, { currency: 'EUR', limits: {} }),
    kit: [
      { id: 'body', partId: body.id, owned: true },
      { id: 'lens', partId: 'lens', owned: true },
      { id: 'own', partId: 'own', owned: true },
      ...more.map((p) => ({ id: p.id, partId: p.id, owned: true })),
    ],
    setups: [{ ...base.setups[0]!, body: 'body', joints }],
  };
  const report = measureReport(rig, rig.setups[0]!.id, parts);
  return listNeeds({ ...report, parts });
}

/** What the bare body is short by, worked out from the brief alone. */
function expectShort(ready: ReadyBrief, need: Need): number {
  const { brief } = ready;
  switch (need.unit) {
    case 'stops': {
      const { framesPerS = 25, shutterDeg = 180, smallestT } = brief.picture!;
      const rates = brief.deliverables?.map((d) => d.framesPerS) ?? [framesPerS];
      // The slowest frames take the most light.
      const bare = measureEv(smallestT!, shutterDeg / 360 / Math.min(...rates), 800);
      return Math.max(...brief.scenes!.map((s) => s.toEv!)) - bare;
    }
    case 'nits': {
      const ev = Math.max(...brief.scenes!.map((s) => s.toEv!), brief.watch?.inSun ? 15 : 0);
      return measureNeededNits(ev);
    }
    case 'hours': {
      // 20 Wh at 20 °C give 97 % of themselves, and 70 % of the time 10 W are drawn; a break adds its hour.
      const hours = brief.day!.hoursOn!;
      const onH = (20 * 0.97) / (0.7 * 10);
      const isPast = brief.day!.mainsBreak && onH > (hours - 1) / 2;
      return hours - onH - (isPast ? 1 : 0);
    }
    case 'metres':
      return brief.people!.clientM!;
    case 'grams': {
      const { tripodPayloadG = 0 } = brief.supports ?? {};
      return 900 - tripodPayloadG;
    }
    default:
      return need.wanted;
  }
}

const wide = (ready: ReadyBrief): ReadyBrief => ({
  ...ready,
  // What the person says they have is no part of the rig.
  brief: { ...ready.brief, supports: {} },
});

describe('the ready-made jobs', () => {
  it('are eight, each with a name of its own', () => {
    expect(new Set(briefs.map((b) => b.name)).size).toBe(8);
  });

  it('refuse a figure of which nobody says where it comes from', () => {
    const [first] = briefs;
    const { because: _, ...rest } = first!;
    const outcome = ReadyBriefs.safeParse({
      format: 'zucchini-briefs',
      formatVersion: 1,
      briefs: [{ ...rest, because: {} }],
    });
    expect(outcome.error?.issues[0]?.message).toBe('says nowhere where this figure comes from');
  });
});

const jack = {
  id: 'ears',
  connector: 'jack-3.5' as const,
  direction: 'out' as const,
  carries: ['audio' as const],
  originMm: [0, 0, 0] as [number, number, number],
  normal: [0, 1, 0] as [number, number, number],
};

describe.each(briefs.map((b) => [b.name, wide(b)] as const))('%s', (_name, ready) => {
  const short = measure(ready, bare);
  const cases = short.map((need) => [need.id, need] as const);

  it('asks for something', () => expect(cases.length).toBeGreaterThan(4));

  it.each(cases)('%s: a body that brings it needs nothing bought', (id) => {
    const found = measure(ready, full, [], 5000).find((n) => n.id === id);
    // Places are wanted only for what is to be fastened, inputs only for what is to be plugged in.
    if (id === 'protection' || id === 'sound-inputs') expect(found).toBe(undefined);
    else if (id === 'support') {
      const own = {
        ...ready,
        brief: { ...ready.brief, supports: { tripodPayloadG: 9000, gimbalPayloadG: 9000 } },
      };
      expect(judgeNeed(measure(own, full, [], 5000).find((n) => n.id === id)!)).toBe('there');
    } else expect([id, judgeNeed(found!)]).toEqual([id, 'there']);
  });

  it.each(cases)('%s: a bare body is short by what the brief says', (id, need) => {
    expect([id, judgeNeed(need)]).toEqual([id, 'short']);
    expect(measureShort(need)).toBeCloseTo(expectShort(ready, need), 1);
  });

  it.each(cases)('%s: a part closes it', (id) => {
    const closer = closers[id]!;
    const more = id === 'power' ? [] : [closer];
    // Headphones alone hear nothing: they want a socket that plays what is kept.
    const body: Part =
      id === 'headphones' ? { ...bare, ports: [...(bare.ports ?? []), jack] } : bare;
    const found = measure(ready, body, more, id === 'power' ? 5000 : 20).find((n) => n.id === id)!;
    if (id === 'power') expect(['there', 'served']).toContain(judgeNeed(found));
    else expect([id, judgeNeed(found)]).toEqual([id, 'served']);
  });
});

/** What people have and the wizard was once unable to say: each makes the part that was meant, by answers alone. */
import { describe, expect, it } from '@jest/globals';
import { findSureMate, measureMate, type Part } from '../part/index.js';
import {
  answerForMount,
  createCompanions,
  createFromAnswers,
  readAnswers,
  readBodyFigures,
  things,
  type Answers,
  type Bodies,
} from './index.js';

const thingOf = (label: string) => things.find((t) => t.label === label)!;
function make(label: string, answers: Answers, bodies: Bodies = new Map()): Part {
  const { making, missing } = createFromAnswers(
    thingOf(label),
    'one',
    { name: 'One', ...answers },
    bodies,
  );
  if (making.state !== 'made')
    throw new Error(JSON.stringify([making, missing.map((m) => m.name)]));
  return making.part;
}
const mountOf = (part: Part, id: string) => part.mounts.find((m) => m.id === id);
const portOf = (part: Part, id: string) => part.ports?.find((p) => p.id === id);
const bodyAnswers = {
  widthMm: 130,
  heightMm: 90,
  depthMm: 60,
  mountFamily: 'Alder',
  name: 'Heron',
};
const around: Bodies = new Map([['heron', readBodyFigures(make('Camera body', bodyAnswers))!]]);
const cage = (answers: Answers) => make('Cage', { body: 'heron', ...answers }, around);

describe('a body and its battery', () => {
  const { answers } = createFromAnswers(
    thingOf('Camera body'),
    'heron',
    { ...bodyAnswers, batteryWh: 16, batteryG: 80 },
    new Map(),
  );
  const [battery] = createCompanions(thingOf('Camera body'), answers, () => 'own');

  it('are described in one step, and the one goes into the other', () => {
    const body = make('Camera body', answers);
    expect(battery).toMatchObject({ kind: 'battery', name: 'Heron battery', massG: 80 });
    expect(findSureMate(mountOf(body, 'cell')!, battery!.mounts[0]!)).toBeDefined();
    // What was not said of it is marked as a guess.
    expect(battery!.provenance).toMatchObject({ 'figures.heightMm': 'guessed', massG: 'sheet' });
  });

  it('are none where nothing was said of a battery, and of a part that is no body', () => {
    const { batteryWh: _, ...rest } = answers;
    expect(createCompanions(thingOf('Camera body'), rest, () => 'own')).toEqual([]);
    expect(createCompanions(thingOf('Monitor'), answers, () => 'own')).toEqual([]);
  });

  it('of two bodies do not go into each other, unless they say the same type', () => {
    const bay = (name: string, more: Answers = {}) =>
      mountOf(make('Camera body', { ...bodyAnswers, name, ...more }), 'cell')!;
    const own = battery!.mounts[0]!;
    expect(measureMate(bay('Tern'), own).state).toBe('refuses');
    expect(measureMate(bay('Tern', { cellFamily: 'Heron battery' }), own).state).toBe('mates');
  });

  it('the compartment is as deep as the battery is said to be long', () => {
    const body = make('Camera body', { ...bodyAnswers, bayMm: 56 });
    const [, , z] = mountOf(body, 'cell')!.originMm;
    const under = mountOf(body, 'bottom')!.originMm[2];
    expect(z - under).toBeCloseTo(58, 9);
    const [long] = createCompanions(thingOf('Camera body'), { ...answers, bayMm: 56 }, () => 'own');
    expect(long!.solids[0]).toMatchObject({ sizeMm: [38, 20, 56] });
    // More energy takes more room: 60 Wh at 0.5 Wh∕cm³ are 120 cm³.
    const [thick] = createCompanions(
      thingOf('Camera body'),
      { ...answers, batteryWh: 60 },
      () => 'own',
    );
    expect(thick!.solids[0]).toMatchObject({ sizeMm: [38, 69, 46] });
  });

  it('a body without a compartment has neither bay nor door', () => {
    const body = make('Camera body', { ...bodyAnswers, noBay: true });
    expect(mountOf(body, 'cell')).toBeUndefined();
    expect(body.keepClear!.map((k) => k.purpose)).not.toContain('battery-door');
  });
});

describe('what a body does', () => {
  it('records at a rate onto a kind of card', () => {
    const body = make('Camera body', {
      ...bodyAnswers,
      modeMbps: 200,
      modeName: '4K 25p',
      modeMedia: 'Wafer card',
    });
    expect(body.modes).toEqual([{ name: '4K 25p', rateMbps: 200, media: ['Wafer card'] }]);
    expect(readAnswers(body)!.answers).toMatchObject({ modeMbps: 200, modeMedia: 'Wafer card' });
  });

  it('takes no power at a USB-C that takes none', () => {
    const usb = portOf(make('Camera body', { ...bodyAnswers, usbDoes: 'nothing' }), 'usb')!;
    expect([usb.carries, usb.power]).toEqual([['data'], undefined]);
  });

  it('gives formats, and plays back in others', () => {
    const hdmi = portOf(
      make('Camera body', {
        ...bodyAnswers,
        formats: '2160p 25, 1080p 50',
        playbackFormats: '1080p 50',
      }),
      'hdmi',
    )!;
    expect([hdmi.formats, hdmi.playbackFormats]).toEqual([['2160p 25', '1080p 50'], ['1080p 50']]);
  });

  it('has its sockets behind, and its cards beside the battery', () => {
    const body = make('Camera body', {
      ...bodyAnswers,
      screen: 'none',
      socketsBehind: true,
      cards: 'with-battery',
    });
    expect(portOf(body, 'hdmi')!.normal).toEqual([-1, 0, 0]);
    expect(body.keepClear!.map((k) => k.purpose)).not.toContain('card-door');
  });
});

describe('a flap over the sockets of a body', () => {
  const flap = (answers: Answers) =>
    make('Camera body', { ...bodyAnswers, ...answers }).keepClear?.find(
      (k) => k.purpose === 'port-door',
    );

  it('swings out to the front, as far as the bars of a cage leave the sockets free; none at the back', () => {
    const body = make('Camera body', { ...bodyAnswers, portFlap: true });
    const { shape } = flap({ portFlap: true })!;
    if (shape.type !== 'sector') throw new Error(shape.type);
    // Shut it lies backwards over the sockets; about an axis that points down it comes round to the left.
    expect([shape.shut, shape.hinge]).toEqual([
      [-1, 0, 0],
      [0, 0, -1],
    ]);
    const x = portOf(body, 'hdmi')!.originMm[0];
    expect([x - (shape.atMm[0] - shape.radiusMm), shape.atMm[0] - x]).toEqual([9, 9]);
    expect([flap({}), flap({ portFlap: true, screen: 'none', socketsBehind: true })]).toEqual([
      undefined,
      undefined,
    ]);
  });
});

describe('what stands in set positions, shades, or is held though it is no handle', () => {
  it('an arm clicks', () => {
    const arm = (more: Answers) =>
      make('Arm', { heightMm: 90, ...more }).movements!.map((m) => m.step);
    expect([arm({ clicksDeg: 30 }), arm({})]).toEqual([
      [30, 30],
      [undefined, undefined],
    ]);
  });

  it('a flag is a sheet on what fastens it, and wants neither power nor a lead', () => {
    const flag = make('Flag or door against light', {
      lengthMm: 90,
      widthMm: 140,
      mounts: [{ id: 'foot', face: 'bottom', kind: 'cold-shoe', side: 'foot', reference: 'front' }],
    });
    expect(flag).toMatchObject({ kind: 'other', solids: [{ sizeMm: [90, 140, 2] }] });
    expect([flag.ports ?? [], flag.mounts.map((m) => m.kind)]).toEqual([[], ['cold-shoe']]);
  });

  it('a cage is held by its left bar where that is said', () => {
    const grips = (more: Answers) => cage(more).grips?.map((g) => [g.use, g.place, g.hand]) ?? [];
    expect([grips({ heldLeft: true }), grips({})]).toEqual([[['carry', 'side', 'left']], []]);
  });

  it('a second ¼″ below lies so far from the first, as far as the floor goes', () => {
    const at = (more: Answers, id: string) => mountOf(cage(more), id)?.originMm;
    const [first, second] = ['under-quarter', 'under-second'].map((id) =>
      at({ underPairMm: 40 }, id),
    );
    expect(second).toEqual([first![0], first![1] + 40, first![2]]);
    expect(at({}, 'under-second')).toBeUndefined();
    expect(() => cage({ underPairMm: 80 })).toThrow('underPairMm');
    // Beside a dovetail it lies in the floor, in it on its face, and not across its edge.
    const floor = at({}, 'under-quarter')![2];
    const level = (mm: number) =>
      at({ dovetail: true, underPairMm: mm }, 'under-second')![2] - floor;
    expect([level(12), level(28)]).toEqual([-8, 0]);
    expect(() => cage({ dovetail: true, underPairMm: 20 })).toThrow('edge of the dovetail');
  });
});

describe('what handles and cages have', () => {
  it('a handle in the shoe of the body hands two XLR inputs on through its foot', () => {
    const handle = make('Top handle', { lengthMm: 110, heightMm: 60, base: 'hot-shoe', xlr: 2 });
    expect(mountOf(handle, 'base')).toMatchObject({ kind: 'hot-shoe', side: 'foot' });
    expect(handle.ports!.filter((p) => p.connector === 'xlr-3')).toHaveLength(2);
    expect(portOf(handle, 'shoe-out')).toMatchObject({ connector: 'shoe-contacts' });
  });

  it('an eye for a strap at a handle, and at both sides of a cage', () => {
    const handle = make('Top handle', { lengthMm: 110, heightMm: 60, anchor: true });
    const lugs = (part: Part) => part.mounts.filter((m) => m.kind === 'strap-lug').length;
    expect([lugs(handle), lugs(cage({ anchors: true })), lugs(cage({}))]).toEqual([1, 2, 0]);
  });

  it('two plain holes in the middle of the roof, where a handle hangs straight', () => {
    const holes = (answers: Answers) =>
      cage(answers)
        .mounts.filter((m) => m.id.startsWith('roof-pair'))
        .map((m) => Math.round(m.originMm[1]));
    expect(holes({ holePairMm: 18, shoes: 0 })).toEqual([0, 0]);
    // A rail lies there: the holes are beside it.
    expect(holes({ holePairMm: 18, topRailMm: 60, shoes: 0 })[0]).toBeLessThan(-10);
    expect(() => cage({ holePairMm: 18, topRailMm: 60, holePairAt: 'middle', shoes: 0 })).toThrow(
      'holePairAt',
    );
  });

  it('a ¼″ socket at the left of every cage, however low or flat its body is', () => {
    const sizes = [84, 112, 134, 150].flatMap((widthMm) =>
      [64, 84, 112].flatMap((heightMm) =>
        [40, 48, 58, 80].map((depthMm) => ({ widthMm, heightMm, depthMm })),
      ),
    );
    for (const size of sizes) {
      const body = make('Camera body', { ...bodyAnswers, ...size });
      const of: Bodies = new Map([['heron', readBodyFigures(body)!]]);
      for (const coverage of ['full', 'half']) {
        const { mounts } = make('Cage', { body: 'heron', coverage }, of);
        expect([size, mounts.some((m) => m.kind === 'quarter-20' && m.normal[1] > 0.9)]).toEqual([
          size,
          true,
        ]);
      }
    }
  });

  it('a dovetail as long as it is said to be', () => {
    const long = (answers: Answers) => {
      const { lengthwise } = mountOf(cage({ dovetail: true, ...answers }), 'under-dovetail')!;
      return lengthwise!.toMm - lengthwise!.fromMm;
    };
    expect(long({ dovetailMm: 90 })).toBe(90);
    expect(long({})).toBeLessThan(80);
  });
});

describe('what stands on lens and rods', () => {
  it('a lens adapter with a foot', () => {
    const adapter = make('Lens adapter', {
      thicknessMm: 26,
      backFamily: 'Alder',
      frontFamily: 'Birch',
      footMm: 44,
    });
    expect(mountOf(adapter, 'foot')).toMatchObject({ kind: 'quarter-20', originMm: [13, 0, -44] });
  });

  it('square glass, in the tray of its size and in no other', () => {
    const pane = make('Square filter', { trayMm: 100, does: 'nd', stops: 4 });
    const box = (trayMm: number) =>
      make('Matte box', { openingMm: [120, 90], ringMm: 95, trayMm }).mounts.find(
        (m) => m.kind === 'filter-tray',
      )!;
    expect(measureMate(pane.mounts[0]!, box(100)).state).toBe('mates');
    expect(measureMate(pane.mounts[0]!, box(138)).state).toBe('refuses');
    expect(pane.glass).toMatchObject({ does: 'nd', stops: [[4, 4]] });
  });

  it('a hood that screws in, and takes nothing before it', () => {
    const hood = make('Lens hood', { backSizeMm: 67, thicknessMm: 40 });
    expect(hood.mounts.map((m) => [m.kind, m.sizeMm])).toEqual([['front-thread', 67]]);
    expect(readAnswers(hood)!.thing.label).toBe('Lens hood');
  });

  it('a focus motor takes its watts at its socket; a wheel takes none', () => {
    const motor = make('Focus motor', { motorMm: [25, 60], recordW: 4 });
    expect([motor.draw, motor.ports![0]!.connector]).toEqual([{ recordW: 4 }, 'usb-c']);
    expect(make('Follow focus', { recordW: 4 }).draw).toBeUndefined();
  });
});

describe('what one sees and feeds with', () => {
  it('an electronic eyepiece has watts, sockets, and a picture that one looks into', () => {
    const eye = make('Electronic eyepiece', {
      widthMm: 60,
      heightMm: 50,
      depthMm: 110,
      recordW: 3,
    });
    expect(eye.screens![0]).toMatchObject({ finder: true });
    expect(eye.draw).toEqual({ recordW: 3 });
    expect(eye.ports!.map((p) => p.id)).toEqual(['hdmi-in', 'power-in']);
  });

  it('a monitor with a headphone socket, and the formats it takes', () => {
    const monitor = make('Monitor', { diagonalIn: 5, phonesOut: true, formats: '1080p 25' });
    expect(portOf(monitor, 'phones')).toMatchObject({ direction: 'out', connector: 'jack-3.5' });
    expect(portOf(monitor, 'hdmi-in')!.formats).toEqual(['1080p 25']);
  });

  it('a battery with USB-A gives 5 V there, whatever it is at', () => {
    const size = { heightMm: 100, widthMm: 70, depthMm: 50, energyWh: 98 };
    const brick = make('Battery', { mount: 'v-mount', has: 'all', ...size });
    const usbA = brick.ports!.find((p) => p.connector === 'usb-a')!;
    expect(usbA.power).toMatchObject({ minV: 5, maxV: 5, regulated: true });
  });
});

describe('a question that comes from a mount', () => {
  const mount = (kind: string, side: string, more = {}) =>
    ({
      id: 'm',
      kind,
      side,
      originMm: [0, 0, 0],
      normal: [0, 0, 1],
      reference: [1, 0, 0],
      ...more,
    }) as Part['mounts'][number];

  it.each([
    [
      'Battery',
      mount('cell-bay', 'body', { family: 'Heron' }),
      { mount: 'cell-bay', family: 'Heron' },
    ],
    ['Lens', mount('lens-mount', 'body', { family: 'Alder' }), { mountFamily: 'Alder' }],
    // Of its two mounts only the one that goes there.
    ['Lens adapter', mount('lens-mount', 'body', { family: 'Alder' }), { backFamily: 'Alder' }],
    ['Top handle', mount('nato-rail', 'rail'), { base: 'nato' }],
    ['Round filter', mount('front-thread', 'female', { sizeMm: 67 }), { backSizeMm: 67 }],
    ['Matte box', mount('clamp-ring', 'ring', { sizeMm: 80 }), { ringMm: 80 }],
    // What is guessed anyway is not said.
    ['Monitor', mount('quarter-20', 'screw'), {}],
    // A rail is no place for it: nothing is said.
    ['Lens', mount('nato-rail', 'rail'), {}],
  ])('begins with its answers: %s', (label, onto, answers) => {
    expect(answerForMount(thingOf(label), onto)).toEqual(answers);
  });
});

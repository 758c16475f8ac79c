import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { measureMate, type Mount, type Part } from '../part/index.js';
import {
  createRotation,
  measureLength,
  place,
  toUnit,
  type Placement,
} from '../placement/index.js';
import { applyEdit } from '../rig/index.js';
import {
  turnAbout,
  body,
  createTestRig,
  cube,
  handle,
  joint,
  mountAt,
  noBrief,
  weightAhead,
} from '../testing/rigs.js';
import type { Brief } from '../brief/index.js';
import { saySense } from '../wording/index.js';
import { findChain, listAdaptors, measureReachOver } from '../fit/index.js';
import {
  listAsked,
  listCandidates,
  measureReport,
  createSense,
  sortCandidates,
  type Asked,
  type Candidate,
} from './index.js';

/** A rig with something of everything: a slid handle, a tilted arm, a gripped weight on a plain screw. */
function createFull(slideMm: number, tiltDeg: number, turnDeg: number) {
  const arm: Part = cube('arm', 60, {
    mounts: [
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        thread: { lengthMm: 6 },
      }),
      mountAt('head', 'quarter-20', 'socket', [0, 0, 40], [0, 0, 1], [1, 0, 0], {
        thread: { depthMm: 8 },
      }),
    ],
    movements: [turnAbout('tilt', [0, 1, 0], [0, 0, 20], [-90, 90], ['head', 'solid'])],
  });
  const weight: Part = {
    ...weightAhead,
    grips: [
      { id: 'edge', use: 'adjust', place: 'other', fromMm: [100, 40, 0], toMm: [100, -20, 0] },
    ],
  };
  return createTestRig(
    [body, { ...handle, massG: 120 }, arm, weight],
    [
      joint('h', 'handle.base', 'body.rail', { slideMm }),
      joint('a', 'arm.base', 'body.holes', { turnDeg }),
      joint('w', 'weight.base', 'arm.head'),
    ],
    { setup: { motion: 'walking', stances: { arm: { tilt: tiltDeg } } } },
  );
}

const angle = fc.double({ min: -3, max: 3, noNaN: true });
const length = fc.double({ min: -300, max: 300, noNaN: true });
const standings: fc.Arbitrary<Placement> = fc
  .tuple(
    fc.tuple(length, length, length).filter((v) => measureLength(v) > 1),
    angle,
    fc.tuple(length, length, length),
  )
  .map(([axis, turn, originMm]) => ({ rotation: createRotation(toUnit(axis), turn), originMm }));

describe('the whole report', () => {
  it('does not depend on where the rig stands with its operator', () => {
    fc.assert(
      fc.property(
        standings,
        fc.integer({ min: -40, max: 40 }),
        fc.integer({ min: -90, max: 90 }),
        fc.constantFrom(0, 90, 180, 270),
        fc.constantFrom('level', 'rolled-left', 'rolled-right'),
        (rigFromBody, slideMm, tiltDeg, turnDeg, attitude) => {
          const made = createFull(slideMm, tiltDeg, turnDeg);
          const rig = {
            ...made.rig,
            setups: [{ ...made.rig.setups[0]!, attitude: attitude as 'level' }],
          };
          const here = measureReport(rig, 'low', made.parts);
          const there = measureReport(rig, 'low', made.parts, { rigFromBody });
          expect(there.assembly.mass.massG).toBeCloseTo(here.assembly.mass.massG, 9);
          const moved = place(rigFromBody, here.centreMm!);
          there.centreMm!.forEach((v, i) => expect(v).toBeCloseTo(moved[i]!, 6));
          expect(there.hang.state).toBe(here.hang.state);
          if (here.hang.state === 'hangs' && there.hang.state === 'hangs') {
            expect(there.hang.tiltRad).toBeCloseTo(here.hang.tiltRad, 9);
            expect(there.hang.leanRad).toBeCloseTo(here.hang.leanRad, 9);
          }
          expect(there.fit.size.heightMm).toBeCloseTo(here.fit.size.heightMm, 6);
          here.fit.slips.forEach((slip, i) => {
            expect(there.fit.slips[i]!.weightMomentNm).toBeCloseTo(slip.weightMomentNm, 9);
            expect(there.fit.slips[i]!.handsMomentNm).toBeCloseTo(slip.handsMomentNm, 9);
          });
          expect(there.findings.map((f) => f.id)).toEqual(here.findings.map((f) => f.id));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('the mass is the sum of the parts, wherever they stand', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -40, max: 40 }),
        fc.integer({ min: -90, max: 90 }),
        (slideMm, tiltDeg) => {
          const made = createFull(slideMm, tiltDeg, 0);
          expect(measureReport(made.rig, 'low', made.parts).assembly.mass.massG).toBeCloseTo(
            1000 + 120 + 60 + 500,
            9,
          );
        },
      ),
    );
  });

  it('a part fitted and taken off again leaves the report as it was', () => {
    const made = createFull(0, 30, 0);
    const before = measureReport(made.rig, 'low', made.parts);
    const spare = cube('spare', 77, { mounts: weightAhead.mounts });
    const parts = new Map([...made.parts, ['spare', spare]]);
    const fitted = applyEdit(made.rig, {
      type: 'add-part',
      setupId: 'low',
      item: { id: 'spare', partId: 'spare', owned: false },
      joint: joint('s', 'spare.base', 'body.plain'),
    });
    expect(measureReport(fitted, 'low', parts).findings).not.toEqual(before.findings);
    const bare = applyEdit(fitted, { type: 'remove-item', setupId: 'low', itemId: 'spare' });
    expect(bare).toEqual(made.rig);
    expect(measureReport(bare, 'low', parts).findings).toEqual(before.findings);
  });
});

describe('another part in place of one', () => {
  it('is offered from the catalogue where it keeps a joint from turning, the cheapest first', () => {
    const arm = (id: string, pins: boolean, minor: number): Part =>
      cube(id, 50, {
        kind: 'arm',
        price: { minor, currency: 'EUR' },
        mounts: [
          mountAt('base', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
            clampLengthMm: 18,
          }),
          mountAt('head', 'quarter-20', 'screw', [0, 0, 40], [0, 0, 1], [1, 0, 0], {
            thread: { lengthMm: 6 },
            ...(pins ? { locating: { side: 'pins' as const, spacingMm: 19 } } : {}),
          }),
        ],
      });
    const screen = cube('screen', 300, {
      kind: 'recorder',
      mounts: [
        mountAt('bottom', 'quarter-20', 'socket', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          thread: { depthMm: 8 },
          locating: { side: 'holes', spacingMm: 19 },
        }),
      ],
      grips: [{ id: 'edge', use: 'adjust', place: 'other', fromMm: [0, 90, 0], toMm: [0, 90, 60] }],
    });
    const [plain, dear, cheap] = [
      arm('plain', false, 1000),
      arm('dear', true, 9000),
      arm('cheap', true, 4000),
    ];
    const { rig, parts } = createTestRig(
      [body, handle, plain, screen],
      [
        joint('h', 'handle.base', 'body.rail'),
        joint('a', 'plain.base', 'body.shoe'),
        joint('s', 'screen.bottom', 'plain.head'),
      ],
    );
    const catalogue = new Map([...parts, ['dear', dear], ['cheap', cheap]]);
    const finding = measureReport(rig, 'low', catalogue, { catalogue }).findings.find(
      (f) => f.code === 'screw-can-turn',
    )!;
    // A push turns it, and hits nothing: good to know, and still worth a way out.
    expect(finding.weight).toBe('note');
    expect(
      finding.remedies.map((r) => (r.edit.type === 'swap-part' ? r.edit.item.partId : r.edit.type)),
    ).toEqual(['cheap', 'dear']);
    const after = measureReport(applyEdit(rig, finding.remedies[0]!.edit), 'low', catalogue);
    expect(after.findings.map((f) => f.code)).not.toContain('screw-can-turn');
    // Without a catalogue there is nothing to offer.
    expect(
      measureReport(rig, 'low', parts).findings.find((f) => f.code === 'screw-can-turn')!.remedies,
    ).toEqual([]);
  });
});

describe('candidates for a mount', () => {
  const { rig, parts } = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')]);
  const report = measureReport(rig, 'low', parts);
  const ask = (part: Part, inDrawer = false): Asked => ({
    part,
    item: { id: `${part.id}-1`, partId: part.id, owned: inDrawer },
    inDrawer,
  });
  let n = 0;
  const makeId = () => `joint-${(n += 1)}`;
  const onto = (mountId: string) => ({ kind: 'mount' as const, itemId: 'body', mountId });

  it('say what they change, and those from the drawer come first', () => {
    const list = listCandidates({ report, parts, makeId }, onto('plain'), [
      ask(weightAhead),
      ask({ ...weightAhead, id: 'zoo', name: 'zoo' }, true),
    ]);
    expect(list.map((c) => [c.state, c.part.id])).toEqual([
      ['fits', 'zoo'],
      ['fits', 'weight'],
    ]);
    expect(list[0]).toMatchObject({ change: { massG: 500, spendMinor: 0 }, inDrawer: true });
    expect(list[0]!.state === 'fits' && list[0]!.change.tiltDeg).toBeGreaterThan(5);
  });

  it('stand first that fit, then by what was asked, then by name, then by id', () => {
    const change = { massG: 0, spendMinor: 0, tiltDeg: 0, appear: [], goes: [] };
    const one = (id: string, name: string, more: object = {}) =>
      ({
        state: 'fits',
        part: { id, name },
        item: { id, partId: id, owned: false },
        inDrawer: false,
        change,
        ...more,
      }) as unknown as Candidate;
    const list = [
      one('z', 'Zeal', { change: { ...change, massG: 5 } }),
      one('b', 'Bow', { change: { ...change, massG: 9 } }),
      one('b2', 'Bow', { change: { ...change, massG: 9 } }),
      one('no', 'Anchor', { state: 'refuses' }),
      one('mine', 'Yard', { inDrawer: true, change: { ...change, massG: 90 } }),
    ];
    const sorted = (ownedFirst: boolean) =>
      sortCandidates([...list].reverse(), 'mass', ownedFirst).map((c) => c.item.id);
    expect(sorted(true)).toEqual(['mine', 'z', 'b', 'b2', 'no']);
    expect(sorted(false)).toEqual(['z', 'b', 'b2', 'mine', 'no']);
  });

  describe('in the order of sense', () => {
    const one = (kind: Part['kind'], stops = 0, more: Partial<Part> = {}) =>
      ({
        state: 'fits',
        part: { id: kind, name: kind, kind, mounts: [], ...more },
        item: { id: `${kind} ${stops}`, partId: kind, owned: false },
        inDrawer: false,
        change: {
          stops,
          risks: kind === 'adaptor' ? -1 : 0,
          spendMinor: 0,
          short: {},
          appears: [],
          goes: [],
        },
      }) as unknown as Candidate;
    const list = [
      one('adaptor'),
      one('cage', 1),
      one('plate'),
      one('receiver', 0, { serves: [{ need: 'wireless-audio', channels: 2 }] }),
      one('microphone', 0, { serves: [{ need: 'microphone', channels: 1 }] }),
      one('cage'),
    ];
    const sorted = (items: Parameters<typeof createTestRig>, brief: Brief) => {
      const made = createTestRig(items[0], items[1], { ...items[2], brief });
      const report_ = measureReport(made.rig, 'low', made.parts);
      return sortCandidates(list, 'best', false, createSense(report_)).map((c) => c.item.id);
    };
    const voices: Brief = { ...noBrief, sound: { wirelessChannels: 2 } };

    it('a bare body begins with what people put there first, unless it stops the build', () => {
      const ids = sorted([[body], []], noBrief);
      expect(ids[0]).toBe('cage 0');
      expect(ids.at(-1)).toBe('cage 1');
    });

    it('what the brief still lacks comes before what it does not ask for', () => {
      const on: Parameters<typeof createTestRig> = [
        [body, handle],
        [joint('h', 'handle.base', 'body.rail')],
      ];
      expect(sorted(on, voices)[0]).toBe('receiver 0');
      expect(sorted(on, { ...noBrief, sound: { onCameraMics: 1 } })[0]).toBe('microphone 0');
      expect(sorted(on, noBrief)[0]).toBe('adaptor 0');
    });

    it('of the same rank what a school speaks against comes later, and says so', () => {
      const on = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')], {
        brief: {
          ...voices,
          schools: { power: 'own-cells', makers: 'one', rods: 'none', tools: 'none' },
        },
      });
      const sense = createSense(measureReport(on.rig, 'low', on.parts));
      const tap: Part = { ...body, id: 'tap', kind: 'tap', mounts: [] };
      const rod: Part = { ...tap, id: 'rod', kind: 'rod' };
      const key = { tool: 'hex-4', seconds: 20 } as const;
      const mount = handle.mounts[0]!;
      const keyed: Part = {
        ...tap,
        id: 'keyed',
        kind: 'adaptor',
        mounts: [{ ...mount, fastening: key }],
      };
      const plain: Part = { ...tap, id: 'plain', kind: 'adaptor' };
      const half: Part = {
        ...keyed,
        id: 'half',
        mounts: [...keyed.mounts, { ...mount, id: 'other', fastening: { ...key, tool: 'coin' } }],
      };
      const rods = mountAt('rods', 'rod-15-pair', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0]);
      const ring = mountAt('ring', 'clamp-ring', 'clamp', [0, 0, 0], [-1, 0, 0], [0, 0, 1]);
      const box: Part = { ...tap, id: 'box', kind: 'matte-box', mounts: [rods] };
      const clipped: Part = { ...box, id: 'clipped', mounts: [rods, ring] };
      const against = (...parts: Part[]) => parts.map((p) => sense(p).against);
      expect(against(tap, rod, keyed, plain, half, box, clipped)).toEqual([
        ['power'],
        ['rods'],
        ['tools'],
        [],
        [],
        ['rods'],
        [],
      ]);
      // The camera says no maker: nothing is of another range.
      expect(against({ ...plain, id: 'theirs', maker: 'Gannet' })).toEqual([[]]);
      const ranged = createTestRig([{ ...body, maker: 'Halcyon' }], [], {
        brief: { ...noBrief, schools: { makers: 'one' } },
      });
      const ofRange = createSense(measureReport(ranged.rig, 'low', ranged.parts));
      const by = (id: string, maker?: string): Part => ({
        ...plain,
        id,
        ...(maker ? { maker } : {}),
      });
      expect(
        [by('same', 'Halcyon'), by('other', 'Gannet'), by('unsaid')].map((p) => ofRange(p).against),
      ).toEqual([[], ['makers'], []]);
      expect(saySense(sense(rod))).toBe('stands on rods, and you like to have none');
      const last = (p: Part) => sense(p).rank.at(-2);
      expect(last(rod)).toBeGreaterThan(last(plain)!);
      const wish: Part = { ...tap, id: 'wish', serves: [{ need: 'wireless-audio', channels: 2 }] };
      expect(saySense(sense(wish))).toBe(
        'you lack wireless sound: 2 channels; feeds several, and you like each to have its own cell',
      );
    });

    it('who buys ahead has what serves more scenes before what is put on first', () => {
      const brief = (buys: 'today' | 'ahead'): Brief => ({
        ...noBrief,
        schools: { buys },
        scenes: [
          { name: 'Quay', wirelessChannels: 1, fromEv: 15, toEv: 15 },
          { name: 'Deck', wirelessChannels: 1, onCameraMics: 1 },
        ],
        wishes: [{ need: 'wireless-audio', weight: 'must' }],
      });
      const radio: Part = {
        ...body,
        id: 'radio',
        kind: 'filter',
        serves: [{ need: 'wireless-audio', channels: 2 }],
      };
      const mic: Part = {
        ...body,
        id: 'mic',
        kind: 'microphone',
        serves: [{ need: 'microphone', channels: 1 }],
      };
      const first = (buys: 'today' | 'ahead') => {
        const made = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')], {
          brief: brief(buys),
        });
        const sense = createSense(measureReport(made.rig, 'low', made.parts));
        const [a, b] = [sense(radio).rank, sense(mic).rank];
        const i = a.findIndex((v, at) => v !== b[at]);
        return a[i]! < b[i]! ? 'radio' : 'mic';
      };
      expect(first('today')).toBe('mic');
      expect(first('ahead')).toBe('radio');
    });

    it('says what it would close, and by how much', () => {
      const made = createTestRig([body], [], { brief: voices });
      const sense = createSense(measureReport(made.rig, 'low', made.parts));
      expect(saySense(sense(list[3]!.part))).toBe('you lack wireless sound: 2 channels');
      expect(saySense(sense(list[0]!.part))).toBe('');
      expect(saySense(sense(list[5]!.part))).toBe('first: what comes later is fastened to it');
    });
  });

  it('are asked of the drawer once each, of nothing that is on the rig, and of every part that can be fitted as a new wish', () => {
    const owned = (id: string, partId: string) => ({ id, partId, owned: true });
    const drawer = [
      owned('handle', 'handle'),
      owned('spare', 'handle'),
      owned('spare', 'handle'),
      owned('lost', 'no-such-part'),
      { ...owned('wish', 'handle'), owned: false },
    ];
    const asked = listAsked(report, drawer, parts, makeId);
    expect(asked.filter((a) => a.inDrawer).map((a) => a.item.id)).toEqual(['spare']);
    const wishes = asked.filter((a) => !a.inDrawer);
    // Another body would be another rig.
    expect(wishes.map((a) => a.part.id)).toEqual(['handle']);
    expect(new Set(wishes.map((a) => a.item.id)).size).toBe(wishes.length);
    expect(wishes.every((a) => !a.item.owned)).toBe(true);
  });

  it('that do not fit say why: kinds, a taken mount, no room', () => {
    const why = (mountId: string, part: Part) => {
      const [one] = listCandidates({ report, parts, makeId }, onto(mountId), [ask(part)]);
      return one!.state === 'does-not-fit' ? one!.why.reason : 'fits';
    };
    expect(why('shoe', weightAhead)).toBe('kinds');
    const long = { ...handle, mounts: [{ ...handle.mounts[0]!, clampLengthMm: 41 }] };
    expect(why('rail', long)).toBe('no-room');
    expect(why('rail', { ...handle, mounts: [{ ...handle.mounts[0]!, clampLengthMm: 40 }] })).toBe(
      'fits',
    );
    const taken = measureReport(
      applyEdit(rig, {
        type: 'add-part',
        setupId: 'low',
        item: { id: 'w', partId: 'handle', owned: true },
        joint: joint('w', 'w.base', 'body.plain'),
      }),
      'low',
      parts,
    );
    const [one] = listCandidates({ report: taken, parts, makeId }, onto('plain'), [
      ask(weightAhead),
    ]);
    expect(one).toMatchObject({ state: 'does-not-fit', why: { reason: 'mount-taken' } });
  });

  it('for a need are the parts that serve it, each at the place that suits the rig best', () => {
    const mic = { ...weightAhead, id: 'mic', massG: 20, serves: [{ need: 'microphone' as const }] };
    const book = new Map([...parts, ['mic', mic], ['weight', weightAhead]]);
    const need = { kind: 'need' as const, need: 'microphone' as const };
    const asked = listAsked(report, [], book, makeId, need);
    expect(asked.map((a) => a.part.id)).toEqual(['mic']);
    const [one] = listCandidates({ report, parts: book, makeId }, need, asked);
    expect(one).toMatchObject({ state: 'fits', onto: { itemId: 'body' } });
    const nowhere = { ...mic, mounts: [{ ...mic.mounts[0]!, kind: 'strap-lug' as const }] };
    const [none] = listCandidates({ report, parts: book, makeId }, need, [ask(nowhere as Part)]);
    expect(none).toMatchObject({ state: 'does-not-fit', why: { reason: 'no-mount' } });
  });

  it('for a place of another part take over its joints, and tell the grams it saves', () => {
    const light = { ...handle, id: 'light', massG: 0.4 };
    const book = new Map([...parts, ['light', light]]);
    const place = { kind: 'replace' as const, itemId: 'handle' };
    const asked = listAsked(report, [], book, makeId, place);
    expect(asked.map((a) => a.part.id)).toEqual(['light']);
    const [one] = listCandidates({ report, parts: book, makeId }, place, asked);
    expect(one).toMatchObject({ state: 'fits', edit: { type: 'swap-part' } });
    expect(one!.state === 'fits' && one!.change.massG).toBeCloseTo(-0.6, 9);
    const other = {
      ...light,
      mounts: [{ ...light.mounts[0]!, kind: 'cold-shoe' as const, side: 'foot' as const }],
    };
    const [no] = listCandidates({ report, parts: book, makeId }, place, [ask(other as Part)]);
    expect(no).toMatchObject({ state: 'does-not-fit', why: { reason: 'kinds' } });
  });

  it('tell which findings they bring and which they end', () => {
    // 5 kg, 100 mm ahead of the screw, jolted by half of g: 2.45 N·m where 1.56 are held.
    const heavy = { ...weightAhead, massG: 5000 };
    const walked = applyEdit(rig, {
      type: 'set-hold',
      setupId: 'low',
      hold: 'low',
      attitude: 'level',
      motion: 'walking',
    });
    const [one] = listCandidates(
      { report: measureReport(walked, 'low', parts), parts, makeId },
      onto('plain'),
      [ask(heavy)],
    );
    expect(one!.state === 'fits' && one!.change.appears.map((f) => f.code)).toContain(
      'screw-can-turn',
    );
  });
});

describe('chains of adaptors', () => {
  const adaptor = (
    id: string,
    price: number,
    massG: number,
    heightMm: number,
    from: [Mount['kind'], Mount['side']],
    to: [Mount['kind'], Mount['side']],
  ): Part =>
    cube(id, massG, {
      kind: 'adaptor',
      price: { minor: price, currency: 'EUR' },
      mounts: [
        mountAt('in', from[0], from[1], [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          carrier: true,
          ...(from[0] === 'cold-shoe' ? { clampLengthMm: 18 } : {}),
        }),
        mountAt('out', to[0], to[1], [0, 0, heightMm], [0, 0, 1], [1, 0, 0], {
          ...(to[0] === 'nato-rail'
            ? { lengthwise: { axis: [1, 0, 0] as [number, number, number], fromMm: -20, toMm: 20 } }
            : {}),
        }),
      ],
    });
  // From the body's shoe to a clamp on a rail: at once, dear and low, or by two cheap ones, high.
  const straight = adaptor('straight', 900, 50, 6, ['cold-shoe', 'foot'], ['nato-rail', 'rail']);
  const first = adaptor('first', 200, 10, 9, ['cold-shoe', 'foot'], ['quarter-20', 'screw']);
  const second = adaptor('second', 300, 15, 8, ['quarter-20', 'socket'], ['nato-rail', 'rail']);
  const made = createTestRig([body, handle], []);
  const parts = new Map([
    ...made.parts,
    ...[straight, first, second].map((p) => [p.id, p] as const),
  ]);
  const shoe = body.mounts.find((m) => m.id === 'shoe')!;
  const eur = { currency: 'EUR' };
  const best = (by: 'price' | 'mass' | 'height' | 'joints') =>
    findChain(measureReachOver(shoe, listAdaptors(parts), by, eur), handle);

  it('the cheapest, lightest, lowest and shortest are each found', () => {
    const ids = (chain: ReturnType<typeof best>) => chain?.links.map((l) => l.part.id);
    expect(ids(best('price'))).toEqual(['first', 'second']);
    expect(ids(best('mass'))).toEqual(['first', 'second']);
    expect(ids(best('height'))).toEqual(['straight']);
    expect(ids(best('joints'))).toEqual(['straight']);
    expect(best('price')).toMatchObject({ priceMinor: 500, massG: 25, heightMm: 17, joints: 2 });
  });

  it('of two that are alike in what is asked the lighter, then the lower one is taken', () => {
    const alike = (id: string, massG: number, heightMm: number) =>
      adaptor(id, 900, massG, heightMm, ['cold-shoe', 'foot'], ['nato-rail', 'rail']);
    const pick = (by: 'price' | 'joints', ...list: Part[]) =>
      findChain(
        measureReachOver(shoe, listAdaptors(new Map(list.map((p) => [p.id, p]))), by, eur),
        handle,
      )!.links.map((l) => l.part.id);
    expect(pick('price', alike('heavy', 60, 5), alike('light', 20, 9))).toEqual(['light']);
    expect(pick('price', alike('high', 20, 9), alike('low', 20, 5))).toEqual(['low']);
    const cheap = { ...alike('cheap', 60, 9), price: { minor: 100, currency: 'EUR' } };
    expect(pick('joints', alike('light', 20, 5), cheap)).toEqual(['cheap']);
  });

  it('are never longer than three, and none is found where nothing leads there', () => {
    const onlyFirst = listAdaptors(new Map([['first', first]]));
    expect(findChain(measureReachOver(shoe, onlyFirst, 'price', eur), handle)).toBeUndefined();
  });

  it('agree with trying every way of at most two adaptors', () => {
    const kinds: [Mount['kind'], Mount['side'], Mount['side']][] = [
      ['quarter-20', 'screw', 'socket'],
      ['three-eighths-16', 'screw', 'socket'],
      ['cold-shoe', 'foot', 'shoe'],
    ];
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(2), fc.nat(2), fc.nat(900)), { minLength: 1, maxLength: 6 }),
        (specs) => {
          const pool = specs.map(([a, b, price], i) =>
            adaptor(
              `a${i}`,
              price,
              1,
              1,
              [kinds[a]![0], kinds[a]![1]],
              [kinds[b]![0], kinds[b]![2]],
            ),
          );
          const foot = {
            ...handle,
            mounts: [mountAt('b', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0])],
          };
          const mates = (a: Mount, b: Mount) => measureMate(a, b).state === 'mates';
          const [into, out] = [(p: Part) => p.mounts[0]!, (p: Part) => p.mounts[1]!];
          const costs: number[] = [];
          for (const one of pool) {
            if (!mates(shoe, into(one))) continue;
            if (mates(out(one), foot.mounts[0]!)) costs.push(one.price!.minor);
            for (const two of pool) {
              if (!mates(out(one), into(two)) || !mates(out(two), foot.mounts[0]!)) continue;
              costs.push(one.price!.minor + two.price!.minor);
            }
          }
          const chain = findChain(measureReachOver(shoe, pool, 'price', eur), foot as Part);
          if (costs.length > 0) expect(chain!.priceMinor).toBeLessThanOrEqual(Math.min(...costs));
          if (chain && chain.links.length <= 2) expect(costs).toContain(chain.priceMinor);
        },
      ),
      { numRuns: 80 },
    );
  });

  it('are offered below the line with an edit that fits all of them', () => {
    const report = measureReport(made.rig, 'low', made.parts);
    let n = 0;
    const makeId = () => `new-${(n += 1)}`;
    const [one] = listCandidates(
      { report, parts, makeId },
      { kind: 'mount', itemId: 'body', mountId: 'shoe' },
      [{ part: handle, item: { id: 'mine', partId: 'handle', owned: false }, inDrawer: false }],
    );
    expect(one).toMatchObject({ state: 'does-not-fit', why: { reason: 'kinds' } });
    const chains = one!.state === 'does-not-fit' ? one!.chains : [];
    expect(chains.map((c) => c.bestIn)).toEqual([
      ['price', 'mass'],
      ['height', 'joints'],
    ]);
    for (const { edit } of chains) {
      const after = measureReport(applyEdit(made.rig, edit), 'low', parts);
      expect(after.assembly.byId.has('mine')).toBe(true);
      expect(after.findings.filter((f) => f.code === 'kinds-do-not-mate')).toEqual([]);
    }
  });
});

import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { mayCarry, type Part } from '../part/index.js';
import { measureReport, type Finding, type FindingCode } from '../report/index.js';
import { applyEdit, type Edit } from '../rig/index.js';
import { findingFixtures } from '../testing/findings.js';
import { growRig } from '../testing/grown.js';
import { tries } from '../testing/depth.js';
import { takeRemedies } from '../testing/taken.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';
import { findRemedies, isBetter, withRemedies } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const offersOf = (code: FindingCode) => {
  const { rig, parts } = findingFixtures[code].has;
  const report = measureReport(rig, 'low', parts, { collider });
  const finding = report.findings.find((f) => f.code === code)!;
  const offered = [...findRemedies(report, parts, { collider, catalogue: parts })];
  return offered.find((o) => o.findingId === finding.id)!.edits;
};

describe('whether a report is better', () => {
  const found = (id: string, weight: Finding['weight'], more: Partial<Finding> = {}) =>
    ({ id, weight, code: 'hand-room', facts: {}, ...more }) as Finding;
  const rename = { type: 'rename', name: 'x' } as const;
  const before = [found('a', 'risk'), found('b', 'risk'), found('c', 'note'), found('s', 'stops')];
  const isIt = (after: Finding[], of: string = 'a', by: Edit = rename) =>
    isBetter(
      before,
      after,
      before.find((f) => f.id === of)!,
      by,
    );
  const [, b, c, s] = before as [Finding, Finding, Finding, Finding];

  it('asks that the finding is gone or weighs less, and nothing else came', () => {
    expect(isIt([s])).toBe(true);
    expect(isIt([b, c, s])).toBe(true);
    expect(isIt([found('a', 'note'), s])).toBe(true);
    expect(isIt([found('a', 'risk'), s])).toBe(false);
  });

  it('weighs the whole: no risk for another, but one for two, and one for what stops the build', () => {
    const d = found('d', 'risk');
    expect(isIt([b, s, d])).toBe(false);
    expect(isIt([s, d])).toBe(true);
    expect(isIt([found('a', 'risk'), b, d], 's')).toBe(true);
    expect(isIt([found('a', 'risk'), b, d, found('e', 'risk')], 's')).toBe(false);
  });

  it('lets nothing new stop the build, and nothing that is there become heavier; a note may come', () => {
    expect(isIt([found('d', 'stops')], 's')).toBe(false);
    expect(isIt([found('b', 'stops'), s])).toBe(false);
    expect(isIt([b, found('c', 'risk'), s])).toBe(false);
    expect(isIt([b, found('d', 'note'), s])).toBe(true);
    expect(isIt([found('b', 'note'), s])).toBe(true);
  });

  it('lets a trouble that stays become no far worse by its own figure: a stop by a tenth, a risk by half', () => {
    const off = (weight: Finding['weight'], tiltDeg: number) =>
      found('g', weight, {
        code: 'not-level',
        facts: { tiltDeg, leanDeg: 0, way: 'tilt' },
      } as Partial<Finding>);
    const worse = (weight: Finding['weight'], from: number, to: number) =>
      isBetter(
        [found('a', 'risk'), off(weight, from)],
        [off(weight, to)],
        found('a', 'risk'),
        rename,
      );
    expect([worse('stops', 10, 11), worse('stops', 10, 11.1)]).toEqual([true, false]);
    expect([worse('risk', 10, 15), worse('risk', 10, 15.1)]).toEqual([true, false]);
  });

  it('leaves out nothing that must be there, whatever that would end', () => {
    expect(isIt([s, found('n', 'risk', { code: 'need-unserved' })])).toBe(false);
  });

  it('takes slack where nothing was plugged in', () => {
    const slack = found('l', 'risk', { code: 'lead-too-long' });
    const left = (code: FindingCode) => {
      const gone = found('a', 'risk', { code } as Partial<Finding>);
      return isBetter([gone], [slack], gone, rename);
    };
    expect([left('no-lead'), left('no-supply'), left('hand-room')]).toEqual([true, true, false]);
  });

  it('knows a trouble again that a part in the place of another has taken over', () => {
    const swap: Edit = {
      type: 'swap-part',
      setupId: 's',
      itemId: 'b',
      item: { id: 'new', partId: 'p', owned: false },
      mounts: {},
    };
    expect(isIt([found('new', 'risk'), s], 'a', swap)).toBe(true);
    expect(isIt([b, found('other', 'risk'), s], 'a', swap)).toBe(false);
    expect(isIt([found('a', 'risk'), found('new', 'risk'), s], 'b', swap)).toBe(false);
  });
});

describe('what may carry what', () => {
  const part = (kind: Part['kind']) => cube('x', 1, { kind });
  it('a cage, a plate, rods carry anything; hands hold on those alone', () => {
    expect(mayCarry(part('cage'), part('top-handle'))).toBe(true);
    expect(mayCarry(part('plate'), part('monitor'))).toBe(true);
    expect(mayCarry(part('arm'), part('monitor'))).toBe(true);
    expect(mayCarry(part('arm'), part('top-handle'))).toBe(false);
    expect(mayCarry(part('top-handle'), part('side-grip'))).toBe(false);
  });
  it('a monitor carries its cell, a microphone nothing', () => {
    expect(mayCarry(part('monitor'), part('battery'))).toBe(true);
    expect(mayCarry(part('monitor'), part('microphone'))).toBe(false);
    expect(mayCarry(part('microphone'), part('receiver'))).toBe(false);
  });
});

describe('ways out', () => {
  it.each<[FindingCode, Edit['type'][]]>([
    ['off-the-rail', ['slide']],
    ['turn-off-step', ['turn']],
    ['screw-too-long', ['set-screw', 'set-spacer']],
    ['stance-out-of-range', ['set-stance']],
    ['not-level', ['hold-at', 'slide']],
  ])('%s: %j, the nearest first', (code, types) => {
    expect(offersOf(code).map((e) => e.type)).toEqual(types);
  });

  it('the camera, its cage and its lens stay, and no more than two parts are left out', () => {
    const top = mountAt('top', 'quarter-20', 'socket', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
      thread: { depthMm: 8 },
    });
    const base = mountAt('base', 'cold-shoe', 'foot', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
      clampLengthMm: 8,
      carrier: true,
    });
    const screw = mountAt('base', 'quarter-20', 'screw', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
      thread: { lengthMm: 6 },
      carrier: true,
    });
    // The first does not join the body's screw hole; it carries as many others as asked.
    const offers = (carried: number, kind: Part['kind'] = 'other') => {
      const others = Array.from({ length: carried }, (_, i) =>
        cube(`on-${i}`, 5, { mounts: [screw, top] }),
      );
      const { rig, parts } = createTestRig(
        [
          { ...body, mounts: body.mounts.filter((m) => m.kind !== 'cold-shoe') },
          handle,
          cube('first', 20, { kind, mounts: [base, top] }),
          ...others,
        ],
        [
          joint('h', 'handle.base', 'body.rail'),
          joint('f', 'first.base', 'body.plain'),
          ...others.map((p, i) =>
            joint(`j-${i}`, `${p.id}.base`, i === 0 ? 'first.top' : `on-${i - 1}.top`),
          ),
        ],
      );
      const report = measureReport(rig, 'low', parts, { collider });
      const finding = report.findings.find((f) => f.code === 'kinds-do-not-mate')!;
      return [...findRemedies(report, parts, { collider, catalogue: parts })]
        .find((o) => o.findingId === finding.id)!
        .edits.map((e) => e.type);
    };
    expect(offers(0)).toEqual(['remove-item']);
    expect(offers(1)).toEqual(['remove-item']);
    expect(offers(2)).toEqual([]);
    expect(offers(0, 'cage')).toEqual([]);
  });

  it('a pose that frees the way is one', () => {
    // A flap that stands in the room of a hand while it is up, and lies flat beside it when it is down.
    const flap: Part = {
      ...cube('flap', 20),
      kind: 'battery-plate',
      solids: [{ id: 'leaf', type: 'box', atMm: [0, 0, 45], sizeMm: [20, 4, 70] }],
      mounts: [
        mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          thread: { lengthMm: 6 },
          carrier: true,
        }),
      ],
      movements: [
        {
          id: 'fold',
          name: 'plate folded down',
          type: 'turn',
          originMm: [0, 0, 2],
          axis: [1, 0, 0],
          from: 0,
          to: 90,
          rest: 0,
          carries: ['leaf'],
        },
      ],
      poses: [{ id: 'down', name: 'plate down', at: { fold: 90 } }],
    };
    const { rig, parts } = createTestRig(
      [body, { ...handle, mounts: [{ ...handle.mounts[0]! }] }, flap],
      [joint('h', 'handle.base', 'body.rail'), joint('f', 'flap.base', 'body.holes')],
    );
    const report = measureReport(rig, 'low', parts, { collider });
    const room = report.findings.find((f) => f.code === 'hand-room')!;
    const offered = [...findRemedies(report, parts, { collider, catalogue: parts })];
    expect(offered.find((o) => o.findingId === room.id)!.edits[0]).toMatchObject({
      type: 'set-stance',
      itemId: 'flap',
      value: 90,
    });
  });

  it('an adaptor is one where nothing on board helps: one of the kit first, then the cheapest', () => {
    const screw = mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
      thread: { lengthMm: 6 },
      carrier: true,
    });
    const socketAt = (z: number) =>
      mountAt('top', 'quarter-20', 'socket', [0, 0, z], [0, 0, 1], [1, 0, 0], {
        thread: { depthMm: 8 },
      });
    const riser = (id: string, tallMm: number, minor: number): Part => ({
      ...cube(id, 10),
      kind: 'adaptor',
      price: { minor, currency: 'EUR' },
      solids: [
        { id: 'post', type: 'cylinder', atMm: [0, 0, tallMm / 2], radiusMm: 6, lengthMm: tallMm },
      ],
      mounts: [screw, socketAt(tallMm)],
    });
    // A wall of 12 mm all round the only hole, and a wide box on it: turning it is no way out.
    const walled: Part = {
      ...body,
      solids: [
        { id: 'deck', type: 'box', atMm: [0, 0, 40], sizeMm: [60, 60, 20] },
        ...[-1, 1].flatMap((side) => [
          {
            id: `x-${side}`,
            type: 'box' as const,
            atMm: [side * 25, 0, 56] as const,
            sizeMm: [10, 60, 12] as const,
          },
          {
            id: `y-${side}`,
            type: 'box' as const,
            atMm: [0, side * 25, 56] as const,
            sizeMm: [40, 10, 12] as const,
          },
        ]),
      ] as Part['solids'],
      mounts: [socketAt(50)],
    };
    const wide: Part = {
      ...cube('wide', 30, { kind: 'receiver', mounts: [screw] }),
      solids: [{ id: 'box', type: 'box', atMm: [0, 0, 10], sizeMm: [56, 56, 20] }],
    };
    const { rig, parts } = createTestRig([walled, wide], [joint('w', 'wide.base', 'body.top')]);
    const offers = (shop: readonly Part[], own: readonly string[] = []) => {
      const book = new Map([...parts, ...shop.map((p) => [p.id, p] as const)]);
      const kit = [...rig.kit, ...own.map((id) => ({ id: `my-${id}`, partId: id, owned: true }))];
      const report = measureReport({ ...rig, kit }, 'low', book, { collider });
      const clash = report.findings.find((f) => f.code === 'parts-overlap')!;
      return [...findRemedies(report, book, { collider, catalogue: book })]
        .find((o) => o.findingId === clash.id)!
        .edits.flatMap((e) => (e.type === 'all' ? [e.edits[0]!] : []))
        .map((e) => e.type === 'add-part' && e.item.id);
    };
    const shop = [riser('low', 5, 100), riser('dear', 20, 900), riser('cheap', 14, 400)];
    expect(offers(shop)[0]).toMatch(/cheap$/);
    expect(offers([shop[0]!])).toEqual([]);
    expect(offers(shop, ['dear'])[0]).toBe('my-dear');
  });

  it('end a tilt although the rig leans as well: each is a trouble of its own', () => {
    // A weight of 300 g ahead and to the left of the hand; the hand can only go fore and aft.
    const block = cube(
      'block',
      300,
      {
        mounts: [
          mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
            thread: { lengthMm: 6 },
            carrier: true,
          }),
        ],
      },
      [60, 50, 0],
    );
    const { rig, parts } = createTestRig(
      [body, handle, block],
      [
        joint('h', 'handle.base', 'body.rail', { slideMm: -10 }),
        joint('b', 'block.base', 'body.plain'),
      ],
    );
    const report = measureReport(rig, 'low', parts, { collider });
    const ways = report.findings.flatMap((f) => (f.code === 'not-level' ? [f.facts.way] : []));
    expect(ways).toEqual(['tilt', 'lean']);
    const offered = [...findRemedies(report, parts, { collider, catalogue: parts })];
    const tilt = report.findings.find((f) => f.code === 'not-level' && f.facts.way === 'tilt')!;
    const [first] = offered.find((o) => o.findingId === tilt.id)!.edits;
    expect(first).toMatchObject({ type: 'hold-at' });
    const after = measureReport(applyEdit(rig, first!), 'low', parts, { collider });
    expect(after.findings.flatMap((f) => (f.code === 'not-level' ? [f.facts.way] : []))).toEqual([
      'lean',
    ]);
  });

  it('take the place of what was only proposed', () => {
    const { rig, parts } = findingFixtures['off-the-rail'].has;
    const report = measureReport(rig, 'low', parts, { collider });
    const mended = withRemedies(
      report,
      findRemedies(report, parts, { collider, catalogue: parts }),
    );
    const slides = mended.findings.find((f) => f.code === 'off-the-rail')!.remedies;
    expect(slides.map((r) => r.edit.type)).toEqual(['slide']);
    expect(withRemedies(report, []).findings.flatMap((f) => f.remedies)).toEqual([]);
  });
});

const many = tries(3);

describe('on rigs as careless strangers build them', () => {
  it('no way out that is offered leaves the rig worse', () => {
    let taken = 0;
    for (let seed = 0; seed < many; seed += 1) {
      const { rig, parts } = growRig(seed, collider, true);
      const { offered, worse } = takeRemedies(rig, 'use', parts, parts, collider);
      expect({ seed, worse }).toEqual({ seed, worse: [] });
      taken += offered;
    }
    expect(taken).toBeGreaterThan(many / 3);
  });
});

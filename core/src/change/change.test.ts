import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Part, Tool } from '../part/index.js';
import { measureReport, type Report } from '../report/index.js';
import { placeSetup, type Deed, type Joint, type LogEntry, type Setup } from '../rig/index.js';
import { tries } from '../testing/depth.js';
import { createNames } from '../words/index.js';
import { sayChangeover, sayStep } from '../wording/index.js';
import { body, createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import {
  countPickups,
  listSteps,
  listStages,
  listTools,
  measureChangeover,
  orderSteps,
  readBuilt,
  readOwnTimes,
  strip,
  type Built,
  type Changeover,
  type Step,
} from './index.js';

const tools: readonly Tool[] = ['thumb', 'coin', 'hex-3', 'hex-4'];
const names = ['a', 'b', 'c', 'd', 'e', 'f'] as const;
const shoe = (id: string, y: number) =>
  mountAt(id, 'cold-shoe', 'shoe', [0, y, 5], [0, 0, 1], [1, 0, 0], {
    lengthwise: { axis: [1, 0, 0], fromMm: -2, toMm: 2 },
  });
const camera: Part = { ...body, mounts: [shoe('left', 20), shoe('right', -20), shoe('top', 0)] };
const post = (id: string, tool: Tool): Part =>
  cube(id, 50, {
    mounts: [
      mountAt('foot', 'cold-shoe', 'foot', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
        carrier: true,
        fastening: { tool, seconds: 10 },
      }),
      shoe('left', 4),
      shoe('right', -4),
    ],
    ports: [
      {
        id: 'out',
        connector: 'hdmi-a',
        direction: 'out',
        carries: ['video'],
        originMm: [0, 5, 0],
        normal: [0, 1, 0],
      },
    ],
  });

/** Where each part stands: on which of the body or of those before it, and on which side; undefined at home. */
type Tree = readonly ({ readonly on: number; readonly side: 'left' | 'right' } | undefined)[];

const made = createTestRig([camera, ...names.map((n, i) => post(n, tools[i % tools.length]!))], []);
const base = made.rig.setups[0]!;

const jointsOf = (tree: Tree): Joint[] => {
  const taken = new Set<string>();
  const there = new Set(['body']);
  return tree.flatMap((place, i): Joint[] => {
    if (!place) return [];
    const parent = place.on % (i + 1) === 0 ? 'body' : names[(place.on % (i + 1)) - 1]!;
    const at = `${parent}.${place.side}`;
    if (taken.has(at) || !there.has(parent)) return [];
    taken.add(at);
    there.add(names[i]!);
    return [joint(`j-${names[i]!}`, `${names[i]!}.foot`, at)];
  });
};
const build = (joints: readonly Joint[], more: Partial<Setup> = {}): Built => {
  const assembly = placeSetup(made.rig, { ...base, joints: [...joints], ...more }, made.parts);
  return { assembly, edges: assembly.joints.map((j) => [j.parent, j.child] as const) };
};
const anyTree: fc.Arbitrary<Tree> = fc.tuple(
  ...names.map(() =>
    fc.option(
      fc.record({ on: fc.nat(9), side: fc.constantFrom('left' as const, 'right' as const) }),
      {
        nil: undefined,
        freq: 4,
      },
    ),
  ),
);

/** Leads of a setup: which, between which two, and by which tied. */
const anyRuns = fc.array(
  fc.record({ lead: fc.nat(3), a: fc.nat(5), b: fc.nat(5), tie: fc.option(fc.nat(5)) }),
  { maxLength: 4 },
);
type Runs = typeof anyRuns extends fc.Arbitrary<infer T> ? T : never;
function withRuns(joints: readonly Joint[], runs: Runs): Built {
  const on = new Set(joints.map((j) => j.child.item));
  const used = new Set<number>();
  const cables = runs.flatMap(({ lead, a, b, tie }) => {
    const [from, to] = [names[a]!, names[b]!];
    if (from === to || !on.has(from) || !on.has(to) || used.has(lead)) return [];
    used.add(lead);
    const ties = tie !== null && on.has(names[tie]!) ? [{ item: names[tie]!, mount: 'left' }] : [];
    return [
      {
        id: `l${lead}`,
        item: `lead${lead}`,
        from: { item: from, port: 'out' },
        to: { item: to, port: 'out' },
        ...(ties.length > 0 ? { ties } : {}),
      },
    ];
  });
  return build(joints, { cables });
}
const sayAll = ({ joints, cables = [], braces = [], stances = {} }: Setup) => ({
  joints: joints.map((j) => JSON.stringify(j)).sort(),
  cables: cables.map((c) => JSON.stringify(c)).sort(),
  braces: braces.map((b) => JSON.stringify(b)).sort(),
  stances,
});

const sayJoints = (setup: Setup) =>
  setup.joints.map((j) => `${j.child.item} ${j.parent.item} ${j.parent.mount} ${j.slideMm}`).sort();

/** What must be on before what, beyond what carries it: the later of two names after the earlier. */
const anyEdges = fc.array(fc.tuple(fc.nat(5), fc.nat(5)), { maxLength: 6 });
const withEdges = (built: Built, pairs: readonly (readonly [number, number])[]): Built => ({
  ...built,
  edges: [
    ...built.edges,
    ...pairs.flatMap(([i, j]) => {
      const [first, then] = [names[Math.min(i, j)]!, names[Math.max(i, j)]!];
      const isBoth = built.assembly.byId.has(first) && built.assembly.byId.has(then);
      return i !== j && isBoth ? [[first, then] as const] : [];
    }),
  ],
});
const change = (from: Built, to: Built): Changeover => measureChangeover(from, to)!;

/** Every order that keeps what waits for what, by trying each. */
function listOrders(
  moves: readonly Step[],
  before: readonly (readonly [string, string])[],
): Step[][] {
  if (moves.length === 0) return [[]];
  return moves
    .filter((m) => !before.some(([x, y]) => y === m.id && moves.some((o) => o.id === x)))
    .flatMap((m) =>
      listOrders(
        moves.filter((o) => o !== m),
        before,
      ).map((rest) => [m, ...rest]),
    );
}

describe('from one setup to another', () => {
  it('ends as the other setup, and stands on the camera at every step', () => {
    fc.assert(
      fc.property(anyTree, anyTree, anyRuns, anyRuns, (x, y, p, q) => {
        const [from, to] = [withRuns(jointsOf(x), p), withRuns(jointsOf(y), q)];
        const { steps } = change(from, to);
        const stages = listStages(from.assembly.setup, to.assembly.setup, steps);
        expect(sayJoints(stages[0]!)).toEqual(sayJoints(from.assembly.setup));
        expect(sayAll(stages.at(-1)!)).toEqual(sayAll(to.assembly.setup));
        for (const stage of stages) {
          const places = stage.joints.map((j) => `${j.parent.item} ${j.parent.mount}`);
          expect(new Set(places).size).toBe(places.length);
          expect(placeSetup(made.rig, stage, made.parts).items).toHaveLength(
            stage.joints.length + 1,
          );
        }
      }),
      { numRuns: tries(60) },
    );
  });

  it('undoes and makes every joint while what must be on after it is off, and stands as a piece of the one or the other', () => {
    fc.assert(
      fc.property(anyTree, anyTree, anyEdges, anyEdges, (x, y, p, q) => {
        const from = withEdges(build(jointsOf(x)), p);
        const to = withEdges(build(jointsOf(y)), q);
        const { steps } = change(from, to);
        const stages = listStages(from.assembly.setup, to.assembly.setup, steps);
        const pieces = [from, to].map((b) => new Set(sayJoints(b.assembly.setup)));
        for (const stage of stages) {
          expect(pieces.some((piece) => sayJoints(stage).every((j) => piece.has(j)))).toBe(true);
        }
        steps.forEach(({ kind, itemId }, i) => {
          const [built, there] = kind === 'take-off' ? [from, stages[i]!] : [to, stages[i + 1]!];
          const { byId } = built.assembly;
          for (const [first, then] of built.edges) {
            if (first !== itemId) continue;
            // What hangs on it comes and goes with it.
            const isCarried =
              byId.get(then)!.number >= byId.get(first)!.number &&
              byId.get(then)!.number <= byId.get(first)!.branchEnd;
            const isOn = there.joints.some((j) => j.child.item === then);
            if (!isCarried)
              expect(isOn && there.joints.some((j) => j.child.item === first)).toBe(false);
          }
        });
        expect(sayJoints(stages.at(-1)!)).toEqual(sayJoints(to.assembly.setup));
      }),
      { numRuns: tries(100) },
    );
  });

  const step = (id: string, tool: Tool): Step => ({
    id,
    kind: 'set',
    itemId: id,
    tool,
    seconds: 1,
    stated: true,
    usualS: 1,
    timed: 0,
    with: [],
    inTheWay: false,
  });

  it('knows the fewest pickups of long chains and of many moves', () => {
    const many = Array.from({ length: 20 }, (_, i) => step(`${i}`, tools[1 + (i % 2)]!));
    const chain = many.slice(1).map((s, i) => [many[i]!.id, s.id] as const);
    expect(orderSteps({ steps: many, before: [] })).toMatchObject({ pickups: 2, proven: true });
    const held = orderSteps({ steps: many, before: chain });
    expect(held.steps.map((s) => s.id)).toEqual(many.map((s) => s.id));
    expect(held).toMatchObject({ pickups: 20, atLeast: 20, proven: true });
    const ring = [...chain, [many.at(-1)!.id, many[0]!.id] as const];
    expect(() => orderSteps({ steps: many, before: ring })).toThrow('wait for each other');
  });

  it('where too many ways lie open keeps what waits for what, and says how few there could be', () => {
    const keys = ['coin', 'hex-2', 'hex-2.5', 'hex-3', 'hex-4', 'hex-5'] as const;
    // Seven chains of nine, each with tools in an order of its own.
    const chains = Array.from({ length: 7 }, (_, c) =>
      Array.from({ length: 9 }, (_, i) => step(`${c}.${i}`, keys[(i * (c + 1) + c) % 6]!)),
    );
    const before = chains.flatMap((c) => c.slice(1).map((s, i) => [c[i]!.id, s.id] as const));
    const found = orderSteps({ steps: chains.flat(), before });
    expect(found.proven).toBe(false);
    expect(found.atLeast).toBeGreaterThan(keys.length);
    expect(found.pickups).toBeGreaterThanOrEqual(found.atLeast);
    const at = new Map(found.steps.map((s, i) => [s.id, i]));
    expect(at.size).toBe(63);
    for (const [first, then] of before) expect(at.get(first)!).toBeLessThan(at.get(then)!);
  });

  it('takes up tools as few times as any order of the same moves', () => {
    fc.assert(
      fc.property(anyTree, anyTree, (x, y) => {
        const all = listSteps(build(jointsOf(x)), build(jointsOf(y)))!;
        fc.pre(all.steps.length <= 7);
        const least = Math.min(...listOrders(all.steps, all.before).map(countPickups));
        const found = orderSteps(all);
        expect(found.pickups).toBe(least);
        expect(found.proven).toBe(true);
      }),
      { numRuns: tries(60) },
    );
  });

  it('takes as long back as there, by the inverse steps', () => {
    const inverse = { 'take-off': 'put-on', 'put-on': 'take-off' } as Record<string, string>;
    fc.assert(
      fc.property(anyTree, anyTree, (x, y) => {
        const [from, to] = [build(jointsOf(x)), build(jointsOf(y))];
        const [there, back] = [change(from, to), change(to, from)];
        expect(back.seconds).toBe(there.seconds);
        const say = (m: Step, turned: boolean) =>
          `${turned ? (inverse[m.kind] ?? m.kind) : m.kind} ${m.itemId}`;
        expect(back.steps.map((m) => say(m, true)).sort()).toEqual(
          there.steps.map((m) => say(m, false)).sort(),
        );
      }),
      { numRuns: tries(60) },
    );
  });

  const onBody = (item: string, side: string) => joint(`j-${item}`, `${item}.foot`, `body.${side}`);

  it('moves a branch that is the same in both as one', () => {
    const b = joint('j-b', 'b.foot', 'a.left');
    const way = change(build([onBody('a', 'left'), b]), build([onBody('a', 'right'), b]));
    expect(way.steps.map((s) => s.id)).toEqual(['take-off a', 'put-on a']);
    // Twice 10 s with fingers: nothing is taken up.
    expect(way).toMatchObject({ seconds: 20, pickups: 0, estimated: false });
  });

  it('sets what only slides or turns, and takes nothing off', () => {
    const from = build([onBody('b', 'left')]);
    const to = build([{ ...onBody('b', 'left'), slideMm: 1 }]);
    const way = change(from, to);
    expect(way.steps.map((s) => s.id)).toEqual(['set b']);
    // 10 s, and 8 s for the coin.
    expect(way).toMatchObject({ seconds: 18, pickups: 1, estimated: true });
  });

  it('takes off for a while what would be in the way of a screw, and puts it back', () => {
    const same = [onBody('c', 'right')];
    const to = build([...same, onBody('a', 'left')]);
    const way = change(build(same), { ...to, edges: [...to.edges, ['a', 'c']] });
    expect(way.steps.map((s) => s.id)).toEqual(['take-off c', 'put-on a', 'put-on c']);
    expect(way.steps.map((s) => s.inTheWay)).toEqual([true, false, true]);
  });

  it('takes nothing off by itself that comes off with what carries it anyway', () => {
    const on = (side: string) => [
      onBody('a', side),
      joint('j-b', 'b.foot', 'a.left'),
      onBody('c', side === 'left' ? 'top' : 'left'),
    ];
    // c cannot be loosened while b is there, and b hangs on a, which moves.
    const from = build(on('left'));
    const way = change({ ...from, edges: [...from.edges, ['c', 'b']] }, build(on('right')));
    expect(way.steps.map((s) => s.id)).toEqual([
      'take-off a',
      'take-off c',
      'put-on a',
      'put-on c',
    ]);
  });

  it('reads from a report what carries what, and the order of assembly where it is known', () => {
    const { rig, parts } = createTestRig([camera, post('a', 'thumb')], [onBody('a', 'left')]);
    const report = measureReport(rig, 'low', parts);
    expect(readBuilt(report, parts).edges).toEqual([['body', 'a']]);
    const solidity = { order: ['body', 'a'], orderEdges: [['a', 'body']] };
    const known = { ...report, fit: { ...report.fit, solidity } } as unknown as Report;
    expect(readBuilt(known, parts).edges).toEqual([['a', 'body']]);
    // Where parts wait for each other no order is known.
    const ringed = { ...solidity, order: undefined };
    const none = { ...report, fit: { ...report.fit, solidity: ringed } } as unknown as Report;
    expect(readBuilt(none, parts).edges).toEqual([['body', 'a']]);
  });

  it('has none to another camera', () => {
    const one = build([]);
    const setup = { ...one.assembly.setup, body: 'other' };
    expect(
      measureChangeover(one, { ...one, assembly: { ...one.assembly, setup } }),
    ).toBeUndefined();
  });

  it('draws leads first and plugs them in last', () => {
    const cables = [
      { id: 'l', item: 'f', from: { item: 'a', port: 'out' }, to: { item: 'b', port: 'out' } },
    ];
    const b = onBody('b', 'top');
    const way = change(
      build([onBody('a', 'left'), b], { cables }),
      build([onBody('a', 'right'), b], { cables }),
    );
    expect(way.steps.map((s) => s.id)).toEqual([
      'lead-out l',
      'take-off a',
      'put-on a',
      'lead-in l',
    ]);
  });

  it('plugs power first and the picture last, and draws them the other way round', () => {
    const run = (id: string, from: string, to: string) => ({
      id,
      item: `lead-${id}`,
      from: { item: from, port: 'out' },
      to: { item: to, port: 'out' },
    });
    const both = [onBody('a', 'left'), onBody('b', 'right')];
    const bare = build(both);
    // Listed the wrong way round on purpose.
    const plugged = {
      ...build(both, { cables: [run('picture', 'a', 'b'), run('power', 'b', 'a')] }),
      plugs: ['power', 'picture'],
    };
    expect(change(bare, plugged).steps.map((s) => s.id)).toEqual([
      'lead-in power',
      'lead-in picture',
    ]);
    expect(change(plugged, bare).steps.map((s) => s.id)).toEqual([
      'lead-out picture',
      'lead-out power',
    ]);
  });

  it('puts a second screw in right after its part, before what hangs there, and takes it out after that', () => {
    const braces = [
      {
        id: 'x',
        kind: 'second-screw' as const,
        a: { item: 'a', mount: 'right' },
        b: { item: 'body', mount: 'top' },
      },
    ];
    const joints = [onBody('a', 'left'), joint('j-b', 'b.foot', 'a.left'), onBody('c', 'right')];
    const [bare, full] = [build([]), build(joints, { braces })];
    const apart = (from: Built, to: Built) => measureChangeover(from, to, { apart: true })!;
    const there = apart(bare, full).steps.map((s) => s.id);
    // b hangs on the part, c on the body: either may cover the screw.
    expect(there).toEqual(['put-on a', 'brace-on x', 'put-on b', 'put-on c']);
    const back = apart(full, bare).steps.map((s) => s.id);
    expect(back.indexOf('brace-off x')).toBeGreaterThan(back.indexOf('take-off c'));
    expect(back.indexOf('brace-off x')).toBeLessThan(back.indexOf('take-off a'));
    // What is on already and stays is no reason to wait.
    const braced = change(build(joints), full).steps.map((s) => s.id);
    expect(braced).toEqual(['brace-on x']);
  });

  it('ends with balancing a gimbal, or finding the shoulder’s place, where weight has moved or it was held otherwise', () => {
    const at = (side: string, hold: Setup['hold']) => build([onBody('a', side)], { hold });
    const stepsOf = (from: Built, to: Built) => change(from, to).steps.map((s) => s.id);
    expect(stepsOf(at('left', 'low'), at('left', 'gimbal'))).toEqual(['settle']);
    expect(stepsOf(at('left', 'gimbal'), at('right', 'gimbal')).at(-1)).toBe('settle');
    expect(stepsOf(at('left', 'gimbal'), at('left', 'gimbal'))).toEqual([]);
    expect(stepsOf(at('left', 'gimbal'), at('left', 'low'))).toEqual([]);
    // Three minutes by the setting, half a minute on the shoulder, as estimates.
    const there = change(at('left', 'low'), at('left', 'gimbal'));
    expect([there.seconds, there.estimated]).toEqual([180, true]);
    expect(change(at('left', 'low'), at('left', 'shoulder')).seconds).toBe(30);
    const words = createNames(at('left', 'shoulder').assembly, made.parts);
    expect(sayStep(change(at('left', 'low'), at('left', 'shoulder')).steps[0]!, words)).toBe(
      'Find its place on your shoulder',
    );
  });

  it('leaves plugged what comes and goes with a branch, and leads another way what stays', () => {
    const run = (id: string, a: string, b: string, ties: string[] = []) => ({
      id,
      item: `lead-${id}`,
      from: { item: a, port: 'out' },
      to: { item: b, port: 'out' },
      ...(ties.length > 0 ? { ties: ties.map((item) => ({ item, mount: 'left' })) } : {}),
    });
    const branch = [onBody('a', 'left'), joint('j-b', 'b.foot', 'a.left')];
    const there = build(branch, { cables: [run('l', 'a', 'b')] });
    const home = change(there, build([]));
    expect(home.steps.map((s) => [s.id, s.goes])).toEqual([['take-off a', 'home']]);
    const back = change(build([]), there);
    expect(back.steps.map((s) => s.id)).toEqual(['put-on a']);
    expect(
      listStages(build([]).assembly.setup, there.assembly.setup, back.steps).at(-1),
    ).toMatchObject({
      cables: [{ id: 'l' }],
    });
    // The same lead is wanted elsewhere: then it is drawn.
    const elsewhere = build([onBody('c', 'right'), onBody('d', 'top')], {
      cables: [{ ...run('m', 'c', 'd'), item: 'lead-l' }],
    });
    expect(change(there, elsewhere).steps.map((s) => s.id)).toContain('lead-out l');
    const tied = build(branch, { cables: [run('l', 'a', 'b', ['a'])] });
    const way = change(there, tied);
    expect(way.steps.map((s) => s.id)).toEqual(['lay l']);
    expect(sayStep(way.steps[0]!, createNames(tied.assembly, made.parts))).toMatch(
      /^Lead .* by a$/,
    );
    // Tied to what comes off, it is drawn first.
    const onBoth = [...branch, onBody('c', 'right')];
    const held = build(onBoth, { cables: [run('l', 'a', 'b', ['c'])] });
    expect(change(held, tied).steps.map((s) => s.id)).toEqual([
      'lead-out l',
      'take-off c',
      'lead-in l',
    ]);
  });

  it('takes a part of a branch that goes home, which is needed, off it first', () => {
    const on = joint('j-b', 'b.foot', 'a.left');
    const way = change(build([onBody('a', 'left'), on]), build([onBody('b', 'right')]));
    expect(way.steps.map((s) => [s.id, s.goes])).toEqual([
      ['take-off b', 'again'],
      ['take-off a', 'home'],
      ['put-on b', undefined],
    ]);
  });

  it('says what keeps a step from being done, and plans the rest', () => {
    const to = build([onBody('b', 'left'), onBody('c', 'right')]);
    const wished = {
      ...to,
      assembly: {
        ...to.assembly,
        rig: {
          ...to.assembly.rig,
          kit: to.assembly.rig.kit.map((i) => (i.id === 'b' ? { ...i, owned: false } : i)),
        },
      },
      tools: ['none', 'thumb', 'coin'] as const,
    };
    const lacks = (built: Built) =>
      change(build([]), built)
        .steps.map((s) => [s.itemId, s.lacks])
        .sort();
    expect(lacks(to)).toEqual([
      ['b', undefined],
      ['c', undefined],
    ]);
    // b wants a coin, c a key of 3 mm.
    expect(lacks(wished)).toEqual([
      ['b', 'not-owned'],
      ['c', 'no-tool'],
    ]);
    expect(lacks({ ...to, unreached: new Set(['j-c']) })).toEqual([
      ['b', undefined],
      ['c', 'no-reach'],
    ]);
    const wrong = build([joint('j-b', 'b.left', 'body.left')]);
    expect(lacks(wrong)).toEqual([['b', 'no-mate']]);
  });

  it('draws what is usual towards the times of one’s own, the more there are of them', () => {
    const entry = (durationS: number, picked = false, tool: Tool = 'coin'): LogEntry => ({
      id: `t${durationS}`,
      at: '2026-03-01T06:00:00Z',
      kind: 'timed',
      durationS,
      did: { step: 'put-on', mount: 'cold-shoe', tool, picked },
    });
    const take = (log: LogEntry[]) =>
      measureChangeover(build([]), build([onBody('b', 'left')]), {
        times: readOwnTimes(log, undefined),
      })!;
    expect(take([]).steps[0]).toMatchObject({ seconds: 10, usualS: 10, timed: 0 });
    // Three times the usual 10 s against one of 30 s: 60 ∕ 4.
    expect(take([entry(30)]).steps[0]).toMatchObject({ seconds: 15, usualS: 10, timed: 1 });
    // 38 s with the coin looked for are 30 s without.
    expect(take([entry(38, true)]).steps[0]!.seconds).toBe(15);
    // (30 + 30 + 40) ∕ 5.
    expect(take([entry(30), entry(40)]).steps[0]!.seconds).toBe(20);
    // Another tool says nothing of this one, and a forgotten clock nothing at all.
    expect(take([entry(30, false, 'hex-4'), entry(1801)]).steps[0]).toMatchObject({ timed: 0 });
    expect(take([entry(1800)]).steps[0]).toMatchObject({ timed: 1 });
    // What was timed is no estimate of the app's; that a coin must be found still is.
    expect(take([]).estimated).toBe(true);
  });

  it('keeps the minutes of balancing apart from the seconds of a plug and of a hinge, and each hold’s from the other’s', () => {
    const at = (hold: Setup['hold']) => build([onBody('a', 'left')], { hold });
    const entry = (did: Partial<Deed>, durationS: number): LogEntry => ({
      id: `t${durationS}`,
      at: '2026-03-01T06:00:00Z',
      kind: 'timed',
      durationS,
      did: { step: 'settle', tool: 'none', picked: false, ...did },
    });
    const settle = (log: LogEntry[], hold: Setup['hold']) => {
      const options = { times: readOwnTimes(log, undefined) };
      return measureChangeover(at('low'), at(hold), options)!.steps[0]!.seconds;
    };
    const balanced = [entry({ hold: 'gimbal' }, 300)];
    // Three times the usual 180 s against one of 300 s.
    expect(settle(balanced, 'gimbal')).toBe(210);
    expect(settle(balanced, 'shoulder')).toBe(30);
    // Of what nobody says in which hold it was settled nothing is learnt; nor from a plug.
    expect(settle([entry({}, 300), entry({ step: 'lead-in' }, 60)], 'gimbal')).toBe(180);
    const onAll = [onBody('a', 'left'), onBody('b', 'right')];
    const plugged = withRuns(onAll, [{ lead: 0, a: 0, b: 1, tie: null }]);
    const plug = (log: LogEntry[]) =>
      measureChangeover(build(onAll), plugged, { times: readOwnTimes(log, undefined) })!.steps[0]!;
    expect(plug([])).toMatchObject({ kind: 'lead-in', seconds: 5 });
    expect(plug([...balanced, entry({ step: 'set' }, 60)]).seconds).toBe(5);
    // Three times 5 s and one of 9 s.
    expect(plug([entry({ step: 'lead-out' }, 9)]).seconds).toBe(6);
  });

  it('builds from the camera alone what is built from pieces', () => {
    const branch = [onBody('a', 'left'), joint('j-b', 'b.foot', 'a.left')];
    const to = build(branch);
    expect(change(strip(to), to).steps.map((s) => s.id)).toEqual(['put-on a']);
    expect(change(to, strip(to)).steps.map((s) => s.id)).toEqual(['take-off a']);
    expect(listTools(change(strip(to), to).steps)).toEqual([]);
  });

  it('is nothing between a setup and itself', () => {
    const one = build([onBody('a', 'left')]);
    expect(change(one, one)).toMatchObject({ steps: [], seconds: 0, pickups: 0 });
  });

  it('is said step by step, with the tools and the time', () => {
    const from = build([onBody('b', 'left'), onBody('c', 'right')]);
    const to = build([{ ...onBody('b', 'left'), slideMm: 1 }, joint('j-c', 'c.foot', 'b.left')]);
    const way = change(from, to);
    const names = createNames(from.assembly, made.parts);
    expect(way.steps.map((s) => sayStep(s, names)).sort()).toEqual([
      'Loosen b, slide it by 1 mm',
      'Put c on upper cold shoe of b',
      'Take c off body',
    ]);
    // Three times 10 s, and three times a tool for 8 s: what comes off does so before anything is set.
    expect(sayChangeover(way)).toBe('3 steps, ≈ 54 s, hex 3 mm and coin');
    expect(sayChangeover(change(from, from))).toBe('nothing to change');
  });
});

/**
 * Whole rigs as people build them, made by chance from a seed: odd sizes through the wizard's questions with every
 * guess left alone, sensible joints, six ways of holding. What the app says of them is what it says to a stranger.
 */
import type { Collider } from '../clash/index.js';
import { measureMate, type Mount, type Part, type PartBook } from '../part/index.js';
import {
  listJointsAt,
  listLoose,
  listTurnsDeg,
  measureOccupancy,
  measureSlideRange,
  placeSetup,
  rigFromMount,
  suggestTurnDeg,
  toAllowedSlideMm,
  type Assembly,
  type CableRun,
  type HoldKind,
  type Joint,
  type KitItem,
  type PlacedItem,
  type Rig,
} from '../rig/index.js';
import { findHold } from '../hold/index.js';
import { listLeadRooms, listLeads, measureLeadWays } from '../fit/index.js';
import { createSpace, listIntrusions, listOverlaps, placeKeepClear } from '../space/index.js';
import { createFromAnswers, findThing, readBodyFigures, type Answers } from '../template/index.js';

/** A generator of numbers from 0 to below 1, the same for the same seed (mulberry32). */
export function createRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A rig that was grown, and the parts it names. */
export interface Grown {
  readonly seed: number;
  readonly rig: Rig;
  readonly parts: PartBook;
}

export const grownHolds = ['low', 'one-grip', 'grips', 'eye', 'tripod', 'shoulder'] as const;

/** The cosine of how far a face may lean and still look up, in a builder's eyes. */
const upright = 0.9;

/** Where a part may go, in the words of a builder. */
interface Spot {
  /** Kinds of what carries it, the best first. */
  readonly on: readonly Part['kind'][];
  /** Which way the mount there looks. */
  readonly faces?: 'up' | 'down' | 'left' | 'right' | 'front' | 'back';
}

const directions = {
  up: [0, 0, 1],
  down: [0, 0, -1],
  left: [0, 1, 0],
  right: [0, -1, 0],
  front: [1, 0, 0],
  back: [-1, 0, 0],
} as const;

/**
 * Grows one rig. Costs some tenths of a second: every place is tried for what stands in the way. A careless builder puts
 * every third part where it goes in first, whatever it meets there, and buys leads by eye.
 */
export function growRig(seed: number, collider: Collider, careless = false): Grown {
  const random = createRandom(seed);
  const between = (low: number, high: number) => Math.round(low + (high - low) * random());
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const chance = (share: number) => random() < share;
  let hold: HoldKind = grownHolds[seed % grownHolds.length]!;

  const parts = new Map<string, Part>();
  const kit: KitItem[] = [];
  const joints: Joint[] = [];
  const cables: CableRun[] = [];
  let n = 0;

  const make = (kind: Part['kind'], template: string, name: string, answers: Answers): Part => {
    const id = `part-${(n += 1)}`;
    const bodies = new Map(
      [...parts.values()].flatMap((p) => {
        const figures = readBodyFigures(p);
        return figures ? [[p.id, figures] as const] : [];
      }),
    );
    const thing = findThing(kind, template)!;
    const { making, missing } = createFromAnswers(thing, id, { name, ...answers }, bodies);
    if (making.state !== 'made') {
      throw new Error(
        `growRig(${seed}): ${name}: ${making.state} ${missing.map((q) => q.name).join()} ${JSON.stringify(making)}`,
      );
    }
    parts.set(id, making.part);
    return making.part;
  };

  const rigOf = (more: readonly Joint[] = []): Rig => ({
    id: `grown-${seed}`,
    name: `Grown ${seed}`,
    kit,
    brief: { currency: 'EUR', limits: {} },
    setups: [
      {
        id: 'use',
        name: 'In use',
        hold,
        attitude: 'level',
        motion: hold === 'tripod' ? 'still' : 'walking',
        body: kit[0]!.id,
        joints: [...joints, ...more],
        ...(cables.length > 0 ? { cables } : {}),
      },
    ],
  });
  const assemble = (more: readonly Joint[] = []): Assembly => {
    const rig = rigOf(more);
    return placeSetup(rig, rig.setups[0]!, parts);
  };

  const body = make('body', 'body', 'Body', {
    ...pick([
      { widthMm: between(118, 146), heightMm: between(82, 104), depthMm: between(44, 74) },
      { widthMm: between(112, 134), heightMm: between(66, 84), depthMm: between(40, 58) },
      {
        widthMm: between(86, 110),
        heightMm: between(86, 112),
        depthMm: between(76, 110),
        gripDepthMm: 0,
        humpHeightMm: 0,
        screen: 'fixed',
      },
    ]),
    mountFamily: 'One',
    hdmi: pick(['hdmi-a', 'hdmi-c', 'hdmi-d']),
    massG: between(380, 950),
  });
  kit.push({ id: 'body', partId: body.id, owned: true });

  /** Whether a builder would leave it so: nothing stands in another, no door of a cell or card is shut. */
  const isSound = (assembly: Assembly, id: string): boolean => {
    if (careless && chance(0.35)) return true;
    const space = createSpace(assembly, collider);
    if (listOverlaps(space).length > 0 || listLoose(assembly).size > 0) return false;
    const placed = assembly.byId.get(id);
    if (!placed) return false;
    // A cell fills its bay, and goes in and out by the door.
    if (placed.carriedBy?.parentMount.kind === 'cell-bay') return true;
    return !assembly.items.some(
      (p) =>
        p.item.id !== id &&
        (p.part.keepClear ?? []).some(
          (k) =>
            ['battery-door', 'card-door', 'hand-room'].includes(k.purpose) &&
            listIntrusions(space, placeKeepClear(p, k), (q) => q.item.id === id).length > 0,
        ),
    );
  };

  /** Puts a part where it may go and nothing is in its way; says whether there was such a place. */
  const put = (part: Part, id: string, spots: readonly Spot[], turn?: number): boolean => {
    kit.push({ id, partId: part.id, owned: true });
    const now = assemble();
    const options: { onto: PlacedItem; parent: Mount; child: Mount }[] = [];
    for (const spot of spots) {
      const here = now.items.flatMap((onto) =>
        onto.item.id !== id && spot.on.includes(onto.part.kind)
          ? onto.part.mounts.flatMap((parent) => {
              const { z } = rigFromMount(onto, parent).rotation;
              const want = spot.faces && directions[spot.faces];
              if (want && z[0] * want[0] + z[1] * want[1] + z[2] * want[2] < upright) return [];
              const used = listJointsAt(now, onto.item.id, parent.id).length > 0;
              if (used && !parent.lengthwise) return [];
              return part.mounts
                .filter((child) => child.carrier ?? spots.length > 0)
                .filter((child) => {
                  const mate = measureMate(parent, child);
                  return mate.state === 'mates' && mate.key !== 'unknown';
                })
                .map((child) => ({ onto, parent, child }));
            })
          : [],
      );
      // Each spot in an order by chance, the better spots first.
      for (let i = here.length - 1; i > 0; i -= 1) {
        const k = Math.floor(random() * (i + 1));
        [here[i], here[k]] = [here[k]!, here[i]!];
      }
      options.push(...here);
    }
    for (const { onto, parent, child } of options.slice(0, 10)) {
      const mate = measureMate(parent, child);
      const best = turn ?? suggestTurnDeg(onto, parent, child);
      const turns = listTurnsDeg(mate, parent, child).filter((t) => t !== best);
      const range = measureSlideRange(parent, child);
      const slides: number[] = [];
      if (range && range.fromMm <= range.toMm) {
        const taken = measureOccupancy(now, onto, parent);
        const free = range.along === 'child' ? [] : taken.free;
        const spans = free.length > 0 ? free : [{ fromMm: range.fromMm, toMm: range.toMm }];
        for (const span of spans) {
          const low = Math.max(range.fromMm, span.fromMm + (free.length ? range.clampMm / 2 : 0));
          const high = Math.min(range.toMm, span.toMm - (free.length ? range.clampMm / 2 : 0));
          if (low > high) continue;
          for (const f of [0.5, 0, 1, 0.25, 0.75]) {
            slides.push(toAllowedSlideMm(range, low + (high - low) * f));
          }
        }
      } else if (!range) slides.push(0);
      for (const slideMm of slides) {
        // People put a thing upright and looking ahead, or give the place up.
        for (const turnDeg of [best, ...(turn === undefined ? turns.slice(0, 1) : [])]) {
          const joint: Joint = {
            id: `j-${id}`,
            child: { item: id, mount: child.id },
            parent: { item: onto.item.id, mount: parent.id },
            slideMm,
            turnDeg,
          };
          if (!isSound(assemble([joint]), id)) continue;
          joints.push(joint);
          return true;
        }
      }
    }
    kit.pop();
    parts.delete(part.id);
    return false;
  };

  /** A lead of fitting length from a port of one to a port of another, where both have one. */
  const lead = (from: string, to: string, carries: 'video' | 'audio' | 'power'): void => {
    const now = assemble();
    const [a, b] = [now.byId.get(from), now.byId.get(to)];
    if (!a || !b) return;
    const busy = (item: string, port: string) =>
      cables.some((c) => [c.from, c.to].some((e) => e.item === item && e.port === port));
    const out = a.part.ports?.find(
      (p) => p.direction !== 'in' && p.carries.includes(carries) && !busy(from, p.id),
    );
    const into = b.part.ports?.find(
      (p) => p.direction !== 'out' && p.carries.includes(carries) && !busy(to, p.id),
    );
    if (!out || !into) return;
    const id = `lead-${(n += 1)}`;
    const run: CableRun = {
      id: `run-${id}`,
      item: id,
      from: { item: from, port: out.id },
      to: { item: to, port: into.id },
    };
    const cut = (lengthMm: number): Part =>
      make('cable', 'cable', `Lead ${from} to ${to}`, {
        ends: [{ connector: out.connector }, { connector: into.connector }],
        lengthMm,
        carries: [carries],
        massG: 30,
      });
    cables.push(run);
    kit.push({ id, partId: cut(1000).id, owned: true });
    // Bought as long as it must be, in steps of 5 cm.
    const space = createSpace(assemble(), collider);
    const leads = listLeads(space, (item) => parts.get(kit.find((k) => k.id === item)!.partId));
    const rooms = listLeadRooms(space, findHold(space.assembly), parts);
    const needed = measureLeadWays(space, leads, rooms).find(
      (w) => w.lead.run.id === run.id,
    )?.neededMm;
    parts.delete(kit.pop()!.partId);
    const slack = careless ? 0.7 + random() : 1.05;
    const lengthMm = Math.ceil(((needed ?? 400) * slack) / 50) * 50;
    kit.push({ id, partId: cut(lengthMm).id, owned: true });
  };

  const cellBay = body.mounts.find((m) => m.kind === 'cell-bay');
  if (cellBay) {
    put(
      make('battery', 'battery', 'Cell', {
        mount: 'cell-bay',
        heightMm: 46,
        widthMm: 20,
        depthMm: 38,
        energyWh: 16,
        family: cellBay.family ?? 'own cell',
        massG: 80,
      }),
      'cell',
      [{ on: ['body'] }],
    );
  }
  const heavy = chance(0.25);
  put(
    make('lens', 'lens', 'Lens', {
      lengthMm: heavy ? between(120, 190) : between(50, 120),
      diameterMm: heavy ? between(82, 100) : between(62, 84),
      mountFamily: 'One',
      massG: heavy ? between(900, 1600) : between(180, 800),
      focalMm: pick([
        [24, 70],
        [35, 35],
        [50, 50],
        [70, 200],
      ]),
      gearRing: chance(0.3),
    }),
    'lens',
    [{ on: ['body'] }],
  );
  const caged = put(
    make('cage', 'cage', 'Cage', {
      body: body.id,
      coverage: hold === 'grips' ? 'full' : pick(['full', 'full', 'half', 'plate']),
      topRailMm: between(40, 70),
      leftRailMm: between(30, 60),
      shoes: pick([1, 2]),
      rosettes: chance(0.3),
      massG: between(120, 340),
    }),
    'cage',
    [{ on: ['body'] }],
  );
  const base: readonly Part['kind'][] = caged ? ['cage', 'body'] : ['body'];
  if (hold === 'low' || chance(0.7)) {
    put(
      make('top-handle', 'top-handle', 'Handle', {
        lengthMm: between(90, 150),
        heightMm: between(55, 90),
        base: pick(['nato', 'three-eighths-pins', 'nato', 'cold-shoe']),
        massG: between(110, 320),
      }),
      'handle',
      [{ on: base, faces: 'up' }],
    );
  }
  if (hold === 'grips' || chance(0.3)) {
    put(
      make('side-grip', 'side-grip', 'Grip', {
        heightMm: between(90, 130),
        base: pick(['nato', 'nato', 'rosette']),
        massG: between(90, 260),
      }),
      'grip',
      [{ on: ['cage'], faces: 'left' }],
    );
  }
  const onRods = hold === 'shoulder' || chance(0.25);
  if (onRods) {
    const placed = put(
      make('plate', 'plate', 'Base', {
        lengthMm: between(60, 90),
        widthMm: between(76, 90),
        heightMm: between(18, 40),
        mounts: [
          {
            id: 'screw',
            face: 'top',
            kind: 'quarter-20',
            side: 'screw',
            reference: 'front',
            tool: 'coin',
            carrier: true,
          },
          {
            id: 'rods',
            face: 'bottom',
            kind: 'rod-15-pair',
            side: 'clamp',
            reference: 'front',
            clampMm: 40,
            tool: 'thumb',
          },
          { id: 'under', face: 'bottom', kind: 'quarter-20', side: 'socket', reference: 'front' },
        ],
        massG: between(120, 260),
      }),
      'base',
      [{ on: base, faces: 'down' }],
      0,
    );
    if (placed) {
      put(make('rod', 'rods', 'Rods', { lengthMm: pick([200, 250, 300]), massG: 150 }), 'rods', [
        { on: ['plate'] },
      ]);
      if (hold === 'shoulder') {
        put(
          make('shoulder-pad', 'shoulder-pad', 'Pad', {
            lengthMm: between(120, 170),
            widthMm: between(80, 110),
            heightMm: between(40, 60),
            massG: between(200, 420),
          }),
          'pad',
          [{ on: ['rod'] }],
        );
      }
      if (chance(0.5)) {
        put(
          make('battery-plate', 'battery-plate', 'Battery plate', {
            holds: 'v-mount',
            heightMm: between(90, 110),
            widthMm: between(70, 90),
            fixing: 'rods',
            outlets: [
              { connector: 'd-tap', direction: 'out', carries: ['power'], face: 'left' },
              { connector: 'usb-c', direction: 'out', carries: ['power'], face: 'left' },
            ],
            massG: between(120, 220),
          }),
          'battery-plate',
          [{ on: ['rod'] }],
        );
        put(
          make('battery', 'battery', 'Brick', {
            mount: 'v-mount',
            heightMm: between(95, 130),
            widthMm: between(72, 90),
            depthMm: between(30, 60),
            energyWh: pick([50, 98, 150]),
            massG: between(420, 900),
          }),
          'brick',
          [{ on: ['battery-plate'] }],
        );
      }
    }
  }
  const arm = make('arm', 'arm', 'Arm', {
    heightMm: between(40, 110),
    base: pick(['cold-shoe', 'quarter', 'nato', 'cold-shoe']),
    massG: between(50, 130),
  });
  if (
    put(arm, 'arm', [
      { on: ['top-handle'], faces: 'up' },
      { on: base, faces: 'up' },
      { on: ['top-handle', 'cage'] },
    ])
  ) {
    const monitor = make('monitor', 'monitor', 'Monitor', {
      diagonalIn: pick([4.5, 5, 5.5, 7]),
      nits: pick([400, 1000, 2200]),
      massG: between(180, 420),
    });
    if (put(monitor, 'monitor', [{ on: ['arm'] }])) {
      put(
        make('battery', 'battery', 'L cell', {
          mount: 'l-series',
          heightMm: 70,
          widthMm: 38,
          depthMm: between(20, 40),
          energyWh: 16,
          massG: between(90, 180),
        }),
        'l-cell',
        [{ on: ['monitor'] }],
      );
      lead('body', 'monitor', 'video');
    }
  }
  const shoes: readonly Spot[] = [
    { on: [...base, 'top-handle'], faces: 'up' },
    { on: ['plate', 'arm'], faces: 'up' },
  ];
  if (chance(0.8)) {
    put(
      make('microphone', 'microphone', 'Microphone', {
        lengthMm: between(70, 180),
        massG: between(40, 140),
      }),
      'mic',
      shoes,
    );
    lead('mic', 'body', 'audio');
  }
  if (chance(0.4)) {
    put(
      make('receiver', 'device', 'Receiver', {
        widthMm: between(36, 60),
        heightMm: between(40, 66),
        depthMm: between(14, 26),
        ports: [{ connector: 'jack-3.5', direction: 'out', carries: ['audio'], face: 'left' }],
        massG: between(30, 90),
      }),
      'receiver',
      shoes,
    );
    lead('receiver', 'body', 'audio');
  }
  if (chance(0.5)) {
    put(
      make('transmitter', 'device', 'Transmitter', {
        widthMm: between(50, 80),
        heightMm: between(60, 100),
        depthMm: between(18, 30),
        ports: [
          { connector: 'hdmi-a', direction: 'in', carries: ['video'], face: 'left' },
          { connector: 'usb-c', direction: 'in', carries: ['power'], face: 'right' },
        ],
        massG: between(90, 220),
      }),
      'transmitter',
      shoes,
    );
    lead('brick', 'transmitter', 'power');
    lead('battery-plate', 'transmitter', 'power');
  }
  if (onRods && chance(0.7)) {
    put(
      make('lens-support', 'lens-support', 'Lens support', {
        lowMm: between(30, 45),
        massG: between(60, 160),
      }),
      'lens-support',
      [{ on: ['rod'] }],
    );
    put(
      make('clamp', 'rod-clamp', 'Rod clamp', { top: 'cold-shoe', massG: between(40, 90) }),
      'clamp',
      [{ on: ['rod'] }],
    );
    put(
      make('recorder', 'device', 'Recorder', {
        widthMm: between(60, 90),
        heightMm: between(30, 50),
        depthMm: between(80, 120),
        fixing: 'cold-shoe',
        massG: between(120, 300),
      }),
      'recorder',
      [{ on: ['clamp', 'cage', 'plate'], faces: 'up' }],
    );
  }
  if (chance(0.3)) {
    put(
      make('filter', 'ring', 'Filter', {
        backSizeMm:
          assemble()
            .byId.get('lens')
            ?.part.mounts.find((m) => m.kind === 'front-thread')?.sizeMm ?? 77,
        stops: 6,
        massG: between(20, 60),
      }),
      'filter',
      [{ on: ['lens'] }],
    );
  }
  if (hold === 'tripod') {
    put(
      make('support', 'support', 'Head', {
        heightMm: between(80, 140),
        takes: pick(['quarter-screw', 'three-eighths-screw', 'quarter-screw']),
        bearsG: between(4000, 8000),
        tiltsDeg: 90,
        massG: between(700, 1600),
      }),
      'head',
      [
        { on: ['plate'], faces: 'down' },
        { on: base, faces: 'down' },
      ],
    );
  }
  // It is held as it can be held: what was meant, or the next way for which there is what it needs.
  const ways: readonly HoldKind[] = [hold, 'grips', 'one-grip', 'low', 'eye', 'set-down'];
  hold =
    ways.find((way) => {
      hold = way;
      return findHold(assemble()).state === 'held';
    }) ?? 'set-down';
  // What the shop has besides: leads in other lengths, an arm with pins, a handle on a rail.
  for (const run of [...cables]) {
    const own = parts.get(kit.find((k) => k.id === run.item)!.partId)!.cable!;
    for (const lengthMm of [250, 350, 500]) {
      make('cable', 'cable', `Other lead, ${lengthMm / 10} cm`, {
        ends: own.ends.map((e) => ({ connector: e.connector })),
        lengthMm,
        carries: own.carries,
        massG: 25,
      });
    }
  }
  make('arm', 'arm', 'Pinned arm', { heightMm: 60, base: 'nato', head: 'pins', massG: 80 });
  make('arm', 'arm', 'Short arm', { heightMm: 40, base: 'cold-shoe', massG: 45 });
  make('top-handle', 'top-handle', 'Rail handle', {
    lengthMm: 110,
    heightMm: 70,
    base: 'nato',
    massG: 150,
  });
  return { seed, rig: rigOf(), parts };
}

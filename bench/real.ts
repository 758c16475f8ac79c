import {
  createPartBook,
  listSetupItems,
  type Collider,
  type Joint,
  type Part,
  type PartBook,
  type Rig,
  type RigFile,
  type Setup,
} from '@zucchini/core';

/** A rig to be timed, with the setup and the joint that is slid in it. */
export interface RealRig {
  readonly name: string;
  readonly rig: Rig;
  readonly parts: PartBook;
  readonly setupId: string;
  readonly jointId: string;
}

/** A demo rig as it is. */
export function takeRig(file: RigFile, jointId: string): RealRig {
  const { rig } = file;
  const setup = rig.setups[0]!;
  return {
    name: `${rig.name}, ${setup.joints.length + 1} parts, ${setup.cables?.length ?? 0} leads`,
    rig,
    parts: createPartBook(file.parts),
    setupId: setup.id,
    jointId,
  };
}

/** How far the next camera stands on the boom, in mm: near enough that neighbours meet. */
const apartMm = 210;

/** A hole of its own, well below everything that the rig has there: what is there is taken. */
const belowAll: Part['mounts'][number] = {
  id: 'bench-below',
  kind: 'quarter-20',
  side: 'socket',
  originMm: [0, 0, -220],
  normal: [0, 0, -1],
  reference: [1, 0, 0],
  thread: { depthMm: 8 },
};

/** A bar under all cameras: nobody sells one; it is there to join rigs to one. */
const createBoom = (count: number): Part => ({
  id: 'bench-boom',
  kind: 'plate',
  name: 'Boom',
  massG: 400,
  solids: [
    {
      id: 'bar',
      type: 'box',
      atMm: [0, (-apartMm * count) / 2, 0],
      sizeMm: [40, apartMm * count, 20],
    },
  ],
  mounts: [
    {
      id: 'up',
      kind: 'quarter-20',
      side: 'screw',
      originMm: [0, 0, 10],
      normal: [0, 0, 1],
      reference: [1, 0, 0],
      thread: { lengthMm: 5 },
    },
    ...Array.from({ length: count - 1 }, (_, i) => ({
      id: `up-${i + 1}`,
      kind: 'quarter-20' as const,
      side: 'screw' as const,
      originMm: [0, -apartMm * (i + 1), 10] as [number, number, number],
      normal: [0, 0, 1] as [number, number, number],
      reference: [1, 0, 0] as [number, number, number],
      thread: { lengthMm: 5 },
    })),
  ],
});

/**
 * A rig of about `count` parts out of a demo rig: cut short to its first parts, or several of it side by side on a boom, near
 * enough to meet, each with its own leads; the set of lenses is that of the first.
 */
export function growReal(file: RigFile, count: number, jointId: string): RealRig {
  const parts = createPartBook(file.parts);
  const setup = file.rig.setups[0]!;
  const whole = setup.joints.length + 1;
  if (count <= whole) {
    const joints = setup.joints.slice(0, count - 1);
    return finish(file, { ...setup, joints }, file.rig.kit, parts, jointId, count);
  }
  const copies = Math.round(count / whole);
  const boom = createBoom(copies);
  const body = parts.get(file.rig.kit.find((i) => i.id === setup.body)!.partId)!;
  const hung: Part = { ...body, mounts: [...body.mounts, belowAll] };
  const socket = belowAll;
  const kit = [...file.rig.kit, { id: 'boom', partId: boom.id, owned: false }];
  const joints: Joint[] = [
    ...setup.joints,
    {
      id: 'boom',
      parent: { item: setup.body, mount: socket.id },
      child: { item: 'boom', mount: 'up' },
      slideMm: 0,
      turnDeg: 0,
    },
  ];
  const cables = [...(setup.cables ?? [])];
  for (let n = 1; n < copies; n += 1) {
    const own = (id: string) => `${id}-${n}`;
    const there = listSetupItems(setup);
    kit.push(...file.rig.kit.filter((i) => there.has(i.id)).map((i) => ({ ...i, id: own(i.id) })));
    joints.push({
      id: own('boom'),
      parent: { item: 'boom', mount: `up-${n}` },
      child: { item: own(setup.body), mount: socket.id },
      slideMm: 0,
      turnDeg: 0,
    });
    joints.push(
      ...setup.joints.map((j) => ({
        ...j,
        id: own(j.id),
        parent: { ...j.parent, item: own(j.parent.item) },
        child: { ...j.child, item: own(j.child.item) },
      })),
    );
    cables.push(
      ...(setup.cables ?? []).map((c) => ({
        ...c,
        id: own(c.id),
        item: own(c.item),
        from: { ...c.from, item: own(c.from.item) },
        to: { ...c.to, item: own(c.to.item) },
      })),
    );
  }
  const book = new Map([...parts, [boom.id, boom], [hung.id, hung]]);
  return finish(file, { ...setup, joints, cables }, kit, book, jointId, joints.length + 1);
}

function finish(
  file: RigFile,
  setup: Setup,
  kit: Rig['kit'],
  parts: PartBook,
  jointId: string,
  count: number,
): RealRig {
  const there = new Set([setup.body, ...setup.joints.map((j) => j.child.item)]);
  const cables = (setup.cables ?? []).filter((c) => there.has(c.from.item) && there.has(c.to.item));
  const { stances, heldBy: _, weighing: __, ...rest } = setup;
  const own: Setup = {
    ...rest,
    ...(stances
      ? { stances: Object.fromEntries(Object.entries(stances).filter(([id]) => there.has(id))) }
      : {}),
    braces: (setup.braces ?? []).filter((b) => there.has(b.a.item) && there.has(b.b.item)),
    cables,
  };
  return {
    name: `${count} parts, ${cables.length} leads`,
    rig: { ...file.rig, kit, setups: [own] },
    parts,
    setupId: setup.id,
    jointId: own.joints.some((j) => j.id === jointId) ? jointId : own.joints[1]!.id,
  };
}

type Pair = Parameters<Collider['meet']>;

/** The pairs that a piece of work asks the collision library for, to be asked again by themselves. */
export function recordPairs(collider: Collider, work: (collider: Collider) => void): Pair[] {
  const pairs: Pair[] = [];
  work({
    meet: (...pair) => {
      pairs.push(pair);
      return collider.meet(...pair);
    },
  });
  return pairs;
}

import type { Joint, KitItem, MountRef, Part, PartBook, Rig } from '@zucchini/core';

/**
 * A rig of `count` parts in the manner of a real one: body, lens, cage and handle of the demo, then rails,
 * arms, monitors, shoes and receivers, each on a free mount of one that is there; some on plain screws,
 * so that every kind of check has work.
 */
export function createBenchRig(
  count: number,
  catalogue: PartBook,
): { rig: Rig; parts: PartBook; jointId: string; mount: MountRef } {
  const hub: Part = {
    id: 'bench-hub',
    kind: 'adaptor',
    name: 'Hub',
    massG: 40,
    price: { minor: 1000, currency: 'EUR' },
    solids: [{ id: 'block', type: 'box', sizeMm: [40, 40, 12], atMm: [0, 0, 0], radiusMm: 2 }],
    mounts: [
      {
        id: 'base',
        kind: 'quarter-20',
        side: 'screw',
        originMm: [0, 0, -6],
        normal: [0, 0, -1],
        reference: [1, 0, 0],
        thread: { lengthMm: 5.5 },
      },
      ...[-14, 0, 14].map((x, i) => ({
        id: `socket-${i}`,
        kind: 'quarter-20' as const,
        side: 'socket' as const,
        originMm: [x, 0, 6] as [number, number, number],
        normal: [0, 0, 1] as [number, number, number],
        reference: [1, 0, 0] as [number, number, number],
        thread: { depthMm: 8 },
      })),
      {
        id: 'shoe',
        kind: 'cold-shoe',
        side: 'shoe',
        originMm: [0, 20, 0],
        normal: [0, 1, 0],
        reference: [1, 0, 0],
        lengthwise: { axis: [1, 0, 0], fromMm: -20, toMm: 20 },
      },
    ],
  };
  const parts = new Map([...catalogue, [hub.id, hub]]);
  const kit: KitItem[] = [];
  const joints: Joint[] = [];
  const add = (partId: string, own: string | undefined, parent: string | undefined): string => {
    const id = `${partId}-${kit.length}`;
    kit.push({ id, partId, owned: kit.length % 3 === 0 });
    if (own && parent) {
      const [item, mount] = parent.split('.') as [string, string];
      joints.push({
        id: `j-${joints.length}`,
        child: { item: id, mount: own },
        parent: { item, mount },
        slideMm: 0,
        turnDeg: 0,
      });
    }
    return id;
  };
  const body = add('corvane-petrel', undefined, undefined);
  const cage = add('tarnbeck-gunwale', 'body-screw', `${body}.bottom`);
  add('hollin-shoal-24-70', 'rear', `${body}.lens`);
  const handle = add('ferrule-ash-yoke', 'base', `${cage}.top-rail`);
  const slid = joints.at(-1)!.id;
  let at = add(hub.id, 'base', `${handle}.top`);
  // Chains of hubs: each carries a monitor on an arm's plain head, a receiver in its shoe, and the next hub.
  for (let turn = 0; kit.length < count; turn += 1) {
    const step = turn % 4;
    if (step === 0) add('wrensong-duet', 'foot', `${at}.shoe`);
    else if (step === 1) add('quillon-cleat', 'base', `${at}.socket-0`);
    else if (step === 2) add('quillon-cleat', 'base', `${at}.socket-1`);
    else at = add(hub.id, 'base', `${at}.socket-2`);
  }
  return {
    rig: {
      id: 'bench',
      name: 'Bench',
      kit,
      brief: {
        currency: 'EUR',
        limits: { spend: { minor: 1000, currency: 'EUR' }, carryG: 1000, heightMm: 200 },
      },
      setups: [
        {
          id: 'bench',
          name: 'Bench',
          hold: 'low',
          attitude: 'level',
          motion: 'walking',
          body,
          joints,
        },
      ],
    },
    parts,
    jointId: slid,
    // A plain thread: more of a catalogue fits it than any other mount.
    mount: { item: cage, mount: 'front-left' },
  };
}

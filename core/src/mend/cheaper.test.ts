import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Part } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { applyEdit } from '../rig/index.js';
import { body, createTestRig, cube, handle, joint, mountAt, noBrief } from '../testing/rigs.js';
import { listCheaperMakes } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const eur = (minor: number) => ({ minor, currency: 'EUR' });
/** An arm of so much money and mass on a ¼″ screw, for a light load. */
const arm = (id: string, minor: number | undefined, more: Partial<Part> = {}): Part =>
  cube(
    id,
    100,
    {
      kind: 'arm',
      ...(minor === undefined ? {} : { price: eur(minor) }),
      mounts: [
        mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          thread: { lengthMm: 6 },
          fastening: { tool: 'thumb', seconds: 10 },
        }),
      ],
      ...more,
    },
    [0, 0, 5],
  );

/** The makes that are cheaper than an arm of 40.00, with these in the catalogue. */
function makesOf(others: Part[], owned = false, mine: Partial<Part> = {}) {
  const { rig, parts } = createTestRig(
    [body, handle, arm('mine', 4000, mine)],
    [
      joint('h', 'handle.base', 'body.rail', { slideMm: -10 }),
      joint('a', 'mine.base', 'body.plain'),
    ],
    {
      brief: { ...noBrief, limits: { carryG: 1150 } },
      kit: ['body', 'handle', 'mine'].map((id) => ({
        id,
        partId: id,
        owned: id !== 'mine' || owned,
      })),
    },
  );
  const report = measureReport(rig, 'low', parts, { collider });
  const catalogue = new Map([...parts, ...others.map((p) => [p.id, p] as const)]);
  const found = [...listCheaperMakes(report, parts, { collider, catalogue })];
  return { rig, makes: found.flatMap((m) => m ?? []) };
}

describe('a cheaper make', () => {
  it('is the cheapest of its kind that joins the same way, with what it saves and how much heavier it is', () => {
    const { rig, makes } = makesOf([
      arm('dearer', 5000),
      arm('cheap', 3000, { massG: 120 }),
      arm('cheapest', 2000, { massG: 90 }),
    ]);
    expect(makes).toMatchObject([
      {
        itemId: 'mine',
        partId: 'cheapest',
        savesMinor: 2000,
        heavierG: -10,
        brings: [],
        lower: [],
      },
    ]);
    const [setup] = applyEdit(rig, makes[0]!.edit).setups;
    expect(setup!.joints.some((j) => j.child.item.endsWith('cheapest'))).toBe(true);
  });

  it('is none that makes anything worse, does not join, or states fewer needs', () => {
    // With 100 g more the rig is over what is to be carried.
    expect(makesOf([arm('heavy', 1000, { massG: 200 })]).makes).toEqual([]);
    expect(makesOf([arm('just', 1000, { massG: 149 })]).makes).toHaveLength(1);
    const foot = mountAt('foot', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0]);
    expect(makesOf([arm('shoe', 1000, { mounts: [foot] })]).makes).toEqual([]);
    const holds: Partial<Part> = { serves: [{ need: 'balance' }] };
    expect(makesOf([arm('plain', 1000)], false, holds).makes).toEqual([]);
    expect(makesOf([arm('also', 1000, holds)], false, holds).makes).toHaveLength(1);
    // Enough for what is asked here, and less all the same: that is said.
    const bright = (nits: number): Partial<Part> => ({ serves: [{ need: 'monitor', nits }] });
    const [dim] = makesOf([arm('dim', 1000, bright(500))], false, bright(900)).makes;
    expect(dim!.lower).toEqual([{ figure: 'nits', from: 900, to: 500 }]);
  });

  it('is none of what is owned, without a price, or hardly cheaper', () => {
    expect(makesOf([arm('cheap', 1000)], true).makes).toEqual([]);
    expect(makesOf([arm('free', undefined)]).makes).toEqual([]);
    expect(makesOf([arm('near', 3601)]).makes).toEqual([]);
    expect(makesOf([arm('tenth', 3600)]).makes).toHaveLength(1);
  });
});

import { beforeAll, describe, expect, it } from '@jest/globals';
import {
  assumptions,
  createPartBook,
  loadCollider,
  measureChangeover,
  measureReport,
  readBuilt,
  type Changeover,
  type Collider,
  type PartKind,
  type Rig,
  type Setup,
} from '@zucchini/core';
import { createDemoRigFile, readDemoCatalogue } from './demo-files.ts';

/** Minutes as people who change rigs told them, beside those that come out for the rigs of the demo. */
let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});
const catalogue = readDemoCatalogue();

/** How long a rig of the demo takes to become itself in another hold, without what stands of some kinds and all that it carries. */
function changeTo(
  name: 'barge' | 'mark-2',
  without: readonly PartKind[],
  more: Partial<Setup> = {},
): Changeover {
  const file = createDemoRigFile(name, catalogue);
  const parts = createPartBook(file.parts);
  const [setup] = file.rig.setups as [Setup];
  const report = (rig: Rig, id: string) =>
    measureReport(rig, id, parts, { collider, oneLens: true });
  const whole = report(file.rig, setup.id);
  const gone = new Set(
    whole.assembly.items
      .filter((p) => without.includes(p.part.kind))
      .flatMap((p) =>
        whole.assembly.items.filter((q) => q.number >= p.number && q.number <= p.branchEnd),
      )
      .map((p) => p.item.id),
  );
  const isLeft = ({ item }: { readonly item: string }) => !gone.has(item);
  const other: Setup = {
    ...setup,
    ...more,
    id: 'other',
    name: 'Other',
    joints: setup.joints.filter((j) => isLeft(j.child)),
    cables: (setup.cables ?? []).filter((c) => isLeft(c.from) && isLeft(c.to)),
    braces: (setup.braces ?? []).filter((b) => isLeft(b.a) && isLeft(b.b)),
    heldBy: [],
  };
  const rig = { ...file.rig, setups: [setup, other] };
  return measureChangeover(
    readBuilt(report(rig, setup.id), parts),
    readBuilt(report(rig, 'other'), parts),
  )!;
}
const secondsOf = ({ steps }: Changeover, kinds: readonly string[]) =>
  steps.filter((s) => kinds.includes(s.kind)).reduce((sum, s) => sum + s.seconds, 0);

describe('minutes as people tell them', () => {
  it('are about one to strip matte box, rods and handles for a gimbal, and two to five to balance it', () => {
    const change = changeTo(
      'barge',
      ['matte-box', 'follow-focus', 'lens-support', 'rod', 'top-handle', 'side-grip'],
      {
        hold: 'gimbal',
      },
    );
    const stripping = change.seconds - secondsOf(change, ['settle']);
    expect(stripping).toBeGreaterThan(40);
    expect(stripping).toBeLessThan(90);
    const balancing = secondsOf(change, ['settle']);
    expect(balancing).toBeGreaterThanOrEqual(120);
    expect(balancing).toBeLessThanOrEqual(300);
  });

  it('are twenty to forty seconds for a lens off and the next one on', () => {
    const off = secondsOf(changeTo('mark-2', ['lens']), ['take-off']);
    // As long for the next one.
    expect(2 * off).toBeGreaterThanOrEqual(20);
    expect(2 * off).toBeLessThanOrEqual(40);
  });

  it('are one to two minutes for a cage on two screws, with the key found', () => {
    const cage = [...catalogue.values()].find((p) => p.kind === 'cage')!;
    const screw = cage.mounts.find((m) => m.fastening && m.thread)!;
    // Found once, each screw drawn and the camera set in: the second takes as long as the first.
    const seconds = assumptions.pickToolS.value + 2 * screw.fastening!.seconds;
    expect(seconds).toBeGreaterThanOrEqual(60);
    expect(seconds).toBeLessThanOrEqual(120);
  });
});

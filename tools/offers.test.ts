import { describe, expect, it } from '@jest/globals';
import {
  applyEdit,
  createPartBook,
  judgeCandidates,
  listAsked,
  loadCollider,
  measureReport,
  sortCandidates,
} from '@zucchini/core';
import { createDemoRigFile, readDemoCatalogue } from './demo-files.ts';

const collider = await loadCollider();
const catalogue = readDemoCatalogue();

describe('a monitor for a rig that has none yet', () => {
  it.each([
    ['mark-2', 'low'],
    ['skiff', 'low'],
    ['barge', 'shoulder'],
    ['buoy', 'low'],
  ] as const)(
    'of %s, held %s, is offered where it stands in nothing and is seen',
    (which, setupId) => {
      const file = createDemoRigFile(which, catalogue);
      const parts = new Map([...catalogue, ...createPartBook(file.parts)]);
      // Without its screen, and without the arm that bore it.
      let { rig } = file;
      const { assembly } = measureReport(rig, setupId, parts, { collider });
      for (const { part, item, carriedBy } of assembly.items) {
        if (part.kind !== 'monitor') continue;
        const by = carriedBy && assembly.byId.get(carriedBy.joint.parent.item);
        for (const gone of [item.id, ...(by?.part.kind === 'arm' ? [by.item.id] : [])]) {
          rig = applyEdit(rig, { type: 'remove-item', setupId, itemId: gone });
        }
      }
      let made = 0;
      const makeId = () => `new-${(made += 1)}`;
      const ask = { kind: 'need', need: 'monitor' } as const;
      const report = measureReport(rig, setupId, parts, { collider });
      const asked = listAsked(report, [], parts, makeId, ask);
      const offers = [...judgeCandidates({ report, parts, collider, makeId }, ask, asked)];
      const fits = offers.flatMap((o) => (o.state === 'fits' ? [o] : []));
      expect(fits.length).toBeGreaterThan(5);
      expect(fits.filter((o) => o.change.stops > 0)).toEqual([]);
      // Turned to the eye; on Barge's shoulder the rig itself stands in the way, which is told.
      if (which === 'barge') return;
      const unseen = fits.filter(({ item, change }) =>
        change.appears.some((f) => f.code === 'screen-not-seen' && f.items.includes(item.id)),
      );
      expect(unseen.map((o) => o.part.name)).toEqual([]);
    },
  );
});

describe('a battery for a rig that has none', () => {
  const file = createDemoRigFile('mark-2', catalogue);
  const parts = new Map([...catalogue, ...createPartBook(file.parts)]);
  const setupId = 'low';
  let { rig } = file;
  const full = measureReport(rig, setupId, parts, { collider });
  for (const { part, item } of full.assembly.items) {
    if (part.kind === 'battery') {
      rig = applyEdit(rig, { type: 'remove-item', setupId, itemId: item.id });
    }
  }
  const report = measureReport(rig, setupId, parts, { collider });
  let made = 0;
  const makeId = () => `new-${(made += 1)}`;
  const ask = { kind: 'need', need: 'power' } as const;
  const asked = listAsked(report, rig.kit, parts, makeId, ask);
  const offers = sortCandidates(
    [...judgeCandidates({ report, parts, collider, makeId }, ask, asked)],
    'best',
    true,
  ).flatMap((o) => (o.state === 'fits' ? [o] : []));

  it('is offered first where it closes some of the need, before what is owned and closes nothing', () => {
    const closed = offers.map((o) => Number((o.closes?.closed ?? 0) > 0));
    expect(new Set(closed)).toEqual(new Set([0, 1]));
    expect(closed).toEqual([...closed].sort((a, b) => b - a));
  });

  it('keeps nothing lit for a shorter time', () => {
    expect(offers.filter((o) => (o.change.darkH ?? 0) < 0)).toEqual([]);
  });
});

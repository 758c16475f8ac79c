import { beforeAll, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { findingCodes, measureReport } from '../report/index.js';
import { applyEdit, isProposedId, Rig, withFreshIds } from '../rig/index.js';
import { findingFixtures } from '../testing/findings.js';
import { findRemedies } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/** Ids of everything in a rig that an edit could bring in. */
const listIds = (rig: Rig): string[] => [
  ...rig.kit.map((i) => i.id),
  ...rig.setups.flatMap((s) =>
    [s.joints, s.braces ?? [], s.cables ?? []].flatMap((list) => list.map((x) => x.id)),
  ),
];

it('what findings and their remedies bring in has no id of its own until it is made: none that is stored, none that is too long', () => {
  let proposed = 0;
  for (const code of findingCodes) {
    const { rig, parts, elsewhere } = findingFixtures[code].has;
    const before = new Set(listIds(rig));
    const options = { collider, catalogue: parts, elsewhere };
    const report = measureReport(rig, 'low', parts, options);
    const edits = [
      ...report.findings.flatMap((f) => f.remedies.map((r) => r.edit)),
      ...[...findRemedies(report, parts, options)].flatMap((o) => o.edits),
    ];
    for (const edit of edits) {
      const named = listIds(applyEdit(rig, edit)).filter((id) => !before.has(id));
      expect([code, named.filter((id) => !isProposedId(id))]).toEqual([code, []]);
      proposed += named.length;
      const made = applyEdit(
        rig,
        withFreshIds(edit, () => crypto.randomUUID()),
      );
      expect(Rig.safeParse(made).error).toBeUndefined();
    }
  }
  expect(proposed).toBeGreaterThan(8);
}, 300_000);

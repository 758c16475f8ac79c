import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { placeSetup } from '../rig/index.js';
import { createSpace } from '../space/index.js';
import { createPowerRig, device, lead } from '../testing/power.js';
import { joint } from '../testing/rigs.js';
import { listLeadsBetween } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

describe('leads between two ports', () => {
  it('those that do come first, then those that hang loose, then those that are too short', () => {
    const leads = [
      lead('short', { lengthMm: 60 }),
      lead('endless', { lengthMm: 900 }),
      lead('right', { lengthMm: 165 }),
      lead('coiled', { lengthMm: 110, stretchesToMm: 600 }),
      lead('wrong', {
        lengthMm: 190,
        ends: [
          { connector: 'usb-c', bodyMm: 20 },
          { connector: 'barrel', bodyMm: 20 },
        ],
      }),
    ];
    const { rig, parts } = createPowerRig(
      [device('screen', 5), ...leads],
      [joint('a', 'screen.base', 'body.a')],
      [],
      { kit: ['body', 'screen', 'endless'].map((id) => ({ id, partId: id, owned: true })) },
    );
    const assembly = placeSetup(rig, rig.setups[0]!, parts);
    const space = createSpace(assembly, collider);
    const found = listLeadsBetween(
      space,
      parts,
      { item: 'body', port: 'raw' },
      { item: 'screen', port: 'in' },
    );
    // Two plugs of 20 mm, two bends of 15 and 50 mm from one to the other.
    expect(found[0]!.neededMm).toBeCloseTo(120, 6);
    expect(found.map((l) => [l.part.id, l.reach, l.item.owned])).toEqual([
      ['coiled', 'does', false],
      ['right', 'does', false],
      ['endless', 'loose', true],
      ['endless', 'loose', false],
      ['short', 'short', false],
    ]);
  });

  it('there are none between ports that are not there', () => {
    const { rig, parts } = createPowerRig([lead('one')], []);
    const space = createSpace(placeSetup(rig, rig.setups[0]!, parts), collider);
    const end = { item: 'body', port: 'raw' };
    expect(listLeadsBetween(space, parts, end, { item: 'nobody', port: 'in' })).toEqual([]);
  });
});

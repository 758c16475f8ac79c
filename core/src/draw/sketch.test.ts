import { describe, expect, it } from '@jest/globals';
import { placeSetup, readRigFile } from '../rig/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';
import { worstRigs } from '../testing/worst.js';
import { drawRig } from './rig.js';
import { Sketch, sketchRig } from './sketch.js';

const place = ({ rig, parts }: ReturnType<typeof createTestRig>) =>
  placeSetup(rig, rig.setups[0]!, parts);

describe('a sketch', () => {
  it('shows the solids of the drawing in its order, to a tenth of a mm', () => {
    const assembly = place(createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')]));
    const sketch = sketchRig(assembly);
    const plate = drawRig(assembly, 'near');
    const drawn = plate.runs.flatMap((run) => run.solids);
    expect(sketch.solids).toHaveLength(drawn.length);
    sketch.solids.forEach((solid, i) => {
      solid.outline.forEach(([x, y], k) => {
        expect(x).toBeCloseTo(drawn[i]!.seen.outline[k]![0], 0.9);
        expect(y).toBeCloseTo(drawn[i]!.seen.outline[k]![1], 0.9);
      });
    });
    expect(Sketch.parse(JSON.parse(JSON.stringify(sketch)))).toEqual(sketch);
  });

  it('leaves out what nobody could see', () => {
    const speck = cube('speck', 1, {
      solids: [{ id: 'dot', type: 'box', atMm: [0, 0, 0], sizeMm: [0.02, 0.02, 0.02] }],
      mounts: [
        mountAt('base', 'quarter-20', 'screw', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
          thread: { lengthMm: 4 },
        }),
      ],
    });
    const with_ = sketchRig(
      place(createTestRig([body, speck], [joint('s', 'speck.base', 'body.plain')])),
    );
    const without = sketchRig(place(createTestRig([body], [])));
    expect(with_.solids).toEqual(without.solids);
  });

  it('of a rig of 1 200 solids holds no more than are told apart', () => {
    const outcome = readRigFile(worstRigs['30 parts of 200 tubes']!());
    if (outcome.state !== 'read') throw new Error('worst');
    const { rig } = outcome.file;
    const [first] = rig.setups;
    const setup = { ...first!, joints: first!.joints.slice(0, 6) };
    const sketch = sketchRig(placeSetup(rig, setup, outcome.parts));
    expect(sketch.solids).toHaveLength(1000);
    expect(JSON.stringify(sketch).length).toBeLessThan(1_000_000);
  });
});

/**
 * What the wizard makes with every guess left alone goes with its neighbours: over a grid of bodies, each with a cage of
 * every coverage made for it, a lens, a cell, and what most people put on next.
 */
import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { Build } from '../testing/build.js';
import { tries } from '../testing/depth.js';
import { things, type Answers } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});
const tell = (build: Build) => build.tell(collider);

const widths = [84, 112, 134, 150];
const heights = [64, 84, 112];
const depths = [40, 44, 48, 58, 80, 105];
const bodies = widths.flatMap((widthMm) =>
  heights.flatMap((heightMm) =>
    depths.flatMap((depthMm): Answers[] => [
      { widthMm, heightMm, depthMm },
      ...(depthMm >= 58
        ? [{ widthMm, heightMm, depthMm, gripDepthMm: 0, humpHeightMm: 0, screen: 'fixed' }]
        : []),
    ]),
  ),
);
// Every fourth of them in each run, which goes through all nine of a size in turn; all with ZUCCHINI_DEPTH=4.
const every = 4 / Math.min(4, tries(1));
const all = bodies.map(
  (figures) => [`${Object.values(figures).slice(0, 3).join(' × ')}`, figures] as const,
);
const grid = all.filter((_, i) => i % every < 1);

function startBuild(figures: Answers, coverage: string, cage: Answers = {}): Build {
  const build = new Build();
  build.make('body', { mountFamily: 'F', massG: 600, batteryWh: 16, batteryG: 60, ...figures });
  build.make('cage', { body: 'body', coverage, massG: 250, ...cage });
  build.join('cage', 'body-screw', 'body', 'bottom');
  build.make('lens', { mountFamily: 'F', lengthMm: 70, diameterMm: 62, massG: 400 });
  build.join('lens', 'rear', 'body', 'lens');
  build.join('battery', 'face', 'body', 'cell');
  return build;
}

/** An arm on the shoe with a monitor, its battery and its lead. */
function putMonitor(build: Build): void {
  build.make('arm', { heightMm: 60, massG: 70 });
  build.join('arm', 'base', 'cage', 'shoe-1');
  build.make('monitor', { diagonalIn: 5, massG: 220 });
  build.join('monitor', 'bottom', 'arm', 'head');
  build.make(
    'battery',
    { heightMm: 70, widthMm: 38, depthMm: 20, energyWh: 16, massG: 100 },
    'l-cell',
  );
  build.join('l-cell', 'face', 'monitor', 'cell');
  build.make('cable', {
    ends: [{ connector: 'hdmi-a' }, { connector: 'hdmi-a' }],
    lengthMm: 450,
    carries: ['video', 'audio'],
    massG: 30,
  });
  build.plug('cable', ['body', 'hdmi'], ['monitor', 'hdmi-in']);
}

describe.each(['full', 'half', 'plate'])('a body in its cage, %s', (coverage) => {
  it.each(grid)('%s goes with its lens, its cell and a handle', (_, figures) => {
    const build = startBuild(figures, coverage);
    if (coverage !== 'plate') {
      build.make('top-handle', { lengthMm: 120, heightMm: 70, massG: 180 });
      build.join('top-handle', 'base', 'cage', 'roof-three-eighths');
      build.make('side-grip', { heightMm: 100, massG: 140 });
      build.join('side-grip', 'base', 'cage', 'left-rail');
    }
    expect(tell(build)).toEqual([]);
  });
});

describe.each(['full', 'half'])('what most people put on next, cage %s', (coverage) => {
  it.each(grid)('%s: an arm on the shoe with a monitor, its cell and its lead', (_, figures) => {
    const build = startBuild(figures, coverage);
    putMonitor(build);
    expect(tell(build)).toEqual([]);
  });

  it.each(grid)('%s: a handle clamped on a rail, and a grip on a rosette', (_, figures) => {
    const build = startBuild(figures, coverage, { topRailMm: 60, rosettes: true });
    build.make('top-handle', { lengthMm: 120, heightMm: 70, massG: 180, base: 'nato' });
    build.join('top-handle', 'base', 'cage', 'top-rail');
    build.make('side-grip', { heightMm: 100, massG: 140, base: 'rosette' });
    build.join('side-grip', 'base', 'cage', 'left-rosette');
    expect(tell(build)).toEqual([]);
  });

  it.each(grid)('%s: a handle on the thread beside a rail', (_, figures) => {
    const build = startBuild(figures, coverage, { topRailMm: 60 });
    build.make('top-handle', { lengthMm: 120, heightMm: 70, massG: 180 });
    build.join('top-handle', 'base', 'cage', 'roof-three-eighths');
    expect(tell(build)).toEqual([]);
  });
});

/** Every fourth body of the grid: what is rarer is tried on fewer. */
const some = all.filter((_, i) => i % 4 === 0);

describe('rarer neighbours', () => {
  it.each(some)('%s: a handle by two screws in the pair of holes on the roof', (_, figures) => {
    const build = startBuild(figures, 'half', { holePairMm: 18, shoes: 0 });
    build.make('top-handle', { lengthMm: 120, heightMm: 70, massG: 180, base: 'two-quarter' });
    build.join('top-handle', 'base', 'cage', 'roof-pair-rear');
    const [offer] = build.listSecondScrews('top-handle');
    expect(offer).toMatchObject({
      a: { item: 'top-handle', mount: 'second-screw' },
      b: { item: 'cage', mount: 'roof-pair-front' },
    });
    build.screw(offer!);
    expect(tell(build)).toEqual([]);
  });

  it.each(some)('%s: rosette and rail leave the sockets free', (_, figures) => {
    const build = startBuild(figures, 'half', { rosettes: true });
    putMonitor(build);
    expect(tell(build)).toEqual([]);
  });

  it.each(some)('%s: a screw of the cage in the strap lug holds it', (_, figures) => {
    const build = startBuild(figures, 'half', { lugScrew: true });
    const [offer, ...more] = build.listSecondScrews('cage');
    expect(more).toEqual([]);
    expect(offer).toMatchObject({ a: { mount: 'lug-screw' }, b: { mount: 'lug-left' }, byDeg: 0 });
    build.screw(offer!);
    expect(tell(build)).toEqual([]);
  });

  it.each(some)('%s: a roof open over the shoe, with a box on that', (_, figures) => {
    const build = startBuild(figures, 'full', { shoeOpen: true, shoes: 0 });
    build.make('sound-box', { widthMm: 26, heightMm: 40, depthMm: 26, massG: 120 });
    build.join('sound-box', 'base', 'body', 'shoe');
    expect(tell(build)).toEqual([]);
  });

  // Under a narrower body the clamp stands before the cell's door, and that is so.
  const wide = some.filter(([, figures]) => Number(figures['widthMm']) >= 112);
  it.each(wide)('%s: a dovetail below in a 38 mm clamp', (_, figures) => {
    const build = startBuild(figures, 'full', { dovetail: true });
    const thing = things.find((t) => t.label === '38 mm clamp')!;
    build.make('clamp', { lengthMm: 30, massG: 90 }, 'clamp', thing);
    build.join('clamp', 'clamp', 'cage', 'under-dovetail');
    expect(tell(build)).toEqual([]);
  });

  it.each(some)('%s: a drive in a screwed seat on the shoe', (_, figures) => {
    const build = startBuild(figures, 'full');
    const seat = things.find((t) => t.label === 'Seat for a flat device')!;
    build.make('clamp', { opensMm: 56, massG: 60 }, 'seat', seat);
    build.join('seat', 'base', 'cage', 'shoe-1');
    build.make('media', {
      widthMm: 54,
      heightMm: 84,
      depthMm: 10,
      fixing: 'none',
      flat: true,
      massG: 70,
    });
    build.join('media', 'back', 'seat', 'seat');
    expect(tell(build)).toEqual([]);
  });

  it.each(some)('%s: a gear ring round the focus ring of the lens', (_, figures) => {
    const build = startBuild(figures, 'full');
    const ring = things.find((t) => t.label === 'Gear ring')!;
    build.make('ring', { innerMm: 62, massG: 30 }, 'gear-ring', ring);
    build.join('gear-ring', 'bore', 'lens', 'gear-seat');
    expect(tell(build)).toEqual([]);
  });
});

describe('a cage for any body', () => {
  it('goes round one that fits inside, and nobody asks whether it was made for it', () => {
    const figures = { widthMm: 112, heightMm: 84, depthMm: 58 };
    const build = startBuild(figures, 'half', {
      body: undefined,
      insideWidthMm: 112,
      insideHeightMm: 84,
      insideDepthMm: 58,
    });
    expect(tell(build)).toEqual([]);
  });
});

describe('a plate on rods', () => {
  const plate = { fixing: 'rods', heightMm: 100, widthMm: 70, massG: 150 };

  /** Bodies on which rods pass under what stands behind: on a plate below the cage. */
  it.each(some)('%s: the rods go on below it, and its battery clears them', (_, figures) => {
    const build = startBuild(figures, 'plate', {});
    const clamp = things.find((t) => t.label === 'Rod clamp')!;
    build.make('clamp', { massG: 70, top: 'quarter-screw', heightMm: 40 }, 'clamp', clamp);
    build.join('clamp', 'top', 'cage', 'under-quarter');
    build.make('rod', { lengthMm: 400, massG: 300 });
    build.join('rod', 'pair', 'clamp', 'rods');
    build.make('battery-plate', plate);
    build.join('battery-plate', 'rods', 'rod', 'pair', -150);
    build.make(
      'battery',
      { mount: 'v-mount', heightMm: 103, widthMm: 70, depthMm: 50, energyWh: 98, massG: 610 },
      'brick',
    );
    build.join('brick', 'face', 'battery-plate', 'battery');
    // A clamp before the battery's door is told, and that is so.
    expect(tell(build).filter((line) => /(?:brick|battery-plate) stands/u.test(line))).toEqual([]);
  });
});

/**
 * What the wizard makes with every guess left alone goes with its neighbours: over a grid of bodies, each with a cage of
 * every coverage made for it, a lens, a cell, and what most people put on next.
 */
import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Part, PartKind } from '../part/index.js';
import { listSecondScrews, type OfferedScrew } from '../fit/index.js';
import { measureReport, type Finding } from '../report/index.js';
import { placeSetup, suggestSlideMm, suggestTurnDeg, type Rig } from '../rig/index.js';
import { createNames } from '../words/index.js';
import { tellFinding } from '../wording/index.js';
import { createFromAnswers, readBodyFigures, things, type Answers, type Thing } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/** A rig that grows part by part, as the wizard makes them. */
class Build {
  readonly parts = new Map<string, Part>();
  private readonly kit: Rig['kit'] = [];
  private readonly joints: Rig['setups'][number]['joints'] = [];
  private readonly braces: NonNullable<Rig['setups'][number]['braces']> = [];
  private readonly cables: NonNullable<Rig['setups'][number]['cables']> = [];

  /** Makes a part with the answers alone; it is named after its kind, where it is the only one. */
  make(kind: PartKind, answers: Answers, id: string = kind, of?: Thing): Part {
    const bodies = new Map(
      [...this.parts.values()].flatMap((p) => {
        const figures = readBodyFigures(p);
        return figures ? [[p.id, figures] as const] : [];
      }),
    );
    const thing = of ?? things.find((t) => t.kind === kind)!;
    const { making, missing } = createFromAnswers(thing, id, { name: id, ...answers }, bodies);
    if (making.state !== 'made') throw new Error(`${kind}: ${missing.map((q) => q.name).join()}`);
    this.parts.set(id, making.part);
    this.kit.push({ id, partId: id, owned: true });
    return making.part;
  }

  get rig(): Rig {
    return {
      id: 'grid',
      name: 'Grid',
      kit: this.kit,
      brief: { currency: 'EUR', limits: {} },
      setups: [
        {
          id: 'use',
          name: 'In use',
          hold: this.parts.has('top-handle') ? 'low' : 'set-down',
          attitude: 'level',
          motion: 'walking',
          body: 'body',
          joints: this.joints,
          cables: this.cables,
          braces: this.braces,
        },
      ],
    };
  }

  /** Joins a part by one of its mounts where the bench would put it. */
  join(child: string, childMount: string, parent: string, parentMount: string): void {
    const { rig, parts } = this;
    const placed = placeSetup(rig, rig.setups[0]!, parts).byId.get(parent)!;
    const onto = placed.part.mounts.find((m) => m.id === parentMount)!;
    const own = parts.get(child)!.mounts.find((m) => m.id === childMount)!;
    this.joints.push({
      id: child,
      child: { item: child, mount: childMount },
      parent: { item: parent, mount: parentMount },
      slideMm: suggestSlideMm(placeSetup(rig, rig.setups[0]!, parts), placed, onto, own) ?? 0,
      turnDeg: suggestTurnDeg(placed, onto, own),
    });
  }

  plug(item: string, from: readonly [string, string], to: readonly [string, string]): void {
    const end = ([part, port]: readonly [string, string]) => ({ item: part, port });
    this.cables.push({ id: item, item, from: end(from), to: end(to) });
  }

  listSecondScrews(itemId: string) {
    return listSecondScrews(placeSetup(this.rig, this.rig.setups[0]!, this.parts), itemId);
  }

  /** Turns a part on its first screw and puts its second in. */
  screw({ a, b, jointId, turnDeg }: OfferedScrew): void {
    this.joints.find((j) => j.id === jointId)!.turnDeg = turnDeg;
    this.braces.push({ id: `screw-${a.item}`, kind: 'second-screw', a, b });
  }

  /** What Fit says of it that is more than good to know, as sentences. */
  tell(): string[] {
    const report = measureReport(this.rig, 'use', this.parts, { collider });
    const names = createNames(report.assembly, this.parts);
    return report.findings
      .filter((f) => f.weight !== 'note' && !isExpected(f))
      .map((f) => `${f.weight}: ${tellFinding(f, names).sentence}`);
  }
}

/** What may be said of such a rig, each with its reason. */
const reasons: Partial<Record<Finding['code'], string>> = {
  'not-level': 'nobody has balanced it: the lens pulls the nose down',
  'wrist-over': 'held by the grip of the body alone, with a lens ahead',
  'screen-not-seen': 'a fixed screen low down, or one behind what is held',
  'lead-too-long': 'one lead for all sizes of the grid',
  'does-not-stand': 'a light body on a plate tips over its lens',
  'lens-mount-overloaded': 'a lens of a kilogram on a light body',
};
const isExpected = ({ code }: Finding): boolean => code in reasons;

const widths = [84, 112, 134, 150];
const heights = [64, 84, 112];
const depths = [42, 58, 80, 105];
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
const grid = bodies.map(
  (figures) => [`${Object.values(figures).slice(0, 3).join(' × ')}`, figures] as const,
);

function startBuild(figures: Answers, coverage: string, cage: Answers = {}): Build {
  const build = new Build();
  build.make('body', { mountFamily: 'F', massG: 600, ...figures });
  build.make('cage', { body: 'body', coverage, massG: 250, ...cage });
  build.join('cage', 'body-screw', 'body', 'bottom');
  build.make('lens', { mountFamily: 'F', lengthMm: 70, diameterMm: 62, massG: 400 });
  build.join('lens', 'rear', 'body', 'lens');
  build.make('battery', {
    mount: 'cell-bay',
    heightMm: 40,
    widthMm: 18,
    depthMm: 32,
    family: 'own cell',
    energyWh: 16,
    massG: 60,
  });
  build.join('battery', 'face', 'body', 'cell');
  return build;
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
    expect(build.tell()).toEqual([]);
  });
});

describe.each(['full', 'half'])('what most people put on next, cage %s', (coverage) => {
  it.each(grid)('%s: an arm on the shoe with a monitor, its cell and its lead', (_, figures) => {
    const build = startBuild(figures, coverage);
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
    expect(build.tell()).toEqual([]);
  });

  it.each(grid)('%s: a handle clamped on a rail, and a grip on a rosette', (_, figures) => {
    const build = startBuild(figures, coverage, { topRailMm: 60, rosettes: true });
    build.make('top-handle', { lengthMm: 120, heightMm: 70, massG: 180, base: 'nato' });
    build.join('top-handle', 'base', 'cage', 'top-rail');
    build.make('side-grip', { heightMm: 100, massG: 140, base: 'rosette' });
    build.join('side-grip', 'base', 'cage', 'left-rosette');
    expect(build.tell()).toEqual([]);
  });

  it.each(grid)('%s: a handle on the thread beside a rail', (_, figures) => {
    const build = startBuild(figures, coverage, { topRailMm: 60 });
    build.make('top-handle', { lengthMm: 120, heightMm: 70, massG: 180 });
    build.join('top-handle', 'base', 'cage', 'roof-three-eighths');
    expect(build.tell()).toEqual([]);
  });
});

/** Every fourth body of the grid: what is rarer is tried on fewer. */
const some = grid.filter((_, i) => i % 4 === 0);

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
    expect(build.tell()).toEqual([]);
  });

  it.each(some)('%s: a screw of the cage in the strap lug holds it', (_, figures) => {
    const build = startBuild(figures, 'half', { lugScrew: true });
    const [offer, ...more] = build.listSecondScrews('cage');
    expect(more).toEqual([]);
    expect(offer).toMatchObject({ a: { mount: 'lug-screw' }, b: { mount: 'lug-left' }, byDeg: 0 });
    build.screw(offer!);
    expect(build.tell()).toEqual([]);
  });

  it.each(some)('%s: a roof open over the shoe, with a box on that', (_, figures) => {
    const build = startBuild(figures, 'full', { shoeOpen: true, shoes: 0 });
    build.make('sound-box', { widthMm: 26, heightMm: 40, depthMm: 26, massG: 120 });
    build.join('sound-box', 'base', 'body', 'shoe');
    expect(build.tell()).toEqual([]);
  });

  // Under a narrower body the clamp stands before the cell's door, and that is so.
  const wide = some.filter(([, figures]) => Number(figures['widthMm']) >= 112);
  it.each(wide)('%s: a dovetail below in a 38 mm clamp', (_, figures) => {
    const build = startBuild(figures, 'full', { dovetail: true });
    const thing = things.find((t) => t.label === '38 mm clamp')!;
    build.make('clamp', { lengthMm: 30, massG: 90 }, 'clamp', thing);
    build.join('clamp', 'clamp', 'cage', 'under-dovetail');
    expect(build.tell()).toEqual([]);
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
    expect(build.tell()).toEqual([]);
  });

  it.each(some)('%s: a gear ring round the focus ring of the lens', (_, figures) => {
    const build = startBuild(figures, 'full');
    const ring = things.find((t) => t.label === 'Gear ring')!;
    build.make('ring', { innerMm: 62, massG: 30 }, 'gear-ring', ring);
    build.join('gear-ring', 'bore', 'lens', 'gear-seat');
    expect(build.tell()).toEqual([]);
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
    expect(build.tell()).toEqual([]);
  });
});

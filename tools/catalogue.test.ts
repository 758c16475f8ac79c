import { beforeAll, describe, expect, it } from '@jest/globals';
import {
  applyEdit,
  createRig,
  findPartFaults,
  loadCollider,
  measureMate,
  measureReport,
  measureVolumeMm3,
  Part,
  Serves,
  type Collider,
  type PartKind,
  type Surface,
  servesNeed,
} from '@zucchini/core';
import { readDemoCatalogue } from './demo-files.ts';

const catalogue = readDemoCatalogue();
const parts = [...catalogue.values()];
const ofKind = (...kinds: readonly PartKind[]) => parts.filter((p) => kinds.includes(p.kind));
let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/**
 * The densest that a solid of a material can be, in g/cm³: steel, crown glass, a lithium cell, filled plastics
 * (textbook values, rounded up). What states no material may be anything.
 */
const densest: Record<Surface, number> = {
  metal: 8,
  glass: 4.2,
  screen: 3,
  cell: 3,
  plastic: 2.6,
  rubber: 2,
  wood: 1.3,
  cloth: 1.6,
};

/** How many of each group the demo asks for at least, and which kinds are of it. */
const wanted: readonly (readonly [name: string, least: number, ...kinds: PartKind[]])[] = [
  ['bodies', 5, 'body'],
  ['lenses', 10, 'lens'],
  ['lens adapters', 4, 'lens-adapter'],
  ['cages', 14, 'cage'],
  ['handles and grips', 14, 'top-handle', 'side-grip'],
  ['plates, quick releases, rods, clamps and bases', 24, 'plate', 'rod', 'clamp'],
  ['arms, shoes, extenders and adaptors', 12, 'arm', 'adaptor'],
  ['monitors, loupes and transmitters', 10, 'monitor', 'loupe', 'transmitter'],
  ['audio', 12, 'microphone', 'receiver', 'recorder', 'other'],
  ['power', 20, 'battery', 'battery-plate', 'dummy-battery', 'tap', 'charger'],
  ['lens accessories', 14, 'matte-box', 'ring', 'filter', 'follow-focus', 'lens-support'],
  ['cables and clamps', 20, 'cable', 'cable-clamp'],
  ['supports and shoulder parts', 6, 'support', 'shoulder-pad', 'strap'],
  ['media', 4, 'media'],
];

describe('the demo catalogue', () => {
  it('has at least 160 parts, and of every group what the scenario asks for', () => {
    expect(catalogue.size).toBeGreaterThanOrEqual(160);
    const short = wanted.filter(([, least, ...kinds]) => ofKind(...kinds).length < least);
    expect(short).toEqual([]);
  });

  it('no part is heavier than its volume of its own materials, nor lighter than a twentieth of water', () => {
    const wrong = parts.filter((part) => {
      // Leads and straps are weighed by the metre, not by their drawing.
      if (part.massG === undefined || part.kind === 'cable' || part.kind === 'strap') return false;
      let [volumeCm3, most] = [0, 0];
      for (const solid of part.solids) {
        const cm3 = measureVolumeMm3(solid) / 1000;
        volumeCm3 += cm3;
        most += cm3 * densest[solid.surface ?? 'metal'];
      }
      return part.massG > most || part.massG < 0.05 * volumeCm3;
    });
    expect(wrong.map((p) => p.id)).toEqual([]);
  });

  it('every part has its mounts and ports on its skin, and nothing of it stands inside the rest', () => {
    const faults = parts.flatMap((part) =>
      findPartFaults(part).map((fault) => ({ part: part.id, fault })),
    );
    expect(faults).toEqual([]);
  });

  it('every part is what the schema takes, and has a maker, a mass and a drawing', () => {
    for (const part of parts) {
      expect(Part.safeParse(JSON.parse(JSON.stringify(part))).error?.message).toBeUndefined();
      expect(part.solids.length).toBeGreaterThan(0);
    }
    // One old thing out of the drawer has neither mass nor price: figures of it are ranges.
    const unknown = parts.filter((p) => p.massG === undefined);
    expect(unknown.map((p) => p.id)).toEqual(['grandfather-loupe']);
    const nameless = parts.filter((p) => p.maker === undefined && !p.homeMade);
    expect(nameless.map((p) => p.id)).toEqual(['grandfather-loupe']);
    const names = parts.map((p) => `${p.maker} ${p.name}`);
    expect(names.filter((n, i) => names.indexOf(n) !== i)).toEqual([]);
  });

  it('what one buys costs between 2 and 5 000 euros, bodies and lenses from 200; offers lie within half', () => {
    const wrong = parts.filter((part) => {
      if (part.homeMade || part.maker === undefined) return false;
      const minor = part.price?.minor;
      if (minor === undefined || part.price!.currency !== 'EUR') return true;
      const least = part.kind === 'body' || part.kind === 'lens' ? 20_000 : 200;
      const far = (part.offers ?? []).some((o) => Math.abs(o.price.minor - minor) > minor / 2);
      return minor < least || minor > 500_000 || far;
    });
    expect(wrong.map((p) => p.id)).toEqual([]);
    expect(parts.filter((p) => (p.offers?.length ?? 0) > 0).length).toBeGreaterThanOrEqual(3);
  });

  it('every need can be served by at least two parts', () => {
    const few = Serves.shape.need.options.filter(
      (need) => parts.filter((p) => servesNeed(p, need)).length < 2,
    );
    expect(few).toEqual([]);
  });

  const bodies = ofKind('body');
  const fitted = bodies.flatMap((body) =>
    ofKind('cage').flatMap((cage) =>
      body.mounts.flatMap((on) =>
        cage.mounts.flatMap((by) => {
          const mate = measureMate(on, by);
          return mate.state === 'mates' && mate.key === 'fits' ? [{ body, cage, on, by }] : [];
        }),
      ),
    ),
  );

  it('every cage is made for one body at least, every body has two cages, and no cage is for all', () => {
    for (const cage of ofKind('cage')) expect(fitted.some((f) => f.cage === cage)).toBe(true);
    for (const body of bodies) {
      const cages = new Set(fitted.filter((f) => f.body === body).map((f) => f.cage));
      expect({ id: body.id, two: cages.size >= 2 }).toEqual({ id: body.id, two: true });
    }
    for (const cage of ofKind('cage')) {
      expect(new Set(fitted.filter((f) => f.cage === cage).map((f) => f.body)).size).toBeLessThan(
        bodies.length,
      );
    }
  });

  it.each(fitted.map((f) => [f.cage.id, f.body.id, f] as const))(
    '%s goes round %s: it stands clear of it, and no more than its walls wider',
    (_cage, _body, { body, cage, on, by }) => {
      const bare = createRig({ rig: 'r', item: 'body', setup: 'low' }, 'Caged', body, {
        currency: 'EUR',
        limits: {},
      });
      const rig = applyEdit(bare, {
        type: 'add-part',
        setupId: 'low',
        item: { id: 'cage', partId: cage.id, owned: false },
        joint: {
          id: 'j-cage',
          child: { item: 'cage', mount: by.id },
          parent: { item: 'body', mount: on.id },
          slideMm: 0,
          turnDeg: 0,
        },
      });
      const alone = measureReport(bare, 'low', catalogue, { collider });
      const report = measureReport(rig, 'low', catalogue, { collider });
      expect(report.fit.solidity!.overlaps).toEqual([]);
      const wider = report.fit.size.widthMm - alone.fit.size.widthMm;
      expect(wider).toBeGreaterThanOrEqual(0);
      expect(wider).toBeLessThanOrEqual(60);
    },
  );
});

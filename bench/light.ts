import {
  compareStyles,
  createCostOf,
  listCataloguePieces,
  listInPicture,
  listPupilsMm,
  listViewCuts,
  createSpace,
  isViewKnown,
  measureLight,
  measureReport,
  measureSound,
  placeSetup,
  type Brief,
  type Collider,
  type Part,
  type PartBook,
  type Rig,
} from '@zucchini/core';
import { listReals } from './reals.ts';

type Time = (work: () => void, runs: number) => { readonly median: number; readonly slow: number };
const ms = (value: number) => `${value.toFixed(2)} ms`.padStart(12);

const brief: Brief = {
  currency: 'EUR',
  limits: {},
  picture: { framesPerS: 25, shutterDeg: 180, widestT: 2.8, smallestT: 4, highestIso: 3200 },
  scenes: [
    { name: 'Dawn', fromEv: 4, toEv: 8 },
    { name: 'Noon', fromEv: 12, toEv: 15 },
  ],
};

const mount = (
  id: string,
  kind: Part['mounts'][number]['kind'],
  side: Part['mounts'][number]['side'],
  x: number,
  sizeMm: number,
): Part['mounts'][number] => ({
  id,
  kind,
  side,
  originMm: [x, 0, 0],
  normal: [x > 0 ? 1 : -1, 0, 0],
  reference: [0, 0, 1],
  sizeMm,
});

/** A kit of so many filters, rings and lenses, over four sizes of thread. */
function createKit(filters: number, rings: number, lenses: number): { rig: Rig; parts: PartBook } {
  const sizes = [62, 67, 72, 77, 82];
  const solid = {
    id: 'block',
    type: 'box' as const,
    sizeMm: [20, 20, 20] as [number, number, number],
    atMm: [0, 0, 0] as [number, number, number],
  };
  const part = (id: string, kind: Part['kind'], more: Partial<Part>): Part => ({
    id,
    kind,
    name: id,
    solids: [solid],
    mounts: [],
    price: { minor: 1000 + id.length * 100, currency: 'EUR' },
    ...more,
  });
  const body = part('body', 'body', {
    sensorMm: [36, 24],
    exposes: { baseIso: [640], mostIso: 12_800, ndStops: [] },
  });
  const all = [
    body,
    ...Array.from({ length: lenses }, (_, i) =>
      part(`lens-${i}`, 'lens', {
        optics: { focalMm: [35 + 10 * i, 35 + 10 * i], widestT: 2 },
        mounts: [mount('thread', 'front-thread', 'female', 60, sizes[i % sizes.length]!)],
      }),
    ),
    ...Array.from({ length: filters }, (_, i) =>
      part(`filter-${i}`, 'filter', {
        glass:
          i % 3 === 0
            ? { does: 'variable-nd', stops: [[2, 5 + (i % 4)]] }
            : { does: 'nd', stops: [[1 + (i % 6), 1 + (i % 6)]] },
        mounts: [
          mount('back', 'front-thread', 'male', -1, sizes[(i + 3) % sizes.length]!),
          mount('front', 'front-thread', 'female', 5, sizes[(i + 3) % sizes.length]!),
        ],
      }),
    ),
    ...Array.from({ length: rings }, (_, i) =>
      part(`ring-${i}`, 'ring', {
        mounts: [
          mount('back', 'front-thread', 'male', -1, sizes[i % 4]!),
          mount('front', 'front-thread', 'female', 4, sizes[(i % 4) + 1]!),
        ],
      }),
    ),
  ];
  const rig: Rig = {
    id: 'bench',
    name: 'Bench',
    kit: all.map((p) => ({ id: p.id, partId: p.id, owned: true })),
    lenses: Array.from({ length: lenses }, (_, i) => ({ item: `lens-${i}`, share: 1 / lenses })),
    brief,
    setups: [
      {
        id: 'low',
        name: 'Low',
        hold: 'low',
        attitude: 'level',
        motion: 'still',
        body: 'body',
        joints: [],
      },
    ],
  };
  return { rig, parts: new Map(all.map((p) => [p.id, p])) };
}

/** Light, sound, needs and the whole report, and how they grow. */
export function printLight(catalogue: PartBook, collider: Collider, time: Time): void {
  process.stdout.write(
    '\nLight and sound, the band with every set of filters  (reach: 30 ms for 12 filters, 6 rings, 5 lenses)\n',
  );
  for (const [filters, rings, lenses] of [
    [3, 2, 2],
    [6, 3, 3],
    [12, 6, 5],
    [18, 8, 6],
  ] as const) {
    const { rig, parts } = createKit(filters, rings, lenses);
    // Each time a kit of its own: what follows from a kit is kept as long as that stands.
    const fresh = () => {
      const own = { ...rig, kit: [...rig.kit] };
      return placeSetup(own, own.setups[0]!, parts);
    };
    const { median, slow } = time(() => void measureLight(fresh(), parts, brief), 40);
    process.stdout.write(
      `${`${filters} filters, ${rings} rings, ${lenses} lenses`.padEnd(52)}${ms(median)}, slow 10 %${ms(slow)}\n`,
    );
  }
  const { rig, parts } = createKit(0, 0, 5);
  const assembly = placeSetup(rig, rig.setups[0]!, parts);
  const light = measureLight(assembly, parts, brief);
  const bought = createKit(12, 6, 0);
  const pieces = listCataloguePieces(light, light.lenses, bought.parts);
  const cheapest = time(
    () =>
      void compareStyles(
        light,
        light.lenses,
        pieces,
        createCostOf(bought.parts, { currency: 'EUR' }),
      ),
    10,
  );
  process.stdout.write(
    `${'cheapest of 12 filters and 6 rings for 5 lenses, by size'.padEnd(52)}${ms(cheapest.median)}, slow 10 %${ms(cheapest.slow)}\n`,
  );

  process.stdout.write('\nThe whole report of what people build (reach: 20 ms at 40 parts)\n');
  for (const real of listReals(catalogue)) {
    const { rig: own, setupId, parts: book } = real;
    const setup = own.setups.find((s) => s.id === setupId)!;
    const placed = placeSetup(own, setup, book);
    const whole = time(() => void measureReport(own, setupId, book, { collider }), 20);
    const needs = time(() => {
      const report = measureReport(own, setupId, book, { lean: true, oneLens: true });
      report.needs();
    }, 20);
    const sound = time(() => void measureSound(placed, book, own.brief), 60);
    const { path } = measureReport(own, setupId, book).light;
    const seen =
      path && isViewKnown(path)
        ? time(
            () =>
              void listInPicture(
                placed,
                path,
                listPupilsMm(path)[0]!,
                path.lens.part.optics!.focalMm[0],
              ),
            20,
          )
        : undefined;
    const space = createSpace(placed, collider);
    const cuts =
      path && isViewKnown(path) ? time(() => void listViewCuts(space, path), 20) : undefined;
    process.stdout.write(
      `${real.name.padEnd(22)} report${ms(whole.median)}  lean and needs${ms(needs.median)}  sound${ms(sound.median)}  picture${seen ? ms(seen.median) : '–'.padStart(12)}  view${cuts ? ms(cuts.median) : '–'.padStart(12)}\n`,
    );
  }
}

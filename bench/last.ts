import {
  countFewest,
  createSpace,
  createTrial,
  listWorstStances,
  measureLast,
  proposeWays,
  measureReport,
  runDay,
  type Collider,
  type DayAsked,
  type Network,
  type PartBook,
} from '@zucchini/core';
import { listReals } from './reals.ts';

type Time = (work: () => void, runs: number) => { readonly median: number; readonly slow: number };
const ms = (value: number) => `${value.toFixed(2)} ms`.padStart(12);

/** A day of so many devices, each with a battery of its own, of so many kinds, and as many spares as there are cells left. */
function createDay(devices: number, cells: number, kinds = devices): DayAsked {
  const ids = Array.from({ length: devices }, (_, i) => `d${i}`);
  const placed = (id: string) => ({ item: { id }, part: { id, mounts: [] } }) as never;
  const network: Network = {
    takers: new Map(
      ids.map((id) => [
        id,
        {
          placed: placed(id),
          feeds: [
            {
              from: `${id}-cell`,
              via: { kind: 'bay', mountId: 'bay' },
              efficiency: 1,
              effect: 'runs',
            },
          ],
        },
      ]),
    ),
    stores: new Map(
      ids.map((id, i) => [
        `${id}-cell`,
        {
          itemId: `${id}-cell`,
          part: { id: `kind-${i % kinds}`, mounts: [] } as never,
          inner: false,
          worn: false,
          cell: {},
          energyWh: 20,
        },
      ]),
    ),
    loops: [],
  };
  const part = (hours: number, mains: boolean) => ({
    name: '',
    hours,
    record: mains ? 0 : 0.4,
    idle: mains ? 0 : 0.4,
    mains,
    temperatureC: 8,
  });
  const kindOf = (id: string) => network.stores.get(id)?.part.id;
  return {
    network,
    fits: (id) => [...network.stores.keys()].filter((other) => kindOf(other) === kindOf(id)),
    watts: (id) => ({ recordW: 4 + Number(id.slice(1)), idleW: 3 }),
    parts: [part(4, false), part(1, true), part(3, false), part(1, true), part(3, false)],
    energyWh: new Map([...network.stores.keys()].map((id) => [id, 20])),
    spares: Array.from({ length: Math.max(0, cells - devices) }, (_, i) => ({
      itemId: `s${i}`,
      energyWh: 20,
      fits: [...network.stores.keys()],
    })),
    chargers: [0, 1].map((i) => ({
      itemId: `c${i}`,
      bays: 2,
      bayW: 12,
      together: true,
      takes: () => true,
    })),
    reserve: 0.05,
  };
}

/** Prints what Last costs: a day alone and how it grows, its place in the report, leads at their worst stances. */
export function printLast(catalogue: PartBook, collider: Collider, time: Time): void {
  process.stdout.write('\nA day of 12 h run forward (reach: 20 ms for 8 devices and 20 cells)\n');
  for (const [devices, cells] of [
    [2, 5],
    [8, 20],
    [32, 80],
    [128, 320],
  ] as const) {
    const asked = createDay(devices, cells);
    const { median, slow } = time(() => void runDay(asked), 60);
    process.stdout.write(
      `  ${String(devices).padStart(4)} devices, ${String(cells).padStart(3)} cells${ms(median)}, slow 10 %${ms(slow)}\n`,
    );
  }
  process.stdout.write('\nIts fewest batteries, exact (reach: 20 ms for 8 devices and 20 cells)\n');
  for (const kinds of [1, 2, 8]) {
    const asked = createDay(8, 8, kinds);
    const base = runDay(asked);
    const trial = createTrial([...asked.network.stores.values()], (id) => `${id}-cell`, asked);
    const { median, slow } = time(() => void countFewest(trial, base, 1 / 3), 20);
    const { more, least } = countFewest(trial, base, 1 / 3);
    const sum = (of: ReadonlyMap<string, number>) =>
      [...of.values()].reduce((all, n) => all + n, 0);
    process.stdout.write(
      `  ${kinds} ${kinds === 1 ? 'kind ' : 'kinds'}, ${sum(more)} more${sum(least) < sum(more) ? ' at most' : ''}${ms(median)}, slow 10 %${ms(slow)}\n`,
    );
  }
  process.stdout.write(
    '\nLast of what people build, and all leads at their worst stances (reach: 100 ms for the figure; 300 ms at 40 parts)\n',
  );
  for (const { name, rig, parts, setupId } of listReals(catalogue)) {
    const { assembly, brief, fit } = measureReport(rig, setupId, parts, { collider });
    const last = time(() => void measureLast(assembly, parts, brief).cells(), 20);
    const space = createSpace(assembly, collider);
    const ways = fit.solidity?.leadWays ?? [];
    const worst = time(() => void listWorstStances(space, ways, parts), 3);
    process.stdout.write(`  ${name.padEnd(30)} last${ms(last.median)}, leads${ms(worst.median)}\n`);
  }
  process.stdout.write('\nAll six ways of powering (reach: 500 ms at 40 parts)\n');
  for (const { name, rig, parts, setupId } of listReals(catalogue)) {
    const all = new Map([...catalogue, ...parts]);
    const report = measureReport(rig, setupId, all, { collider });
    // The largest are built of so many rigs that nobody would wait for them.
    if (report.assembly.items.length > 200) continue;
    const ways = time(() => void [...proposeWays({ report, parts: all, collider })], 3);
    process.stdout.write(`  ${name.padEnd(30)} ways${ms(ways.median)}\n`);
  }
}

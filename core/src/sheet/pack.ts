import { pack3D } from 'binpackingjs/3d';
import { listTools, type Step } from '../change/index.js';
import type { Case } from '../brief/index.js';
import type { MountKind, PartBook, Tool } from '../part/index.js';
import type { Report } from '../report/index.js';
import { listSetupItems, placeSolids, standAlone, type KitItem } from '../rig/index.js';
import { measureBounds, uniteBounds, noBounds } from '../solid/index.js';

/** One line of a pack list. */
export interface PackLine {
  /** Its name in the log: the same from day to day. */
  readonly subject: string;
  readonly what:
    | { readonly kind: 'item'; readonly itemId: string }
    /** Lies in the box of something that is taken. */
    | { readonly kind: 'in-box'; readonly itemId: string; readonly withId: string }
    /** So many cells more than there are. */
    | { readonly kind: 'cells'; readonly partId: string; readonly count: number }
    | { readonly kind: 'tool'; readonly tool: Tool }
    | { readonly kind: 'spare-key'; readonly tool: Tool }
    | { readonly kind: 'spare-screw'; readonly mount: MountKind };
  readonly massG: number | undefined;
  /** Length, width and height of the box round it, mm; undefined for what is soft or of no size of its own. */
  readonly boxMm: readonly [number, number, number] | undefined;
}

/** What is taken along for a setup. */
export interface PackList {
  readonly lines: readonly PackLine[];
  /** Of all whose mass is known, with those of which nobody knows it. */
  readonly massG: number;
  readonly unweighed: readonly string[];
  /** Of the boxes round the parts, litres. */
  readonly volumeL: number;
}

function measureBox(item: KitItem, parts: PartBook): PackLine['boxMm'] {
  const part = parts.get(item.partId);
  if (!part || part.solids.length === 0) return undefined;
  const placed = standAlone(part).items[0]!;
  const { lowMm, highMm } = placeSolids(placed)
    .map(({ solid, rigFromSolid }) => measureBounds(solid, rigFromSolid))
    .reduce(uniteBounds, noBounds);
  return [highMm[0] - lowMm[0], highMm[1] - lowMm[1], highMm[2] - lowMm[2]];
}

const keys = (tools: readonly Tool[]): Tool[] => tools.filter((t) => t.startsWith('hex'));

/**
 * What a setup takes along: its parts and leads, its lenses, what lies in their boxes, the batteries, chargers and media that
 * its day counts on and what it takes more, the tools of its steps with a second key of each size, and a spare of each screw. `steps` are those by which it is put together.
 */
export function listPack(report: Report, parts: PartBook, steps: readonly Step[]): PackList {
  const { assembly, last } = report;
  const { rig, setup } = assembly;
  const used = listSetupItems(setup);
  for (const lens of setup.lenses ?? rig.lenses ?? []) used.add(lens.item);
  const takes = last.takes();
  for (const id of [...takes.cells, ...takes.chargers, ...takes.media]) used.add(id);
  const massOf = (item: KitItem) => item.measuredMassG ?? parts.get(item.partId)?.massG;
  const items = rig.kit.filter((i) => used.has(i.id));
  const boxed = rig.kit.filter(
    (i) => !used.has(i.id) && i.comesWith !== undefined && used.has(i.comesWith),
  );
  const tools = listTools(steps);
  const screws = new Set(
    assembly.joints.flatMap(({ childMount, parentMount }) =>
      [childMount, parentMount].flatMap((m) =>
        m.side === 'screw' && m.thread?.exchangeable ? [m.kind] : [],
      ),
    ),
  );
  const none = { massG: undefined, boxMm: undefined };
  const lines: PackLine[] = [
    ...items.map((item) => ({
      subject: `item ${item.id}`,
      what: { kind: 'item' as const, itemId: item.id },
      massG: massOf(item),
      boxMm: measureBox(item, parts),
    })),
    ...boxed.map((item) => ({
      subject: `item ${item.id}`,
      what: { kind: 'in-box' as const, itemId: item.id, withId: item.comesWith! },
      massG: massOf(item),
      boxMm: measureBox(item, parts),
    })),
    ...takes.more.map(({ part, count }) => ({
      subject: `cells ${part.id}`,
      what: { kind: 'cells' as const, partId: part.id, count },
      massG: part.massG === undefined ? undefined : part.massG * count,
      boxMm: undefined,
    })),
    ...tools.map((tool) => ({
      subject: `tool ${tool}`,
      what: { kind: 'tool' as const, tool },
      ...none,
    })),
    ...keys(tools).map((tool) => ({
      subject: `spare ${tool}`,
      what: { kind: 'spare-key' as const, tool },
      ...none,
    })),
    ...[...screws].sort().map((mount) => ({
      subject: `screw ${mount}`,
      what: { kind: 'spare-screw' as const, mount },
      ...none,
    })),
  ];
  return sumPack(lines);
}

/** One list of several: each line once, so that the whole day is packed by one of its setups. */
export function joinPacks(lists: readonly PackList[]): PackList {
  const lines = new Map<string, PackLine>();
  for (const line of lists.flatMap((l) => l.lines)) {
    const was = lines.get(line.subject);
    const isMore =
      was?.what.kind === 'cells' && line.what.kind === 'cells' && line.what.count > was.what.count;
    // What lies in a box for one setup is used by another.
    const isUsed = was?.what.kind === 'in-box' && line.what.kind === 'item';
    if (!was || isMore || isUsed) lines.set(line.subject, line);
  }
  const order: readonly PackLine['what']['kind'][] = [
    'item',
    'in-box',
    'cells',
    'tool',
    'spare-key',
    'spare-screw',
  ];
  return sumPack(
    [...lines.values()].sort((a, b) => order.indexOf(a.what.kind) - order.indexOf(b.what.kind)),
  );
}

function sumPack(lines: readonly PackLine[]): PackList {
  const weighed = lines.filter((l) => ['item', 'in-box', 'cells'].includes(l.what.kind));
  return {
    lines,
    massG: weighed.reduce((sum, l) => sum + (l.massG ?? 0), 0),
    unweighed: weighed.flatMap((l) => (l.massG === undefined ? [l.subject] : [])),
    volumeL: lines.reduce((sum, { boxMm: b }) => sum + (b ? (b[0] * b[1] * b[2]) / 1e6 : 0), 0),
  };
}

/** What lies in one case. */
export interface PackedCase {
  readonly name: string;
  readonly subjects: readonly string[];
  readonly massG: number;
  readonly mostG: number | undefined;
}

/** Which boxes go into which case, and which into none. */
export interface Packing {
  readonly cases: readonly PackedCase[];
  readonly left: readonly string[];
}

/** What the packer answers: its own types are not found by the compiler. */
interface Packed {
  readonly packedBins: readonly {
    readonly name: string;
    readonly items: readonly { readonly name: string }[];
  }[];
  readonly unfitItems: readonly { readonly name: string }[];
}

/** Of padding round each box, mm (estimate: a thin divider on each side). */
const paddingMm = 3;

/**
 * A way in which the boxes round the parts lie in the cases, largest first, each case up to what it may weigh: a hint, as parts
 * are no boxes and leads lie between. What nobody has weighed weighs nothing here.
 */
export function packCases(list: PackList, cases: readonly Case[]): Packing {
  const boxes = list.lines.filter((l) => l.boxMm !== undefined);
  const volume = (l: PackLine) => l.boxMm!.reduce((product, mm) => product * mm, 1);
  const items = [...boxes]
    .sort((a, b) => volume(b) - volume(a) || (a.subject < b.subject ? -1 : 1))
    .map(({ subject, boxMm, massG }) => {
      const [width, height, depth] = boxMm!.map((mm) => Math.ceil(mm) + 2 * paddingMm);
      return {
        name: subject,
        width: width!,
        height: height!,
        depth: depth!,
        weight: Math.ceil(massG ?? 0),
      };
    });
  // The names of cases may be alike: they are told apart by their place.
  const bins = cases.map(({ sizeMm: [width, height, depth], mostG }, i) => ({
    ...{ name: String(i), width, height, depth },
    maxWeight: mostG ?? 1e9,
  }));
  const packed: Packed = pack3D({ bins, items, factor: 1 });
  const massOf = new Map(boxes.map((l) => [l.subject, l.massG ?? 0]));
  const { packedBins, unfitItems } = packed;
  return {
    cases: packedBins.map(({ name, items: inside }) => {
      const { name: called, mostG } = cases[Number(name)]!;
      return {
        name: called,
        subjects: inside.map((i) => i.name),
        massG: inside.reduce((sum, i) => sum + massOf.get(i.name)!, 0),
        mostG,
      };
    }),
    left: unfitItems.map((i) => i.name),
  };
}

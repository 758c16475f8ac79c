import { hasTrait, nameLeadUse, type LeadUse, type PartBook } from '../part/index.js';
import type { Assembly } from '../rig/index.js';
import type { Last } from '../day/index.js';
import {
  isLeadFeed,
  listOverloads,
  measureLoads,
  readVoltage,
  type Between,
} from '../wire/index.js';

/** An item that something runs to or from. */
export interface WiringNode {
  readonly itemId: string;
  /** Gives only, passes on, or takes only. */
  readonly role: 'source' | 'between' | 'taker';
  /** How much later than the camera sees it a picture is seen there, ms; undefined where it gets none, or somebody on its way states no delay. */
  readonly pictureAfterMs: number | undefined;
}

/** One line between two items: power through a lead or a bay, or a signal through a lead. */
export interface WiringLine {
  readonly id: string;
  readonly from: string;
  readonly to: string;
  readonly carries: LeadUse;
  /** The lead's run; undefined for what sits in a bay or on a plate. */
  readonly runId: string | undefined;
  /** All that goes through it while everything records, W; undefined for signals, and where nothing is drawn through it. */
  readonly drawsW: Between | undefined;
  /** What it brings, V. */
  readonly gives: readonly [number, number] | undefined;
  /** `dead`: what it brings does not agree. `over`: more is drawn than it bears. `rest`: another supply is used first. */
  readonly state: 'good' | 'dead' | 'over' | 'rest';
}

/** The wiring of a setup as nodes and lines, in the order of the rig. */
export interface Wiring {
  readonly nodes: readonly WiringNode[];
  readonly lines: readonly WiringLine[];
}

/**
 * How much later a picture is seen on an item than by the camera that it comes from, ms: all that it goes through on its way, and the
 * item itself. Undefined where no picture comes to it, or what it goes through does not say.
 */
function measurePictureDelay(
  assembly: Assembly,
  signals: readonly WiringLine[],
  itemId: string,
): number | undefined {
  const seen = new Set<string>();
  let sumMs = 0;
  // Ends: no item is gone through twice.
  for (let at = itemId; ;) {
    const part = assembly.byId.get(at)?.part;
    if (!part || seen.has(at)) return undefined;
    if (hasTrait(part, 'camera')) return at === itemId ? undefined : sumMs;
    const from = signals.find((l) => l.to === at && l.carries === 'video')?.from;
    if (from === undefined || part.delayMs === undefined) return undefined;
    seen.add(at);
    sumMs += part.delayMs;
    at = from;
  }
}

/** The wiring of a setup: every feed of its network, and every lead that brings a signal. */
export function describeWiring(assembly: Assembly, parts: PartBook, last: Last): Wiring {
  const { isDead } = last;
  const loads = measureLoads(last.network, isDead);
  const over = new Set(
    listOverloads(last.network, isDead).flatMap((o) => (o.at.kind === 'cell' ? [] : [o.at.runId])),
  );
  const power = [...last.network.takers].flatMap(([to, { feeds }]) =>
    feeds.map((feed, i): WiringLine => {
      const runId = feed.via.kind === 'lead' ? feed.via.run.id : undefined;
      const store = last.network.stores.get(feed.from)?.cell;
      const drawsW = loads.feeds.get(feed);
      return {
        id: runId ?? `bay ${feed.from}`,
        from: feed.from,
        to,
        carries: 'power',
        runId,
        drawsW,
        gives: isLeadFeed(feed)
          ? readVoltage(feed.via)
          : store?.emptyV !== undefined && store.fullV !== undefined
            ? [store.emptyV, store.fullV]
            : undefined,
        state: isDead(feed)
          ? 'dead'
          : runId !== undefined && over.has(runId)
            ? 'over'
            : i > 0 && drawsW === undefined
              ? 'rest'
              : 'good',
      };
    }),
  );
  const kit = new Map(assembly.rig.kit.map((i) => [i.id, i.partId]));
  const signals = (assembly.setup.cables ?? []).flatMap((run): WiringLine[] => {
    const ends = [run.from, run.to].map((end) => ({
      end,
      port: assembly.byId.get(end.item)?.part.ports?.find((p) => p.id === end.port),
    }));
    const [a, b] = ends as [(typeof ends)[number], (typeof ends)[number]];
    const carries = parts.get(kit.get(run.item) ?? '')?.cable?.carries ?? a.port?.carries ?? [];
    const signals = carries.filter((c) => c !== 'power');
    if (!a.port || !b.port || signals.length === 0) return [];
    // From what gives to what takes, however it was planned.
    const [from, to] = a.port.direction === 'in' && b.port.direction !== 'in' ? [b, a] : [a, b];
    return [
      {
        id: `${run.id} signal`,
        from: from.end.item,
        to: to.end.item,
        carries: nameLeadUse(signals),
        runId: run.id,
        drawsW: undefined,
        gives: undefined,
        state: 'good',
      },
    ];
  });
  const lines = [...power, ...signals];
  const [gives, takes] = [new Set(lines.map((l) => l.from)), new Set(lines.map((l) => l.to))];
  const worn = [...last.network.stores.values()].filter((s) => s.worn).map((s) => s.itemId);
  const onRig = assembly.items.filter((p) => !hasTrait(p.part, 'charger')).map((p) => p.item.id);
  const nodes = [...worn, ...onRig]
    .filter((id) => gives.has(id) || takes.has(id) || last.network.stores.has(id))
    .map((itemId): WiringNode => ({
      itemId,
      role: !takes.has(itemId) ? 'source' : gives.has(itemId) ? 'between' : 'taker',
      pictureAfterMs: measurePictureDelay(assembly, signals, itemId),
    }));
  return { nodes, lines };
}

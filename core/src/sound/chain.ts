import { hasTrait, type Part, type PartBook, type Port } from '../part/index.js';
import type { Assembly, PlacedItem } from '../rig/index.js';

/** A socket of an item on the rig. */
export interface SoundEnd {
  readonly placed: PlacedItem;
  readonly port: Port;
}

/** Sound from one socket into another: by a lead, or through the contacts of a shoe. */
export interface SoundRun {
  readonly from: SoundEnd;
  readonly to: SoundEnd;
  /** The lead and its run; undefined through a shoe. */
  readonly lead:
    | { readonly runId: string; readonly itemId: string; readonly part: Part | undefined }
    | undefined;
}

/** Sound alone: what rides along in a picture's socket is not put in there by a microphone. */
export const isSoundPort = (port: Port): boolean =>
  port.carries.includes('audio') && !port.carries.includes('video');

const takes = (port: Port) => isSoundPort(port) && port.direction !== 'out';
const gives = (port: Port) => isSoundPort(port) && port.direction !== 'in';

/** How many channels a socket carries where its part does not say: two over 3.5 mm, one over an XLR (convention). */
export function measureChannels(port: Port): number {
  return port.sound?.channels ?? (port.connector.startsWith('xlr') ? 1 : 2);
}

/** Every way that sound goes on a rig, in the order of its leads, then through shoes. */
export function listSoundRuns(assembly: Assembly, parts: PartBook): SoundRun[] {
  const kit = new Map(assembly.rig.kit.map((i) => [i.id, i.partId]));
  const byLead = (assembly.setup.cables ?? []).flatMap((run): SoundRun[] => {
    const ends = [run.from, run.to].flatMap((end): SoundEnd[] => {
      const placed = assembly.byId.get(end.item);
      const port = placed?.part.ports?.find((p) => p.id === end.port);
      return placed && port ? [{ placed, port }] : [];
    });
    const [a, b] = ends;
    if (!a || !b) return [];
    const carriesIt = (p: Port) => p.carries.includes('audio') || p.carries.includes('timecode');
    if (!carriesIt(a.port) || !carriesIt(b.port) || a.port.carries.includes('video')) return [];
    const [from, to] = a.port.direction === 'in' || b.port.direction === 'out' ? [b, a] : [a, b];
    const part = parts.get(kit.get(run.item) ?? '');
    return [{ from, to, lead: { runId: run.id, itemId: run.item, part } }];
  });
  const byShoe = assembly.joints.flatMap((joint): SoundRun[] => {
    if (joint.parentMount.kind !== 'hot-shoe') return [];
    const [below, above] = [assembly.byId.get(joint.parent)!, assembly.byId.get(joint.child)!];
    const contact = (placed: PlacedItem, isIt: (p: Port) => boolean) =>
      placed.part.ports?.find((p) => p.connector === 'shoe-contacts' && isIt(p));
    const [out, into] = [contact(above, gives), contact(below, takes)];
    return out && into
      ? [{ from: { placed: above, port: out }, to: { placed: below, port: into }, lead: undefined }]
      : [];
  });
  return [...byLead, ...byShoe];
}

/** Whether an item keeps sound: a camera, or a recorder. */
export const recordsSound = ({ part }: PlacedItem): boolean =>
  hasTrait(part, 'camera') || (part.kind === 'recorder' && (part.tracks?.count ?? 1) > 0);

/** Something that hears: a microphone, or a receiver of some. */
export interface SoundSource {
  readonly placed: PlacedItem;
  readonly kind: 'microphone' | 'receiver';
  /** How many channels it gives. */
  readonly channels: number;
  /** The runs that it takes until it is kept, the first from the source; empty where it goes nowhere. */
  readonly way: readonly SoundRun[];
  /** What keeps it; undefined where its way ends before. */
  readonly keptBy: PlacedItem | undefined;
}

/** Whether a source has a socket, or contacts, that its sound comes out of. */
export const givesSound = ({ placed }: SoundSource): boolean =>
  (placed.part.ports ?? []).some(gives);

/** How many channels a microphone or receiver gives. */
export const countChannels = (part: Part): number =>
  part.serves?.find((s) => s.channels !== undefined)?.channels ??
  (part.hears?.pattern === 'stereo' ? 2 : 1);

/** The way on which it is kept, whichever of several leads that is; else the longest, the first of those alike. */
function follow(
  placed: PlacedItem,
  runs: readonly SoundRun[],
  been: readonly SoundRun[] = [],
): { way: readonly SoundRun[]; keptBy: PlacedItem | undefined } {
  let longest = been;
  for (const run of runs) {
    // Ends: no run is taken twice.
    if (run.from.placed !== placed || been.includes(run)) continue;
    const way = [...been, run];
    if (recordsSound(run.to.placed)) return { way, keptBy: run.to.placed };
    const further = follow(run.to.placed, runs, way);
    if (further.keptBy) return further;
    if (further.way.length > longest.length) longest = further.way;
  }
  return { way: longest, keptBy: undefined };
}

/** Every microphone and receiver on a rig, and where its sound goes. In tree order. */
export function listSoundSources(assembly: Assembly, runs: readonly SoundRun[]): SoundSource[] {
  return assembly.items.flatMap((placed): SoundSource[] => {
    const { kind } = placed.part;
    if (kind !== 'microphone' && kind !== 'receiver') return [];
    return [{ placed, kind, channels: countChannels(placed.part), ...follow(placed, runs) }];
  });
}

/** A socket that takes sound on what keeps it or passes it on, and what is in it. */
export interface SoundInput extends SoundEnd {
  readonly channels: number;
  readonly takenBy: SoundRun | undefined;
  /** What is plugged in passes on the sound of its own inputs: it is those that one counts. */
  readonly passesOn: boolean;
}

/** Every input of a setup, those of the camera first. */
export function listInputs(assembly: Assembly, runs: readonly SoundRun[]): SoundInput[] {
  // A receiver with an input of its own passes that on.
  const owners = assembly.items.filter(
    (p) =>
      recordsSound(p) ||
      p.part.kind === 'sound-box' ||
      ((p.part.ports ?? []).some(takes) && (p.part.ports ?? []).some(gives)),
  );
  return owners.flatMap((placed) =>
    (placed.part.ports ?? []).filter(takes).map((port): SoundInput => {
      const takenBy = runs.find((r) => r.to.placed === placed && r.to.port === port);
      const giver = takenBy?.from.placed.part;
      return {
        placed,
        port,
        channels: measureChannels(port),
        takenBy,
        passesOn: giver?.kind === 'sound-box' || giver?.kind === 'recorder',
      };
    }),
  );
}

/** Inputs that a person can plug something into, taken or not: contacts of a shoe and what a box occupies are none. */
export const listUsable = (inputs: readonly SoundInput[]): SoundInput[] =>
  inputs.filter((i) => i.port.connector !== 'shoe-contacts' && !i.passesOn);

/** A socket for headphones, and whether it plays what is kept. */
export interface Phones extends SoundEnd {
  /** It is on what keeps the sound, or on something through which it goes. */
  readonly hearsIt: boolean;
}

/** Where one can listen: the 3.5 mm outputs of what keeps sound or passes it on, and of what is shown the picture with its sound. */
export function listPhones(
  assembly: Assembly,
  runs: readonly SoundRun[],
  sources: readonly SoundSource[],
): Phones[] {
  // What keeps none of the sound that is kept elsewhere plays none of it either.
  const keepers = new Set(sources.flatMap((s) => s.keptBy ?? []));
  const ofSources = (placed: PlacedItem) =>
    placed.part.kind === 'microphone' || placed.part.kind === 'receiver';
  return assembly.items.flatMap((placed) =>
    (placed.part.ports ?? []).flatMap((port): Phones[] => {
      if (port.connector !== 'jack-3.5' || !gives(port) || ofSources(placed)) return [];
      // A box's line out that goes on into the camera is no socket to listen at.
      if (runs.some((r) => r.from.placed === placed && r.from.port === port)) return [];
      const isKeeper = keepers.size > 0 ? keepers.has(placed) : recordsSound(placed);
      const isOnTheWay = runs.some((r) => r.to.placed === placed);
      if (placed.part.kind === 'sound-box' && !isOnTheWay) return [];
      return [{ placed, port, hearsIt: isKeeper || isOnTheWay }];
    }),
  );
}

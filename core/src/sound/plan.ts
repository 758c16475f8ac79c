import type { Brief } from '../brief/index.js';
import { servesNeed, type PartBook } from '../part/index.js';
import { listSetupItems, type Assembly, type PlacedItem } from '../rig/index.js';
import {
  countChannels,
  listInputs,
  listPhones,
  listSoundRuns,
  listSoundSources,
  listUsable,
  measureChannels,
  recordsSound,
  type Phones,
  type SoundInput,
  type SoundRun,
  type SoundSource,
} from './chain.js';

/** What a brief wants to be heard. */
export interface SoundWants {
  readonly wirelessChannels: number;
  readonly onCameraMics: number;
  readonly headphones: boolean;
  readonly safetyTrack: boolean;
  readonly timecode: boolean;
  /** The strongest wind of its scenes. */
  readonly wind: 'still' | 'breeze' | 'wind';
  readonly purpose: 'guide' | 'main' | undefined;
}

const winds = ['still', 'breeze', 'wind'] as const;

/** What a brief wants: the most that it asks as a whole or in any scene. */
export function readWants(brief: Brief): SoundWants {
  const { sound, scenes = [], people } = brief;
  const most = (of: 'wirelessChannels' | 'onCameraMics') =>
    Math.max(sound?.[of] ?? 0, ...scenes.map((s) => s[of] ?? 0));
  return {
    wirelessChannels: most('wirelessChannels'),
    onCameraMics: most('onCameraMics'),
    headphones: sound?.headphones ?? false,
    safetyTrack: sound?.safetyTrack ?? false,
    timecode: people?.sound === 'timecode',
    wind: winds[Math.max(0, ...scenes.map((s) => winds.indexOf(s.wind ?? 'still')))]!,
    purpose: sound?.purpose,
  };
}

/** One track of what keeps sound. */
export interface Track {
  readonly keptBy: PlacedItem;
  /** From 1. */
  readonly number: number;
  /** What is heard on it: one channel, or several that share it. Channels are counted from 1. */
  readonly heard: readonly { readonly source: PlacedItem; readonly channel: number }[];
  /** The same again, quieter: given by the source, or made by what keeps it. */
  readonly safetyBy: 'source' | 'keeper' | undefined;
}

/** The answer to “does it hear?”. */
export interface Sound {
  readonly wants: SoundWants;
  readonly runs: readonly SoundRun[];
  readonly sources: readonly SoundSource[];
  readonly inputs: readonly SoundInput[];
  /** Those that one can plug something into. */
  readonly usable: readonly SoundInput[];
  readonly phones: readonly Phones[];
  /** Headphones that are on the rig, worn or in its kit. */
  readonly hasHeadphones: boolean;
  readonly tracks: readonly Track[];
  /** Channels that arrive and find no track. */
  readonly lost: readonly { readonly source: PlacedItem; readonly keptBy: PlacedItem }[];
  /** Radio channels and microphones that are built into what keeps sound, and the most that another setup of the rig carries. */
  readonly built: Readonly<Record<SoundLack['what'], number>>;
  readonly others: Readonly<Record<SoundLack['what'], number>>;
  /** A guide track is wanted, and what keeps sound hears by itself. */
  readonly builtGuide: boolean;
  /** Boxes that give timecode, and whether it arrives where sound or picture is kept. */
  readonly timecode: readonly { readonly placed: PlacedItem; readonly arrives: boolean }[];
}

/** Tracks of what keeps sound and does not say how many: the two of stereo (convention). */
const usualTracks = 2;

/** How many channels come through a run: as many as the socket takes, and no more than the one before it states that it gives. */
const measureSocket = ({ from, to }: SoundRun): number =>
  Math.min(measureChannels(to.port), from.port.sound?.channels ?? Infinity);

/** What comes through one socket of what keeps it. */
interface Arriving {
  readonly through: SoundRun;
  readonly heard: { readonly source: PlacedItem; readonly channel: number }[];
}

function listArriving(sources: readonly SoundSource[]): Arriving[] {
  const byPort = new Map<unknown, Arriving>();
  for (const { placed, channels, way, keptBy } of sources) {
    const through = way.at(-1);
    if (!keptBy || !through) continue;
    const known = byPort.get(through.to.port) ?? { through, heard: [] };
    byPort.set(through.to.port, known);
    for (let channel = 1; channel <= channels; channel += 1) {
      known.heard.push({ source: placed, channel });
    }
  }
  return [...byPort.values()];
}

/**
 * Each socket gives as many tracks as it has channels, as far as what keeps them has room; what comes through beyond its
 * channels shares them in turn, as a mixer before it would lay them. Safety tracks take what room is left.
 */
function assignTracks(
  sources: readonly SoundSource[],
  wants: SoundWants,
): Pick<Sound, 'tracks' | 'lost'> {
  const tracks: Track[] = [];
  const lost: { source: PlacedItem; keptBy: PlacedItem }[] = [];
  const most = (keptBy: PlacedItem) => keptBy.part.tracks?.count ?? usualTracks;
  const taken = (keptBy: PlacedItem) => tracks.filter((t) => t.keptBy === keptBy).length;
  for (const { through, heard } of listArriving(sources)) {
    const keptBy = through.to.placed;
    const socket = Math.min(measureSocket(through), heard.length);
    const given = Math.min(socket, most(keptBy) - taken(keptBy));
    const before = taken(keptBy);
    for (let i = 0; i < given; i += 1) {
      const shared = heard.filter((_, k) => k % socket === i);
      tracks.push({ keptBy, number: before + i + 1, heard: shared, safetyBy: undefined });
    }
    for (const { source } of heard.filter((_, k) => k % socket >= given)) {
      lost.push({ source, keptBy });
    }
  }
  if (!wants.safetyTrack) return { tracks, lost };
  // What a source gives again has to come through its own socket; what keeps it makes a second track of any voice.
  const room = new Map<unknown, number>();
  for (const { through, heard } of listArriving(sources)) {
    room.set(through.to.port, measureSocket(through) - heard.length);
  }
  for (const { placed, keptBy, channels, way } of sources) {
    for (let channel = 1; keptBy && channel <= channels; channel += 1) {
      if (taken(keptBy) >= most(keptBy)) break;
      const socket = way.at(-1)!.to.port;
      const isGiven = placed.part.hears?.safetyTrack && (room.get(socket) ?? 0) > 0;
      if (!isGiven && !keptBy.part.tracks?.safety) continue;
      if (isGiven) room.set(socket, room.get(socket)! - 1);
      const heard = [{ source: placed, channel }];
      const safetyBy = isGiven ? ('source' as const) : ('keeper' as const);
      tracks.push({ keptBy, number: taken(keptBy) + 1, heard, safetyBy });
    }
  }
  return { tracks, lost };
}

/** How many channels of a need some parts serve. */
const sumServed = (
  items: readonly PlacedItem[],
  need: 'wireless-audio' | 'microphone',
  counts: (placed: PlacedItem) => boolean,
): number =>
  items
    .filter(counts)
    .flatMap((p) => p.part.serves ?? [])
    .reduce((sum, s) => sum + (s.need === need ? (s.channels ?? 1) : 0), 0);

/** The most radio channels and microphones that one other setup of the rig carries. */
function measureOthers({ rig, setup }: Assembly, parts: PartBook): Sound['others'] {
  const partOf = new Map(rig.kit.map((i) => [i.id, parts.get(i.partId)]));
  const counts = rig.setups
    .filter((s) => s.id !== setup.id)
    .map((s) => {
      const on = [...listSetupItems(s)].flatMap((id) => partOf.get(id) ?? []);
      const of = (kind: SoundSource['kind']) => on.filter((p) => p.kind === kind);
      return {
        wireless: of('receiver').reduce((sum, p) => sum + countChannels(p), 0),
        mics: of('microphone').length,
      };
    });
  return {
    wireless: Math.max(0, ...counts.map((c) => c.wireless)),
    mics: Math.max(0, ...counts.map((c) => c.mics)),
  };
}

/** What a setup hears, by which way, onto which tracks, and where one listens. Linear in the leads times the sources. */
export function measureSound(assembly: Assembly, parts: PartBook, brief: Brief): Sound {
  const wants = readWants(brief);
  const runs = listSoundRuns(assembly, parts);
  const sources = listSoundSources(assembly, runs);
  const inputs = listInputs(assembly, runs);
  return {
    wants,
    runs,
    sources,
    inputs,
    usable: listUsable(inputs),
    phones: listPhones(assembly, runs, sources),
    hasHeadphones: assembly.rig.kit.some((item) => {
      const part = parts.get(item.partId);
      return part !== undefined && servesNeed(part, 'headphones');
    }),
    built: {
      wireless: sumServed(assembly.items, 'wireless-audio', recordsSound),
      mics: sumServed(assembly.items, 'microphone', recordsSound),
    },
    others: measureOthers(assembly, parts),
    builtGuide:
      wants.purpose === 'guide' &&
      assembly.items.some((p) => recordsSound(p) && p.part.hears !== undefined),
    ...assignTracks(sources, wants),
    timecode: assembly.items.flatMap((placed) =>
      placed.part.kind === 'timecode-box'
        ? [
            {
              placed,
              arrives: runs.some((r) => r.from.placed === placed && recordsSound(r.to.placed)),
            },
          ]
        : [],
    ),
  };
}

/** Whether one hears what is kept: something is, and a socket for headphones plays it. */
export const isMonitored = (sound: Sound): boolean =>
  sound.sources.some((s) => s.keptBy) && sound.hasHeadphones && sound.phones.some((p) => p.hearsIt);

/** What a brief wants to be heard and a setup does not hear, and whether another setup of the rig does. */
export interface SoundLack {
  readonly what: 'wireless' | 'mics';
  readonly wanted: number;
  readonly there: number;
  /** There is none on this one, and enough on another. */
  readonly elsewhere: boolean;
}

/** Radio channels and microphones that are lacking. */
export function listLacks(sound: Sound): SoundLack[] {
  const { wireless, mics } = countHeard(sound);
  const { wirelessChannels, onCameraMics } = sound.wants;
  return (
    [
      ['wireless', wirelessChannels, wireless],
      ['mics', onCameraMics, mics],
    ] as const
  ).flatMap(([what, wanted, there]): SoundLack[] => {
    // A camera may have a receiver or a microphone of its own; for a guide track the one inside it will do.
    const own = what === 'mics' && sound.builtGuide ? wanted : sound.built[what];
    const all = there + own;
    if (all >= wanted) return [];
    return [{ what, wanted, there: all, elsewhere: all === 0 && sound.others[what] >= wanted }];
  });
}

/** How many channels of radio microphones arrive somewhere, and how many microphones on the camera. */
export function countHeard(sound: Sound): { readonly wireless: number; readonly mics: number } {
  const sum = (kind: SoundSource['kind'], of: (s: SoundSource) => number) =>
    sound.sources.filter((s) => s.kind === kind).reduce((n, s) => n + of(s), 0);
  return { wireless: sum('receiver', (s) => s.channels), mics: sum('microphone', () => 1) };
}

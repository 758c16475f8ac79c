import type { Brief } from '../brief/index.js';
import { servesNeed, type PartBook } from '../part/index.js';
import type { Assembly, PlacedItem } from '../rig/index.js';
import {
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
  /** Boxes that give timecode, and whether it arrives where sound or picture is kept. */
  readonly timecode: readonly { readonly placed: PlacedItem; readonly arrives: boolean }[];
}

/** Tracks of what keeps sound and does not say how many: the two of stereo (convention). */
const usualTracks = 2;

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
    const socket = Math.min(measureChannels(through.to.port), heard.length);
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
  for (const { placed, keptBy } of sources) {
    if (!keptBy || taken(keptBy) >= most(keptBy)) continue;
    const by = placed.part.hears?.safetyTrack
      ? 'source'
      : keptBy.part.tracks?.safety
        ? 'keeper'
        : undefined;
    if (!by) continue;
    const heard = [{ source: placed, channel: 1 }];
    tracks.push({ keptBy, number: taken(keptBy) + 1, heard, safetyBy: by });
  }
  return { tracks, lost };
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
    phones: listPhones(assembly, runs),
    hasHeadphones: assembly.rig.kit.some((item) => {
      const part = parts.get(item.partId);
      return part !== undefined && servesNeed(part, 'headphones');
    }),
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

/** Whether one hears what is kept: a socket for headphones that plays it. */
export const isMonitored = (sound: Sound): boolean =>
  sound.hasHeadphones && sound.phones.some((p) => p.hearsIt);

/** How many channels of radio microphones arrive somewhere, and how many microphones on the camera. */
export function countHeard(sound: Sound): { readonly wireless: number; readonly mics: number } {
  const sum = (kind: SoundSource['kind'], of: (s: SoundSource) => number) =>
    sound.sources.filter((s) => s.kind === kind).reduce((n, s) => n + of(s), 0);
  return { wireless: sum('receiver', (s) => s.channels), mics: sum('microphone', () => 1) };
}

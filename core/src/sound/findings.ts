import {
  createFinding,
  defineCheck,
  defineFinding,
  stating,
  type AnyFinding,
} from '../finding/index.js';
import type { Hold } from '../hold/index.js';
import type { Brief } from '../brief/index.js';
import type { Assembly } from '../rig/index.js';
import { match } from '../units/index.js';
import { sayConnector, sayList, sayMm, sayNumber } from '../words/index.js';
import type { Connector } from '../part/index.js';
import { givesSound, measureChannels, type SoundSource } from './chain.js';
import { listNoises, nearMm, type Noise } from './near.js';
import { listLacks, type Sound } from './plan.js';

/** What the checks of Sound look at. */
export interface SoundContext {
  readonly assembly: Assembly;
  readonly hold: Hold;
  readonly brief: Brief;
  readonly sound: Sound;
}

export const inputsShort = defineFinding(
  'inputs-short',
  stating<{
    readonly connector: Connector;
    readonly free: number;
    readonly wanting: number;
  }>(),
  {
    restsOn: ['ports'],
    weight: 'risk',
    when: 'microphones and receivers without a lead want more inputs of their plug than are free',
    offers: '',
    sentence: ({ items, facts }, n) =>
      `${sayList(items.map((id) => n.item(id)))} ${facts.wanting === 1 ? 'wants an input' : `want ${sayNumber(facts.wanting)} inputs`} of ${sayConnector(facts.connector)}, and ${facts.free === 0 ? 'none is' : `${sayNumber(facts.free)} ${facts.free === 1 ? 'is' : 'are'}`} free.`,
    why: 'One of them would stay unheard, and you would notice it in the edit.',
    todo: 'Put a box or a recorder with more inputs on the rig, or a microphone through the receiver’s own input.',
    toGet: ({ facts }) => {
      const more = facts.wanting - facts.free;
      return `Get a recorder or a sound box with ${more === 1 ? 'an input' : `${sayNumber(more)} inputs`} of ${sayConnector(facts.connector)}, or a receiver that passes on what is plugged into it.`;
    },
  },
);

const shortCheck = defineCheck([inputsShort], ({ sound }: SoundContext) => {
  const loose = new Map<SoundSource, Connector>();
  for (const source of sound.sources) {
    if (source.way.length > 0) continue;
    const port = source.placed.part.ports?.find(
      (p) => p.direction !== 'in' && p.carries.includes('audio') && p.connector !== 'shoe-contacts',
    );
    if (port) loose.set(source, port.connector);
  }
  const alike = (source: SoundSource) =>
    sound.usable.filter(
      (i) => i.port.connector === loose.get(source) && i.placed !== source.placed,
    );
  const free = (source: SoundSource) => alike(source).filter((i) => !i.takenBy);
  const given = match(new Map([...loose.keys()].map((s) => [s, free(s)] as const)));
  const plugs = new Set(
    [...loose].flatMap(([source, connector]) =>
      // Where no socket has its plug at all it goes in by an adaptor: that is told where its lead is missing.
      given.has(source) || alike(source).length === 0 ? [] : [connector],
    ),
  );
  return [...plugs].map((connector) => {
    const list = [...loose.keys()].filter((s) => loose.get(s) === connector);
    return createFinding(
      inputsShort,
      'risk',
      { items: list.map((l) => l.placed.item.id), named: 0, key: connector },
      {
        connector,
        free: list.filter((s) => given.has(s)).length,
        wanting: list.length,
      },
    );
  });
});

export const micUnpowered = defineFinding(
  'mic-unpowered',
  stating<{
    readonly needs: 'plug-in' | 'phantom';
    readonly toItem: string;
    readonly toPort: string;
  }>(),
  {
    restsOn: ['ports'],
    weight: 'risk',
    when: 'a microphone that runs on plug-in or phantom power is in an input that states which it gives, and not that one',
    offers: '',
    sentence: ({ items: [mic], facts }, n) =>
      `${n.item(mic!)} runs on ${facts.needs === 'phantom' ? 'phantom power' : 'plug-in power'}, and ${n.port(facts.toItem, facts.toPort)} of ${n.item(facts.toItem)} gives none.`,
    why: 'It stays silent, or so quiet that only noise is left.',
    todo: 'Put it into an input that gives it, or take a microphone with a cell inside.',
  },
);

const powerCheck = defineCheck([micUnpowered], ({ sound }: SoundContext) =>
  sound.sources.flatMap(({ placed, way: [first] }): AnyFinding[] => {
    const needs = placed.part.hears?.needs;
    if (!first || (needs !== 'plug-in' && needs !== 'phantom')) return [];
    const { port, placed: into } = first.to;
    const given = port.sound?.powers;
    // No 3.5 mm socket gives 48 V; what an input does not state it may well give.
    const isKnown = given !== undefined || (needs === 'phantom' && port.connector === 'jack-3.5');
    if (!isKnown || given?.includes(needs)) return [];
    return [
      createFinding(
        micUnpowered,
        'risk',
        { items: [placed.item.id, into.item.id], named: 1 },
        { needs, toItem: into.item.id, toPort: port.id },
      ),
    ];
  }),
);

export const channelsLost = defineFinding(
  'channels-lost',
  stating<{ readonly tracks: number; readonly lost: number }>(),
  {
    restsOn: [],
    weight: 'risk',
    when: 'more channels arrive at what keeps sound than it has tracks',
    offers: '',
    sentence: ({ items: [keeper], facts }, n) =>
      `${n.item(keeper!)} keeps ${sayNumber(facts.tracks)} tracks, and ${sayNumber(facts.lost)} ${facts.lost === 1 ? 'channel finds' : 'channels find'} none.`,
    why: 'What finds no track is mixed into another or is not kept at all.',
    todo: 'Mix two that belong together, or keep them on a recorder of their own.',
  },
);

const tracksCheck = defineCheck([channelsLost], ({ sound }: SoundContext) => {
  const keepers = [...new Set(sound.lost.map((l) => l.keptBy))];
  return keepers.map((keeper) =>
    createFinding(
      channelsLost,
      'risk',
      { items: [keeper.item.id] },
      {
        tracks: sound.tracks.filter((t) => t.keptBy === keeper).length,
        lost: sound.lost.filter((l) => l.keptBy === keeper).length,
      },
    ),
  );
});

export const channelsShared = defineFinding(
  'channels-shared',
  stating<{ readonly portId: string; readonly tracks: number; readonly channels: number }>(),
  {
    restsOn: ['ports'],
    bad: ({ tracks, channels }) => channels - tracks,
    weight: 'note',
    when: 'more channels go through one socket than it has, so that a device before it mixes them',
    offers: '',
    sentence: ({ items: [keeper, ...sources], facts }, n) =>
      `${sayList(sources.map((id) => n.item(id)))} share ${sayNumber(facts.tracks)} ${facts.tracks === 1 ? 'track' : 'tracks'}: ${sayNumber(facts.channels)} channels go into ${n.port(keeper!, facts.portId)} of ${n.item(keeper!)}.`,
    why: 'What was mixed once can never be taken apart again.',
    todo: 'Mute what is only a guide, or keep it on a recorder of its own.',
  },
);

const sharedCheck = defineCheck([channelsShared], ({ sound }: SoundContext) => {
  const ports = [...new Set(sound.sources.flatMap((s) => (s.keptBy ? [s.way.at(-1)!.to] : [])))];
  const seen = new Set<unknown>();
  return ports.flatMap(({ placed, port }): AnyFinding[] => {
    if (seen.has(port)) return [];
    seen.add(port);
    const sources = sound.sources.filter((s) => s.keptBy && s.way.at(-1)!.to.port === port);
    const channels = sources.reduce((sum, s) => sum + s.channels, 0);
    const tracks = measureChannels(port);
    // A receiver that gives its own channels mixed is told by its maker; two that meet are the person's plan.
    if (channels <= tracks || sources.length < 2) return [];
    return [
      createFinding(
        channelsShared,
        'note',
        {
          items: [placed.item.id, ...sources.map((s) => s.placed.item.id)],
          named: 1,
          key: port.id,
        },
        { portId: port.id, tracks, channels },
      ),
    ];
  });
});

export const nobodyListens = defineFinding(
  'nobody-listens',
  stating<{ readonly keptBy: string; readonly elsewhere: string | undefined }>(),
  {
    restsOn: ['ports'],
    weight: 'risk',
    when: 'the brief wants headphones, sound is kept, and no socket for them plays what is kept',
    offers: '',
    sentence: ({ facts }, n) =>
      facts.elsewhere === undefined
        ? `You want to listen, and ${n.item(facts.keptBy)} has no socket for headphones.`
        : `You want to listen, and only ${n.item(facts.elsewhere)} has a socket for headphones: it does not hear what ${n.item(facts.keptBy)} keeps.`,
    why: 'A cable that crackles, a mute, a cell that ran down: nobody notices them without listening.',
    todo: 'Listen at a box, a recorder or a monitor through which the sound goes.',
  },
);

const listenCheck = defineCheck([nobodyListens], ({ sound }: SoundContext) => {
  const kept = sound.sources.find((s) => s.keptBy)?.keptBy;
  if (!sound.wants.headphones || !kept || sound.phones.some((p) => p.hearsIt)) return [];
  return [
    createFinding(
      nobodyListens,
      'risk',
      { items: [kept.item.id] },
      { keptBy: kept.item.id, elsewhere: sound.phones[0]?.placed.item.id },
    ),
  ];
});

export const soundShort = defineFinding(
  'sound-short',
  stating<{
    readonly what: 'wireless' | 'mics';
    readonly wanted: number;
    readonly there: number;
  }>(),
  {
    owner: 'rig',
    restsOn: [],
    bad: ({ wanted, there }) => wanted - there,
    weight: 'risk',
    when: 'the brief wants more channels of radio microphones, or more microphones on the camera, than those on the rig give; not where there is none on this setup and enough on another',
    offers: '',
    sentence: ({ facts: f }) =>
      f.what === 'wireless'
        ? `You want ${sayNumber(f.wanted)} ${f.wanted === 1 ? 'channel' : 'channels'} of radio microphones, and this setup has ${f.there === 0 ? 'none' : sayNumber(f.there)}.`
        : `You want ${f.wanted === 1 ? 'a microphone' : `${sayNumber(f.wanted)} microphones`} on the camera, and this setup has ${f.there === 0 ? 'none' : sayNumber(f.there)}.`,
    why: 'A voice without a microphone of its own is a voice that is far away.',
    todo: 'Take a receiver with more channels, or another microphone.',
  },
);

const wantCheck = defineCheck([soundShort], ({ sound }: SoundContext) =>
  listLacks(sound)
    .filter((lack) => !lack.elsewhere)
    .map(({ what, wanted, there }) =>
      createFinding(soundShort, 'risk', { items: [], key: what }, { what, wanted, there }),
    ),
);

export const windBare = defineFinding(
  'wind-bare',
  stating<{ readonly wind: 'breeze' | 'wind'; readonly has: 'bare' | 'foam' }>(),
  {
    restsOn: [],
    weight: 'risk in wind; note in a breeze',
    when: 'a scene of the brief is windy, and a microphone states less against it: nothing in a breeze, less than fur in wind',
    offers: '',
    sentence: ({ items: [mic], facts }, n) =>
      `${n.item(mic!)} has ${facts.has === 'bare' ? 'nothing' : 'only foam'} against wind, and you film in ${facts.wind === 'wind' ? 'wind' : 'a breeze'}.`,
    why: 'Wind on a capsule rumbles over every voice, and no filter takes it out again.',
    todo: 'Put fur over it, or take a microphone that has it.',
  },
);

const windCheck = defineCheck([windBare], ({ sound }: SoundContext) =>
  sound.sources.flatMap(({ placed, kind }): AnyFinding[] => {
    const has = placed.part.hears?.wind;
    const { wind } = sound.wants;
    if (kind !== 'microphone' || wind === 'still' || has === undefined || has === 'fur') return [];
    if (wind === 'breeze' && has === 'foam') return [];
    return [
      createFinding(
        windBare,
        wind === 'wind' ? 'risk' : 'note',
        { items: [placed.item.id] },
        { wind, has },
      ),
    ];
  }),
);

export const micHears = defineFinding(
  'mic-hears',
  stating<{ readonly by: Noise['by']; readonly apartMm: number }>(),
  {
    restsOn: ['shape', 'spaces'],
    bad: ({ apartMm }) => -apartMm,
    weight: 'note',
    when: `a microphone is nearer than ${nearMm.fan} mm to an air outlet, ${nearMm['lens-motor']} mm to a motor that focuses, or ${nearMm.hand} mm to a hand that holds while it states that no rubber stands between`,
    offers: '',
    sentence: ({ items: [mic, from], facts }, n) => {
      const what = {
        fan: `the air outlet of ${n.item(from!)}`,
        'lens-motor': `the motor that focuses ${n.item(from!)}`,
        hand: `your hand on ${n.item(from!)}`,
      }[facts.by];
      return `${n.item(mic!)} is ≈ ${sayMm(Math.round(facts.apartMm))} from ${what}, and hears it in a quiet room.`;
    },
    why: 'What hums beside a capsule is louder than a voice two metres off.',
    todo: 'Put the microphone farther forward or up, or on an arm beside.',
  },
);

const nearCheck = defineCheck([micHears], ({ assembly, hold, sound }: SoundContext) => {
  // A guide track may hum.
  if (sound.wants.purpose === 'guide') return [];
  const worst = new Map<string, Noise>();
  for (const noise of listNoises(assembly, hold)) {
    const key = `${noise.mic.item.id} ${noise.by}`;
    const known = worst.get(key);
    if (!known || noise.apartMm < known.apartMm) worst.set(key, noise);
  }
  return [...worst.values()].map(({ mic, from, by, apartMm }) =>
    createFinding(
      micHears,
      'note',
      { items: [mic.item.id, from.item.id], named: 1, key: by },
      { by, apartMm },
    ),
  );
});

export const noisyInput = defineFinding(
  'noisy-input',
  stating<{ readonly noiseDbu: number; readonly quietDbu: number; readonly portId: string }>(),
  {
    restsOn: ['ports'],
    bad: ({ noiseDbu, quietDbu }) => noiseDbu - quietDbu,
    weight: 'note',
    when: 'a box goes into an input that is stated to be more than 10 dB noisier than its own, and takes it at microphone level',
    offers: '',
    sentence: ({ items: [box, into], facts }, n) =>
      `${n.item(box!)} is quiet, ${sayNumber(facts.quietDbu)} dBu, and goes into ${n.port(into!, facts.portId)} of ${n.item(into!)}, ${sayNumber(facts.noiseDbu)} dBu: that input is the weakest link.`,
    why: 'The noise of the last input stays, however good the box before it is.',
    todo: 'Turn the box up and the camera down, go in at line level, or through the shoe.',
  },
);

/** A difference that is heard plainly, dB (estimate). */
const plainDb = 10;

const noiseCheck = defineCheck([noisyInput], ({ sound }: SoundContext) =>
  sound.runs.flatMap(({ from, to }): AnyFinding[] => {
    if (from.placed.part.kind !== 'sound-box') return [];
    const own = (from.placed.part.ports ?? []).flatMap((p) =>
      p.direction !== 'out' && p.sound?.noiseDbu !== undefined ? [p.sound.noiseDbu] : [],
    );
    const noiseDbu = to.port.sound?.noiseDbu;
    const quietDbu = Math.min(...own);
    if (noiseDbu === undefined || own.length === 0 || to.port.sound?.level === 'line') return [];
    if (noiseDbu - quietDbu <= plainDb) return [];
    return [
      createFinding(
        noisyInput,
        'note',
        { items: [from.placed.item.id, to.placed.item.id], key: to.port.id },
        { noiseDbu, quietDbu, portId: to.port.id },
      ),
    ];
  }),
);

export const timecodeNotIn = defineFinding('timecode-not-in', stating(), {
  restsOn: ['ports'],
  weight: 'risk',
  when: 'a timecode box is on the rig, somebody records sound by timecode, and no lead brings it to what keeps picture or sound',
  offers: '',
  sentence: ({ items: [box] }, n) =>
    `${n.item(box!)} gives timecode, and no lead brings it to what you record with.`,
  why: 'The sound person’s files and yours would have to be matched by hand, clap by clap.',
  todo: 'Plug it into the timecode socket, or into a free track of sound.',
});

const timecodeCheck = defineCheck([timecodeNotIn], ({ sound }: SoundContext) =>
  !sound.wants.timecode || sound.timecode.some((t) => t.arrives)
    ? []
    : sound.timecode.map(({ placed }) =>
        createFinding(timecodeNotIn, 'risk', { items: [placed.item.id] }, {}),
      ),
);

export const soundSocketUnknown = defineFinding('sound-socket-unknown', stating(), {
  restsOn: [],
  weight: 'note',
  when: 'a microphone or receiver of which nobody has stated a socket that gives sound',
  offers: '',
  sentence: ({ items: [item] }, n) =>
    `Nobody has said by which socket ${n.item(item!)} gives its sound: whether it is heard is not known.`,
  why: 'What is not known is no yes.',
  todo: 'Add its sockets where the part is corrected.',
});

const socketCheck = defineCheck([soundSocketUnknown], ({ sound }: SoundContext) =>
  sound.sources
    .filter((s) => !givesSound(s))
    .map((s) => createFinding(soundSocketUnknown, 'note', { items: [s.placed.item.id] }, {})),
);

/** Every check of Sound, in the order in which findings of one weight are told. */
export const soundChecks = [
  shortCheck,
  powerCheck,
  timecodeCheck,
  tracksCheck,
  sharedCheck,
  wantCheck,
  listenCheck,
  windCheck,
  noiseCheck,
  nearCheck,
  socketCheck,
] as const;

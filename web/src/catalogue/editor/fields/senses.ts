import { hasTrait, isOptical, GlassPurpose, Hears, type Part } from '@zucchini/core';
import type { FactGroup } from './group';
import { flag, mayChoose, number, orNothing, text, ticks, type Field, type Fields } from './field';

/** Numbers between commas, in the order they stand in; none is nothing. */
const readNumbers = (line: string | undefined): number[] | undefined => {
  const found = line?.match(/\d+(?:\.\d+)?/gu)?.map(Number);
  return found && found.length > 0 ? found : undefined;
};

/** What a camera does by itself: expose, focus, hold still, keep out the rain. */
export function listExposes(part: Part): FactGroup {
  const { exposes } = part;
  const set = (change: object): Fields => ({ exposes: orNothing({ ...exposes, ...change }) });
  const [least, most] = exposes?.ndRange ?? [];
  return {
    title: 'What it does by itself',
    usual: exposes !== undefined || isOptical(part),
    fields: [
      text(
        'base ISO',
        exposes?.baseIso?.join(', '),
        (v) => set({ baseIso: readNumbers(v)?.slice(0, 2) }),
        'one, or two with a comma between',
      ),
      number('highest ISO', '', exposes?.mostIso, (v) => set({ mostIso: v })),
      text(
        'ND filters inside',
        exposes?.ndStops && (exposes.ndStops.length > 0 ? exposes.ndStops.join(', ') : 'none'),
        (v) =>
          set({
            ndStops: v === undefined ? undefined : (readNumbers(v)?.filter((s) => s > 0) ?? []),
          }),
        'stops of each, with commas between; none where it has none',
      ),
      number('ND inside, set anywhere from', 'stops', least, (v) =>
        set({ ndRange: v === undefined ? undefined : [v, Math.max(v, most ?? v)] }),
      ),
      number('ND inside, set anywhere up to', 'stops', most, (v) =>
        set({ ndRange: v === undefined ? undefined : [Math.min(v, least ?? v), v] }),
      ),
      ...listTold(part),
    ],
  };
}

const yesNo = [
  ['yes', 'yes'],
  ['no', 'no'],
] as const;

/** What is so, is not so, or is not stated. */
const told = (
  label: string,
  value: boolean | undefined,
  set: (v: boolean | undefined) => Fields,
): Field =>
  mayChoose(
    label,
    'not stated',
    yesNo,
    value === undefined ? undefined : value ? 'yes' : 'no',
    (v) => set(v === undefined ? undefined : v === 'yes'),
  );

function listTold(part: Part): Field[] {
  return [
    told(
      hasTrait(part, 'lens-adapter') ? 'hands autofocus on' : 'focuses by itself',
      part.autofocus,
      (v) => ({ autofocus: v }),
    ),
    told('steadies the picture', part.stabilised, (v) => ({ stabilised: v })),
    told('sealed against rain and dust', part.sealed, (v) => ({ sealed: v })),
  ];
}

const purposes: Readonly<Record<GlassPurpose, string>> = {
  nd: 'taking light, always the same',
  'variable-nd': 'taking light, turned to taste',
  polariser: 'reflections and sky',
  mist: 'softness and glow',
  graduated: 'a part of the frame',
  clear: 'saving the glass behind',
  other: 'something else',
};

/** Glass before a lens. */
export function listGlass(part: Part): FactGroup {
  const { glass } = part;
  const set = (change: object): Fields => ({ glass: { does: 'nd', ...glass, ...change } });
  const stops = glass?.stops ?? [];
  return {
    title: 'As glass before a lens',
    usual: glass !== undefined || part.kind === 'filter',
    fields: [
      mayChoose(
        'is there for',
        'no glass',
        GlassPurpose.options.map((p) => [p, purposes[p]] as const),
        glass?.does,
        (v) => (v === undefined ? { glass: undefined } : set({ does: v })),
      ),
      ...(glass
        ? [
            number('stays even up to', 'stops', glass.cleanTo, (v) => set({ cleanTo: v })),
            flag('its ring stops at both ends', glass.hardStops ?? false, (v) =>
              set({ hardStops: v || undefined }),
            ),
          ]
        : []),
    ],
    rows: stops.map(([least, most], i) => {
      const setStretch = (stretch: readonly [number, number] | undefined): Fields => {
        const next = stops.flatMap((s, k) => (k === i ? (stretch ? [stretch] : []) : [s]));
        return set({ stops: next.length > 0 ? next : undefined });
      };
      return {
        key: `${i}`,
        title: least === most ? `${least} stops` : `${least} to ${most} stops`,
        without: setStretch(undefined),
        fields: [
          number('takes away at least', 'stops', least, (v) =>
            setStretch([v ?? least, Math.max(v ?? least, most)]),
          ),
          number('at most', 'stops', most, (v) =>
            setStretch([Math.min(least, v ?? most), v ?? most]),
          ),
        ],
      };
    }),
    adds: glass ? [['A stretch of stops', set({ stops: [...stops, stops.at(-1) ?? [3, 3]] })]] : [],
  };
}

const patterns = {
  omni: 'all round',
  cardioid: 'what is before it',
  supercardioid: 'what is before it, narrowly',
  shotgun: 'along a tube',
  'figure-8': 'before and behind',
  stereo: 'left and right',
} as const;

/** A microphone or a receiver; and what keeps sound. */
export function listHears(part: Part): FactGroup {
  const { hears, tracks } = part;
  const set = (change: object): Fields => ({ hears: orNothing({ ...hears, ...change }) });
  return {
    title: 'Sound',
    usual: hears !== undefined || tracks !== undefined || hasTrait(part, 'gives-sound'),
    fields: [
      mayChoose(
        'hears',
        'not stated',
        Hears.shape.pattern.unwrap().options.map((p) => [p, patterns[p]] as const),
        hears?.pattern,
        (v) => set({ pattern: v }),
      ),
      mayChoose(
        'runs on',
        'not stated',
        [
          ['none', 'nothing'],
          ['plug-in', 'what the 3.5 mm socket gives'],
          ['phantom', 'phantom power'],
          ['cell', 'a cell inside'],
        ],
        hears?.needs,
        (v) => set({ needs: v }),
      ),
      mayChoose(
        'against wind',
        'not stated',
        [
          ['bare', 'nothing'],
          ['foam', 'foam'],
          ['fur', 'fur'],
        ],
        hears?.wind,
        (v) => set({ wind: v }),
      ),
      told('rubber between it and its foot', hears?.shockMount, (v) => set({ shockMount: v })),
      number('own noise', 'dB(A)', hears?.selfNoiseDb, (v) => set({ selfNoiseDb: v })),
      told('gives a second, quieter track', hears?.safetyTrack, (v) => set({ safetyTrack: v })),
      told('is switched on by the camera', hears?.autoOn, (v) => set({ autoOn: v })),
      number('records tracks', '', tracks?.count, (v) => ({
        tracks: v === undefined ? undefined : { ...tracks, count: Math.max(0, Math.round(v)) },
      })),
      ...(tracks
        ? [
            told('records a track again, quieter', tracks.safety, (v) => ({
              tracks: { ...tracks, safety: v },
            })),
          ]
        : []),
    ],
  };
}

/** A picture over the air, and what turns a lens's gear. */
export function listLink(part: Part): FactGroup {
  const { link, drive } = part;
  const set = (change: object): Fields => ({ link: orNothing({ ...link, ...change }) });
  return {
    title: 'Picture over the air, and focus drive',
    usual:
      link !== undefined ||
      drive !== undefined ||
      part.kind === 'transmitter' ||
      part.kind === 'follow-focus',
    fields: [
      number('reaches in the open', 'm', link?.rangeM, (v) => set({ rangeM: v })),
      number('how many may watch', '', link?.takers, (v) =>
        set({ takers: v === undefined ? undefined : Math.max(1, Math.round(v)) }),
      ),
      mayChoose(
        'turns a gear by',
        'turns none',
        [
          ['hand', 'hand'],
          ['motor', 'a motor'],
        ],
        drive?.by,
        (v) => ({ drive: v === undefined ? undefined : { ...drive, by: v } }),
      ),
      ...(drive
        ? [
            told('its ends can be set', drive.hardStops, (v) => ({
              drive: { ...drive, hardStops: v },
            })),
            mayChoose(
              'worked by',
              'not stated',
              [
                ['own-unit', 'a unit in its box'],
                ['camera', 'the camera'],
                ['sold-apart', 'a unit that is sold apart'],
              ],
              drive.workedBy,
              (v) => ({ drive: { ...drive, workedBy: v } }),
            ),
          ]
        : []),
    ],
  };
}

/** What a socket for sound gives or takes. */
export function listSoundFields(
  sound: NonNullable<NonNullable<Part['ports']>[number]['sound']> | undefined,
): Field[] {
  const set = (change: object): Fields => ({ sound: orNothing({ ...sound, ...change }) });
  return [
    number('channels', '', sound?.channels, (v) =>
      set({ channels: v === undefined ? undefined : Math.max(1, Math.round(v)) }),
    ),
    mayChoose(
      'level',
      'not stated',
      [
        ['mic', 'microphone'],
        ['line', 'line'],
        ['both', 'either'],
      ],
      sound?.level,
      (v) => set({ level: v }),
    ),
    ticks(
      'runs a microphone by',
      [
        ['plug-in', 'plug-in power'],
        ['phantom', 'phantom power'],
      ],
      sound?.powers ?? [],
      (v) => set({ powers: v }),
    ),
    number('own noise', 'dBu', sound?.noiseDbu, (v) => set({ noiseDbu: v })),
  ];
}

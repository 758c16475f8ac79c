import { hasTrait, ndNotations, toStops, type Part, type PartKind } from '../../part/index.js';
import type { senseNames } from './sense-names.js';
import type { Answers, PartQuestion } from './question.js';

const may = (question: Omit<PartQuestion, 'optional'>): PartQuestion => ({
  ...question,
  optional: true,
});

const iso = (name: string, label: string, words: RegExp): PartQuestion =>
  may({ name, label, type: 'number', usual: [50, 409_600], words, onlyByWords: true });

const isSaid = (value: unknown) => value !== undefined && value !== '';

/** What glass is there for, by what it is called. */
function guessPurpose(a: Answers): string {
  const name = typeof a['name'] === 'string' ? a['name'] : '';
  if (isSaid(a['leastStops']) || /variab|vario|fader/iu.test(name)) return 'variable-nd';
  if (/polari|\bC?PL\b/iu.test(name)) return 'polariser';
  if (/mist|soft|glow|diffus/iu.test(name)) return 'mist';
  if (/\bgrad/iu.test(name)) return 'graduated';
  return /clear|protect|\bUV\b/iu.test(name) ? 'clear' : 'nd';
}

const isVariable = (a: Answers) => a['does'] === 'variable-nd';
const takesLight = (a: Answers) => a['does'] !== 'clear';

/** What is asked of how a part exposes, focuses and hears: only what matters for its kind, and all may be left out. */
export function askSenses(kind: PartKind): PartQuestion[] {
  const part = { kind };
  const isCamera = hasTrait(part, 'camera');
  return [
    ...(isCamera
      ? [
          iso('baseIso', 'Base ISO', /base|native/iu),
          iso('secondIso', 'Second base ISO', /second|high/iu),
          iso('mostIso', 'Highest ISO', /max|high|up to/iu),
        ]
      : []),
    ...(isCamera || hasTrait(part, 'lens-adapter')
      ? [
          may({
            name: 'ndInside',
            label: isCamera ? 'ND filters inside' : 'ND filters that drop in',
            type: 'text',
            hint: 'Stops of each, like “2, 4, 6”, or “2 to 7” of one that is set between; 0 where it has none',
          }),
        ]
      : []),
    ...(isCamera || hasTrait(part, 'optic') || hasTrait(part, 'lens-adapter')
      ? [
          may({
            name: 'autofocus',
            label: hasTrait(part, 'lens-adapter') ? 'Hands autofocus on' : 'Focuses by itself',
            type: 'flag',
            words: /autofocus|\bAF\b/iu,
          }),
        ]
      : []),
    ...(isCamera || hasTrait(part, 'optic')
      ? [
          may({
            name: 'stabilised',
            label: 'Steadies the picture',
            type: 'flag',
            words: /stabili[sz]/iu,
          }),
        ]
      : []),
    ...(isCamera
      ? [may({ name: 'sealed', label: 'Sealed against rain and dust', type: 'flag' })]
      : []),
    ...(kind === 'filter'
      ? [
          {
            name: 'does',
            label: 'Is there for',
            type: 'choice' as const,
            guess: guessPurpose,
            choices: [
              ['nd', 'taking light, always the same (ND)'],
              ['variable-nd', 'taking light, turned to taste (variable ND)'],
              ['polariser', 'reflections and sky (polariser)'],
              ['mist', 'softness and glow (mist)'],
              ['graduated', 'a part of the frame (graduated)'],
              ['clear', 'saving the glass behind (clear)'],
              ['other', 'something else'],
            ] as const,
          },
          may({
            name: 'stops',
            label: 'Takes away',
            type: 'number',
            unit: 'stops',
            usual: [0.3, 12],
            words: /stop|ND/iu,
            hint: 'Of a variable one at most',
            when: takesLight,
          }),
          may({
            name: 'leastStops',
            label: 'Takes away, at least',
            type: 'number',
            unit: 'stops',
            usual: [0.5, 10],
            words: /min|from|least/iu,
            when: isVariable,
            // Two polarisers take a stop and a half to two even side by side (estimate).
            guess: (a: Answers) => {
              const most = readStops(a);
              return most === undefined || most < 0 ? undefined : Math.min(2, most);
            },
          }),
          may({
            name: 'density',
            label: 'The same as a density',
            type: 'number',
            usual: [0.1, 4],
            words: /densit/iu,
            onlyByWords: true,
            hint: '0.9 is 3 stops',
            when: (a: Answers) => takesLight(a) && !isSaid(a['stops']),
          }),
          may({
            name: 'factor',
            label: 'The same as a factor',
            type: 'number',
            usual: [2, 32_000],
            words: /factor/iu,
            onlyByWords: true,
            hint: 'ND 8 is 3 stops',
            when: (a: Answers) => takesLight(a) && !isSaid(a['stops']) && !isSaid(a['density']),
          }),
          may({
            name: 'cleanTo',
            label: 'Stays even up to, as its maker says',
            type: 'number',
            unit: 'stops',
            usual: [1, 10],
            when: isVariable,
          }),
          may({
            name: 'glassStops',
            label: 'Its ring stops at both ends',
            type: 'flag',
            when: isVariable,
          }),
        ]
      : []),
    ...(kind === 'microphone'
      ? [
          may({
            name: 'pattern',
            label: 'Hears',
            type: 'choice',
            choices: [
              ['omni', 'all round'],
              ['cardioid', 'what is before it'],
              ['supercardioid', 'what is before it, narrowly'],
              ['shotgun', 'along a tube'],
              ['figure-8', 'before and behind'],
              ['stereo', 'left and right'],
            ],
          }),
          may({
            name: 'needs',
            label: 'Runs on',
            type: 'choice',
            choices: [
              ['plug-in', 'what the 3.5 mm socket gives'],
              ['phantom', 'phantom power, 48 V'],
              ['cell', 'a cell inside'],
              ['none', 'nothing'],
            ],
            words: /phantom|48\s?V|plug-in/iu,
          }),
          may({
            name: 'wind',
            label: 'Against wind it has',
            type: 'choice',
            choices: [
              ['bare', 'nothing'],
              ['foam', 'foam'],
              ['fur', 'fur'],
            ],
          }),
          may({ name: 'shockMount', label: 'Rubber between it and its foot', type: 'flag' }),
        ]
      : []),
    ...(hasTrait(part, 'gives-sound')
      ? [
          may({
            name: 'safetyTrack',
            label: 'Gives a second, quieter track for safety',
            type: 'flag',
          }),
        ]
      : []),
    ...(isCamera || kind === 'recorder' || kind === 'sound-box'
      ? [may({ name: 'tracks', label: 'Tracks of sound', type: 'whole', usual: [1, 16] })]
      : []),
    ...(kind === 'transmitter'
      ? [
          may({
            name: 'rangeM',
            label: 'Reaches, in the open',
            type: 'number',
            unit: 'm',
            usual: [20, 2000],
            words: /range|reach/iu,
          }),
        ]
      : []),
    ...(kind === 'follow-focus'
      ? [
          may({
            name: 'workedBy',
            label: 'A motor is worked by',
            type: 'choice',
            choices: [
              ['own-unit', 'a unit in its box'],
              ['camera', 'the camera'],
              ['sold-apart', 'a unit that is sold apart'],
            ],
            when: (a: Answers) => Array.isArray(a['motorMm']),
          }),
        ]
      : []),
  ];
}

/**
 * "2, 4, 6" as stops, or as the share of light that passes, “1/4, 1/16”; rising, each once. Undefined where nothing was said or
 * it holds no figure.
 */
function readStopsList(text: unknown): number[] | undefined {
  if (typeof text !== 'string' || readStopsRange(text)) return undefined;
  const found = [...text.matchAll(/(?:1\s*[/∕]\s*)?\d+(?:[.,]\d+)?/gu)].map(([piece]) => {
    const [one, part] = piece.split(/\s*[/∕]\s*/u);
    const value = Number((part ?? one!).replace(',', '.'));
    return part === undefined ? value : Math.round(Math.log2(value) * 10) / 10;
  });
  if (found.length === 0) return undefined;
  return [...new Set(found.filter((stops) => stops > 0))].sort((a, b) => a - b);
}

/** “2 to 7”, “2–7”: a filter that is set anywhere between; undefined for what is none. */
function readStopsRange(text: unknown): [number, number] | undefined {
  if (typeof text !== 'string') return undefined;
  const found = /^\s*(\d+(?:[.,]\d+)?)\s*(?:to|[-–…])\s*(\d+(?:[.,]\d+)?)\s*(?:stops)?\s*$/iu.exec(
    text,
  );
  const [least, most] = (found?.slice(1) ?? []).map((n) => Number(n.replace(',', '.')));
  return least === undefined || most === undefined || least > most ? undefined : [least, most];
}

/** Leaves out what was not said; undefined where nothing was. */
function said(fields: Readonly<Record<string, unknown>>): object | undefined {
  const entries = Object.entries(fields).filter(([, v]) => isSaid(v));
  return entries.length > 0 ? Object.fromEntries(entries) : undefined;
}

/** The figure in stops, to a tenth, as its maker would say it: 0.9 is 3. What is no such figure stays one that the part refuses. */
function readStops(a: Answers): number | undefined {
  for (const notation of ndNotations) {
    const value = a[notation];
    if (typeof value !== 'number') continue;
    if (notation === 'stops') return value;
    if (value < (notation === 'factor' ? 1 : 0)) return -Math.abs(value);
    return Math.round(toStops(value, notation) * 10) / 10;
  }
  return undefined;
}

function readGlass(a: Answers): unknown {
  const most = readStops(a);
  const least = isVariable(a) && typeof a['leastStops'] === 'number' ? a['leastStops'] : most;
  // Whichever of the two was typed first.
  const [low, high] = [least ?? most, most ?? least].sort((x, y) => (x ?? 0) - (y ?? 0));
  return {
    does: a['does'],
    ...(low === undefined ? {} : { stops: [[low, high]] }),
    ...(isSaid(a['cleanTo']) && isVariable(a) ? { cleanTo: a['cleanTo'] } : {}),
    ...(a['glassStops'] === true ? { hardStops: true } : {}),
  };
}

type Senses = Pick<
  Part,
  | 'exposes'
  | 'glass'
  | 'hears'
  | 'tracks'
  | 'link'
  | 'drive'
  | 'autofocus'
  | 'stabilised'
  | 'sealed'
>;

/** What was answered, as the part states it. Nothing is made up: what was not answered is absent. */
export function toSenses(kind: PartKind, a: Answers): Record<keyof Senses, unknown> {
  const [first, second] = [a['baseIso'], a['secondIso']]
    .filter((v) => typeof v === 'number')
    .sort((x, y) => x - y);
  const flag = (name: string) => (typeof a[name] === 'boolean' ? a[name] : undefined);
  return {
    exposes: said({
      baseIso: first === undefined ? undefined : [first, ...(second === undefined ? [] : [second])],
      mostIso: a['mostIso'],
      ndStops: readStopsList(a['ndInside']),
      ndRange: readStopsRange(a['ndInside']),
    }),
    glass: kind === 'filter' && isSaid(a['does']) ? readGlass(a) : undefined,
    hears: said({
      pattern: a['pattern'],
      needs: a['needs'],
      wind: a['wind'],
      shockMount: flag('shockMount'),
      safetyTrack: kind === 'recorder' || kind === 'sound-box' ? undefined : flag('safetyTrack'),
    }),
    tracks: isSaid(a['tracks'])
      ? said({ count: a['tracks'], safety: flag('safetyTrack') })
      : undefined,
    link: said({ rangeM: a['rangeM'] }),
    drive:
      kind === 'follow-focus'
        ? said({ by: Array.isArray(a['motorMm']) ? 'motor' : 'hand', workedBy: a['workedBy'] })
        : undefined,
    autofocus: flag('autofocus'),
    stabilised: flag('stabilised'),
    sealed: flag('sealed'),
  };
}

/** The answers that a part's own facts would be. */
export function readSenses(part: Part): Readonly<Record<(typeof senseNames)[number], unknown>> {
  const { exposes, glass, hears, tracks, link, drive } = part;
  const stretch = glass?.stops?.[0];
  return {
    baseIso: exposes?.baseIso?.[0],
    secondIso: exposes?.baseIso?.[1],
    mostIso: exposes?.mostIso,
    ndInside: exposes?.ndRange
      ? exposes.ndRange.join(' to ')
      : exposes?.ndStops && (exposes.ndStops.length ? exposes.ndStops.join(', ') : '0'),
    autofocus: part.autofocus,
    stabilised: part.stabilised,
    sealed: part.sealed,
    does: glass?.does,
    stops: stretch?.[1] ?? part.serves?.[0]?.stops,
    leastStops: glass?.does === 'variable-nd' ? stretch?.[0] : undefined,
    density: undefined,
    factor: undefined,
    cleanTo: glass?.cleanTo,
    glassStops: glass?.hardStops,
    pattern: hears?.pattern,
    needs: hears?.needs,
    wind: hears?.wind,
    shockMount: hears?.shockMount,
    safetyTrack: hears?.safetyTrack ?? tracks?.safety,
    tracks: tracks?.count,
    rangeM: link?.rangeM,
    workedBy: drive?.workedBy,
  };
}

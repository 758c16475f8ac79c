import { hasTrait, type Part, type PartKind } from '../../part/index.js';
import type { feedNames } from './feed-names.js';
import type { Answers, PartQuestion } from './question.js';

/** What is asked of what a kind of part draws, holds, charges or records: only what matters for it, and all may be left out. */
export function askFeeds(kind: PartKind): PartQuestion[] {
  const part = { kind };
  const watts = (name: string, label: string, words: RegExp, more = {}): PartQuestion => ({
    name,
    label,
    type: 'number',
    unit: 'W',
    optional: true,
    usual: [0.2, 60],
    words,
    ...more,
  });
  const takes = hasTrait(part, 'device') && kind !== 'tap';
  const records = hasTrait(part, 'camera');
  return [
    ...(takes || kind === 'receiver'
      ? [
          watts(
            'recordW',
            records ? 'Draws while it records' : 'Draws while it works',
            /draw|consum|power|uses/iu,
            { guess: guessDraw },
          ),
          {
            name: 'runsMin',
            label: records ? 'Records on one battery for' : 'Runs on its own battery for',
            type: 'number' as const,
            unit: 'min',
            optional: true,
            usual: [10, 1500] as const,
            words:
              /run ?time|runs|battery life|operat|working time|record(?:s|ing)|lasts|endurance/iu,
            onlyByWords: true,
            hint: 'Its draw follows from it',
            when: (a: Answers) => records || a['innerCell'] === true,
          },
          ...(records ? [watts('idleW', 'Draws while it waits', /stand-?by|idle|waiting/iu)] : []),
          ...(records ? askMode() : []),
          {
            name: 'innerWh',
            label: 'Its own cell holds',
            type: 'number' as const,
            unit: 'Wh',
            optional: true,
            usual: [0.5, 40] as const,
            when: (a: Answers) => a['innerCell'] === true,
          },
        ]
      : []),
    ...(kind === 'follow-focus'
      ? [
          watts('recordW', 'Draws while it works', /draw|consum|power|uses/iu, {
            when: (a: Answers) => Array.isArray(a['motorMm']),
          }),
        ]
      : []),
    ...(hasTrait(part, 'wants-picture')
      ? [
          {
            name: 'delayMs',
            label: 'Shows or sends the picture later by',
            type: 'number' as const,
            unit: 'ms',
            optional: true,
            usual: [0, 400] as const,
            words: /delay|latency/iu,
            onlyByWords: true,
          },
        ]
      : []),
    ...(hasTrait(part, 'cell')
      ? [
          {
            name: 'cellMaxA',
            label: 'Gives at most',
            type: 'number' as const,
            unit: 'A',
            optional: true,
            usual: [1, 25] as const,
            words: /max|discharge|draw/iu,
          },
          {
            name: 'tells',
            label: 'Tells what is left by',
            type: 'choice' as const,
            optional: true,
            choices: [
              ['percent', 'a percentage'],
              ['dots', 'dots'],
              ['lamp', 'a lamp'],
              ['nothing', 'nothing'],
            ] as const,
          },
        ]
      : []),
    ...(hasTrait(part, 'charger')
      ? [
          watts('bayW', 'Charges each bay with', /bay|charg|output/iu, { usual: [2, 150] }),
          {
            name: 'together',
            label: 'Charges all bays at once',
            type: 'flag' as const,
            optional: true,
          },
        ]
      : []),
    ...(hasTrait(part, 'stores')
      ? [
          {
            name: 'capacityGB',
            label: 'Holds',
            type: 'number' as const,
            unit: 'GB',
            optional: true,
            usual: [16, 16_000] as const,
          },
          {
            name: 'sustainedMbps',
            label: 'Keeps up writing',
            type: 'number' as const,
            unit: 'Mb/s',
            optional: true,
            usual: [50, 40_000] as const,
            words: /writ|sustain|keeps|min/iu,
          },
          {
            name: 'mediaFamily',
            label: 'Kind of card, or its plug',
            type: 'text' as const,
            known: 'medium' as const,
            optional: true,
          },
        ]
      : []),
  ];
}

/** What a part draws that runs so long on so much: energy over time. Unknown where one of the two is. */
function guessDraw(a: Answers): number | undefined {
  const energyWh = a['innerWh'] ?? a['batteryWh'];
  const { runsMin } = a;
  if (typeof energyWh !== 'number' || typeof runsMin !== 'number' || runsMin <= 0) return undefined;
  return Math.max(0.01, Math.round((energyWh / (runsMin / 60)) * 100) / 100);
}

/** How a camera usually records: what fills its cards. */
const askMode = (): PartQuestion[] => [
  {
    name: 'modeMbps',
    label: 'Records at',
    type: 'number',
    unit: 'Mb/s',
    optional: true,
    usual: [8, 6000],
    words: /record|bit ?rate|data rate|intra|long.?gop|mode/iu,
    hint: 'In the mode that you use',
  },
  {
    name: 'modeName',
    label: 'That mode is called',
    type: 'text',
    optional: true,
    when: (a) => typeof a['modeMbps'] === 'number',
  },
  {
    name: 'modeMedia',
    label: 'Records onto',
    type: 'text',
    known: 'medium',
    optional: true,
    when: (a) => typeof a['modeMbps'] === 'number',
  },
];

/** The mode that was described; undefined where its rate was not. */
function toModes(a: Answers): object[] | undefined {
  const { modeMbps, modeName, modeMedia } = a;
  if (typeof modeMbps !== 'number') return undefined;
  return [
    {
      name: typeof modeName === 'string' && modeName ? modeName : `${modeMbps} Mb/s`,
      rateMbps: modeMbps,
      ...(typeof modeMedia === 'string' && modeMedia ? { media: [modeMedia] } : {}),
    },
  ];
}

const whole = <T extends object>(value: T): T | undefined =>
  Object.values(value).some((v) => v !== undefined && v !== '') ? value : undefined;

type Feeds = Pick<Part, 'draw' | 'cell' | 'charger' | 'medium' | 'modes'>;

/** What was answered, as the part states it. Nothing is made up: what was not answered is absent. */
export function toFeeds(a: Answers): Record<keyof Feeds, unknown> {
  const said = (fields: Readonly<Record<string, string>>): object | undefined =>
    whole(
      Object.fromEntries(
        Object.entries(fields)
          .map(([field, name]) => [field, a[name]] as const)
          .filter(([, value]) => value !== undefined && value !== '' && value !== false),
      ),
    );
  return {
    modes: toModes(a),
    draw: said({ recordW: 'recordW', idleW: 'idleW' }),
    cell: said({ energyWh: 'innerWh', maxA: 'cellMaxA', tells: 'tells' }),
    charger: said({ bayW: 'bayW', together: 'together' }),
    // Without what it holds a medium says nothing that could be counted with.
    medium:
      a['capacityGB'] === undefined
        ? undefined
        : said({ capacityGB: 'capacityGB', sustainedMbps: 'sustainedMbps', family: 'mediaFamily' }),
  };
}

/** The answers that a part's own facts would be. */
export function readFeeds(part: Part): Readonly<Record<(typeof feedNames)[number], unknown>> {
  const { draw, cell, charger, medium } = part;
  const [mode] = part.modes ?? [];
  return {
    runsMin: undefined,
    modeName: mode?.name,
    modeMbps: mode?.rateMbps,
    modeMedia: mode?.media?.[0],
    recordW: draw?.recordW,
    idleW: draw?.idleW,
    innerWh: cell?.energyWh,
    cellMaxA: cell?.maxA,
    tells: cell?.tells,
    bayW: charger?.bayW,
    together: charger?.together,
    capacityGB: medium?.capacityGB,
    sustainedMbps: medium?.sustainedMbps,
    mediaFamily: medium?.family,
  };
}

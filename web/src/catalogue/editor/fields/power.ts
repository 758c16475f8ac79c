import { hasTrait, type Part, type RecordingMode } from '@zucchini/core';
import type { FactGroup } from './group';
import { flag, mayChoose, number, orNothing, text, words, type Fields } from './field';
import { listWith } from './movement';

/** What a device takes. */
export function listDraw(part: Part): FactGroup {
  const { draw } = part;
  const set = (change: object): Fields => ({ draw: orNothing({ ...draw, ...change }) });
  return {
    title: 'What it draws',
    usual: draw !== undefined || hasTrait(part, 'device'),
    fields: [
      number('recording, or working', 'W', draw?.recordW, (v) => set({ recordW: v })),
      number('on, and waiting', 'W', draw?.idleW, (v) => set({ idleW: v })),
      number('asleep', 'W', draw?.standbyW, (v) => set({ standbyW: v })),
      number('when it is switched on', 'W', draw?.inrushW, (v) => set({ inrushW: v })),
      mayChoose(
        'at the lowest voltage it',
        'not stated',
        [
          ['off', 'goes off'],
          ['warns', 'warns first'],
        ],
        draw?.atLowest,
        (v) => set({ atLowest: v }),
      ),
    ],
  };
}

/** What holds charge: a battery, or the cell inside a device. */
export function listCell(part: Part): FactGroup {
  const { cell } = part;
  const set = (change: object): Fields => ({ cell: orNothing({ ...cell, ...change }) });
  return {
    title: hasTrait(part, 'cell') ? 'As a battery' : 'The cell inside it',
    usual: cell !== undefined || hasTrait(part, 'cell') || part.innerCell === true,
    fields: [
      number('holds', 'Wh', cell?.energyWh, (v) => set({ energyWh: v })),
      number('full', 'V', cell?.fullV, (v) => set({ fullV: v })),
      number('empty', 'V', cell?.emptyV, (v) => set({ emptyV: v })),
      number('gives at most', 'A', cell?.maxA, (v) => set({ maxA: v })),
      number('gives at most, watts', 'W', cell?.maxW, (v) => set({ maxW: v })),
      number('takes charge at most', 'W', cell?.chargeW, (v) => set({ chargeW: v })),
      mayChoose(
        'tells what is left by',
        'not stated',
        [
          ['percent', 'a percentage'],
          ['dots', 'dots'],
          ['lamp', 'a lamp'],
          ['nothing', 'nothing'],
        ],
        cell?.tells,
        (v) => set({ tells: v }),
      ),
    ],
  };
}

export function listCharger(part: Part): FactGroup {
  const { charger } = part;
  const set = (change: object): Fields => ({ charger: orNothing({ ...charger, ...change }) });
  return {
    title: 'As a charger',
    usual: charger !== undefined || hasTrait(part, 'charger'),
    fields: [
      number('into each bay', 'W', charger?.bayW, (v) => set({ bayW: v })),
      flag('charges all bays at once', charger?.together ?? false, (v) =>
        set({ together: v || undefined }),
      ),
      mayChoose(
        'fed by',
        'not stated',
        [
          ['mains', 'mains'],
          ['usb-c', 'USB-C'],
          ['car', 'a car'],
        ],
        charger?.fedBy,
        (v) => set({ fedBy: v }),
      ),
    ],
  };
}

/** A card or drive; and what a body records to it. */
export function listRecording(part: Part): FactGroup {
  const { medium, modes = [] } = part;
  return {
    title: 'Recording',
    usual: medium !== undefined || hasTrait(part, 'stores') || hasTrait(part, 'camera'),
    fields: [
      number('card or drive: holds', 'GB', medium?.capacityGB, (v) => ({
        medium: v === undefined ? undefined : { ...medium, capacityGB: v },
      })),
      ...(medium
        ? [
            number('keeps up writing', 'Mb/s', medium.sustainedMbps, (v) => ({
              medium: { ...medium, sustainedMbps: v },
            })),
            text('goes into', medium.family, (v) => ({ medium: { ...medium, family: v } })),
          ]
        : []),
    ],
    rows: modes.map((mode, i) => {
      const set = (change: Partial<Record<keyof RecordingMode, unknown>>): Fields => ({
        modes: listWith(modes, i, { ...mode, ...change } as RecordingMode),
      });
      return {
        key: `${i}`,
        title: mode.name,
        without: { modes: listWith(modes, i, undefined) },
        fields: [
          text('name', mode.name, (v) => set({ name: v ?? mode.name })),
          number('records', 'Mb/s', mode.rateMbps, (v) => set({ rateMbps: v ?? mode.rateMbps })),
          words(
            'to',
            mode.media,
            (v) => set({ media: v?.length ? v : undefined }),
            'kinds of media, with commas between',
          ),
          number('frames a second', '', mode.framesPerS, (v) => set({ framesPerS: v })),
          number('stops after', 'min', mode.limitMin, (v) => set({ limitMin: v })),
          number('draws', 'W', mode.recordW, (v) => set({ recordW: v })),
        ],
      };
    }),
    adds: [['A way of recording', { modes: [...modes, { name: 'a mode', rateMbps: 100 }] }]],
  };
}

/** The rest of what a socket for power states. */
export function listPowerFields(
  power: NonNullable<NonNullable<Part['ports']>[number]['power']>,
  isInput: boolean,
) {
  const set = (change: object): Fields => ({ power: { ...power, ...change } });
  return [
    number(
      'converter gives of what it takes',
      '%',
      power.efficiency && power.efficiency * 100,
      (v) => set({ efficiency: v === undefined ? undefined : Math.min(100, v) / 100 }),
    ),
    number('wants a level of', 'W', power.leastW, (v) => set({ leastW: v })),
    ...(isInput
      ? [
          mayChoose(
            'while the device is on it',
            'not stated',
            [
              ['runs', 'runs it'],
              ['charges', 'runs it and charges its cell'],
              ['keeps', 'only keeps its cell up'],
              ['charges-off', 'does nothing'],
            ],
            power.effect,
            (v) => set({ effect: v }),
          ),
        ]
      : []),
    mayChoose(
      'in the middle of the plug',
      'not stated',
      [
        ['centre-plus', 'plus'],
        ['centre-minus', 'minus'],
      ],
      power.polarity,
      (v) => set({ polarity: v }),
    ),
  ];
}

/** The rest of what a lead for power states. */
export function listLeadFields(cable: NonNullable<Part['cable']>) {
  const set = (change: object): Fields => ({ cable: { ...cable, ...change } });
  const { converter } = cable;
  return [
    number('thick', 'mm', cable.thicknessMm, (v) => set({ thicknessMm: v })),
    number('its conductors bear', 'A', cable.maxA, (v) => set({ maxA: v })),
    number('converter in it gives', 'V', converter?.outV, (v) =>
      set({ converter: v === undefined ? undefined : { ...converter, outV: v } }),
    ),
    ...(converter
      ? [
          number('of what it takes', '%', converter.efficiency && converter.efficiency * 100, (v) =>
            set({
              converter: {
                ...converter,
                efficiency: v === undefined ? undefined : Math.min(100, v) / 100,
              },
            }),
          ),
        ]
      : []),
  ];
}

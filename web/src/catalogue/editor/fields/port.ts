import { Carries, carriesLabels, listChoices, type Element } from '@zucchini/core';
import { plugOptions } from '../../wizard/options';
import { listPowerFields } from './power';
import { listSoundFields } from './senses';
import { choice, flag, mayWay, number, place, text, under, way, words, type Field } from './field';

/** The figures of a socket for a plug. */
export function listPortFields(e: Extract<Element, { list: 'ports' }>): Field[] {
  const p = e.is;
  const { power } = p;
  return [
    text('name', p.name, (v) => ({ name: v })),
    choice('connector', plugOptions, p.connector, (v) => ({ connector: v })),
    choice(
      'direction',
      [
        ['in', 'in'],
        ['out', 'out'],
        ['both', 'both'],
      ],
      p.direction,
      (v) => ({ direction: v }),
    ),
    ...listChoices(carriesLabels).map(([what, label]): Field => ({
      ...flag(`carries ${label}`, p.carries.includes(what), (isOn) => ({
        carries: Carries.options.filter((c) => (c === what ? isOn : p.carries.includes(c))),
      })),
      // A socket that carries nothing is no socket.
      fixed: p.carries.length === 1 && p.carries[0] === what,
    })),
    ...place(p.originMm, (originMm) => ({ originMm })),
    way('plug comes from', p.normal, (d) => ({ normal: d, reference: undefined })),
    mayWay('flat side of the plug', p.reference, (d) => ({ reference: d })),
    choice(
      'wear',
      [
        ['sturdy', 'sturdy'],
        ['ordinary', 'ordinary'],
        ['fragile', 'fragile'],
      ],
      p.wear ?? 'ordinary',
      (v) => ({ wear: v }),
    ),
    ...(p.carries.includes('video')
      ? [
          words(
            'formats',
            p.formats,
            (v) => ({ formats: v?.length ? v : undefined }),
            'between commas, as its maker writes them',
          ),
          ...(p.direction === 'in'
            ? []
            : [
                words(
                  'plays back in',
                  p.playbackFormats,
                  (v) => ({ playbackFormats: v?.length ? v : undefined }),
                  'where playback is not in the formats above',
                ),
              ]),
        ]
      : []),
    ...(p.carries.includes('audio') ? under('Sound', listSoundFields(p.sound)) : []),
    ...under('Power', [
      // One end of the range alone is both until the other is said.
      number('from', 'V', power?.minV, (v) => ({
        power: v === undefined ? undefined : { maxV: v, ...power, minV: v },
      })),
      number('to', 'V', power?.maxV, (v) => ({
        power: v === undefined ? undefined : { minV: v, ...power, maxV: v },
      })),
      ...(power
        ? [
            number('at most', 'A', power.maxA, (v) => ({ power: { ...power, maxA: v } })),
            number('at most, watts', 'W', power.maxW, (v) => ({ power: { ...power, maxW: v } })),
            flag('regulated', power.regulated ?? false, (v) => ({
              power: { ...power, regulated: v || undefined },
            })),
            ...listPowerFields(power, p.direction !== 'out'),
          ]
        : []),
    ]),
  ];
}

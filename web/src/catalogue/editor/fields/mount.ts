import {
  listUsualFields,
  mountKinds,
  type Element,
  type Mount,
  type MountKind,
  type MountSide,
  type Part,
} from '@zucchini/core';
import { halfOptions } from '../../wizard/options';
import {
  choice,
  flag,
  labelled,
  mayChoose,
  number,
  orNothing,
  place,
  squareTo,
  text,
  tools,
  under,
  way,
  words,
  type Field,
  type Fields,
  type Triple,
} from './field';

type MountElement = Extract<Element, { list: 'mounts' }>;

/** A mount of another kind keeps its place and way; what only the old kind had is dropped. */
function toKind(m: Mount, half: string): Fields {
  const [kind, side] = half.split(' ') as [MountKind, MountSide];
  return {
    kind,
    side,
    ...listUsualFields(kind, side, m.reference),
    locating: mountKinds[kind].threadMm === undefined ? undefined : m.locating,
  };
}

const isThreaded = (m: Mount) =>
  mountKinds[m.kind].threadMm !== undefined || m.kind === 'rod-end-thread';

function listThreadFields(m: Mount): Field[] {
  if (!isThreaded(m)) return [];
  const { thread = {}, locating } = m;
  const set = (change: object) => ({ thread: orNothing({ ...thread, ...change }) });
  return [
    ...(m.side === 'screw'
      ? [
          number('stands out', 'mm', thread.lengthMm, (v) => set({ lengthMm: v })),
          flag('another length can be put in', thread.exchangeable ?? false, (v) =>
            set({ exchangeable: v }),
          ),
        ]
      : [
          number('depth', 'mm', thread.depthMm, (v) => set({ depthMm: v })),
          flag('closed below', thread.blind ?? false, (v) => set({ blind: v })),
        ]),
    choice(
      'locating',
      [
        ['none', 'none'],
        ['pins', 'pins'],
        ['holes', 'holes for pins'],
      ],
      locating?.side ?? 'none',
      (v) => ({
        locating: v === 'none' ? undefined : { spacingMm: 19, ...locating, side: v },
      }),
    ),
    ...(locating
      ? [
          number('pins apart', 'mm', locating.spacingMm, (v) => ({
            locating: { ...locating, spacingMm: v },
          })),
        ]
      : []),
    ...(locating?.side === 'pins'
      ? [
          flag('pins give way', locating.retracts ?? false, (v) => ({
            locating: { ...locating, retracts: v || undefined },
          })),
        ]
      : []),
  ];
}

const sameWay = (a: Triple, b: Triple) => a.every((v, i) => Math.abs(v - b[i]!) < 1e-3);
const isPost = (m: Mount) => m.lengthwise !== undefined && sameWay(m.lengthwise.axis, m.normal);

/** Whether it is one point or holds along a length: as a rail does, or a post that rises along its normal. */
function listShapeField(m: Mount): Field {
  return mayChoose(
    'has length',
    'no, one point',
    [
      ['reference', 'along its reference, as a rail'],
      ['normal', 'along its normal, as a post'],
    ],
    !m.lengthwise ? '' : isPost(m) ? 'normal' : 'reference',
    (v) => ({
      lengthwise: v
        ? {
            fromMm: -20,
            toMm: 20,
            ...m.lengthwise,
            axis: v === 'normal' ? m.normal : m.reference,
          }
        : undefined,
      ...(v ? {} : { alongside: undefined }),
    }),
  );
}

function listSeldomFields(m: Mount): Field[] {
  return under('Seldom stated', [
    listShapeField(m),
    ...(isThreaded(m)
      ? [
          flag('a bushing: pins stand beside it', m.pinsClear ?? false, (v) => ({
            pinsClear: v || undefined,
          })),
        ]
      : []),
  ]);
}

/** The length along which a mount holds: that of a rail, or a post that rises along its normal. */
function listLengthFields(m: Mount, part: Part): Field[] {
  const { lengthwise } = m;
  const table = mountKinds[m.kind];
  if (!lengthwise) {
    const clamp = number('clamp length', 'mm', m.clampLengthMm, (v) => ({ clampLengthMm: v }));
    return table.lengthwise && table.lengthwise !== m.side ? [clamp] : [];
  }
  const others = part.mounts.filter((o) => o.id !== m.id && o.lengthwise && !o.alongside);
  return [
    number('from', 'mm', lengthwise.fromMm, (v) => ({
      lengthwise: { ...lengthwise, fromMm: v ?? lengthwise.fromMm },
    })),
    number('to', 'mm', lengthwise.toMm, (v) => ({
      lengthwise: { ...lengthwise, toMm: v ?? lengthwise.toMm },
    })),
    number('click stops', 'mm', lengthwise.stepMm, (v) => ({
      lengthwise: { ...lengthwise, stepMm: v },
    })),
    mayChoose(
      'shares the length of',
      'nothing, its own',
      others.map((o) => [o.id, o.name ?? o.id.replaceAll('-', ' ')] as const),
      m.alongside,
      (v) => ({ alongside: v }),
    ),
  ];
}

function listContactFields(m: Mount): Field[] {
  const { contact } = m;
  const usual = { innerRadiusMm: 3.3, outerRadiusMm: 9, lining: 'metal' } as const;
  const set = (change: object) => ({ contact: { ...usual, ...contact, ...change } });
  return under('How it presses and what it resists', [
    mayChoose(
      'lining',
      'not stated',
      [
        ['metal', 'bare'],
        ['rubber', 'rubber'],
      ],
      contact?.lining,
      (v) => (v ? set({ lining: v }) : { contact: undefined }),
    ),
    number('pressed from radius', 'mm', contact?.innerRadiusMm, (v) =>
      set({ innerRadiusMm: v ?? usual.innerRadiusMm }),
    ),
    number('pressed to radius', 'mm', contact?.outerRadiusMm, (v) =>
      set({ outerRadiusMm: v ?? usual.outerRadiusMm }),
    ),
    number('stated to hold', 'N·m', m.holdsNm, (v) => ({ holdsNm: v })),
    flag('its shape keeps it from turning', m.formFit ?? false, (v) => ({
      formFit: v || undefined,
    })),
    number('bears', 'g', m.bears?.massG, (v) => ({ bears: orNothing({ ...m.bears, massG: v }) })),
    number('bears a moment', 'N·m', m.bears?.momentNm, (v) => ({
      bears: orNothing({ ...m.bears, momentNm: v }),
    })),
    text(
      'turns only to',
      m.turnsDeg?.join(', '),
      (v) => ({
        // What is no number is refused by the model, with its place.
        turnsDeg: v?.split(/[,;]\s*|\s+/u).map(Number),
      }),
      'degrees, where they are fewer than its kind’s: 0, 180',
    ),
  ]);
}

function listFasteningFields(m: Mount): Field[] {
  const { fastening } = m;
  const set = (change: object) => ({
    fastening: { tool: 'none', seconds: 10, ...fastening, ...change },
  });
  const access = fastening?.access;
  return under('Fastening', [
    choice('worked with', tools, fastening?.tool ?? 'none', (v) => set({ tool: v })),
    number('seconds', 's', fastening?.seconds, (v) =>
      v === undefined ? { fastening: undefined } : set({ seconds: v }),
    ),
    number('tightened to', 'N·m', fastening?.torqueNm, (v) => set({ torqueNm: v })),
    mayChoose(
      'comes on',
      'not stated',
      [
        ['end', 'over the end'],
        ['side', 'opens sideways'],
      ],
      m.entry,
      (v) => ({ entry: v }),
    ),
    flag('where the tool takes hold is stated', access !== undefined, (v) =>
      set({ access: v ? { atMm: m.originMm, direction: m.normal.map((n) => 0 - n) } : undefined }),
    ),
    ...(access
      ? [
          ...labelled(
            'tool',
            place(access.atMm, (atMm) => set({ access: { ...access, atMm } })),
          ),
          way('tool comes from', access.direction, (direction) =>
            set({ access: { ...access, direction } }),
          ),
        ]
      : []),
  ]);
}

const keyHint = 'small letters, digits and hyphens; several between commas';

function listKeyFields(m: Mount): Field[] {
  return under('Made for each other', [
    words('its own keys', m.keys, (v) => ({ keys: v }), keyHint),
    words('takes only', m.takes, (v) => ({ takes: v }), 'keys of what is known to fit'),
    words('refuses', m.refuses, (v) => ({ refuses: v }), 'keys of what does not go in'),
    words(
      'enters, does not latch',
      m.entersOnly,
      (v) => ({ entersOnly: v }),
      'keys of what goes in with play',
    ),
  ]);
}

/** Figures that only some kinds have; one that a part states of another kind is shown too. */
function listKindFields(m: Mount): Field[] {
  const table = mountKinds[m.kind];
  const isRods = m.kind === 'rod-15-pair';
  const isGear = m.kind === 'gear-08';
  return [
    ...(table.sameSize || isGear || m.sizeMm !== undefined
      ? [number('size', 'mm', m.sizeMm, (v) => ({ sizeMm: v }))]
      : []),
    ...(isGear || m.gearWidthMm !== undefined
      ? [number('gear wide', 'mm', m.gearWidthMm, (v) => ({ gearWidthMm: v }))]
      : []),
    ...(isRods || m.apartMm !== undefined
      ? [number('rods apart', 'mm', m.apartMm, (v) => ({ apartMm: v }))]
      : []),
    ...(m.kind === 'rosette-m6'
      ? [number('first tooth at', '°', m.toothPhaseDeg, (v) => ({ toothPhaseDeg: v }))]
      : []),
    ...(m.kind === 'lens-mount' || m.flangeMm !== undefined
      ? [number('flange distance', 'mm', m.flangeMm, (v) => ({ flangeMm: v }))]
      : []),
    ...(table.sameFamily || m.family !== undefined
      ? [text('family', m.family, (v) => ({ family: v }))]
      : []),
  ];
}

/** The figures of a mount. */
export function listMountFields(e: MountElement, part: Part): Field[] {
  const m = e.is;
  // A rail lies along its reference; a post stays along its normal whatever that becomes.
  const stays = isPost(m);
  const carried = (axis: Mount['reference'] | readonly [number, number, number]) =>
    m.lengthwise ? { lengthwise: { ...m.lengthwise, axis } } : {};
  return [
    text('name', m.name, (v) => ({ name: v })),
    choice('kind', halfOptions, `${m.kind} ${m.side}`, (v) => toKind(m, v)),
    ...place(m.originMm, (originMm) => ({ originMm })),
    way('looks', m.normal, (d) => {
      const reference = squareTo(d);
      return { normal: d, reference, ...carried(stays ? d : reference) };
    }),
    way('reference', m.reference, (d) => ({ reference: d, ...(stays ? {} : carried(d)) })),
    ...listThreadFields(m),
    ...listLengthFields(m, part),
    ...listKindFields(m),
    flag('carries the part', m.carrier ?? false, (v) => ({ carrier: v || undefined })),
    ...listFasteningFields(m),
    ...listContactFields(m),
    ...listKeyFields(m),
    ...listSeldomFields(m),
  ];
}

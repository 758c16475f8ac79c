import {
  Carries,
  carriesLabels,
  hasTrait,
  listChoices,
  measureMinorDigits,
  needNames,
  toMoney,
  type BoxEntry,
  type Part,
  type Serves,
  type Tool,
} from '@zucchini/core';
import { elbowOptions, plugOptions } from '../../wizard/options';
import { kindOptions, needOptions } from '../../words';
import {
  choice,
  figures,
  flag,
  labelled,
  mayChoose,
  number,
  orNothing,
  place,
  text,
  ticks,
  tools,
  way,
  type Field,
  type Fields,
} from './field';
import type { FactGroup } from './group';
import { listWith, type Row } from './movement';
import { listCell, listCharger, listDraw, listLeadFields, listRecording } from './power';
import { listExposes, listGlass, listHears, listLink } from './senses';

const amountOf = (money: { minor: number; currency: string }) =>
  money.minor / 10 ** measureMinorDigits(money.currency);

/** Parts of the catalogue in a list of ids, one row each. */
function listPartRows(
  ids: readonly string[] | undefined,
  key: 'excludes' | 'soldOnlyWith' | 'assembleAfterParts',
  nameOf: (partId: string) => string,
): Row[] {
  return (ids ?? []).map((id, i) => ({
    key: id,
    title: nameOf(id),
    fields: [],
    without: { [key]: listWith(ids!, i, undefined) },
  }));
}

function listOptics(part: Part): FactGroup {
  const { optics, sensorMm, opticalAxis } = part;
  const set = (change: object): Fields => {
    const next = { focalMm: [50, 50], ...optics, ...change };
    return { optics: next };
  };
  const axis = opticalAxis ?? { atMm: [0, 0, 0] as const, direction: [1, 0, 0] as const };
  const isBody = hasTrait(part, 'camera');
  return {
    title: 'What it sees',
    usual: optics !== undefined || sensorMm !== undefined || hasTrait(part, 'optic') || isBody,
    fields: [
      number('shortest focal length', 'mm', optics?.focalMm[0], (v) =>
        v === undefined
          ? { optics: undefined }
          : set({ focalMm: [v, Math.max(v, optics?.focalMm[1] ?? v)] }),
      ),
      number('longest focal length', 'mm', optics?.focalMm[1], (v) =>
        v === undefined
          ? { optics: undefined }
          : set({ focalMm: [Math.min(v, optics?.focalMm[0] ?? v), v] }),
      ),
      number('image circle', 'mm', optics?.imageCircleMm, (v) => set({ imageCircleMm: v })),
      number('entrance pupil ahead of its face', 'mm', optics?.pupilMm, (v) => set({ pupilMm: v })),
      number('widest T-stop', 'T', optics?.widestT, (v) => set({ widestT: v })),
      number('smallest T-stop', 'T', optics?.smallestT, (v) => set({ smallestT: v })),
      flag('its stops are f-numbers', optics?.isF ?? false, (v) => set({ isF: v || undefined })),
      number('anamorphic squeeze', '×', optics?.squeeze, (v) => set({ squeeze: v })),
      flag('its focus ring stops at both ends', optics?.hardStops ?? false, (v) =>
        set({ hardStops: v }),
      ),
      flag('its front turns as it focuses', optics?.frontTurns ?? false, (v) =>
        set({ frontTurns: v }),
      ),
      number('picture area, width', 'mm', sensorMm?.[0], (v) => ({
        sensorMm: v === undefined ? undefined : [v, sensorMm?.[1] ?? v],
      })),
      number('picture area, height', 'mm', sensorMm?.[1], (v) => ({
        sensorMm: v === undefined ? undefined : [sensorMm?.[0] ?? v, v],
      })),
      flag('must meet the optical axis', opticalAxis !== undefined, (v) => ({
        opticalAxis: v ? axis : undefined,
      })),
      ...(opticalAxis
        ? [
            ...labelled(
              'on the axis',
              place(opticalAxis.atMm, (atMm) => ({ opticalAxis: { ...opticalAxis, atMm } })),
            ),
            way('its axis looks', opticalAxis.direction, (direction) => ({
              opticalAxis: { ...opticalAxis, direction },
            })),
          ]
        : []),
    ],
  };
}

function listSupport(part: Part): FactGroup {
  const head = (change: object): Fields => ({ head: orNothing({ ...part.head, ...change }) });
  const { gimbal } = part;
  const set = (change: object): Fields => ({ gimbal: orNothing({ ...gimbal, ...change }) });
  const range = (
    key: 'forwardMm' | 'leftMm' | 'upMm',
    low: string,
    high: string,
  ): readonly Field[] => {
    const now = gimbal?.[key];
    return [
      number(low, 'mm', now?.[0], (v) =>
        set({ [key]: v === undefined ? undefined : [v, Math.max(v, now?.[1] ?? v)] }),
      ),
      number(high, 'mm', now?.[1], (v) =>
        set({ [key]: v === undefined ? undefined : [Math.min(v, now?.[0] ?? -v), v] }),
      ),
    ];
  };
  const envelope = gimbal?.envelopeMm;
  return {
    title: 'As a head or a gimbal',
    usual: hasTrait(part, 'grounded') || part.head !== undefined || gimbal !== undefined,
    fields: [
      number('Head: greatest counterbalance', 'N·m', part.head?.counterbalanceNm, (v) =>
        head({ counterbalanceNm: v }),
      ),
      number('Head: tilt axis below its plate', 'mm', part.head?.axisBelowMm, (v) =>
        head({ axisBelowMm: v }),
      ),
      ...range('forwardMm', 'Gimbal: weight from (− is behind)', 'Gimbal: weight ahead, at most'),
      ...range('leftMm', 'Gimbal: weight from (− is right)', 'Gimbal: weight to the left, at most'),
      ...range('upMm', 'Gimbal: weight above its plate from', 'Gimbal: weight above, at most'),
      flag('Gimbal: how large a rig it swings is stated', envelope !== undefined, (v) =>
        set({ envelopeMm: v ? [200, 200, 200] : undefined }),
      ),
      ...(envelope
        ? figures(
            ['largest length', 'largest width', 'largest height'],
            'mm',
            envelope,
            (envelopeMm) => set({ envelopeMm }),
          )
        : []),
    ],
  };
}

function listCable(part: Part): FactGroup {
  const { cable } = part;
  const set = (change: object): Fields => ({ cable: { ...cable, ...change } });
  const ends = cable?.ends;
  const setEnd = (at: 0 | 1, change: object): Fields =>
    set({ ends: ends!.map((e, i) => (i === at ? { ...e, ...change } : e)) });
  const plug = { connector: 'usb-c', bodyMm: 30 } as const;
  return {
    title: 'As a lead or a strap',
    usual: cable !== undefined || part.webbingMm !== undefined,
    fields: [
      flag('is a lead', cable !== undefined, (v) => ({
        cable: v ? { ends: [plug, plug], lengthMm: 300, carries: ['power'] } : undefined,
      })),
      ...(cable && ends
        ? [
            ...([0, 1] as const).flatMap((i) =>
              labelled(i === 0 ? 'one end' : 'other end', [
                choice('plug', plugOptions, ends[i].connector, (v) => setEnd(i, { connector: v })),
                number('plug long', 'mm', ends[i].bodyMm, (v) =>
                  setEnd(i, { bodyMm: v ?? ends[i].bodyMm }),
                ),
                mayChoose('elbow', 'straight', elbowOptions, ends[i].elbow, (v) =>
                  setEnd(i, { elbow: v }),
                ),
                number('plug radius', 'mm', ends[i].bodyRadiusMm, (v) =>
                  setEnd(i, { bodyRadiusMm: v }),
                ),
              ]),
            ),
            number('long', 'mm', cable.lengthMm, (v) => set({ lengthMm: v ?? cable.lengthMm })),
            number('coiled, stretches to', 'mm', cable.stretchesToMm, (v) =>
              set({ stretchesToMm: v }),
            ),
            number('bends no tighter than radius', 'mm', cable.bendRadiusMm, (v) =>
              set({ bendRadiusMm: v }),
            ),
            ...listLeadFields(cable),
            ticks('carries', listChoices(carriesLabels), cable.carries, (v) => ({
              // A lead that carries nothing is no lead.
              ...(v.length ? set({ carries: Carries.options.filter((c) => v.includes(c)) }) : {}),
            })),
          ]
        : []),
      number('webbing, from end to end', 'mm', part.webbingMm, (v) => ({ webbingMm: v })),
    ],
  };
}

/** The figures that say how well a need is served. */
const servesFigures = [
  ['nits', 'brightness', 'cd/m²'],
  ['stops', 'takes away', 'stops'],
  ['channels', 'channels', ''],
  ['energyWh', 'energy', 'Wh'],
  ['powerW', 'power', 'W'],
  ['rateMbps', 'writes', 'Mb/s'],
] as const;

function listServes(part: Part): FactGroup {
  const serves = part.serves ?? [];
  return {
    title: 'What it is for',
    usual: serves.length > 0,
    fields: [],
    rows: serves.map((s, i) => {
      const set = (change: Partial<Serves>): Fields => ({
        serves: listWith(serves, i, { ...s, ...change }),
      });
      return {
        key: `${s.need} ${i}`,
        title: needNames[s.need],
        without: { serves: listWith(serves, i, undefined) },
        fields: [
          choice('need', needOptions, s.need, (v) => set({ need: v as Serves['need'] })),
          ...servesFigures.map(([key, label, unit]) =>
            number(label, unit, s[key], (v) => set({ [key]: v })),
          ),
        ],
      };
    }),
    adds: [['Another need', { serves: [...serves, { need: 'picture' }] }]],
  };
}

function listBox(part: Part, nameOf: (partId: string) => string): FactGroup[] {
  const inBox = part.inBox ?? [];
  return [
    {
      title: 'In its box',
      usual: inBox.length > 0,
      fields: [],
      rows: inBox.map((entry, i) => {
        const now = typeof entry === 'string' ? { name: entry } : entry;
        const set = (change: Partial<Exclude<BoxEntry, string>>): Fields => {
          const next = { ...now, ...change };
          const { name, partId, tool } = next;
          return {
            inBox: listWith<BoxEntry>(
              inBox,
              i,
              partId || tool
                ? { name, ...(partId ? { partId } : {}), ...(tool ? { tool } : {}) }
                : name,
            ),
          };
        };
        return {
          key: `${i}`,
          title: now.partId ? `${now.name} (${nameOf(now.partId)})` : now.name,
          without: { inBox: listWith(inBox, i, undefined) },
          fields: [
            text('name', now.name, (v) => set({ name: v ?? now.name })),
            mayChoose('a tool', 'none', tools.slice(1), now.tool, (v) =>
              set({ tool: v as Tool | undefined }),
            ),
          ],
        };
      }),
      adds: [['Something by name', { inBox: [...inBox, 'something'] }]],
      addPart: (partId) => ({ inBox: [...inBox, { name: nameOf(partId), partId }] }),
    },
    {
      title: 'Sold only with',
      usual: (part.soldOnlyWith ?? []).length > 0,
      fields: [],
      rows: listPartRows(part.soldOnlyWith, 'soldOnlyWith', nameOf),
      addPart: (partId) => ({ soldOnlyWith: [...(part.soldOnlyWith ?? []), partId] }),
    },
  ];
}

function listRules(part: Part, nameOf: (partId: string) => string): FactGroup[] {
  return [
    {
      title: 'Goes on after',
      usual: (part.assembleAfter ?? part.assembleAfterParts ?? []).length > 0,
      fields: [
        ticks('any', kindOptions, part.assembleAfter ?? [], (v) => ({
          assembleAfter: v.length ? v : undefined,
        })),
      ],
      rows: listPartRows(part.assembleAfterParts, 'assembleAfterParts', nameOf),
      addPart: (partId) => ({
        assembleAfterParts: [...(part.assembleAfterParts ?? []), partId],
      }),
    },
    {
      title: 'Does not go with',
      usual: (part.excludes ?? []).length > 0,
      fields: [],
      rows: listPartRows(part.excludes, 'excludes', nameOf),
      addPart: (partId) => ({ excludes: [...(part.excludes ?? []), partId] }),
    },
    {
      title: 'Tools kept in it',
      usual: (part.tools ?? []).length > 0,
      fields: [
        ticks('tools', tools.slice(1), part.tools ?? [], (v) => ({
          tools: v.length ? v : undefined,
        })),
      ],
    },
  ];
}

function listOffers(part: Part): FactGroup {
  const offers = part.offers ?? [];
  const currency = part.price?.currency ?? 'EUR';
  const today = new Date().toISOString().slice(0, 10);
  return {
    title: 'Offers',
    usual: offers.length > 0,
    fields: [],
    rows: offers.map((o, i) => {
      const set = (change: object): Fields => ({
        offers: listWith(offers, i, { ...o, ...change }),
      });
      return {
        key: `${i}`,
        title: o.seller,
        without: { offers: listWith(offers, i, undefined) },
        fields: [
          text('seller', o.seller, (v) => set({ seller: v ?? o.seller })),
          number('price', o.price.currency, amountOf(o.price), (v) =>
            v === undefined ? {} : set({ price: toMoney(v, o.price.currency) }),
          ),
          text('currency', o.price.currency, (v) =>
            set({ price: toMoney(amountOf(o.price), (v ?? currency).toUpperCase()) }),
          ),
          text('on', o.on, (v) => set({ on: v ?? o.on }), 'year-month-day'),
        ],
      };
    }),
    adds: [
      [
        'An offer',
        {
          offers: [
            ...offers,
            { seller: 'a shop', price: part.price ?? { minor: 0, currency }, on: today },
          ],
        },
      ],
    ],
  };
}

/** The first figures of any part: what it is and what is on its price tag. */
export function listPlainFacts(part: Part): Field[] {
  const { price } = part;
  return [
    text('Name', part.name, (v) => ({ name: v })),
    text('Maker', part.maker, (v) => ({ maker: v })),
    choice('It is', kindOptions, part.kind, (v) => ({ kind: v })),
    {
      ...number('Mass', 'g', part.massG, (v) => ({ massG: v })),
      hint: 'Weighed yourself counts as measured',
    },
    number('Price', price?.currency ?? 'EUR', price && amountOf(price), (v) => ({
      price: v === undefined ? undefined : toMoney(v, price?.currency ?? 'EUR'),
    })),
    text('Currency', price?.currency ?? 'EUR', (v) =>
      price && v ? { price: toMoney(amountOf(price), v.toUpperCase()) } : {},
    ),
    text('Finish', part.finish, (v) => ({ finish: v })),
    ...(hasTrait(part, 'device') || part.innerCell
      ? [
          flag(
            'has a cell inside, and runs without a supply for a while',
            part.innerCell === true,
            (v) => ({ innerCell: v || undefined }),
          ),
        ]
      : []),
    ...(hasTrait(part, 'wants-picture') || part.delayMs !== undefined
      ? [number('Picture later by', 'ms', part.delayMs, (v) => ({ delayMs: v }))]
      : []),
    ...(hasTrait(part, 'camera') || part.noTrigger
      ? [
          flag('has no socket for a trigger', part.noTrigger === true, (v) => ({
            noTrigger: v || undefined,
          })),
        ]
      : []),
    ...(hasTrait(part, 'fed-from-outside') || part.opensDoor
      ? [
          flag('leaves the battery door open', part.opensDoor === true, (v) => ({
            opensDoor: v || undefined,
          })),
        ]
      : []),
    flag('home-made', part.homeMade === true, (v) => ({ homeMade: v || undefined })),
    flag('a bought part, altered (drilled, bent, cut, glued)', part.altered === true, (v) => ({
      altered: v || undefined,
    })),
  ];
}

/** Everything else that a part can state of itself as a whole; `nameOf` names parts of the catalogue. */
export function listFactGroups(part: Part, nameOf: (partId: string) => string): FactGroup[] {
  return [
    listServes(part),
    listOptics(part),
    listSupport(part),
    listCable(part),
    listDraw(part),
    listCell(part),
    listCharger(part),
    listRecording(part),
    listExposes(part),
    listGlass(part),
    listHears(part),
    listLink(part),
    ...listBox(part, nameOf),
    ...listRules(part, nameOf),
    listOffers(part),
  ];
}

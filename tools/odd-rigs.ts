/**
 * Six odd rigs, described through the wizard's questions with most guesses left alone, and put together as a person
 * does it: each part where the app lets it go with least trouble.
 */
import {
  applyEdit,
  createFromAnswers,
  createRig,
  findThing,
  judgeCandidates,
  listAsked,
  measureReport,
  readBodyFigures,
  type Answers,
  type Brief,
  type Collider,
  type HoldKind,
  type Part,
  type PartBook,
  type Rig,
} from '@zucchini/core';

/** A part to be described, and onto what it goes: a part that is there already, and which of its mounts may carry it. */
interface Step {
  readonly kind: Part['kind'];
  readonly template?: string;
  readonly name: string;
  readonly answers: Answers;
  readonly onto?: string;
  readonly mounts?: RegExp;
}

/** A lead to be described: from a port of one part to a port of another, by what their names hold. */
interface Lead {
  readonly name: string;
  readonly from: readonly [part: string, port: RegExp];
  readonly to: readonly [part: string, port: RegExp];
  readonly carries: 'video' | 'audio' | 'power';
  readonly lengthMm: number;
}

/** A rig to be put together; its further setups are copies that are held otherwise and leave some parts at home. */
interface Plan {
  readonly name: string;
  readonly brief: Brief;
  readonly hold: HoldKind;
  readonly body: Answers;
  readonly steps: readonly Step[];
  readonly leads?: readonly Lead[];
  readonly more?: readonly {
    readonly name: string;
    readonly hold: HoldKind;
    readonly without: readonly string[];
  }[];
}

const socket = (connector: string, direction: 'in' | 'out', carries: string, face: string) => ({
  connector,
  direction,
  carries: [carries],
  face,
});

const cell = (family: string, energyWh: number): Step => ({
  kind: 'battery',
  name: `${family} battery`,
  answers: {
    mount: 'cell-bay',
    family,
    energyWh,
    massG: 74,
    heightMm: 42,
    widthMm: 21,
    depthMm: 40,
  },
  onto: 'Body',
  mounts: /cell/u,
});

const plans: readonly Plan[] = [
  {
    // A cube with a brick behind it and everything on rods; paid for in dollars.
    name: 'Box on rods',
    brief: {
      currency: 'USD',
      limits: {
        spend: { currency: 'USD', minor: 150_000 },
        carryG: 4200,
        tools: ['coin', 'hex-3'],
      },
      day: { hoursOn: 8, temperatureC: 31 },
      sound: { onCameraMics: 1, headphones: true },
    },
    hold: 'shoulder',
    body: {
      widthMm: 97,
      heightMm: 99,
      depthMm: 92,
      gripDepthMm: 0,
      humpHeightMm: 0,
      screen: 'none',
      hdmi: 'hdmi-a',
      massG: 820,
      mountFamily: 'Broad',
      cellFamily: 'Barley',
      recordW: 18,
      micIn: true,
      phonesOut: true,
    },
    steps: [
      cell('Barley', 22),
      {
        kind: 'lens',
        name: 'Lens',
        answers: {
          lengthMm: 108,
          diameterMm: 87,
          mountFamily: 'Broad',
          massG: 960,
          focalMm: [18, 35],
          gearRing: true,
          filterMm: 82,
          widestT: 2.9,
          autofocus: false,
        },
        onto: 'Body',
      },
      {
        kind: 'cage',
        name: 'Cage',
        answers: {
          body: 'Body',
          coverage: 'full',
          topRailMm: 55,
          leftRailMm: 40,
          rightRailMm: 40,
          shoes: 1,
          massG: 310,
        },
        onto: 'Body',
      },
      {
        kind: 'top-handle',
        name: 'Handle',
        answers: { lengthMm: 132, heightMm: 71, base: 'nato', massG: 260, shoe: true },
        onto: 'Cage',
        mounts: /roof|top/u,
      },
      {
        kind: 'plate',
        name: 'Base',
        answers: {
          lengthMm: 74,
          widthMm: 86,
          heightMm: 24,
          massG: 210,
          mounts: [
            {
              id: 'screw',
              face: 'top',
              kind: 'quarter-20',
              side: 'screw',
              reference: 'front',
              tool: 'coin',
              carrier: true,
            },
            {
              id: 'rods',
              face: 'bottom',
              kind: 'rod-15-pair',
              side: 'clamp',
              reference: 'front',
              clampMm: 40,
              tool: 'thumb',
            },
            { id: 'under', face: 'bottom', kind: 'quarter-20', side: 'socket', reference: 'front' },
          ],
        },
        onto: 'Cage',
      },
      {
        kind: 'rod',
        template: 'rods',
        name: 'Rods',
        answers: { lengthMm: 350, massG: 190 },
        onto: 'Base',
      },
      {
        kind: 'shoulder-pad',
        name: 'Pad',
        answers: { lengthMm: 150, widthMm: 96, heightMm: 52, fixing: 'rods', massG: 330 },
        onto: 'Rods',
      },
      {
        kind: 'battery-plate',
        name: 'Brick plate',
        answers: {
          holds: 'v-mount',
          heightMm: 104,
          widthMm: 78,
          fixing: 'rods',
          massG: 165,
          outlets: [socket('d-tap', 'out', 'power', 'left')],
        },
        onto: 'Rods',
      },
      {
        kind: 'battery',
        name: 'Brick 98 Wh',
        answers: {
          mount: 'v-mount',
          has: 'tap',
          energyWh: 98,
          massG: 690,
          heightMm: 102,
          widthMm: 71,
          depthMm: 52,
        },
        onto: 'Brick plate',
      },
      {
        kind: 'arm',
        name: 'Arm',
        answers: { heightMm: 85, base: 'nato', massG: 120, holdsNm: 1.4 },
        onto: 'Cage',
        mounts: /rail/u,
      },
      {
        kind: 'monitor',
        name: 'Seven inch monitor',
        answers: {
          diagonalIn: 7,
          nits: 1000,
          massG: 410,
          videoIn: 'hdmi-a',
          powerIn: 'd-tap',
          minV: 9,
          maxV: 18,
          recordW: 14,
        },
        onto: 'Arm',
      },
      {
        kind: 'microphone',
        name: 'Shotgun',
        answers: {
          lengthMm: 212,
          diameterMm: 21,
          pattern: 'shotgun',
          needs: 'cell',
          wind: 'foam',
          massG: 96,
        },
        onto: 'Handle',
      },
    ],
    leads: [
      {
        name: 'Picture lead',
        from: ['Body', /hdmi/u],
        to: ['Seven inch monitor', /hdmi/u],
        carries: 'video',
        lengthMm: 450,
      },
      {
        name: 'Tap lead',
        from: ['Brick 98 Wh', /d-tap/u],
        to: ['Seven inch monitor', /d-tap/u],
        carries: 'power',
        lengthMm: 700,
      },
      {
        name: 'Mic lead',
        from: ['Shotgun', /jack/u],
        to: ['Body', /jack/u],
        carries: 'audio',
        lengthMm: 350,
      },
    ],
    more: [
      { name: 'On legs', hold: 'tripod', without: ['Pad'] },
      { name: 'Low', hold: 'low', without: ['Pad'] },
    ],
  },
  {
    // Smaller than a hand: a wooden grip, a loupe and nothing else; most masses not weighed.
    name: 'Pocket',
    brief: {
      currency: 'CHF',
      limits: { carryG: 900, tools: ['coin'] },
      day: { hoursOn: 3 },
    },
    hold: 'eye',
    body: {
      widthMm: 103,
      heightMm: 61,
      depthMm: 37,
      humpHeightMm: 0,
      screen: 'fixed',
      hdmi: 'hdmi-d',
      massG: 320,
      mountFamily: 'Narrow',
      cellFamily: 'Pea',
      recordW: 3.4,
    },
    steps: [
      cell('Pea', 7),
      {
        kind: 'lens',
        name: 'Lens',
        answers: {
          lengthMm: 31,
          diameterMm: 58,
          mountFamily: 'Narrow',
          massG: 110,
          focalMm: [28, 28],
          filterMm: 43,
          widestT: 2.1,
        },
        onto: 'Body',
      },
      {
        kind: 'cage',
        name: 'Half cage',
        answers: { body: 'Body', coverage: 'half', shoes: 1, leftRailMm: 30, topRailMm: 0 },
        onto: 'Body',
      },
      {
        kind: 'side-grip',
        name: 'Wooden grip',
        answers: { heightMm: 96, base: 'nato', surface: 'wood' },
        onto: 'Half cage',
      },
      {
        kind: 'loupe',
        name: 'Loupe',
        answers: { widthMm: 84, heightMm: 62, lengthMm: 70, fixing: 'device', massG: 140 },
        onto: 'Body',
      },
      {
        kind: 'filter',
        template: 'ring',
        name: 'Fader',
        answers: { backSizeMm: 43, does: 'variable-nd', leastStops: 2, stops: 5, thicknessMm: 7 },
        onto: 'Lens',
      },
    ],
    more: [{ name: 'One hand', hold: 'one-grip', without: ['Loupe'] }],
  },
  {
    // A long lens with its own foot's place taken by a support; birds from a bank, at frost.
    name: 'Long lens',
    brief: {
      currency: 'EUR',
      limits: { tools: ['coin', 'hex-4'] },
      day: { hoursOn: 5, temperatureC: -8 },
      scenes: [{ name: 'Reeds at dawn', hold: 'tripod', fromEv: 6, toEv: 13 }],
    },
    hold: 'tripod',
    body: {
      widthMm: 134,
      heightMm: 98,
      depthMm: 70,
      hdmi: 'hdmi-c',
      massG: 690,
      mountFamily: 'Broad',
      cellFamily: 'Oat',
      recordW: 7.5,
      idleW: 4,
    },
    steps: [
      cell('Oat', 15),
      {
        kind: 'lens',
        name: 'Long zoom',
        answers: {
          lengthMm: 232,
          diameterMm: 92,
          mountFamily: 'Broad',
          massG: 1560,
          focalMm: [150, 450],
          filterMm: 82,
          widestT: 5.8,
          autofocus: true,
        },
        onto: 'Body',
      },
      {
        kind: 'cage',
        name: 'Base cage',
        answers: { body: 'Body', coverage: 'plate', dovetail: true, massG: 150 },
        onto: 'Body',
      },
      {
        kind: 'support',
        name: 'Legs',
        answers: { takes: 'dovetail-38', bearsG: 6000, heightMm: 1200 },
        onto: 'Base cage',
      },
      {
        kind: 'microphone',
        name: 'Small mic',
        answers: {
          lengthMm: 92,
          diameterMm: 20,
          pattern: 'supercardioid',
          needs: 'plug-in',
          wind: 'fur',
          massG: 48,
        },
        onto: 'Body',
        mounts: /shoe/u,
      },
    ],
    leads: [
      {
        name: 'Mic lead',
        from: ['Small mic', /jack/u],
        to: ['Body', /jack/u],
        carries: 'audio',
        lengthMm: 200,
      },
    ],
    more: [{ name: 'In the hands', hold: 'grips', without: ['Legs'] }],
  },
  {
    // Two people talk: recorder on the camera, headphones, dummy battery, ND inside.
    name: 'Interview',
    brief: {
      currency: 'GBP',
      limits: { spend: { currency: 'GBP', minor: 90_000 } },
      day: { hoursOn: 4 },
      sound: { wirelessChannels: 2, headphones: true },
      scenes: [{ name: 'Window', fromEv: 7, toEv: 9 }],
    },
    hold: 'tripod',
    body: {
      widthMm: 142,
      heightMm: 108,
      depthMm: 88,
      hdmi: 'hdmi-a',
      massG: 1020,
      mountFamily: 'Broad',
      cellFamily: 'Rye',
      recordW: 11,
      ndInside: '2, 4, 6',
      micIn: true,
      phonesOut: false,
      baseIso: 800,
      screen: 'side',
    },
    steps: [
      {
        kind: 'dummy-battery',
        name: 'Dummy',
        answers: {
          family: 'Rye',
          connector: 'd-tap',
          minV: 7,
          maxV: 17,
          massG: 60,
          heightMm: 56,
          widthMm: 21,
          depthMm: 40,
        },
        onto: 'Body',
        mounts: /cell/u,
      },
      {
        kind: 'lens',
        name: 'Fifty',
        answers: {
          lengthMm: 74,
          diameterMm: 71,
          mountFamily: 'Broad',
          massG: 420,
          focalMm: [50, 50],
          filterMm: 62,
          widestT: 1.5,
          autofocus: true,
        },
        onto: 'Body',
      },
      {
        kind: 'cage',
        name: 'Cage',
        answers: {
          body: 'Body',
          coverage: 'full',
          topRailMm: 60,
          leftRailMm: 50,
          shoes: 2,
          massG: 280,
        },
        onto: 'Body',
      },
      {
        kind: 'battery-plate',
        name: 'Side plate',
        answers: {
          holds: 'v-mount',
          fixing: 'nato',
          heightMm: 92,
          widthMm: 70,
          massG: 140,
          outlets: [
            socket('d-tap', 'out', 'power', 'left'),
            socket('d-tap', 'out', 'power', 'left'),
          ],
        },
        onto: 'Cage',
      },
      {
        kind: 'battery',
        name: 'Brick 50 Wh',
        answers: {
          mount: 'v-mount',
          energyWh: 50,
          massG: 380,
          has: 'tap',
          heightMm: 88,
          widthMm: 66,
          depthMm: 38,
        },
        onto: 'Side plate',
      },
      {
        kind: 'receiver',
        template: 'device',
        name: 'Receiver',
        answers: {
          widthMm: 64,
          heightMm: 42,
          depthMm: 20,
          fixing: 'cold-shoe',
          channels: 2,
          massG: 90,
          recordW: 1,
          innerCell: true,
          innerWh: 3.7,
          ports: [socket('jack-3.5', 'out', 'audio', 'left')],
        },
        onto: 'Cage',
        mounts: /shoe/u,
      },
      {
        kind: 'recorder',
        template: 'device',
        name: 'Recorder',
        answers: {
          widthMm: 70,
          heightMm: 118,
          depthMm: 33,
          fixing: 'quarter-screw',
          massG: 210,
          tracks: 2,
          recordW: 1.6,
          innerCell: true,
          innerWh: 6,
          ports: [
            socket('jack-3.5', 'in', 'audio', 'left'),
            socket('jack-3.5', 'out', 'audio', 'right'),
          ],
        },
        onto: 'Cage',
      },
      {
        kind: 'support',
        name: 'Tripod',
        answers: { takes: 'quarter-screw', bearsG: 4500, heightMm: 1400 },
        onto: 'Cage',
      },
    ],
    leads: [
      {
        name: 'Tap lead',
        from: ['Brick 50 Wh', /d-tap/u],
        to: ['Dummy', /d-tap/u],
        carries: 'power',
        lengthMm: 300,
      },
      {
        name: 'Voice lead',
        from: ['Receiver', /jack/u],
        to: ['Body', /jack/u],
        carries: 'audio',
        lengthMm: 250,
      },
    ],
    more: [{ name: 'Walking out', hold: 'grips', without: ['Tripod', 'Recorder'] }],
  },
  {
    // A clamped matte box and a motor: as heavy in front as behind.
    name: 'Matte box in hand',
    brief: {
      currency: 'JPY',
      limits: { spend: { currency: 'JPY', minor: 120_000 }, carryG: 3000 },
      day: { hoursOn: 6, temperatureC: 12 },
      picture: { sceneFromEv: 5, sceneToEv: 15, framesPerS: 25 },
    },
    hold: 'grips',
    body: {
      widthMm: 128,
      heightMm: 80,
      depthMm: 52,
      hdmi: 'hdmi-c',
      massG: 540,
      mountFamily: 'Narrow',
      cellFamily: 'Oat',
      recordW: 6,
      baseIso: 640,
      usbC: true,
      usbDoes: 'keeps',
    },
    steps: [
      cell('Oat', 15),
      {
        kind: 'lens',
        name: 'Thirty-five',
        answers: {
          lengthMm: 82,
          diameterMm: 80,
          mountFamily: 'Narrow',
          massG: 610,
          focalMm: [35, 35],
          gearRing: true,
          filterMm: 77,
          widestT: 1.6,
          autofocus: false,
          frontDiameterMm: 80,
        },
        onto: 'Body',
      },
      {
        kind: 'cage',
        name: 'Cage',
        answers: {
          body: 'Body',
          coverage: 'full',
          topRailMm: 50,
          leftRailMm: 40,
          rightRailMm: 40,
          shoes: 1,
          massG: 220,
        },
        onto: 'Body',
      },
      {
        kind: 'side-grip',
        name: 'Left grip',
        answers: { heightMm: 110, base: 'nato', massG: 180 },
        onto: 'Cage',
        mounts: /left/u,
      },
      {
        kind: 'side-grip',
        name: 'Right grip',
        answers: { heightMm: 110, base: 'nato', massG: 180 },
        onto: 'Cage',
        mounts: /right/u,
      },
      {
        kind: 'matte-box',
        name: 'Box',
        answers: {
          openingMm: [100, 85],
          depthMm: 60,
          holds: 'clamp',
          ringMm: 80,
          trayMm: 100,
          stages: 1,
          massG: 290,
        },
        onto: 'Thirty-five',
      },
      {
        kind: 'filter',
        template: 'ring',
        name: 'Round pane',
        answers: { backSizeMm: 77, does: 'nd', stops: 4, thicknessMm: 5, massG: 30 },
        onto: 'Thirty-five',
      },
      {
        kind: 'battery',
        name: 'Hip battery',
        answers: {
          mount: 'belt-clip',
          has: 'usb',
          energyWh: 72,
          massG: 420,
          heightMm: 120,
          widthMm: 80,
          depthMm: 28,
        },
      },
    ],
    more: [{ name: 'On legs', hold: 'tripod', without: ['Left grip', 'Right grip'] }],
  },
  {
    // After dark, both hands on it: lamp, transmitter, two kinds of battery.
    name: 'Night market',
    brief: {
      currency: 'EUR',
      limits: { spend: { currency: 'EUR', minor: 45_000 }, heightMm: 320 },
      day: { hoursOn: 5.5, temperatureC: 2 },
    },
    hold: 'low',
    body: {
      widthMm: 121,
      heightMm: 75,
      depthMm: 48,
      hdmi: 'hdmi-d',
      massG: 470,
      mountFamily: 'Narrow',
      cellFamily: 'Oat',
      recordW: 5.2,
      stabilised: true,
    },
    steps: [
      cell('Oat', 15),
      {
        kind: 'lens',
        name: 'Wide prime',
        answers: {
          lengthMm: 66,
          diameterMm: 69,
          mountFamily: 'Narrow',
          massG: 330,
          focalMm: [24, 24],
          filterMm: 62,
          widestT: 1.5,
          autofocus: true,
        },
        onto: 'Body',
      },
      {
        kind: 'cage',
        name: 'Cage',
        answers: {
          body: 'Body',
          coverage: 'full',
          topRailMm: 45,
          leftRailMm: 35,
          shoes: 2,
          massG: 190,
        },
        onto: 'Body',
      },
      {
        kind: 'top-handle',
        name: 'Handle',
        answers: { lengthMm: 118, heightMm: 64, base: 'nato', massG: 170, shoe: true },
        onto: 'Cage',
        mounts: /roof|top/u,
      },
      {
        kind: 'lamp',
        template: 'device',
        name: 'Lamp',
        answers: {
          widthMm: 84,
          heightMm: 64,
          depthMm: 28,
          fixing: 'cold-shoe',
          massG: 190,
          recordW: 9,
          innerCell: true,
          innerWh: 14,
        },
        onto: 'Handle',
      },
      {
        kind: 'transmitter',
        template: 'device',
        name: 'Sender',
        answers: {
          widthMm: 68,
          heightMm: 106,
          depthMm: 24,
          fixing: 'cold-shoe',
          massG: 170,
          recordW: 5.5,
          ports: [
            socket('hdmi-a', 'in', 'video', 'right'),
            socket('usb-c', 'in', 'power', 'right'),
          ],
          delayMs: 60,
          rangeM: 150,
        },
        onto: 'Cage',
        mounts: /shoe/u,
      },
    ],
    leads: [
      {
        name: 'Picture lead',
        from: ['Body', /hdmi/u],
        to: ['Sender', /hdmi/u],
        carries: 'video',
        lengthMm: 300,
      },
    ],
    more: [{ name: 'Two hands', hold: 'grips', without: ['Lamp'] }],
  },
];

/** An odd rig, the parts it names, and what could not be put on. */
export interface OddRig {
  readonly rig: Rig;
  readonly parts: PartBook;
  readonly missed: readonly string[];
}

function build(plan: Plan, collider: Collider): OddRig {
  const parts = new Map<string, Part>();
  const idOf = (name: string) => name.toLowerCase().replace(/[^a-z0-9]+/gu, '-');
  let n = 0;
  const makeId = () => `made-${(n += 1)}`;
  const make = (
    kind: Part['kind'],
    template: string | undefined,
    name: string,
    answers: Answers,
  ) => {
    const bodies = new Map(
      [...parts.values()].flatMap((p) => {
        const figures = readBodyFigures(p);
        return figures ? [[p.id, figures] as const] : [];
      }),
    );
    const { body } = answers as { readonly body?: string };
    const { making, missing } = createFromAnswers(
      findThing(kind, template ?? kind)!,
      idOf(name),
      { ...answers, name, ...(body === undefined ? {} : { body: idOf(body) }) },
      bodies,
    );
    if (making.state !== 'made')
      throw new Error(
        `${plan.name}, ${name}: ${making.state} ${missing.map((q) => q.name).join()}`,
      );
    parts.set(making.part.id, making.part);
    return making.part;
  };
  const body = make('body', 'body', 'Body', plan.body);
  let rig = createRig(
    { rig: idOf(plan.name), item: 'body', setup: 'first' },
    plan.name,
    body,
    plan.brief,
  );
  rig = {
    ...rig,
    setups: rig.setups.map((s) => ({ ...s, name: 'First', hold: plan.hold })),
  };
  const missed: string[] = [];
  const itemOf = (partName: string) => rig.kit.find((i) => i.partId === idOf(partName))?.id;
  for (const { kind, template, name, answers, onto, mounts } of plan.steps) {
    const part = make(kind, template, name, answers);
    const carrier = onto === undefined ? undefined : itemOf(onto);
    const report = measureReport(rig, 'first', parts, { collider });
    const asked = listAsked(report, [], new Map([[part.id, part]]), makeId);
    const spots = (report.assembly.byId.get(carrier ?? '')?.part.mounts ?? []).filter(
      (m) => !mounts || mounts.test(`${m.id} ${m.name ?? ''}`),
    );
    const fits = spots
      .flatMap((m) => [
        ...judgeCandidates(
          { report, parts, collider, makeId },
          { kind: 'mount', itemId: carrier!, mountId: m.id },
          asked,
        ),
      ])
      .flatMap((c) => (c.state === 'fits' ? [c] : []))
      .sort((a, b) => a.change.stops - b.change.stops || a.change.risks - b.change.risks);
    if (!fits[0]) {
      missed.push(name);
      // What goes on nowhere lies in the kit.
      rig = { ...rig, kit: [...rig.kit, { id: idOf(name), partId: part.id, owned: true }] };
      continue;
    }
    rig = applyEdit(rig, fits[0].edit);
  }
  for (const { name, from, to, carries, lengthMm } of plan.leads ?? []) {
    const end = ([partName, port]: readonly [string, RegExp], direction: 'in' | 'out') => {
      const item = itemOf(partName);
      const found = parts
        .get(idOf(partName))!
        .ports?.find(
          (p) =>
            p.direction !== (direction === 'in' ? 'out' : 'in') &&
            p.carries.includes(carries) &&
            port.test(p.connector),
        );
      return item !== undefined && found
        ? { item, port: found.id, connector: found.connector }
        : undefined;
    };
    const [a, b] = [end(from, 'out'), end(to, 'in')];
    if (!a || !b) {
      missed.push(name);
      continue;
    }
    const part = make('cable', 'cable', name, {
      ends: [{ connector: a.connector }, { connector: b.connector }],
      lengthMm,
      carries: [carries],
      massG: 35,
    });
    rig = applyEdit(rig, {
      type: 'add-cable',
      setupId: 'first',
      item: { id: part.id, partId: part.id, owned: true },
      cable: {
        id: `run-${part.id}`,
        item: part.id,
        from: { item: a.item, port: a.port },
        to: { item: b.item, port: b.port },
      },
    });
  }
  for (const { name, hold, without } of plan.more ?? []) {
    const id = idOf(name);
    rig = applyEdit(rig, { type: 'copy-setup', setupId: 'first', id, name });
    rig = { ...rig, setups: rig.setups.map((s) => (s.id === id ? { ...s, hold } : s)) };
    for (const gone of without) {
      const itemId = itemOf(gone);
      const isOn = rig.setups.find((s) => s.id === id)!.joints.some((j) => j.child.item === itemId);
      if (itemId !== undefined && isOn)
        rig = applyEdit(rig, { type: 'remove-item', setupId: id, itemId });
    }
  }
  return { rig, parts, missed };
}

/** All six, made anew at each call. */
export const createOddRigs = (collider: Collider): OddRig[] =>
  plans.map((plan) => build(plan, collider));

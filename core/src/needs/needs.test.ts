import { describe, expect, it } from '@jest/globals';
import type { Brief } from '../brief/index.js';
import { placeSetup } from '../rig/index.js';
import { measureReport } from '../report/index.js';
import {
  camera,
  createLightRig,
  fixed,
  lensOf,
  onCamera,
  pictureBrief,
  roundOf,
} from '../testing/optics.js';
import { createSoundRig, listener, micOf, seat, soundLead } from '../testing/hearing.js';
import { createTestRig, cube, body, handle, joint, noBrief } from '../testing/rigs.js';
import { sayNeed } from '../wording/index.js';
import {
  judgeNeed,
  listBriefDoubts,
  listIdle,
  measureShort,
  rankShort,
  type Need,
} from './index.js';

const need = (more: Partial<Need> = {}): Need => ({
  id: 'microphone',
  unit: 'microphones',
  weight: 'must',
  wanted: 1,
  there: 0,
  with: 0,
  servedBy: [],
  atHome: [],
  scenes: [],
  at: undefined,
  ...more,
});

describe('a need', () => {
  it('is there, served, served twice, at home, short or not known', () => {
    expect(judgeNeed(need({ there: 1, with: 1 }))).toBe('there');
    expect(judgeNeed(need({ with: 1, servedBy: ['mic'] }))).toBe('served');
    expect(judgeNeed(need({ with: 2, servedBy: ['mic', 'other'] }))).toBe('twice');
    expect(judgeNeed(need({ there: 1, with: 2, servedBy: ['mic'] }))).toBe('twice');
    expect(judgeNeed(need({ atHome: ['mic'] }))).toBe('at-home');
    expect(judgeNeed(need())).toBe('short');
    expect(judgeNeed(need({ there: undefined, with: undefined }))).toBe('unknown');
  });

  it('says so in one line, with its figure', () => {
    const say = (more: Partial<Need>) => sayNeed(need(more), (id) => id.toUpperCase());
    const stops = {
      id: 'light-control',
      unit: 'stops',
      wanted: 6.3,
      at: 'at EV 15, T2.8',
    } as const;
    expect(say(stops)).toBe('≈ 6.3 stops short at EV 15, T2.8');
    expect(say({ ...stops, there: 7, with: 7 })).toBe(
      'there already, so buy nothing: ≈ 6.3 stops wanted at EV 15, T2.8',
    );
    expect(say({ with: 1, servedBy: ['mic'] })).toBe('served by MIC');
    expect(say({ atHome: ['mic'] })).toBe(
      '1 microphone short; MIC would help, and stays at home here',
    );
  });

  it('that is short stands behind what must be there and what more scenes ask for', () => {
    const ranked = rankShort([
      need({ id: 'monitor', weight: 'nice' }),
      need({ id: 'microphone', scenes: ['a'] }),
      need({ id: 'wireless-audio', scenes: ['a', 'b'] }),
      need({ id: 'headphones', with: 1 }),
    ]);
    expect(ranked.map((n) => n.id)).toEqual(['wireless-audio', 'microphone', 'monitor']);
  });
});

describe('light control', () => {
  const asked = (parts: Parameters<typeof createLightRig>[0], worn: readonly string[] = []) => {
    const made = createLightRig(parts, [onCamera()], pictureBrief(12, 12.6));
    const rig = { ...made.rig, setups: made.rig.setups.map((s) => ({ ...s, worn: [...worn] })) };
    const report = measureReport(rig, 'low', made.parts);
    return report.needs().find((n) => n.id === 'light-control')!;
  };

  it('is short by what the brightest scene is above the bare camera, and closed by a filter of the kit', () => {
    const lens = lensOf('lens', 77);
    // T4 and ISO 800 at 1∕50 s hold up to EV 6.64.
    expect(measureShort(asked([camera, lens]))).toBeCloseTo(12.6 - 6.64, 2);
    expect(judgeNeed(asked([camera, lens, roundOf('dark', 77, fixed(6))], ['dark']))).toBe(
      'served',
    );
  });
});

describe('what serves no need of a brief', () => {
  const lamp = cube('lamp', 50, {
    kind: 'lamp',
    serves: [{ need: 'balance' }],
    mounts: [
      ...handle.mounts.map((m) => ({
        ...m,
        id: 'foot',
        kind: 'cold-shoe' as const,
        side: 'foot' as const,
      })),
    ],
  });
  const idle = (brief: Brief) => {
    const { rig, parts } = createTestRig(
      [body, handle, lamp],
      [joint('h', 'handle.base', 'body.rail'), joint('l', 'lamp.foot', 'body.shoe')],
      { brief },
    );
    const report = measureReport(rig, 'low', parts);
    return listIdle(report, report.needs()).map((p) => p.item.id);
  };

  it('is named, and is not once the brief asks for it', () => {
    expect(idle({ ...noBrief, sound: { onCameraMics: 1 } })).toEqual(['lamp']);
    expect(
      idle({
        ...noBrief,
        sound: { onCameraMics: 1 },
        wishes: [{ need: 'balance', weight: 'should' }],
      }),
    ).toEqual([]);
  });
});

describe('a brief that contradicts itself or the camera', () => {
  const doubts = (more: Partial<Brief>) => {
    const made = createLightRig([camera, lensOf('lens', 77)], [onCamera()], noBrief);
    const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
    return listBriefDoubts({ ...noBrief, ...more }, assembly).map((d) => [d.path, d.message]);
  };

  it('is told beside its field: payload, grams and height under the camera’s own', () => {
    // 500 g and 300 g.
    expect(doubts({ supports: { gimbalPayloadG: 799 }, limits: { carryG: 800 } })).toEqual([
      ['supports.gimbalPayloadG', 'less than camera and lens alone: 800 g'],
    ]);
    expect(doubts({ limits: { carryG: 700, heightMm: 20 } })).toEqual([
      ['limits.carryG', 'less than camera and lens alone: 800 g'],
      ['limits.heightMm', 'less than camera and lens alone: 81 mm'],
    ]);
  });

  it('is told of stops the wrong way round, and of keys for who wants none', () => {
    expect(doubts({ picture: { widestT: 8, smallestT: 4 } })).toEqual([
      ['picture.smallestT', 'opens wider than the widest, T8'],
    ]);
    expect(doubts({ picture: { widestT: 4, smallestT: 4 } })).toEqual([]);
    const tools = { limits: { tools: ['coin' as const, 'hex-4' as const] } };
    expect(doubts({ ...tools, schools: { tools: 'none' } })).toHaveLength(1);
    expect(doubts({ ...tools, schools: { tools: 'some' } })).toEqual([]);
  });
});

describe('headphones', () => {
  const state = (sockets: readonly string[]) => {
    const phones = cube('phones', 100, { serves: [{ need: 'headphones' }] });
    const keeper = { ...listener, ports: listener.ports!.filter((p) => sockets.includes(p.id)) };
    const made = createSoundRig(
      [keeper, micOf('mic'), soundLead('lead'), phones],
      [seat('mic', 'a')],
      sockets.includes('mic') ? [['lead', 'mic.out', 'body.mic']] : [],
      { ...noBrief, sound: { headphones: true } },
    );
    const report = measureReport(made.rig, made.rig.setups[0]!.id, made.parts);
    return judgeNeed(report.needs().find((n) => n.id === 'headphones')!);
  };

  it('are served by a socket that plays what is kept, and not by a rig without any', () => {
    expect(state(['mic', 'phones'])).not.toBe('short');
    expect(state(['mic'])).not.toBe('served');
    expect(state([])).not.toBe('served');
  });
});

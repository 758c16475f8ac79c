import { describe, expect, it } from '@jest/globals';
import type { Brief } from '../brief/index.js';
import type { Part } from '../part/index.js';
import { placeSetup } from '../rig/index.js';
import {
  boxOfSound,
  createSoundRig,
  listener,
  micOf,
  receiverOf,
  seat,
  soundLead,
  soundPort,
} from '../testing/hearing.js';
import { cube, noBrief } from '../testing/rigs.js';
import { findTip, isMonitored, measureSound, readWants, soundQuestion } from './index.js';

const made = (...args: Parameters<typeof createSoundRig>) => {
  const { rig, parts } = createSoundRig(...args);
  return { assembly: placeSetup(rig, rig.setups[0]!, parts), parts };
};
const soundOf = (...args: Parameters<typeof createSoundRig>) => {
  const { assembly, parts } = made(...args);
  return measureSound(assembly, parts, args[3] ?? noBrief);
};
const figureOf = (sound: ReturnType<typeof soundOf>) =>
  soundQuestion.figure(sound, { stops: 0, risk: 0, note: 0 });
const phones = cube('phones', 100, { serves: [{ need: 'headphones' }] });

describe('what a setup hears', () => {
  it('goes from a microphone by its lead onto a track of the camera', () => {
    const sound = soundOf(
      [listener, micOf('mic'), soundLead('lead')],
      [seat('mic', 'a')],
      [['lead', 'mic.out', 'body.mic']],
    );
    expect(sound.tracks).toMatchObject([
      { number: 1, heard: [{ channel: 1 }], safetyBy: undefined },
    ]);
    expect(figureOf(sound)).toMatchObject({
      main: '1 of 1 input',
      detail: 'no headphones in the kit',
    });
  });

  it('goes the same whichever end of the lead is named first', () => {
    const sound = soundOf(
      [listener, micOf('mic'), soundLead('lead')],
      [seat('mic', 'a')],
      [['lead', 'body.mic', 'mic.out']],
    );
    expect(sound.sources[0]!.keptBy?.item.id).toBe('body');
  });

  it('goes through a box, whose inputs are counted in place of the socket that it takes', () => {
    const rig = (leads: Parameters<typeof createSoundRig>[2]) =>
      soundOf(
        [
          listener,
          boxOfSound('box', 'jack'),
          micOf('mic', {}, 'xlr-3'),
          soundLead('xlr', 'xlr-3', 'xlr-3'),
          soundLead('jack'),
        ],
        [seat('box', 'a'), seat('mic', 'b')],
        leads,
      );
    const both = rig([
      ['xlr', 'mic.out', 'box.one'],
      ['jack', 'box.out', 'body.mic'],
    ]);
    expect(both.sources[0]!.way.map((r) => r.to.placed.item.id)).toEqual(['box', 'body']);
    expect(figureOf(both).main).toBe('1 of 2 inputs');
    // Without the lead on into the camera it is heard by the box and kept by nobody.
    const half = rig([['xlr', 'mic.out', 'box.one']]);
    expect(half.sources[0]!.keptBy).toBe(undefined);
    expect(half.tracks).toEqual([]);
  });

  it('goes through the contacts of a shoe without a lead', () => {
    const sound = soundOf(
      [
        listener,
        boxOfSound('box', 'shoe'),
        micOf('mic', {}, 'xlr-3'),
        soundLead('xlr', 'xlr-3', 'xlr-3'),
      ],
      [seat('box', 'hot'), seat('mic', 'b')],
      [['xlr', 'mic.out', 'box.two']],
    );
    expect(sound.sources[0]!.keptBy?.item.id).toBe('body');
    expect(figureOf(sound).main).toBe('1 of 3 inputs');
  });

  it('ends in a ring of leads', () => {
    const mixer: Part = {
      ...boxOfSound('box', 'jack'),
      ports: [soundPort('one', 'jack-3.5', 'in'), soundPort('out', 'jack-3.5', 'out')],
    };
    const other = { ...mixer, id: 'other', name: 'other' };
    const sound = soundOf(
      [listener, mixer, other, soundLead('there'), soundLead('back')],
      [seat('box', 'a'), seat('other', 'b')],
      [
        ['there', 'box.out', 'other.one'],
        ['back', 'other.out', 'box.one'],
      ],
    );
    expect(sound.sources).toEqual([]);
    expect(sound.runs.length).toBe(2);
  });
});

describe('the tracks', () => {
  const voices = (brief: Brief, channels: number, offers: boolean, count = 4) =>
    soundOf(
      [
        { ...listener, tracks: { count } },
        receiverOf('radio', channels, offers),
        soundLead('lead'),
      ],
      [seat('radio', 'a')],
      [['lead', 'radio.out', 'body.mic']],
      brief,
    ).tracks.map((t) => [t.number, t.heard.map((h) => h.channel).join('+'), t.safetyBy]);
  const safe: Brief = { ...noBrief, sound: { safetyTrack: true } };

  it('hold each channel, then one again for safety where it is wanted, offered and has room', () => {
    expect(voices(noBrief, 2, true)).toEqual([
      [1, '1', undefined],
      [2, '2', undefined],
    ]);
    expect(voices(safe, 1, true)).toEqual([
      [1, '1', undefined],
      [2, '1', 'source'],
    ]);
    expect(voices(safe, 1, false)).toEqual([[1, '1', undefined]]);
    expect(voices(safe, 2, true, 2).length).toBe(2);
  });

  it('are no more than the socket has channels', () => {
    // The camera's socket has two: four are mixed onto them in turn.
    expect(voices(noBrief, 4, false)).toEqual([
      [1, '1+3', undefined],
      [2, '2+4', undefined],
    ]);
  });
});

describe('listening', () => {
  const with_ = (parts: Part[], ports: Part['ports'] = listener.ports) =>
    soundOf(
      [{ ...listener, ports: ports! }, micOf('mic'), soundLead('lead'), ...parts],
      [seat('mic', 'a')],
      [['lead', 'mic.out', 'body.mic']],
    );

  it('takes headphones and a socket that plays what is kept', () => {
    expect(isMonitored(with_([phones]))).toBe(true);
    expect(isMonitored(with_([]))).toBe(false);
    expect(isMonitored(with_([phones], [soundPort('mic', 'jack-3.5', 'in')]))).toBe(false);
  });
});

describe('what a brief wants to be heard', () => {
  it('is the most of the brief and of its scenes', () => {
    expect(
      readWants({
        ...noBrief,
        sound: { wirelessChannels: 1 },
        scenes: [
          { name: 'Pier', wirelessChannels: 2, wind: 'wind' },
          { name: 'Shed', onCameraMics: 1, wind: 'breeze' },
        ],
        people: { sound: 'timecode' },
      }),
    ).toMatchObject({ wirelessChannels: 2, onCameraMics: 1, wind: 'wind', timecode: true });
  });
});

describe('a microphone’s capsule', () => {
  it('lies on the axis of its tube, a fifth of its length behind its front', () => {
    const mic: Part = {
      ...micOf('mic'),
      solids: [
        { id: 'stand', type: 'box', atMm: [0, 0, 3], sizeMm: [10, 10, 6] },
        {
          id: 'capsule',
          type: 'cylinder',
          atMm: [10, 0, 30],
          axis: [1, 0, 0],
          radiusMm: 10,
          lengthMm: 100,
        },
      ],
    };
    const { assembly } = made([listener, mic], [seat('mic', 'a')], []);
    const { tipMm } = findTip(assembly.byId.get('mic')!);
    // From −40 to 60 along the shoe, 30 above it: 60 − 20 = 40.
    expect(tipMm).toEqual([40, 0, 80].map((v) => expect.closeTo(v, 6)));
  });
});

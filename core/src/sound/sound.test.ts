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
import {
  findTip,
  isMonitored,
  listLacks,
  measureSound,
  readWants,
  soundChecks,
  soundQuestion,
} from './index.js';

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

  it('is kept whichever of two leads is listed first: one to a screen, one to the camera', () => {
    const screen = cube('screen', 200, {
      kind: 'monitor',
      mounts: micOf('x').mounts,
      ports: [soundPort('line', 'jack-3.5', 'in')],
    });
    const radio: Part = {
      ...receiverOf('radio', 1),
      ports: [soundPort('out', 'jack-3.5', 'out'), soundPort('line', 'jack-3.5', 'out')],
    };
    const to = {
      camera: ['one', 'radio.out', 'body.mic'],
      screen: ['two', 'radio.line', 'screen.line'],
    } as const;
    const heard = (...leads: Parameters<typeof createSoundRig>[2]) =>
      soundOf(
        [listener, radio, screen, soundLead('one'), soundLead('two')],
        [seat('radio', 'a'), seat('screen', 'b')],
        leads,
      ).sources[0]!.keptBy?.item.id;
    expect(heard(to.camera, to.screen)).toBe('body');
    expect(heard(to.screen, to.camera)).toBe('body');
    expect(heard(to.screen)).toBeUndefined();
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

  it('are one where the socket before the last gives one channel, whatever the input takes', () => {
    const tracks = (channels: number | undefined) => {
      const radio: Part = {
        ...receiverOf('radio', 2),
        ports: [soundPort('out', 'jack-3.5', 'out', channels ? { channels } : undefined)],
      };
      return soundOf(
        [listener, radio, soundLead('lead')],
        [seat('radio', 'a')],
        [['lead', 'radio.out', 'body.mic']],
      ).tracks.map((t) => t.heard.map((h) => h.channel).join('+'));
    };
    expect(tracks(1)).toEqual(['1+2']);
    expect(tracks(2)).toEqual(['1', '2']);
    expect(tracks(undefined)).toEqual(['1', '2']);
  });

  it('of each of two voices are kept again for safety, as far as there is room', () => {
    const safety = (count: number, safetyOf: boolean) =>
      soundOf(
        [
          { ...listener, tracks: { count, safety: safetyOf } },
          receiverOf('radio', 2),
          soundLead('lead'),
        ],
        [seat('radio', 'a')],
        [['lead', 'radio.out', 'body.mic']],
        safe,
      ).tracks.flatMap((t) => (t.safetyBy ? [`${t.heard[0]!.channel} ${t.safetyBy}`] : []));
    expect(safety(4, true)).toEqual(['1 keeper', '2 keeper']);
    expect(safety(3, true)).toEqual(['1 keeper']);
    expect(safety(4, false)).toEqual([]);
    // The two voices fill the receiver's own socket: there is no room in it for a third track.
    expect(voices(safe, 2, true, 4).map((t) => t[2])).toEqual([undefined, undefined]);
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

  it('is not at a recorder that keeps nothing of it, and is at the one that does', () => {
    const recorder = cube('recorder', 100, {
      kind: 'recorder',
      tracks: { count: 2 },
      mounts: micOf('as').mounts,
      ports: [soundPort('in', 'jack-3.5', 'in'), soundPort('ears', 'jack-3.5', 'out')],
    });
    const heard = (into: string) => {
      const deaf = { ...listener, ports: [soundPort('mic', 'jack-3.5', 'in')] };
      const sound = soundOf(
        [deaf, micOf('mic'), soundLead('lead'), recorder, phones],
        [seat('mic', 'a'), seat('recorder', 'b')],
        [['lead', 'mic.out', into]],
        { ...noBrief, sound: { headphones: true } },
      );
      return [sound.phones.map((p) => p.hearsIt), isMonitored(sound), figureOf(sound).state];
    };
    expect(heard('body.mic')).toEqual([[false], false, 'open']);
    expect(heard('recorder.in')).toEqual([[true], true, undefined]);
  });
});

describe('a setup without a microphone', () => {
  const wants: Brief = { ...noBrief, sound: { onCameraMics: 2, wirelessChannels: 1 } };
  const codesOf = (sound: ReturnType<typeof soundOf>) =>
    soundChecks
      .filter((c) => c.kinds.some((k) => k.code === 'sound-short'))
      .flatMap((c) => c.find({ sound, brief: wants } as never))
      .filter((f) => f.code === 'sound-short')
      .map((f) => f.facts);

  it('is told where the brief asks for some and no setup has them, and shows no ✓', () => {
    const sound = soundOf([listener], [], [], wants);
    expect(codesOf(sound)).toEqual([
      { what: 'wireless', wanted: 1, there: 0 },
      { what: 'mics', wanted: 2, there: 0 },
    ]);
    expect(figureOf(sound)).toMatchObject({ detail: 'nothing hears in this setup', state: 'open' });
  });

  it('is not told where another setup has them, and still shows no ✓', () => {
    const { rig, parts } = createSoundRig(
      [listener, micOf('mic'), micOf('second'), receiverOf('radio', 1)],
      [seat('mic', 'a'), seat('second', 'b'), seat('radio', 'c')],
      [],
      wants,
    );
    const bare = { ...rig.setups[0]!, id: 'bare', joints: [] };
    const two = { ...rig, setups: [...rig.setups, bare] };
    const sound = measureSound(placeSetup(two, bare, parts), parts, wants);
    expect(codesOf(sound)).toEqual([]);
    expect(figureOf(sound).state).toBe('open');
    const one = { ...rig, setups: [bare] };
    expect(codesOf(measureSound(placeSetup(one, bare, parts), parts, wants))).toHaveLength(2);
  });

  it('is not monitored, whatever one could listen at; a camera that hears serves a guide', () => {
    const sound = soundOf([listener, phones], [], [], noBrief);
    expect(isMonitored(sound)).toBe(false);
    expect(figureOf(sound).detail).toBe('no sound is asked for');
    const guide: Brief = { ...noBrief, sound: { onCameraMics: 1, purpose: 'guide' } };
    expect(listLacks(soundOf([{ ...listener, hears: {} }], [], [], guide))).toEqual([]);
    expect(listLacks(soundOf([listener], [], [], guide))).toHaveLength(1);
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

/** Rigs for the findings of Sound: each just over and just under its limit. */
import type { Brief } from '../brief/index.js';
import type { FindingCode } from '../report/index.js';
import type { PartBook } from '../part/index.js';
import type { Rig } from '../rig/index.js';
import {
  boxOfSound,
  createSoundRig,
  listener,
  micOf,
  receiverOf,
  seat,
  soundLead,
  soundPort,
} from './hearing.js';
import { cube, noBrief } from './rigs.js';

type Made = { readonly rig: Rig; readonly parts: PartBook };

const wants = (sound: Brief['sound'], more: Partial<Brief> = {}): Brief => ({
  ...noBrief,
  sound,
  ...more,
});
const windy = (wind: 'breeze' | 'wind'): Brief => ({
  ...noBrief,
  scenes: [{ name: 'Pier', wind }],
});

const two = (second: boolean): Made =>
  createSoundRig(
    [listener, micOf('mic'), ...(second ? [receiverOf('radio', 1)] : [])],
    [seat('mic', 'a'), ...(second ? [seat('radio', 'b')] : [])],
    [],
  );

const mute = (withSocket: boolean): Made => {
  const { ports, ...radio } = receiverOf('radio', 2);
  return createSoundRig(
    [listener, { ...radio, ...(withSocket ? { ports } : {}) }],
    [seat('radio', 'a')],
    [],
  );
};

const powered = (needs: 'plug-in' | 'phantom'): Made =>
  createSoundRig(
    [listener, micOf('mic', { needs }), soundLead('lead')],
    [seat('mic', 'a')],
    [['lead', 'mic.out', 'body.mic']],
  );

/** Through a socket of four channels onto two tracks. */
const arriving = (channels: number): Made =>
  createSoundRig(
    [
      { ...listener, ports: [soundPort('mic', 'jack-3.5', 'in', { channels: 4 })] },
      receiverOf('radio', channels),
      soundLead('lead'),
    ],
    [seat('radio', 'a')],
    [['lead', 'radio.out', 'body.mic']],
  );

const listening = (withPhones: boolean): Made =>
  createSoundRig(
    [
      { ...listener, ports: listener.ports!.filter((p) => withPhones || p.id !== 'phones') },
      micOf('mic'),
      soundLead('lead'),
    ],
    [seat('mic', 'a')],
    [['lead', 'mic.out', 'body.mic']],
    wants({ headphones: true }),
  );

const voices = (wirelessChannels: number): Made =>
  createSoundRig(
    [listener, receiverOf('radio', 1)],
    [seat('radio', 'a')],
    [],
    wants({ wirelessChannels }),
  );

const blown = (wind: 'foam' | 'fur'): Made =>
  createSoundRig([listener, micOf('mic', { wind })], [seat('mic', 'a')], [], windy('wind'));

/** A microphone through the receiver's own input, onto two tracks. */
const meeting = (channels: number): Made =>
  createSoundRig(
    [
      listener,
      {
        ...receiverOf('radio', channels),
        ports: [soundPort('out', 'jack-3.5', 'out'), soundPort('aux', 'jack-3.5', 'in')],
      },
      micOf('mic'),
      soundLead('on'),
      soundLead('in'),
    ],
    [seat('radio', 'a'), seat('mic', 'b')],
    [
      ['on', 'radio.out', 'body.mic'],
      ['in', 'mic.out', 'radio.aux'],
    ],
  );

/** The box is 18 dB quieter than the camera's socket, or 8. */
const noisy = (noiseDbu: number): Made =>
  createSoundRig(
    [
      { ...listener, ports: [soundPort('mic', 'jack-3.5', 'in', { noiseDbu })] },
      boxOfSound('box', 'jack'),
      soundLead('lead'),
    ],
    [seat('box', 'a')],
    [['lead', 'box.out', 'body.mic']],
  );

/** An air outlet so far to the left of the microphone's capsule. */
const humming = (yMm: number): Made =>
  createSoundRig(
    [
      {
        ...listener,
        keepClear: [
          {
            id: 'vent',
            purpose: 'air-outlet',
            shape: { type: 'box', atMm: [3, yMm, 50], sizeMm: [2, 2, 2] },
          },
        ],
      },
      micOf('mic'),
    ],
    [seat('mic', 'a')],
    [],
  );

const clapless = (isIn: boolean): Made =>
  createSoundRig(
    [
      listener,
      cube('clock', 30, {
        kind: 'timecode-box',
        mounts: [micOf('x').mounts[0]!],
        ports: [{ ...soundPort('out', 'jack-3.5', 'out'), carries: ['timecode'] }],
      }),
      soundLead('lead'),
    ],
    [seat('clock', 'a')],
    isIn ? [['lead', 'clock.out', 'body.mic']] : [],
    { ...noBrief, people: { sound: 'timecode' } },
  );

export const soundFixtures = {
  'inputs-short': { has: two(true), hasNot: two(false) },
  'sound-socket-unknown': { has: mute(false), hasNot: mute(true) },
  'mic-unpowered': { has: powered('phantom'), hasNot: powered('plug-in') },
  'channels-lost': { has: arriving(3), hasNot: arriving(2) },
  'channels-shared': { has: meeting(2), hasNot: meeting(1) },
  'nobody-listens': { has: listening(false), hasNot: listening(true) },
  'sound-short': { has: voices(2), hasNot: voices(1) },
  'wind-bare': { has: blown('foam'), hasNot: blown('fur') },
  'noisy-input': { has: noisy(-108), hasNot: noisy(-118) },
  'mic-hears': { has: humming(79), hasNot: humming(81) },
  'timecode-not-in': { has: clapless(false), hasNot: clapless(true) },
} satisfies Partial<Record<FindingCode, { has: Made; hasNot: Made }>>;

import { mountKinds, type MountKind } from '@zucchini/core';

/** Plugs as they are chosen from. */
export const plugOptions = [
  ['hdmi-a', 'HDMI A'],
  ['hdmi-c', 'HDMI C'],
  ['hdmi-d', 'HDMI D'],
  ['sdi', 'SDI'],
  ['usb-c', 'USB-C'],
  ['d-tap', 'D-Tap'],
  ['barrel', 'barrel'],
  ['push-pull-2', '2-pin push-pull'],
  ['jack-3.5', '3.5 mm'],
  ['xlr-3', 'XLR'],
  ['xlr-3-mini', 'small XLR'],
  ['timecode', 'timecode'],
] as const;

export const carriesOptions = [
  ['video', 'video'],
  ['audio', 'sound'],
  ['power', 'power'],
  ['data', 'data'],
  ['trigger', 'trigger'],
  ['timecode', 'timecode'],
] as const;

/** What a plug usually carries: asked for no further where it is plain. */
export const usuallyCarries: Readonly<Record<string, readonly string[]>> = {
  'hdmi-a': ['video', 'audio'],
  'hdmi-c': ['video', 'audio'],
  'hdmi-d': ['video', 'audio'],
  sdi: ['video', 'audio'],
  'usb-c': ['power', 'data'],
  'd-tap': ['power'],
  barrel: ['power'],
  'push-pull-2': ['power'],
  'jack-3.5': ['audio'],
  'xlr-3': ['audio'],
  'xlr-3-mini': ['audio'],
  timecode: ['timecode'],
};

export const faceOptions = [
  ['front', 'front'],
  ['back', 'back'],
  ['left', 'left'],
  ['right', 'right'],
  ['top', 'top'],
  ['bottom', 'underside'],
] as const;

/** Both halves of every kind of mount, as “¼″-20 screw”. */
export const halfOptions: readonly (readonly [string, string])[] = (
  Object.keys(mountKinds) as MountKind[]
).flatMap((kind) =>
  [...new Set(mountKinds[kind].sides)].map(
    (side) => [`${kind} ${side}`, `${mountKinds[kind].label} ${side}`] as const,
  ),
);

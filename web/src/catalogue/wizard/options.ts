import {
  carriesLabels,
  connectorLabels,
  listChoices,
  mountKinds,
  plugConnectors,
  sayHalf,
  type MountKind,
} from '@zucchini/core';

/** Plugs as they are chosen from. */
export const plugOptions = listChoices(connectorLabels, plugConnectors);

/** Which way the cable leaves an elbow, as one looks at the socket. */
export const elbowOptions = [
  ['left', 'to the left'],
  ['right', 'to the right'],
  ['up', 'up'],
  ['down', 'down'],
] as const;

export const carriesOptions = listChoices(carriesLabels);

/** What a plug usually carries: asked for no further where it is plain. */
export const usuallyCarries: Readonly<Record<string, readonly string[]>> = {
  'hdmi-a': ['video', 'audio'],
  'hdmi-c': ['video', 'audio'],
  'hdmi-d': ['video', 'audio'],
  sdi: ['video', 'audio'],
  'usb-c': ['power', 'data'],
  'usb-a': ['power', 'data'],
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
    (side) => [`${kind} ${side}`, sayHalf(kind, side)] as const,
  ),
);

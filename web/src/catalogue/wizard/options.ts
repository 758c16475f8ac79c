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

import { z } from 'zod';

/** Ways of holding a rig. */
export const HoldKind = z.enum([
  'low',
  'low-two',
  'one-grip',
  'grips',
  'eye',
  'chest',
  'shoulder',
  'lap',
  'carried',
  'strap',
  'tripod',
  'monopod',
  'slider',
  'gimbal',
  'set-down',
]);
export type HoldKind = z.infer<typeof HoldKind>;

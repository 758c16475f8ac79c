/**
 * The ways in which a rig carried by one person is powered, in the order in which they are offered:
 *
 * - `own-cells`: every device runs on a cell in its own bay
 * - `dummy`: the camera runs on a dummy cell that a lead feeds; the rest stays as it is
 * - `usb-c`: the camera keeps its cell, and USB-C runs it or keeps that up; the rest stays as it is
 * - `one-family`: batteries of the L-series and no others
 * - `one-brick`: one large battery on the rig feeds everything
 * - `belt`: one battery on the belt feeds everything
 */
export const poweringWays = [
  'own-cells',
  'dummy',
  'usb-c',
  'one-family',
  'one-brick',
  'belt',
] as const;
export type PoweringWay = (typeof poweringWays)[number];

/** The ways in words. */
export const poweringNames: Readonly<Record<PoweringWay, string>> = {
  'own-cells': 'Own cells, swapped',
  dummy: 'Dummy cell in the camera',
  'usb-c': 'USB-C, its own cell stays',
  'one-family': 'L-series on everything',
  'one-brick': 'One brick for all',
  belt: 'Battery on the belt',
};

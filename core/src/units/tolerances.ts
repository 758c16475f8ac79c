/**
 * Every tolerance of the core in one place, each with its reason.
 */
export const tolerances = {
  /** Rods that are off their spacing by more than this do not go into a clamp for two (lightweight rods standard). */
  rodsApartMm: 0.5,
  /** Lengths closer than this are the same place: a hundred times finer than a part can be measured by hand. */
  lengthMm: 0.01,
  /** Unit vectors in files are rounded to a few digits; this is what four digits can be off by. */
  unitVector: 1e-3,
  /** Angles in files are written in whole or half degrees; steps of teeth are judged within this. */
  turnDeg: 0.05,
  /** Two ends of a brace farther apart than this do not touch: about the play of a hand-set rod clamp (estimate). */
  braceGapMm: 1,
  /**
   * For what stands in the way by no more than this nothing else is taken off: a foot is tilted past it, a key held a little
   * aslant, and shop pages are no nearer to the truth (estimate).
   */
  tiltsPastMm: 2,
  /** Locating pins are 19 mm or some other distance apart; a hole lets a pin be off by this much (estimate). */
  pinSpacingMm: 0.2,
  /** A tilt or lean below this is "level": what a hand and a horizon line in the picture forgive (estimate). */
  levelDeg: 1,
  /** From this tilt or lean on, the wrist works all the time to hold the rig up (estimate). */
  tiltRiskDeg: 5,
} as const;

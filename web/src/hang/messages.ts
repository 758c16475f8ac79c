import type { LeverKind, Levelling, Part, Rig } from '@zucchini/core';

/** What the levelling worker is asked; parts go over once. */
export interface LevelQuestion {
  readonly run: number;
  readonly rig: Rig;
  readonly setupId: string;
  readonly limitDeg: number;
  readonly kinds: readonly LeverKind[];
  readonly newParts: readonly Part[];
}

export interface LevelAnswer {
  readonly run: number;
  readonly levelling?: Levelling;
  readonly trouble?: string;
}

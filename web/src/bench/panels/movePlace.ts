import type { Edit } from '@zucchini/core';

/** A place where a part could go, in words, with what changes there. */
export interface MovePlace {
  readonly edit: Edit;
  readonly key: string;
  readonly where: string;
  readonly how: string;
  readonly effects: readonly string[];
  /** How many more findings that stop the build, and how many more risks. */
  readonly stops: number;
  readonly risks: number;
  readonly unusual: boolean;
  readonly appears: readonly string[];
  readonly goes: readonly string[];
}

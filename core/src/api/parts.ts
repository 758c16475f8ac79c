import { z } from 'zod';
import { Part } from '../part/index.js';
import type { PartFacts } from '../pack/index.js';

/** A rig, or a kept version of one, that draws on a part. */
export const PartUse = z.object({
  rigId: z.string(),
  rigName: z.string(),
  /** Setups in which it is fitted; none where it only lies in the kit. */
  setups: z.array(z.string()),
  owned: z.boolean(),
});
export type PartUse = z.infer<typeof PartUse>;

export const PartRecord = z.object({
  revision: z.int(),
  part: Part,
  uses: z.array(PartUse),
});
export type PartRecord = z.infer<typeof PartRecord>;

/** One line of the catalogue as tables show it; handed on as stored text, so that no schema reads it. */
export interface PartLine {
  readonly revision: number;
  readonly facts: PartFacts;
}

/** A part to store, over the revision that it was taken from; 0 for a new one. */
export const StorePart = z.object({ revision: z.int().min(0), part: Part });
export type StorePart = z.infer<typeof StorePart>;

export const StoreBody = z.object({ parts: z.array(StorePart).min(1).max(20_000) });

export const Stored = z.object({
  stored: z.array(z.object({ id: z.string(), revision: z.int() })),
});

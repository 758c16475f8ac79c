import { Part } from '@zucchini/core';
import { z } from 'zod';

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

/** A part to store, over the revision that it was taken from; 0 for a new one. */
export const StorePart = z.object({ revision: z.int().min(0), part: Part });
export type StorePart = z.infer<typeof StorePart>;

export const StoreBody = z.object({ parts: z.array(StorePart).min(1).max(20_000) });

export const Stored = z.object({
  stored: z.array(z.object({ id: z.string(), revision: z.int() })),
});

import { z } from 'zod';

/** Problem details as RFC 9457 has them, with the places that are wrong where there are any. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  issues: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  /** With a stale save: the revision that is stored now. */
  revision: z.int().optional(),
});
export type Problem = z.infer<typeof Problem>;

import { z } from 'zod';
import { Name, Note } from '../part/index.js';
import { Brief } from './schema.js';

/** A ready-made job: a brief without money, and where each of its figures comes from. */
export const ReadyBrief = z
  .strictObject({
    id: z.string().regex(/^[a-z][a-z0-9-]{0,39}$/u),
    name: Name,
    /** One sentence: what one films, where, and with whom. */
    says: Note,
    brief: Brief.omit({ currency: true, rates: true, because: true, from: true }).partial({
      limits: true,
    }),
    /** By the path of each figure: `scenes.0.toEv`. */
    because: z.record(z.string().min(1).max(120), Note),
  })
  .superRefine((ready, context) => {
    for (const path of listFigurePaths(ready.brief)) {
      if (!findBecause(ready.because, path)) {
        context.addIssue({
          code: 'custom',
          path: ['because', path],
          message: 'says nowhere where this figure comes from',
        });
      }
    }
  });
export type ReadyBrief = z.infer<typeof ReadyBrief>;

/** A file of ready-made jobs. */
export const ReadyBriefs = z.strictObject({
  format: z.literal('zucchini-briefs'),
  formatVersion: z.literal(1),
  briefs: z.array(ReadyBrief).max(100),
});
export type ReadyBriefs = z.infer<typeof ReadyBriefs>;

/** The paths of every number in a brief: `picture.framesPerS`, `scenes.1.fromEv`. In their order. */
export function listFigurePaths(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return [path];
  if (value === null || typeof value !== 'object') return [];
  return Object.entries(value).flatMap(([key, inner]) =>
    listFigurePaths(inner, path === '' ? key : `${path}.${key}`),
  );
}

/** Where a figure comes from: said of itself, or of what it stands in. Undefined where nobody says. */
export function findBecause(
  because: Readonly<Record<string, string>> | undefined,
  path: string,
): string | undefined {
  if (!because) return undefined;
  const steps = path.split('.');
  // Ends: one step less each time.
  for (let n = steps.length; n > 0; n -= 1) {
    const said = because[steps.slice(0, n).join('.')];
    if (said !== undefined) return said;
  }
  return undefined;
}

/**
 * A brief that begins with a ready-made job: its own figures, with where they come from, in the person's currency. What the
 * person has said already stays where the job says nothing of it.
 */
export function beginWith(ready: ReadyBrief, now: Brief): Brief {
  const { limits, ...rest } = ready.brief;
  return {
    ...now,
    ...rest,
    limits: { ...now.limits, ...limits },
    from: ready.name,
    because: ready.because,
  };
}

/** Takes away what is said of figures that are no longer those of the job: the person's own say goes before it. */
export function withoutStale(before: Brief, after: Brief): Brief {
  const { because } = after;
  if (!because) return after;
  const at = (brief: Brief, path: string): unknown =>
    path
      .split('.')
      .reduce<unknown>(
        (value, key) =>
          value !== null && typeof value === 'object'
            ? (value as Record<string, unknown>)[key]
            : undefined,
        brief,
      );
  const kept = Object.entries(because).filter(
    ([path]) => JSON.stringify(at(before, path)) === JSON.stringify(at(after, path)),
  );
  const { because: _, ...rest } = after;
  return kept.length > 0 ? { ...rest, because: Object.fromEntries(kept) } : rest;
}

import { BriefOverrides, type Brief, type Limits } from './schema.js';

/** The brief as it holds for a setup: its overrides laid over the rig's, limit by limit. */
export function mergeBrief(brief: Brief, overrides: BriefOverrides | undefined): Brief {
  if (!overrides) return brief;
  return { ...brief, ...overrides, limits: { ...brief.limits, ...overrides.limits } };
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What an override of something says that the setup does without: an empty one of its kind; undefined where there is none. */
const emptied = (value: unknown): unknown =>
  Array.isArray(value) ? [] : typeof value === 'object' && value !== null ? {} : undefined;

/**
 * What a setup has otherwise than its rig, so that laid over the rig's brief it gives `brief`: whole fields, limit by
 * limit. A limit, a word or a choice of the rig cannot be taken away by a setup, only set otherwise: there it stays the rig's.
 * Where figures come from is the rig's alone.
 */
export function listOverrides(rigs: Brief, brief: Brief): BriefOverrides {
  const limits = Object.fromEntries(
    Object.entries(brief.limits).filter(
      ([name, value]) => !isSame(value, rigs.limits[name as keyof Limits]),
    ),
  );
  const fields = Object.keys(BriefOverrides.shape) as (keyof Brief)[];
  const own = fields
    .filter((name) => name !== 'because' && name !== 'limits' && !isSame(brief[name], rigs[name]))
    .map((name) => [name, brief[name] ?? emptied(rigs[name])] as const)
    .filter(([, value]) => value !== undefined);
  return {
    ...(Object.fromEntries(own) as BriefOverrides),
    ...(Object.keys(limits).length > 0 ? { limits } : {}),
  };
}

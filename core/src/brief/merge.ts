import type { Brief, BriefOverrides } from './schema.js';

/** The brief as it holds for a setup: its overrides laid over the rig's, limit by limit. */
export function mergeBrief(brief: Brief, overrides: BriefOverrides | undefined): Brief {
  if (!overrides) return brief;
  return { ...brief, ...overrides, limits: { ...brief.limits, ...overrides.limits } };
}

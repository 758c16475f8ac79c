import { z } from 'zod';
import type { Screen, ScreenTool } from '../part/index.js';

/** What a shop page states of the aids on a screen; what it does not name is not known. */
export const screenAids = {
  peaking: z.boolean().optional(),
  falseColour: z.boolean().optional(),
  waveform: z.boolean().optional(),
  zebra: z.boolean().optional(),
  /** Its picture turns over with it. */
  flips: z.boolean().optional(),
};

type Aids = { readonly [K in keyof typeof screenAids]?: boolean | undefined };

const toolsOf: readonly (readonly [keyof Aids, ScreenTool])[] = [
  ['peaking', 'peaking'],
  ['falseColour', 'false-colour'],
  ['waveform', 'waveform'],
  ['zebra', 'zebra'],
];

/** The aids as a screen states them: all that were named, or nothing where none was. */
export function listScreenAids(f: Aids): Pick<Screen, 'tools' | 'flips'> {
  const isNamed = toolsOf.some(([name]) => f[name] !== undefined);
  return {
    ...(isNamed ? { tools: toolsOf.filter(([name]) => f[name]).map(([, tool]) => tool) } : {}),
    ...(f.flips === undefined ? {} : { flips: f.flips }),
  };
}

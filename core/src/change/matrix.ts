import type { Brief } from '../brief/index.js';
import type { Rig, Setup } from '../rig/index.js';
import { measureChangeover, strip, type Changeover } from './change.js';
import type { Built, ChangeOptions } from './steps.js';

/** One change of a day. */
export interface Transition {
  readonly fromId: string;
  readonly toId: string;
}

/** How every setup becomes every other, and how each is built from pieces. */
export interface ChangeMatrix {
  readonly cells: readonly (Transition & {
    /** Undefined where the two have different cameras. */
    readonly change: Changeover | undefined;
  })[];
  readonly fromPieces: ReadonlyMap<string, Changeover>;
}

/** Every setup to every other, row by row, and each from pieces. Quadratic in the number of setups. */
export function measureMatrix(
  builts: ReadonlyMap<string, Built>,
  options: ChangeOptions = {},
): ChangeMatrix {
  const all = [...builts];
  return {
    cells: all.flatMap(([fromId, from]) =>
      all
        .filter(([toId]) => toId !== fromId)
        .map(([toId, to]) => ({ fromId, toId, change: measureChangeover(from, to, options) })),
    ),
    fromPieces: new Map(
      all.map(([id, built]) => [
        id,
        measureChangeover(strip(built), built, { ...options, apart: true })!,
      ]),
    ),
  };
}

/** Whether a change keeps within what the brief of the setup that it ends in allows: undefined where it allows any. */
export function isQuickEnough(change: Changeover, limits: Brief['limits']): boolean | undefined {
  return limits.changeMin === undefined ? undefined : change.seconds <= limits.changeMin * 60;
}

/** How soon a scene wants the first take, and the setup it is shot with. */
export interface Readiness {
  readonly scene: string;
  readonly readyMin: number;
  readonly setupId: string;
}

/** Scenes that say how soon they must be ready, each with the setups that are held as it is; with all where it does not say. */
export function listReadiness({ brief, setups }: Rig): Readiness[] {
  return (brief.scenes ?? []).flatMap(({ name, readyMin, hold }) => {
    if (readyMin === undefined) return [];
    const held = setups.filter((s: Setup) => hold !== undefined && s.hold === hold);
    return (held.length > 0 ? held : hold === undefined ? setups : []).map((s) => ({
      scene: name,
      readyMin,
      setupId: s.id,
    }));
  });
}

/**
 * The changes of a day: where its stretches name their setups, from each to the next; otherwise from every setup to every
 * other, once.
 */
export function listTransitions({ brief, setups }: Rig): {
  readonly list: readonly Transition[];
  /** The brief's day says so. */
  readonly fromDay: boolean;
} {
  const known = new Set(setups.map((s) => s.id));
  const named = (brief.day?.stretches ?? []).flatMap((s) =>
    s.setup !== undefined && known.has(s.setup) ? [s.setup] : [],
  );
  const list = named
    .slice(1)
    .map((toId, i) => ({ fromId: named[i]!, toId }))
    .filter((t) => t.fromId !== t.toId);
  if (list.length > 0) return { list, fromDay: true };
  const every = setups.flatMap((a) =>
    setups.filter((b) => b !== a).map((b) => ({ fromId: a.id, toId: b.id })),
  );
  return { list: every, fromDay: false };
}

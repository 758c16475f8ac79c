import {
  Brief,
  listBriefDoubts,
  listOverrides,
  mergeBrief,
  withoutStale,
  findBecause,
} from '@zucchini/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useBench } from '../desk/benchStore';

/** Why a setup keeps what was emptied. */
const kept = 'what all setups have one setup can set otherwise, but not do without';

/** A place in a brief: `scenes.0.toEv`. */
type Path = string;

/** The value at a path; undefined where there is none. */
export function readAt(value: unknown, path: Path): unknown {
  return path
    .split('.')
    .reduce<unknown>(
      (at, key) =>
        at !== null && typeof at === 'object' ? (at as Record<string, unknown>)[key] : undefined,
      value,
    );
}

/** The same with another value at a path; an undefined one takes the key away, and an object that is left empty as well. */
export function writeAt(value: unknown, path: Path, next: unknown): unknown {
  const [key = '', ...rest] = path.split('.');
  if (Array.isArray(value) || /^\d+$/u.test(key)) {
    const list = Array.isArray(value) ? [...(value as unknown[])] : [];
    const at = Number(key);
    if (rest.length === 0 && next === undefined) list.splice(at, 1);
    else list[at] = rest.length === 0 ? next : writeAt(list[at], rest.join('.'), next);
    return list;
  }
  const fields = { ...(value as Record<string, unknown> | undefined) };
  const inner = rest.length === 0 ? next : writeAt(fields[key], rest.join('.'), next);
  const isEmpty =
    inner === undefined ||
    (rest.length > 0 &&
      inner !== null &&
      typeof inner === 'object' &&
      Object.keys(inner).length === 0);
  // Limits are always there, if only to say that there are none.
  if (!isEmpty || key === 'limits') return { ...fields, [key]: inner ?? {} };
  return Object.fromEntries(Object.entries(fields).filter(([name]) => name !== key));
}

/**
 * The brief of the rig on the bench, changed place by place: each change is one edit that can be undone. What the brief does
 * not take stays where it was typed, with why, and is tried again once something else has changed; everything
 * else is stored. For one setup alone where `scope` says so: then what differs from the rig's is kept with the setup.
 */
export function useBrief(scope = ref<'rig' | 'setup'>('rig')) {
  const bench = useBench();
  const setup = computed(() => bench.rig?.setups.find((s) => s.id === bench.setupId));
  const stored = computed<Brief | undefined>(() => {
    const brief = bench.rig?.brief;
    return brief && (scope.value === 'setup' ? mergeBrief(brief, setup.value?.brief) : brief);
  });
  /** What was typed and is not taken, by its place. */
  const refused = shallowRef<ReadonlyMap<Path, { readonly value: unknown; readonly why: string }>>(
    new Map(),
  );
  // Another rig, or another scope: what was typed belongs to the one before.
  watch([() => bench.rig?.id, scope, () => bench.setupId], () => (refused.value = new Map()));

  const get = (path: Path): unknown => {
    const typed = refused.value.get(path);
    return typed ? typed.value : readAt(stored.value, path);
  };
  const issueAt = (path: Path): string | undefined => refused.value.get(path)?.why;
  const becauseOf = (path: Path): string | undefined => findBecause(stored.value?.because, path);

  const doubts = computed(() => {
    const assembly = bench.report?.assembly;
    return stored.value && assembly ? listBriefDoubts(stored.value, assembly) : [];
  });
  /** What is odd about a figure that is stored all the same. */
  const doubtAt = (path: Path): string | undefined =>
    doubts.value.find((d) => d.path === path)?.message;

  function store(next: Brief): void {
    const now = stored.value!;
    const brief = withoutStale(now, next);
    if (scope.value === 'rig') {
      bench.apply({ type: 'set-brief', brief });
      return;
    }
    const own = listOverrides(bench.rig!.brief, brief);
    bench.apply({ type: 'set-setup-brief', setupId: bench.setupId, brief: own });
  }

  /** Whether a setup would do without what it cannot take away from the rig's brief. */
  function isTakenAway(next: Brief, path: Path): boolean {
    const rigs = bench.rig!.brief;
    if (scope.value === 'rig' || readAt(next, path) !== undefined) return false;
    return readAt(mergeBrief(rigs, listOverrides(rigs, next)), path) !== undefined;
  }

  /** What a value at a path would make of a brief, or why it is not taken. */
  function tryAt(brief: Brief, path: Path, value: unknown): Brief | string {
    const parsed = Brief.safeParse(writeAt(brief, path, value));
    if (parsed.success) return isTakenAway(parsed.data, path) ? kept : parsed.data;
    const own = parsed.error.issues.find((i) => i.path.join('.') === path);
    return (own ?? parsed.error.issues[0]!).message;
  }

  function set(path: Path, value: unknown): void {
    const now = stored.value;
    if (!now || bench.readOnly) return;
    const open = new Map(refused.value);
    open.delete(path);
    const outcome = tryAt(now, path, value);
    let brief = now;
    if (typeof outcome === 'string') open.set(path, { value, why: outcome });
    else brief = outcome;
    // What was refused may fit what it stands beside by now.
    if (typeof outcome !== 'string') {
      for (const [other, typed] of [...open]) {
        const again = tryAt(brief, other, typed.value);
        if (typeof again === 'string') open.set(other, { ...typed, why: again });
        else {
          brief = again;
          open.delete(other);
        }
      }
    }
    refused.value = open;
    if (brief !== now) store(brief);
  }

  /** Takes several places at once, all or none. */
  function take(next: Brief): void {
    refused.value = new Map();
    store(next);
  }

  return { stored, get, set, take, issueAt, doubtAt, becauseOf };
}

export type BriefEditing = ReturnType<typeof useBrief>;

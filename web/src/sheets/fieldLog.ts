import type { LogEntry } from '@zucchini/core';
import { useEventListener } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { api, ApiError } from '../api/client';
import { createId } from '../shared/createId';
import { sayError } from '../shared/sayError';
import { findStorage } from '../shared/storage';

/** Where entries wait that the server has not got yet. */
const placeOf = (rigId: string): string => `zucchini.field.${rigId}`;

/** Between two attempts to hand over what waits, ms. */
const retryMs = 15_000;
/** At most so many are handed over at once. */
const mostAtOnce = 500;

function readWaiting(place: Storage | undefined, rigId: string): LogEntry[] {
  try {
    return JSON.parse(place?.getItem(placeOf(rigId)) ?? '[]') as LogEntry[];
  } catch {
    return [];
  }
}

/**
 * What is ticked, timed, checked and noted for a rig, on location: it counts at once, waits in the browser while the server is
 * away, and is handed over when it is back. What was overruled by a later tick elsewhere is told.
 */
export function useFieldLog(rigId: () => string, now: () => Date = () => new Date()) {
  const place = findStorage();
  const stored = shallowRef<readonly LogEntry[]>([]);
  const waiting = shallowRef<readonly LogEntry[]>([]);
  const overruled = shallowRef<readonly LogEntry[]>([]);
  const trouble = ref('');
  /** Why entries cannot be stored at all: the rig is gone, or they are refused. They stay here. */
  const refused = ref('');
  let handing = false;

  const entries = computed(() => {
    const known = new Set(stored.value.map((e) => e.id));
    return [...stored.value, ...waiting.value.filter((e) => !known.has(e.id))];
  });

  function keep(list: readonly LogEntry[]): void {
    waiting.value = list;
    try {
      if (list.length === 0) place?.removeItem(placeOf(rigId()));
      else place?.setItem(placeOf(rigId()), JSON.stringify(list));
    } catch {
      trouble.value =
        'The browser has no room left: what is ticked now is lost when this page is shut.';
    }
  }

  async function handOver(): Promise<void> {
    if (handing || waiting.value.length === 0 || refused.value !== '') return;
    handing = true;
    const sent = waiting.value.slice(0, mostAtOnce);
    try {
      const reply = await api.addToLog(rigId(), sent);
      stored.value = reply.log;
      overruled.value = [...overruled.value, ...reply.overruled];
      const done = new Set(sent.map((e) => e.id));
      keep(waiting.value.filter((e) => !done.has(e.id)));
      trouble.value = '';
    } catch (error) {
      // A code that is wanted, or a door that is shut, may be mended.
      const isFinal =
        error instanceof ApiError &&
        error.status >= 400 &&
        error.status < 500 &&
        ![401, 403].includes(error.status);
      if (isFinal) refused.value = sayError(error);
      else trouble.value = sayError(error);
    } finally {
      handing = false;
    }
    if (waiting.value.length > 0 && trouble.value === '' && refused.value === '') await handOver();
  }

  async function read(): Promise<void> {
    waiting.value = readWaiting(place, rigId());
    refused.value = '';
    try {
      stored.value = await api.findLog(rigId());
      trouble.value = '';
    } catch (error) {
      trouble.value = sayError(error);
    }
    await handOver();
  }

  /** Adds an entry; its time is now. */
  function add(entry: Omit<LogEntry, 'id' | 'at'>): void {
    const whole: LogEntry = { ...entry, id: createId(), at: now().toISOString() };
    keep([...waiting.value, whole]);
    void handOver();
  }

  /** Takes entries that were made elsewhere, each once. */
  async function bring(list: readonly LogEntry[]): Promise<void> {
    const known = new Set(entries.value.map((e) => e.id));
    const fresh = list.filter((e) => !known.has(e.id));
    if (fresh.length > 0) keep([...waiting.value, ...fresh]);
    await handOver();
  }

  const retry = setInterval(() => void handOver(), retryMs);
  onScopeDispose(() => clearInterval(retry));
  useEventListener('online', () => void handOver());

  return { entries, waiting, overruled, trouble, refused, read, add, bring, handOver };
}

export type FieldLog = ReturnType<typeof useFieldLog>;

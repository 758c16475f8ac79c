import type { LogEntry } from '@zucchini/core';
import { useEventListener } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { api, ApiError } from '../api/client';
import { createId } from '../shared/createId';
import { sayError } from '../shared/sayError';
import { findStorage } from '../shared/storage';
import { dropWaiting, holdsWaiting, keepWaiting, listWaiting } from './waiting';

/** Between two attempts to hand over what waits, ms. */
const retryMs = 15_000;
/** At most so many are handed over at once. */
const mostAtOnce = 500;

/**
 * What is ticked, timed, checked and noted for a rig, on location: it counts at once, waits in the browser while the server is
 * away, and is handed over when it is back. What was overruled by a later tick elsewhere is told.
 */
export function useFieldLog(rigId: () => string, now: () => Date = () => new Date()) {
  const place = findStorage();
  const stored = shallowRef<readonly LogEntry[]>([]);
  /** What waits in the browser, of every tab. */
  const kept = shallowRef<readonly LogEntry[]>([]);
  /** What the browser had no room for: it is on this page alone. */
  const unkept = shallowRef<readonly LogEntry[]>([]);
  const waiting = computed(() => [...kept.value, ...unkept.value]);
  const overruled = shallowRef<readonly LogEntry[]>([]);
  const trouble = ref('');
  /** Why entries cannot be stored at all: the rig is gone, or they are refused. They stay here. */
  const refused = ref('');
  let handing = false;

  const entries = computed(() => {
    const known = new Set(stored.value.map((e) => e.id));
    return [...stored.value, ...waiting.value.filter((e) => !known.has(e.id))];
  });

  const readKept = (): void => {
    kept.value = listWaiting(place, rigId());
  };

  function keep(list: readonly LogEntry[]): void {
    const roomless = list.filter((entry) => !keepWaiting(place, rigId(), entry));
    unkept.value = [...unkept.value, ...roomless];
    readKept();
  }

  async function handOver(): Promise<void> {
    if (handing || waiting.value.length === 0 || refused.value !== '') return;
    handing = true;
    const sent = waiting.value.slice(0, mostAtOnce);
    try {
      const reply = await api.addToLog(rigId(), sent, now());
      stored.value = reply.log;
      overruled.value = [...overruled.value, ...reply.overruled];
      const done = new Set(sent.map((e) => e.id));
      dropWaiting(place, rigId(), sent);
      unkept.value = unkept.value.filter((e) => !done.has(e.id));
      readKept();
      trouble.value = '';
    } catch (error) {
      // A code that is wanted, or a door that is shut, may be mended.
      const isFinal =
        error instanceof ApiError &&
        error.status >= 400 &&
        error.status < 500 &&
        ![401, 403, 408, 429].includes(error.status);
      if (isFinal) refused.value = sayError(error);
      else trouble.value = sayError(error);
    } finally {
      handing = false;
    }
    if (waiting.value.length > 0 && trouble.value === '' && refused.value === '') await handOver();
  }

  /** Reads what the server has; whether it told. */
  async function readStored(): Promise<boolean> {
    try {
      stored.value = await api.findLog(rigId());
      trouble.value = '';
      return true;
    } catch (error) {
      trouble.value = sayError(error);
      return false;
    }
  }

  async function read(): Promise<void> {
    readKept();
    refused.value = '';
    await readStored();
    await handOver();
  }

  /** Adds an entry; its time is now. */
  function add(entry: Omit<LogEntry, 'id' | 'at'>): void {
    const whole: LogEntry = { ...entry, id: createId(), at: now().toISOString() };
    keep([whole]);
    void handOver();
  }

  /** Takes entries that were made elsewhere, each once. */
  async function bring(list: readonly LogEntry[]): Promise<void> {
    const known = new Set(entries.value.map((e) => e.id));
    const fresh = list.filter((e) => !known.has(e.id));
    keep(fresh);
    await handOver();
  }

  /** Takes entries out for good: those that wait here, and those that are stored. Rejects where they stay. */
  async function remove(list: readonly LogEntry[]): Promise<void> {
    const ids = new Set(list.map((e) => e.id));
    const known = stored.value.filter((e) => ids.has(e.id));
    if (known.length > 0) {
      stored.value = await api.clearLog(
        rigId(),
        known.map((e) => e.id),
      );
    }
    dropWaiting(place, rigId(), list);
    unkept.value = unkept.value.filter((e) => !ids.has(e.id));
    readKept();
    // What was refused for want of room may go now.
    refused.value = '';
    void handOver();
  }

  const retry = setInterval(() => void handOver(), retryMs);
  onScopeDispose(() => clearInterval(retry));
  useEventListener('online', () => void handOver());
  // Another tab of this browser keeps its entries beside these. What it has handed over is read before it is let go of here.
  useEventListener('storage', async ({ key, newValue }: StorageEvent) => {
    if (!holdsWaiting(key, rigId())) return;
    if (newValue !== null || (await readStored())) readKept();
  });

  return {
    entries,
    waiting,
    unkept,
    overruled,
    trouble,
    refused,
    read,
    add,
    bring,
    handOver,
    remove,
  };
}

export type FieldLog = ReturnType<typeof useFieldLog>;

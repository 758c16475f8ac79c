import type { BackupLook, KeptBackups, Restored } from '@zucchini/core';
import { ref, shallowRef } from 'vue';
import { api, type BackupFrom } from '../api/client';
import { announce } from '../shared/announce';
import { sayError } from '../shared/sayError';
import { saveBlob } from '../shared/saveText';

/** A backup that somebody thinks of putting in: where it comes from, and what it holds once that is known. */
export interface Chosen {
  readonly from: BackupFrom;
  readonly name: string;
  readonly look?: BackupLook;
}

/** Taking everything along as one file, and putting such a file in the place of everything. */
export function useBackups(now: () => Date) {
  const busy = ref<'taking' | 'reading' | 'restoring'>();
  const trouble = ref('');
  const kept = shallowRef<KeptBackups>();
  const chosen = shallowRef<Chosen>();
  const restored = shallowRef<Restored>();
  let running: AbortController | undefined;

  /** Does one thing at a time; what went wrong is said, unless it was stopped. */
  async function during(
    what: NonNullable<typeof busy.value>,
    title: string,
    work: (signal: AbortSignal) => Promise<void>,
  ): Promise<void> {
    const mine = new AbortController();
    running = mine;
    busy.value = what;
    trouble.value = '';
    try {
      await work(mine.signal);
    } catch (error) {
      if (!mine.signal.aborted) trouble.value = `${title} ${sayError(error)}`;
    } finally {
      busy.value = undefined;
    }
  }

  const stop = () => running?.abort();

  async function list(): Promise<void> {
    try {
      kept.value = await api.listBackups();
    } catch (error) {
      trouble.value = sayError(error);
    }
  }

  const take = () =>
    during('taking', 'No backup was made.', async (signal) => {
      const file = await api.takeBackup(signal);
      saveBlob(`zucchini-${now().toISOString().slice(0, 10)}.backup.gz`, file);
      announce('The backup is in your downloads.');
    });

  const choose = (from: BackupFrom, name: string) =>
    during('reading', `“${name}” was not read. Nothing has changed.`, async (signal) => {
      restored.value = undefined;
      chosen.value = { from, name };
      try {
        chosen.value = { from, name, look: await api.lookIntoBackup(from, signal) };
        announce('The backup was read. Nothing has changed yet.');
      } catch (error) {
        chosen.value = undefined;
        throw error;
      }
    });

  const forget = () => {
    chosen.value = undefined;
  };

  const restore = (leavesOut: boolean) =>
    during('restoring', 'Nothing was replaced.', async () => {
      const { from, look } = chosen.value!;
      restored.value = await api.restoreBackup(from, look!.mark, leavesOut);
      chosen.value = undefined;
      announce('The backup is in place.');
      await list();
    });

  return { busy, trouble, kept, chosen, restored, stop, list, take, choose, forget, restore };
}

import type { Rig } from '@zucchini/core';
import { ApiError } from '../api/client';
import { dropDraft, keepDraft, type DraftPlace } from './drafts';
import { sayError } from '../shared/sayError';

/** Where a rig's changes are: on the server, on their way, or still only here. */
export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'failed'; readonly message: string; readonly kept: boolean }
  | { readonly kind: 'refused'; readonly message: string }
  | { readonly kind: 'conflict'; readonly stored: number }
  /** The rig was taken off the shelf elsewhere. */
  | { readonly kind: 'gone' };

export interface SaverOptions {
  readonly save: (rig: Rig, revision: number) => Promise<{ revision: number }>;
  readonly place: DraftPlace | undefined;
  /** Whose drafts these are. */
  readonly windowId: string;
  readonly onState: (state: SaveState) => void;
  readonly waitMs?: number;
  readonly retryMs?: number;
}

const longestRetryMs = 30_000;

/**
 * Stores a rig after each pause in its changes. One save at a time; what changes meanwhile goes with the
 * next. A save that does not get through is tried again, ever less often, and the changes stay in the
 * browser's storage until it has.
 */
export class Saver {
  private revision: number;
  private stored: Rig;
  private wanted: Rig;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private running = false;
  private stopped = false;
  private tries = 0;

  constructor(
    rig: Rig,
    revision: number,
    private readonly options: SaverOptions,
  ) {
    this.revision = revision;
    this.stored = rig;
    this.wanted = rig;
  }

  /** The rig as it now should be stored. */
  want(rig: Rig): void {
    if (rig === this.wanted) return;
    this.wanted = rig;
    this.keep();
    if (rig === this.stored && !this.running) {
      this.settle();
      return;
    }
    this.tries = 0;
    this.tell({ kind: 'waiting' });
    this.schedule(this.options.waitMs ?? 500);
  }

  /** Saves at once what waits. */
  flush(): Promise<void> {
    clearTimeout(this.timer);
    return this.run();
  }

  /** After a conflict: store mine over what is stored, which is what it is put together with from now on. */
  overwrite(storedRevision: number, stored: Rig = this.stored): Promise<void> {
    this.revision = storedRevision;
    this.stored = stored;
    return this.flush();
  }

  /** After a conflict: goes on from what is stored, with nothing to store yet. */
  rest(storedRevision: number, stored: Rig): void {
    clearTimeout(this.timer);
    this.revision = storedRevision;
    this.stored = stored;
    this.wanted = stored;
  }

  /** Stores what waits and says no more: whoever listens shows another rig by then. */
  close(): void {
    void this.flush();
    this.stopped = true;
  }

  /** Lets go of what is not stored, here and in the browser's storage. */
  abandon(): void {
    this.stopped = true;
    clearTimeout(this.timer);
    this.wanted = this.stored;
    dropDraft(this.options.place, this.stored.id, this.options.windowId);
  }

  /** What changes would be put together with, should another window have stored meanwhile. */
  get base(): Rig {
    return this.stored;
  }

  private keep(): boolean {
    const { place, windowId } = this.options;
    return keepDraft(place, windowId, {
      revision: this.revision,
      rig: this.wanted,
      base: this.stored,
      at: Date.now(),
    });
  }

  private tell(state: SaveState): void {
    if (!this.stopped) this.options.onState(state);
  }

  private schedule(ms: number): void {
    clearTimeout(this.timer);
    if (!this.stopped) this.timer = setTimeout(() => void this.run(), ms);
  }

  private settle(): void {
    clearTimeout(this.timer);
    dropDraft(this.options.place, this.stored.id, this.options.windowId);
    this.tell({ kind: 'saved' });
  }

  private async run(): Promise<void> {
    if (this.running || this.wanted === this.stored) return;
    this.running = true;
    const rig = this.wanted;
    this.tell({ kind: 'saving' });
    try {
      const { revision } = await this.options.save(rig, this.revision);
      this.revision = revision;
      this.stored = rig;
      this.tries = 0;
      this.running = false;
      if (this.wanted === rig) this.settle();
      else {
        this.keep();
        // Left meanwhile, what came after goes at once: nobody is there to wait for a pause.
        if (this.stopped) await this.run();
        else this.schedule(0);
      }
    } catch (error) {
      this.running = false;
      this.fail(error);
    }
  }

  private fail(error: unknown): void {
    const kept = this.keep();
    const status = error instanceof ApiError ? error.status : 0;
    const message = sayError(error);
    if (error instanceof ApiError && status === 409 && error.revision !== undefined) {
      this.tell({ kind: 'conflict', stored: error.revision });
    } else if (status === 404) {
      this.tell({ kind: 'gone' });
    } else if (status >= 400 && status < 500 && status !== 409) {
      // Without a revision, 409 says that others were storing at that moment: it is tried again.
      this.tell({ kind: 'refused', message });
    } else {
      this.tell({ kind: 'failed', message, kept });
      const base = this.options.retryMs ?? 2000;
      this.schedule(Math.min(longestRetryMs, base * 2 ** this.tries));
      this.tries += 1;
    }
  }
}

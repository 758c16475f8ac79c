import { setTimeout as sleep } from 'node:timers/promises';
import type { NotComputed } from '@zucchini/core';
import type { DataSource } from 'typeorm';
import { giveUp } from './due.js';
import { listAll, listDue, type DueRig } from './marks.js';

/** Computes the figures of one rig and stores them; rejects by `NotJudged` where it was ended, otherwise with what went wrong. */
export type Judge = (rig: DueRig) => Promise<void>;

/** The figures of a rig cannot be computed. */
export class NotJudged extends Error {
  constructor(readonly why: NotComputed) {
    super(`not computed: ${why}`);
  }
}

/** Rigs that are asked for at a time. */
const batch = 50;
/** How soon it is tried again where the database is away, in ms. */
const retryMs = 2000;
/** How often it is looked for what others have left, in ms. */
const lookMs = 20_000;

/**
 * Works off the figures of the shelf, one rig after the other, beside everything else. What is due is written down in the
 * database: whoever ends it at any moment loses nothing, and the next one goes on.
 */
export class Keeper {
  private running: Promise<void> | undefined;
  /** How often it was woken, and how often it had been when it last looked. */
  private wakes = 0;
  private looked = 0;
  private again: DueRig[] = [];
  private readonly over = new AbortController();
  private readonly timer: NodeJS.Timeout;

  constructor(
    private readonly database: DataSource,
    private readonly judge: Judge,
    private readonly tell: (error: Error) => void,
  ) {
    this.timer = setInterval(() => this.wake(), lookMs);
    this.timer.unref();
  }

  /** Something may be due. */
  wake(): void {
    this.wakes += 1;
    this.start();
  }

  /** Every rig is computed again, after what is due: another edition may judge what is stored in another way. */
  async revisit(): Promise<void> {
    this.again = await listAll(this.database.manager);
    this.wake();
  }

  /** Resolves when nothing is left to do. */
  async settle(): Promise<void> {
    this.wake();
    while (this.running) await this.running;
  }

  /** Begins nothing more; what was begun is done once more by the next one. */
  end(): void {
    clearInterval(this.timer);
    this.over.abort();
  }

  /** Resolves when what was begun is over. */
  async ended(): Promise<void> {
    await this.running;
  }

  private start(): void {
    if (this.isOver()) return;
    this.running ??= this.work().finally(() => {
      this.running = undefined;
      // Woken between its last look and now.
      if (this.wakes !== this.looked) this.start();
    });
  }

  private isOver(): boolean {
    return this.over.signal.aborted;
  }

  private async work(): Promise<void> {
    while (!this.isOver()) {
      this.looked = this.wakes;
      try {
        const due = await listDue(this.database.manager, batch);
        for (const rig of due) await this.take(rig);
        if (due.length > 0 || this.wakes !== this.looked) continue;
        const next = this.again.shift();
        if (!next) return;
        await this.take(next);
      } catch (error) {
        if (this.isOver()) return;
        this.tell(error as Error);
        await sleep(retryMs, undefined, { signal: this.over.signal, ref: false }).catch(
          () => undefined,
        );
      }
    }
  }

  private async take(rig: DueRig): Promise<void> {
    if (this.isOver()) return;
    try {
      await this.judge(rig);
    } catch (error) {
      if (this.isOver()) throw error;
      // A database that is away says so here: the rig is not at fault, and its turn comes again.
      await this.database.query('SELECT 1');
      const why = error instanceof NotJudged ? error.why : 'fault';
      if (!(error instanceof NotJudged)) this.tell(error as Error);
      await giveUp(this.database.manager, rig, why);
    }
  }
}

import { setTimeout as sleep } from 'node:timers/promises';
import type { LogEntry, LogReply } from '@zucchini/core';
import { askCopy } from './copy.ts';
import type { Chance } from './random.ts';

/** Between two entries, ms: somebody who ticks fast. */
const pauseMs = 30;

/** Somebody on location: ticks and notes without pause, keeps what was not taken, and hands it over again. */
export class Phone {
  private waiting: LogEntry[] = [];
  private readonly noted: string[] = [];
  private made = 0;
  private isOver = false;
  private running: Promise<void> = Promise.resolve();
  private ticked: boolean | undefined;

  constructor(
    private readonly port: number,
    private readonly rigId: string,
    readonly name: string,
    private readonly chance: Chance,
  ) {}

  /** Goes on until it is stopped or nobody answers. */
  start(): void {
    this.isOver = false;
    this.running = this.work();
  }

  async stop(): Promise<void> {
    this.isOver = true;
    await this.running;
  }

  /** How many entries were taken. */
  get taken(): number {
    return this.made - this.waiting.length;
  }

  /** Hands over what waits; what is then lost or there twice, in words. */
  async check(): Promise<string[]> {
    await this.handOver();
    const reply = await askCopy(this.port, 'GET', `/api/rigs/${this.rigId}/log`);
    if (reply?.status !== 200 || this.waiting.length > 0) return [`${this.name}: no answer`];
    const { log } = reply.body as LogReply;
    const ids = log.map((e) => e.id);
    const wrong = this.noted.flatMap((id) => {
      const times = ids.filter((one) => one === id).length;
      return times === 1 ? [] : [`${this.name}: note ${id} is there ${times} times`];
    });
    const ticks = log.filter((e) => e.subject === this.subject);
    if (this.ticked !== undefined && (ticks.length !== 1 || ticks[0]!.yes !== this.ticked)) {
      wrong.push(`${this.name}: ticked ${this.ticked}, there is ${JSON.stringify(ticks)}`);
    }
    return wrong;
  }

  private get subject(): string {
    return `item ${this.name}`;
  }

  private create(): LogEntry {
    this.made += 1;
    const whole = { id: `${this.name}-${this.made}`, at: new Date().toISOString() };
    if (this.chance.below(8) === 0) {
      this.noted.push(whole.id);
      return { ...whole, kind: 'note', text: `note ${this.made}` };
    }
    this.ticked = this.chance.below(2) === 0;
    return { ...whole, kind: 'packed', subject: this.subject, yes: this.ticked };
  }

  private async handOver(): Promise<boolean> {
    if (this.waiting.length === 0) return true;
    const sent = [...this.waiting];
    const reply = await askCopy(this.port, 'POST', `/api/rigs/${this.rigId}/log`, {
      entries: sent,
      sentAt: new Date().toISOString(),
    });
    if (reply?.status !== 200) return false;
    this.waiting = this.waiting.slice(sent.length);
    return true;
  }

  private async work(): Promise<void> {
    while (!this.isOver) {
      this.waiting.push(this.create());
      if (!(await this.handOver())) return;
      await sleep(pauseMs);
    }
  }
}

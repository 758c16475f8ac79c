import { Worker, type ResourceLimits } from 'node:worker_threads';
import type { Answer, Reply, Task, ThreadData } from './messages.js';

/** Why a task was ended before it was done. */
export type Ending = 'time' | 'memory' | 'fault';

/** A task was ended: what it had begun is undone by the database. */
export class Ended extends Error {
  constructor(
    readonly why: Ending,
    message: string,
  ) {
    super(message);
    this.name = 'Ended';
  }
}

export interface PoolOptions {
  /** The file that a thread runs. */
  readonly entry: URL;
  readonly data: ThreadData;
  /** How many tasks are worked on at the same time, each in a thread of its own. */
  readonly size: number;
  readonly limits: ResourceLimits;
  /** The longest that a task may take, in ms; then its thread is ended. */
  readonly longestMs: number;
  /** How long a thread is kept with nothing to do, in ms. */
  readonly idleMs: number;
}

interface Waiting {
  readonly task: Task;
  readonly signal: AbortSignal | undefined;
  readonly resolve: (reply: Reply | undefined) => void;
  readonly reject: (error: Error) => void;
}

/** One thread at a time, started when it is first needed and again after it was ended. */
class Lane {
  private worker: Worker | undefined;
  private idling: NodeJS.Timeout | undefined;

  constructor(private readonly options: PoolOptions) {}

  /** Works on one task to its end, whatever becomes of the thread. */
  run(task: Task, signal?: AbortSignal): Promise<Reply | undefined> {
    clearTimeout(this.idling);
    const worker = (this.worker ??= this.start());
    return new Promise((resolve, reject) => {
      // Only our own listeners go: a thread that is being ended tells others too.
      const settle = (act: () => void) => {
        clearTimeout(timer);
        signal?.removeEventListener('abort', stop);
        worker.off('message', hear).off('error', fail).off('exit', leave);
        act();
        this.idle();
      };
      const end = (why: Ending, message: string) => {
        this.forget(worker);
        settle(() => reject(new Ended(why, message)));
      };
      const hear = (answer: Answer) => {
        settle(() => {
          if (answer.state === 'done') resolve(answer.reply);
          else reject(Object.assign(new Error(answer.message), { code: answer.code }));
        });
      };
      const fail = (error: NodeJS.ErrnoException) =>
        end(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? 'memory' : 'fault', error.message);
      const stop = () => end('fault', 'nobody waits for it any more');
      const leave = (code: number) => end('fault', `the thread ended by itself with code ${code}`);
      const { longestMs } = this.options;
      const timer = setTimeout(() => end('time', `not done within ${longestMs} ms`), longestMs);
      worker.on('message', hear).on('error', fail).on('exit', leave);
      signal?.addEventListener('abort', stop);
      worker.postMessage(task);
    });
  }

  async close(): Promise<void> {
    clearTimeout(this.idling);
    const { worker } = this;
    this.worker = undefined;
    await worker?.terminate();
  }

  private start(): Worker {
    const { entry, data, limits } = this.options;
    // Without what the server itself was started with: a thread runs what is built.
    const worker = new Worker(entry, { workerData: data, resourceLimits: limits, execArgv: [] });
    // What a thread says that has nothing to do meets nobody, and must not end the server.
    worker.on('error', () => this.forget(worker));
    worker.unref();
    return worker;
  }

  private idle(): void {
    this.idling = setTimeout(() => void this.close(), this.options.idleMs);
    this.idling.unref();
  }

  private forget(worker: Worker): void {
    if (this.worker === worker) this.worker = undefined;
    void worker.terminate();
  }
}

/** Threads for work that must hold nobody up: each task has its time and its memory, and is ended when they are over. */
export class Pool {
  private readonly free: Lane[];
  private readonly lanes: readonly Lane[];
  private readonly queue: Waiting[] = [];
  private isClosed = false;

  constructor(options: PoolOptions) {
    this.lanes = Array.from({ length: options.size }, () => new Lane(options));
    this.free = [...this.lanes];
  }

  /**
   * Works on a task when its turn has come. Rejects by `Ended` where it was ended, by `signal` or otherwise, and with what went
   * wrong in it.
   */
  run(task: Task, signal?: AbortSignal): Promise<Reply | undefined> {
    if (this.isClosed) return Promise.reject(new Ended('fault', 'closed'));
    return new Promise((resolve, reject) => {
      this.queue.push({ task, signal, resolve, reject });
      this.next();
    });
  }

  /** Ends every thread; tasks that wait are not begun. */
  async close(): Promise<void> {
    this.isClosed = true;
    for (const { reject } of this.queue.splice(0)) reject(new Ended('fault', 'closed'));
    await Promise.all(this.lanes.map((lane) => lane.close()));
  }

  private next(): void {
    if (this.isClosed) return;
    // The one that was free last is warm.
    const lane = this.free.pop();
    if (!lane) return;
    const waiting = this.queue.shift();
    if (!waiting) {
      this.free.push(lane);
      return;
    }
    if (waiting.signal?.aborted) {
      this.free.push(lane);
      waiting.reject(new Ended('fault', 'nobody waits for it any more'));
      this.next();
      return;
    }
    void lane
      .run(waiting.task, waiting.signal)
      .then(waiting.resolve, waiting.reject)
      .finally(() => {
        this.free.push(lane);
        this.next();
      });
  }
}

import type { Part } from '@zucchini/core';
import { wrap, type Remote } from 'comlink';
import { toRaw } from 'vue';

/** A worker that is started when it is first asked, and may be ended in the middle of its work. */
export interface WorkerLink<Api> {
  /** What the worker can be asked; starts it where it is not running. */
  ask(): Remote<Api>;
  /** Ends it at once: what it was asked is never answered. The next question starts another. */
  end(): void;
  /** Parts that the running worker has not been given yet in this era; it counts as given them from now on. */
  takeNewParts(all: Iterable<Part>, era: number): Part[];
}

/** Links to a worker by its maker, which stands where the bundler can see its file. */
export function linkWorker<Api>(make: () => Worker): WorkerLink<Api> {
  let running: { readonly worker: Worker; readonly remote: Remote<Api> } | undefined;
  // A part that was changed is another object and goes over again.
  let given = new WeakSet<Part>();
  let givenIn: number | undefined;
  return {
    ask() {
      if (!running) {
        const worker = make();
        running = { worker, remote: wrap<Api>(worker) };
      }
      return running.remote;
    },
    end() {
      running?.worker.terminate();
      running = undefined;
      given = new WeakSet();
    },
    takeNewParts(all, era) {
      // In another era what was given before counts no more.
      if (era !== givenIn) given = new WeakSet();
      givenIn = era;
      const fresh = [...all].map((p) => toRaw(p)).filter((p) => !given.has(p));
      for (const part of fresh) given.add(part);
      return fresh;
    },
  };
}

/** A copy without the interface's wrappings, which cannot be sent. Plain data only. */
export function toPlain<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T;
}

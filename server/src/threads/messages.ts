import type { DueRig } from '../rigs/marks.js';

/** What a thread is started with. */
export interface ThreadData {
  readonly url: string;
  /** Where backups lie; without it none are read. */
  readonly backups?: string;
  /** Whether its faults are logged. */
  readonly log?: boolean;
}

/** What a thread is given to do. */
export type Task =
  | { readonly kind: 'judge'; readonly rig: DueRig }
  | {
      readonly kind: 'request';
      readonly method: string;
      readonly url: string;
      /** JSON, where there is one. */
      readonly body?: Uint8Array;
    };

/** What a request was answered with. */
export interface Reply {
  readonly status: number;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: Uint8Array;
}

/** What a thread says when a task is done; `reply` for a request. */
export type Answer =
  | { readonly state: 'done'; readonly reply?: Reply }
  | { readonly state: 'failed'; readonly message: string; readonly code?: string };

export { createThreads, type Threads, type ThreadsOptions } from './threads.js';
export { handOverPlugin } from './plugin.js';
export type { Answer, Reply, Task, ThreadData } from './messages.js';
export { Ended, type Pool } from './pool.js';

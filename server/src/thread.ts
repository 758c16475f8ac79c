/** A thread beside the server: computes figures, and takes in what is too large to be read beside others' requests. */
import { parentPort, workerData } from 'node:worker_threads';
import { loadCollider } from '@zucchini/core';
import type { FastifyInstance, InjectOptions } from 'fastify';
import type { DataSource } from 'typeorm';
import { buildApp } from './app.js';
import { connect } from './database/index.js';
import { judgeDue } from './rigs/due.js';
import type { Answer, Reply, Task, ThreadData } from './threads/index.js';

const { url, backups, log } = workerData as ThreadData;
const port = parentPort!;

/** One at a time is asked, so one connection would do; the second is for a transaction that reads beside itself. */
const poolSize = 2;

let opening: Promise<DataSource> | undefined;
let app: Promise<FastifyInstance> | undefined;

/** The database; asked for again after it was away. */
function open(): Promise<DataSource> {
  opening ??= connect(url, poolSize).catch((error: Error) => {
    opening = undefined;
    throw error;
  });
  return opening;
}

async function answer(task: Extract<Task, { kind: 'request' }>): Promise<Reply> {
  const database = await open();
  app ??= buildApp({
    database,
    ...(backups === undefined ? {} : { backups }),
    // Faults of a thread stand in the log of its server.
    ...(log ? { log } : {}),
    demo: () => {
      throw new Error('The demo is not brought here.');
    },
  });
  const reply = await (
    await app
  ).inject({
    method: task.method as InjectOptions['method'] & string,
    url: task.url,
    headers: { host: '127.0.0.1', ...(task.body ? { 'content-type': 'application/json' } : {}) },
    ...(task.body ? { payload: Buffer.from(task.body) } : {}),
  });
  const headers: Record<string, string> = {};
  for (const [name, value] of Object.entries(reply.headers)) {
    if (typeof value === 'string') headers[name] = value;
  }
  return { status: reply.statusCode, headers, body: reply.rawPayload };
}

async function work(task: Task): Promise<Answer> {
  if (task.kind === 'request') return { state: 'done', reply: await answer(task) };
  const [database, collider] = await Promise.all([open(), loadCollider()]);
  await judgeDue(database.manager, task.rig, collider, () => performance.now());
  return { state: 'done' };
}

port.on('message', (task: Task) => {
  work(task).then(
    (done) => port.postMessage(done),
    (error: NodeJS.ErrnoException) => {
      const { message, code } = error;
      const failed: Answer = { state: 'failed', message, ...(code ? { code } : {}) };
      port.postMessage(failed);
    },
  );
});

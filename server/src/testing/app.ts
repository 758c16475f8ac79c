/** The whole server over a database of its own, for tests. */
import { randomBytes } from 'node:crypto';
import type { StandInScale } from '@zucchini/core';
import type { FastifyInstance, InjectOptions } from 'fastify';
import { DataSource } from 'typeorm';
import { buildApp } from '../app.js';
import { openDatabase } from '../database/index.js';
import { loadDemo, type Demo } from '../demo/load.js';
import { createThreads, type ThreadsOptions } from '../threads/index.js';

export type { InjectOptions };

export interface TestApp {
  readonly app: FastifyInstance;
  readonly database: DataSource;
  /** Resolves when the shelf's figures are those of what is stored. */
  settle(): Promise<void>;
  /** Asks the server as a browser on this machine would. */
  ask(
    options: InjectOptions,
  ): Promise<{ status: number; body: any; headers: Record<string, unknown> }>; // eslint-disable-line @typescript-eslint/no-explicit-any -- answers are looked into freely
  close(): Promise<void>;
}

/** An answer as a value; text that is no JSON as it is. */
function readBody(text: string): unknown {
  if (text === '') return undefined;
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}

/** An empty database on the test server, gone when it is closed. */
export async function createTestDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const serverUrl = process.env.ZUCCHINI_TEST_SERVER_URL;
  if (!serverUrl)
    throw new Error('ZUCCHINI_TEST_SERVER_URL is not set: run the tests through npm run unit');
  const name = `test_${randomBytes(6).toString('hex')}`;
  const admin = await new DataSource({ type: 'mariadb', url: `${serverUrl}zucchini` }).initialize();
  await admin.query(`CREATE DATABASE ${name}`);
  return {
    url: `${serverUrl}${name}`,
    drop: async () => {
      await admin.query(`DROP DATABASE ${name}`);
      await admin.destroy();
    },
  };
}

export interface TestAppOptions {
  readonly now?: () => Date;
  readonly scale?: StandInScale;
  /** The folder in which backups lie. */
  readonly backups?: string;
  /** Works in threads, which run what is built; on one's own thread where absent. */
  readonly threads?: ThreadsOptions;
}

export async function createTestApp(
  demo: Demo,
  { now = () => new Date(), scale, threads, backups }: TestAppOptions = {},
): Promise<TestApp> {
  const { url, drop } = await createTestDatabase();
  const database = await openDatabase(url);
  await loadDemo(database, demo, now());
  const app = await buildApp({
    database,
    demo: () => demo,
    now,
    keepsShelf: true,
    checksAnswers: true,
    ...(scale ? { scale } : {}),
    ...(backups === undefined ? {} : { backups }),
    ...(threads
      ? {
          threads: createThreads(url, {
            ...(backups === undefined ? {} : { backups }),
            ...threads,
          }),
        }
      : {}),
  });
  return {
    app,
    database,
    settle: () => app.keeper!.settle(),
    ask: async (options) => {
      const reply = await app.inject({
        ...options,
        headers: { host: '127.0.0.1:4710', ...options.headers },
      });
      return {
        status: reply.statusCode,
        body: readBody(reply.body),
        headers: reply.headers,
      };
    },
    close: async () => {
      await app.close();
      await database.destroy();
      await drop();
    },
  };
}

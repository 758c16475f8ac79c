import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { BackupLook, KeptBackups, Problem, Restored } from '@zucchini/core';
import type { FastifyReply, FastifyRequest } from 'fastify';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { errnoOf } from '../database/index.js';
import { ProblemError } from '../problems/index.js';
import { Ended, type Pool } from '../threads/index.js';
import { backUp } from './back-up.js';
import { BackupError } from './lines.js';
import { ChangedMeanwhile, lookInto, restore } from './restore.js';

/** The largest backup that is taken in, zipped: some ten thousand rigs with their versions. */
const mostBytes = 1024 * 1024 * 1024;

/** A file that came in and is not wanted any more after this, in ms: whoever was ended left it. */
const forgottenMs = 24 * 60 * 60_000;

const end = '.backup.gz';
const incoming = 'incoming-';
/** What a file of ours may be called: no way into another folder. */
const FileName = z.string().regex(/^[a-zA-Z0-9-]{1,100}\.backup\.gz$/u);

const From = z.object({
  /** One of the backups that lie here, in the place of one that is sent. */
  kept: FileName.optional(),
});
const How = From.extend({
  /** The state that may be replaced, as the look told it. */
  mark: z.string().max(100),
  leavesOut: z.stringbool().default(false),
});

/** What went wrong with a backup, in words for whoever sent it. */
function toProblem(error: unknown): unknown {
  if (error instanceof BackupError) return new ProblemError('unsound', error.message);
  if (error instanceof ChangedMeanwhile) {
    return new ProblemError(
      'stale',
      'Something was stored here since this backup was looked at. Look at it again.',
    );
  }
  const { code } = error as NodeJS.ErrnoException;
  if (code === 'ENOENT') return new ProblemError('not-found', 'This backup is not there any more.');
  return code === 'ENOSPC' && errnoOf(error) === undefined
    ? new ProblemError('disk-full', 'There is no room for this backup. Nothing was replaced.')
    : error;
}

/** The bytes that go by; more than may be are refused. */
async function* limited(body: Readable): AsyncGenerator<Buffer> {
  let bytes = 0;
  for await (const piece of body as AsyncIterable<Buffer>) {
    bytes += piece.length;
    if (bytes > mostBytes) {
      throw new ProblemError('too-large', `At most ${mostBytes / 1024 ** 3} GB are read here.`);
    }
    yield piece;
  }
}

async function clearForgotten(folder: string, now: Date): Promise<void> {
  for (const name of await readdir(folder)) {
    if (!name.startsWith(incoming)) continue;
    const path = join(folder, name);
    // Whoever it belongs to may be done with it just now.
    const { mtimeMs } = await stat(path).catch(() => ({ mtimeMs: Infinity }));
    if (now.getTime() - mtimeMs > forgottenMs) await rm(path, { force: true });
  }
}

export interface BackupOptions {
  readonly database: DataSource;
  /** Where backups lie that were taken by themselves. */
  readonly folder: string;
  readonly now: () => Date;
  /** Where backups are read and put in; on the thread of the server itself where absent. */
  readonly pool?: Pool;
}

/** Backups: everything into one file, and a file in the place of everything. */
export const backupPlugin: FastifyPluginAsyncZod<BackupOptions> = async (
  app,
  { database, folder, now, pool },
) => {
  const { url } = database.options as { url: string };
  const place = () => ({ url, folder, now: now() });

  // A backup goes into a file as it comes; nothing else of the server reads it.
  app.addContentTypeParser(
    ['application/gzip', 'application/octet-stream'],
    (_request, body, done) => done(null, body),
  );

  /** A file that is there for as long as work is done on it: the one that is named, or what was sent. */
  async function withFile<T>(
    request: FastifyRequest,
    kept: string | undefined,
    work: (name: string) => Promise<T>,
  ): Promise<T> {
    if (kept !== undefined) {
      await stat(join(folder, kept));
      return work(kept);
    }
    if (!(request.body as Readable | null)?.pipe) {
      throw new ProblemError('malformed', 'A backup is expected here.');
    }
    await mkdir(folder, { recursive: true, mode: 0o700 });
    await clearForgotten(folder, now());
    const name = `${incoming}${randomUUID()}${end}`;
    const path = join(folder, name);
    try {
      await pipeline(limited(request.body as Readable), createWriteStream(path, { mode: 0o600 }));
      return await work(name);
    } finally {
      await rm(path, { force: true });
    }
  }

  /** Has a request answered by a thread, where there are any; ended where nobody waits for it any more, if it may be. */
  async function elsewhere(
    request: FastifyRequest,
    reply: FastifyReply,
    address: string,
    mayEnd: boolean,
  ): Promise<unknown> {
    const stopping = new AbortController();
    if (mayEnd) reply.raw.once('close', () => stopping.abort());
    try {
      const answer = await pool!.run(
        { kind: 'request', method: request.method, url: address },
        stopping.signal,
      );
      const type = answer!.headers['content-type'];
      return await reply
        .status(answer!.status)
        .header('content-type', type ?? 'application/json')
        .send(Buffer.from(answer!.body));
    } catch (error) {
      if (!(error instanceof Ended) || error.why === 'fault') throw error;
      throw error.why === 'memory'
        ? new ProblemError('too-large', 'This takes more memory than a backup may.')
        : new ProblemError('too-long');
    }
  }

  app.get(
    '/api/backup',
    { schema: { summary: 'Everything that is stored, as one file' } },
    async (_request, reply) => {
      await mkdir(folder, { recursive: true, mode: 0o700 });
      await clearForgotten(folder, now());
      const at = now();
      // Whole before it goes out: half a backup must not be taken for one.
      const path = join(folder, `${incoming}${randomUUID()}${end}`);
      try {
        await backUp(database, path, at);
        const { size } = await stat(path);
        const file = createReadStream(path);
        file.once('close', () => void rm(path, { force: true }));
        return await reply
          .type('application/gzip')
          .header('content-length', size)
          .header(
            'content-disposition',
            `attachment; filename="zucchini-${at.toISOString().slice(0, 10)}${end}"`,
          )
          .send(file);
      } catch (error) {
        await rm(path, { force: true });
        throw toProblem(error);
      }
    },
  );

  app.get(
    '/api/backups',
    {
      schema: {
        summary: 'Backups that were taken by themselves, the newest first',
        response: { 200: KeptBackups },
      },
    },
    async () => {
      await mkdir(folder, { recursive: true, mode: 0o700 });
      const names = (await readdir(folder)).filter(
        (name) => !name.startsWith(incoming) && FileName.safeParse(name).success,
      );
      const backups = await Promise.all(
        names.map(async (name) => {
          const { size, mtime } = await stat(join(folder, name));
          return { name, bytes: size, takenAt: mtime.toISOString() };
        }),
      );
      return { backups: backups.sort((a, b) => (a.takenAt < b.takenAt ? 1 : -1)), folder };
    },
  );

  app.post(
    '/api/backup/look',
    {
      schema: {
        summary: 'What a backup brings and what it would replace; changes nothing',
        querystring: From,
        response: { 200: BackupLook, 404: Problem, 413: Problem, 422: Problem },
      },
    },
    (request, reply) =>
      withFile(request, request.query.kept, async (name) => {
        if (pool) {
          return (await elsewhere(request, reply, `/api/backup/look?kept=${name}`, true)) as never;
        }
        return lookInto(place(), join(folder, name));
      }).catch((error: unknown) => {
        throw toProblem(error);
      }),
  );

  app.post(
    '/api/backup/restore',
    {
      schema: {
        summary: 'Put a backup in the place of everything that is stored',
        querystring: How,
        response: { 200: Restored, 404: Problem, 409: Problem, 413: Problem, 422: Problem },
      },
    },
    (request, reply) => {
      const { kept, mark, leavesOut } = request.query;
      return withFile(request, kept, async (name) => {
        if (pool) {
          const query = new URLSearchParams({ kept: name, mark, leavesOut: String(leavesOut) });
          const address = `/api/backup/restore?${query.toString()}`;
          return (await elsewhere(request, reply, address, false)) as never;
        }
        return restore(place(), join(folder, name), { mark, leavesOut });
      }).catch((error: unknown) => {
        throw toProblem(error);
      });
    },
  );
};

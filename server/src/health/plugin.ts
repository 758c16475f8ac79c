import { setTimeout as sleep } from 'node:timers/promises';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { Problem } from '@zucchini/core';
import { ProblemError } from '../problems/index.js';

/** Whoever asks how it goes is answered soon, also where the database hangs, in ms. */
const longestMs = 1500;

const Health = z.object({ status: z.literal('well'), databaseMs: z.number(), migrations: z.int() });

/** Whether the server and its database answer. */
export const healthPlugin: FastifyPluginAsyncZod<{ database: DataSource }> = async (
  app,
  { database },
) => {
  app.get(
    '/api/health',
    {
      schema: {
        summary: 'Whether the server and its database answer',
        response: { 200: Health, 503: Problem },
      },
    },
    async () => {
      const start = performance.now();
      try {
        const rows = await Promise.race([
          database.query<{ count: string | number }[]>(
            'SELECT COUNT(*) AS count FROM zucchini_migrations',
          ),
          sleep(longestMs, undefined, { ref: false }).then(() => {
            throw new Error(`no answer within ${longestMs} ms`);
          }),
        ]);
        return {
          status: 'well' as const,
          databaseMs: Math.round((performance.now() - start) * 10) / 10,
          migrations: Number(rows[0]?.count ?? 0),
        };
      } catch (error) {
        app.log.error(error);
        throw new ProblemError('database-away');
      }
    },
  );
};

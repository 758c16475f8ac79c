import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { Problem } from '@zucchini/core';
import { ProblemError } from '../problems/index.js';

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
        const rows = await database.query<{ count: string | number }[]>(
          'SELECT COUNT(*) AS count FROM zucchini_migrations',
        );
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

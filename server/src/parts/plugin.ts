import { Part } from '@zucchini/core';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { Problem, ProblemError } from '../problems/index.js';
import { findParts, listParts } from './repository.js';

/** The catalogue. */
export const partsPlugin: FastifyPluginAsyncZod<{ database: DataSource }> = async (
  app,
  { database },
) => {
  app.get(
    '/api/parts',
    {
      schema: {
        summary: 'Every part of the catalogue',
        response: { 200: z.object({ parts: z.array(Part) }) },
      },
    },
    async () => ({ parts: await listParts(database.manager) }),
  );

  app.get(
    '/api/parts/:id',
    {
      schema: {
        summary: 'One part',
        params: z.object({ id: z.string().max(64) }),
        response: { 200: Part, 404: Problem },
      },
    },
    async (request) => {
      const part = (await findParts(database.manager, [request.params.id])).get(request.params.id);
      if (!part) throw new ProblemError('not-found', `There is no part “${request.params.id}”.`);
      return part;
    },
  );
};

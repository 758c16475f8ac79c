import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { loadDemo, type Demo } from './load.js';

/** Lets an empty shelf offer the demo. */
export const demoPlugin: FastifyPluginAsyncZod<{
  database: DataSource;
  demo: () => Demo;
  now: () => Date;
}> = async (app, { database, demo, now }) => {
  app.post(
    '/api/demo',
    {
      schema: {
        summary: 'Put the demo on the shelf, beside what is there',
        response: { 201: z.object({ ids: z.array(z.string()) }) },
      },
    },
    async (_request, reply) =>
      reply.status(201).send({ ids: await loadDemo(database, demo(), now()) }),
  );
};

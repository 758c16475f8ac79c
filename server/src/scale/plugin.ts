import { createStandInScale, ScaleReading, type StandInScale } from '@zucchini/core';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';

/** How often the stand-in is read, in ms: as kitchen scales do. */
const everyMs = 250;

/**
 * A scale for the weighing page. What is shipped is the stand-in: a connected one would give the same stream and
 * take the same tare, and nothing else would change. `put` says what lies on the stand-in.
 */
export const scalePlugin: FastifyPluginAsyncZod<{ now: () => Date; scale?: StandInScale }> = async (
  app,
  options,
) => {
  const startedMs = options.now().getTime();
  const scale = options.scale ?? createStandInScale({ random: Math.random });
  const atS = () => (options.now().getTime() - startedMs) / 1000;

  app.get(
    '/api/scale',
    {
      schema: {
        summary: 'One reading of the scale',
        response: { 200: z.object({ standIn: z.boolean(), reading: ScaleReading }) },
      },
    },
    async () => ({ standIn: true, reading: scale.read(atS()) }),
  );

  app.get(
    '/api/scale/readings',
    { schema: { summary: 'Readings as they come, as server-sent events', hide: true } },
    (request, reply) => {
      reply.hijack();
      reply.raw.writeHead(200, {
        'content-type': 'text/event-stream',
        'cache-control': 'no-store',
        connection: 'keep-alive',
      });
      const send = () => reply.raw.write(`data: ${JSON.stringify(scale.read(atS()))}\n\n`);
      send();
      const timer = setInterval(send, everyMs);
      // Closing the server ends its connections, and so this.
      request.raw.on('close', () => {
        clearInterval(timer);
        reply.raw.end();
      });
    },
  );

  app.post(
    '/api/scale/tare',
    { schema: { summary: 'Set it to zero as it stands', response: { 204: z.null() } } },
    async (_request, reply) => {
      scale.tare(atS());
      return reply.status(204).send(null);
    },
  );

  app.post(
    '/api/scale/load',
    {
      schema: {
        summary: 'What lies on the stand-in',
        body: z.strictObject({ g: z.number().min(0).max(100_000) }),
        response: { 204: z.null() },
      },
    },
    async (request, reply) => {
      scale.put(request.body.g);
      return reply.status(204).send(null);
    },
  );
};

import fp from 'fastify-plugin';
import { ProblemError } from '../problems/index.js';
import { Ended, type Pool } from './pool.js';

/** A body larger than this is read in a thread, and an answer made of more is put together there, in bytes: what is smaller is read and checked in some 20 ms. */
export const handedOverBytes = 256 * 1024;

declare module 'fastify' {
  interface FastifyRequest {
    /** What came in and was not read here. */
    handed?: Buffer;
  }
  interface FastifyContextConfig {
    /** About how many bytes the answer is made of, by what the address names. */
    weigh?: (params: Readonly<Record<string, string>>) => Promise<number>;
  }
}

/** Hands requests with large bodies or answers to a thread, which reads, checks and stores: nobody else waits for them. */
export const handOverPlugin = fp<{ pool: Pool }>((app, { pool }, done) => {
  const parse = app.getDefaultJsonParser('error', 'error');
  app.removeContentTypeParser('application/json');
  app.addContentTypeParser(
    'application/json',
    { parseAs: 'buffer' },
    (request, body: Buffer, next) => {
      if (body.length <= handedOverBytes) {
        void parse(request, body.toString(), next);
        return;
      }
      request.handed = body;
      next(null, undefined);
    },
  );
  app.addHook('preValidation', async (request, reply) => {
    if (!request.handed) {
      const { weigh } = request.routeOptions.config;
      const bytes = await weigh?.(request.params as Record<string, string>);
      if (bytes === undefined || bytes <= handedOverBytes) return;
    }
    const small = request.body ? Buffer.from(JSON.stringify(request.body)) : undefined;
    const body = request.handed ?? small;
    try {
      const answer = await pool.run({
        kind: 'request',
        method: request.method,
        url: request.url,
        ...(body ? { body } : {}),
      });
      for (const name of ['content-type', 'content-disposition']) {
        const value = answer!.headers[name];
        if (value !== undefined) void reply.header(name, value);
      }
      await reply.status(answer!.status).send(Buffer.from(answer!.body));
    } catch (error) {
      if (!(error instanceof Ended) || error.why === 'fault') throw error;
      throw error.why === 'memory'
        ? new ProblemError('too-large', 'This takes more memory than one request may.')
        : new ProblemError('too-long');
    }
  });
  done();
});

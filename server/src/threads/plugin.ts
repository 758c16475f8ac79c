import fp from 'fastify-plugin';
import { ProblemError } from '../problems/index.js';
import { Ended, type Pool } from './pool.js';

/** A body larger than this is read in a thread, in bytes: what is smaller is read and checked in some 20 ms. */
export const handedOverBytes = 256 * 1024;

declare module 'fastify' {
  interface FastifyRequest {
    /** What came in and was not read here. */
    handed?: Buffer;
  }
}

/** Hands requests with large bodies to a thread, which reads, checks and stores: nobody else waits for them. */
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
    const body = request.handed;
    if (!body) return;
    try {
      const answer = await pool.run({
        kind: 'request',
        method: request.method,
        url: request.url,
        headers: { 'content-type': request.headers['content-type'] ?? 'application/json' },
        body,
      });
      const { 'content-type': type = 'application/json' } = answer!.headers;
      await reply.status(answer!.status).type(type).send(Buffer.from(answer!.body));
    } catch (error) {
      if (!(error instanceof Ended) || error.why === 'fault') throw error;
      throw error.why === 'memory'
        ? new ProblemError('too-large', 'This takes more memory than one request may.')
        : new ProblemError('too-long');
    }
  });
  done();
});

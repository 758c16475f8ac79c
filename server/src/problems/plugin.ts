import { toPath, type Issue } from '@zucchini/core';
import type { FastifyError, FastifyRequest } from 'fastify';
import fp from 'fastify-plugin';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { errnoOf, isDiskFull, Met } from '../database/transact.js';
import { ProblemError } from './problem.js';

/** The most issues that one answer lists: a file with ten thousand faults is told by its first ones. */
const mostIssues = 100;

function toIssue(entry: { instancePath: string; message?: string | undefined }): Issue {
  const keys = entry.instancePath
    .split('/')
    .slice(1)
    .map((key) =>
      /^\d+$/.test(key) ? Number(key) : key.replaceAll('~1', '/').replaceAll('~0', '~'),
    );
  return { path: toPath(keys), message: entry.message ?? 'is not as expected' };
}

/** The database's words for a packet above its limit, and for work that others kept from its turn. */
const packetTooLarge = 1153;
const busy = new Set([1213, 1205, 1062, 1451, 1452]);

/** The longest that an answer may take: an import of thousands of parts on a slow machine, in ms. */
const longestMs = 120_000;

const connectionCodes = [
  'ECONNREFUSED',
  'ECONNRESET',
  'PROTOCOL_CONNECTION_LOST',
  'ETIMEDOUT',
  'EPIPE',
];

function toProblem(error: FastifyError, request: FastifyRequest): ProblemError {
  if (error instanceof ProblemError) return error;
  if (hasZodFastifySchemaValidationErrors(error)) {
    const issues = error.validation.slice(0, mostIssues).map(toIssue);
    return new ProblemError('malformed', issues[0] && `${issues[0].path}: ${issues[0].message}`, {
      issues,
    });
  }
  if (error.statusCode === 413) {
    const mb = Math.floor(request.routeOptions.bodyLimit / 1024 / 1024);
    return new ProblemError('too-large', `At most ${mb} MB are read here.`);
  }
  if (error.statusCode === 415) return new ProblemError('wrong-media-type');
  if (error.code === 'FST_ERR_CTP_INVALID_JSON_BODY') {
    return new ProblemError(
      'malformed',
      'What was sent is damaged, or no JSON. Nothing was stored.',
    );
  }
  if (error.statusCode === 400) return new ProblemError('malformed', error.message);
  // An address that climbs out of the pages, or is none.
  if (error.statusCode === 403 || error.statusCode === 404) {
    return new ProblemError('not-found', 'This address leads nowhere.');
  }
  const errno = errnoOf(error);
  if (errno === packetTooLarge)
    return new ProblemError('too-large', 'The database takes no piece as large as this.');
  if (isDiskFull(error)) return new ProblemError('disk-full');
  // It went on meeting other work: nothing is wrong with it, and nothing was stored.
  if (error instanceof Met || (errno !== undefined && busy.has(errno)))
    return new ProblemError('busy');
  if (connectionCodes.includes(error.code)) return new ProblemError('database-away');
  return new ProblemError(
    'internal',
    'Nothing was stored. The details are in the log of the server.',
  );
}

/** What goes into the log of a fault: a statement without what it was to store, which may be a whole rig. */
export function tellFault(error: Error): object {
  const { name, message, stack, query } = error as Error & { query?: string };
  const short = (text: string | undefined) => text?.slice(0, 600);
  return query === undefined
    ? { err: { type: name, message: short(message), stack } }
    : {
        err: { type: name, message: short(message) },
        statement: short(query),
        errno: errnoOf(error),
      };
}

/** Sends every error as problem details; only our own faults are logged with their stack. */
export const problemsPlugin = fp((app, _options, done) => {
  // A database that hangs answers never: whoever waits is told so, and may try again.
  app.addHook('onRequest', (request, reply, next) => {
    const timer = setTimeout(() => {
      if (reply.sent || /^\/api\/(?:scale\/stream|backup)/u.test(request.url)) return;
      void reply.send(new ProblemError('database-away', 'There was no answer in time.'));
    }, longestMs);
    timer.unref();
    reply.raw.once('close', () => clearTimeout(timer));
    next();
  });
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const { problem } = toProblem(error, request);
    if (problem.status >= 500) request.log.error(tellFault(error));
    void reply
      .status(problem.status)
      .type('application/problem+json')
      .send(JSON.stringify(problem));
  });
  done();
});

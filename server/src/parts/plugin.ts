import { Readable } from 'node:stream';
import type { FastifyReply, FastifyRequest } from 'fastify';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { transact } from '../database/index.js';
import type { Followers } from './followers.js';
import { Problem, PartRecord, StoreBody, Stored } from '@zucchini/core';
import { ProblemError } from '../problems/index.js';
import {
  deletePart,
  findCatalogueTag,
  findPart,
  listChanges,
  storeParts,
  streamFacts,
  streamParts,
} from './repository.js';

/** The largest import that is read: some ten thousand parts at four kilobytes. */
const importLimitBytes = 48 * 1024 * 1024;

const ById = z.object({ id: z.string().max(64) });
/** Words with commas between them; at most as many as an address may hold. */
const listed = z
  .string()
  .max(8000)
  .transform((text) => text.split(',').filter((word) => word !== ''));
/** Of all parts only those that are named, of one of the kinds, or both where both are said. */
const Narrowing = z.object({ ids: listed.optional(), kinds: listed.optional() });
const json = 'application/json; charset=utf-8';

/** An answer that goes out as it is put together. */
function tellAll(parts: AsyncGenerator<string>): Readable {
  const wrap = async function* () {
    yield '{"parts":';
    yield* parts;
    yield '}';
  };
  return Readable.from(wrap(), { objectMode: false, highWaterMark: 256 * 1024 });
}

/** The catalogue: reading it, storing parts, taking them out. */
export const partsPlugin: FastifyPluginAsyncZod<{
  database: DataSource;
  followers: Followers;
}> = async (app, { database, followers }) => {
  const { manager } = database;

  /** Whether the browser has this very catalogue from an earlier visit: then it is told so, and nothing is sent. */
  async function isKnown(request: FastifyRequest, reply: FastifyReply): Promise<boolean> {
    const tag = await findCatalogueTag(manager);
    void reply.header('etag', tag).header('cache-control', 'no-cache');
    if (request.headers['if-none-match'] !== tag) return false;
    void reply.status(304).send();
    return true;
  }

  // These two hand on what is stored as text; their shape is told in the summary instead of a schema.
  app.get(
    '/api/parts',
    {
      schema: {
        summary:
          'Every part of the catalogue, or of it those with these ids or of these kinds: { parts: Part[] }',
        querystring: Narrowing,
      },
    },
    async (request, reply) =>
      (await isKnown(request, reply))
        ? reply
        : reply.type(json).send(tellAll(streamParts(manager, request.query))),
  );

  app.get(
    '/api/parts/facts',
    { schema: { summary: 'What tables show of each part: { parts: { revision, facts }[] }' } },
    async (request, reply) =>
      (await isKnown(request, reply))
        ? reply
        : reply.type(json).send(tellAll(streamFacts(manager))),
  );

  app.get(
    '/api/parts/:id',
    {
      schema: {
        summary: 'One part, its revision, and the rigs that draw on it',
        params: ById,
        response: { 200: PartRecord, 404: Problem },
      },
    },
    async (request) => {
      const { id } = request.params;
      const found = await findPart(manager, id);
      if (!found) throw new ProblemError('not-found', `There is no part “${id}”.`);
      return { ...found, uses: await followers.listUses(manager, id) };
    },
  );

  app.post(
    '/api/parts',
    {
      bodyLimit: importLimitBytes,
      schema: {
        summary: 'Store parts, new and changed ones, all or none',
        body: StoreBody,
        response: { 200: Stored, 400: Problem, 409: Problem, 413: Problem, 422: Problem },
      },
    },
    async (request) => {
      const { parts } = request.body;
      const checked = await followers.checkAhead(manager, await listChanges(manager, parts));
      return transact(database, async (m) => {
        const { stored, changes } = await storeParts(m, parts);
        const issues = changes.length > 0 ? await followers.followParts(m, changes, checked) : [];
        if (issues.length > 0) {
          throw new ProblemError(
            'unsound',
            `Nothing was stored. ${issues[0]!.path}: ${issues[0]!.message}`,
            { issues },
          );
        }
        return { stored };
      });
    },
  );

  app.delete(
    '/api/parts/:id',
    {
      schema: {
        summary: 'Take a part out of the catalogue',
        params: ById,
        response: { 204: z.null(), 404: Problem, 409: Problem },
      },
    },
    async (request, reply) => {
      await transact(database, (m) => deletePart(m, request.params.id));
      return reply.status(204).send(null);
    },
  );
};

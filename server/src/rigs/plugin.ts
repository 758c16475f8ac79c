import { randomUUID } from 'node:crypto';
import {
  AddToLogBody,
  ClearLogBody,
  ElsewhereReply,
  hasTrait,
  createRig,
  nameHold,
  readRigFile,
  RigFile,
  Problem,
  ReadyVersion,
  CreateRigBody,
  Imported,
  KeepVersionBody,
  KitReply,
  LogReply,
  RigRecord,
  RigStamp,
  RigSummary,
  Saved,
  SaveRigBody,
  VersionRecord,
  VersionSummary,
} from '@zucchini/core';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { transact } from '../database/index.js';
import { findParts } from '../parts/repository.js';
import { ProblemError } from '../problems/index.js';
import { importRigFile } from './import.js';
import {
  addToLog,
  clearLog,
  deleteRig,
  findLog,
  findPartsWithBoxes,
  findRig,
  findRigText,
  findSketchText,
  findStamp,
  findVersion,
  insertRig,
  insertVersion,
  listElsewhere,
  listKit,
  listRigs,
  listVersions,
  updateRig,
  type StoredRig,
} from './repository.js';
import { createFile, makeReady } from './versions.js';
import { weighRig, weighVersion } from './weight.js';

const json = 'application/json; charset=utf-8';

const ById = z.object({ id: z.string().max(64) });
const ByVersion = ById.extend({ versionId: z.string().max(64) });

function toRecord(stored: StoredRig): RigRecord {
  return {
    revision: stored.revision,
    savedAt: stored.savedAt.toISOString(),
    rig: stored.rig,
    parts: [...stored.parts.values()],
  };
}

/** Rigs: the shelf, opening, saving, versions, files in and out. `now` is given so that tests can set it. */
export const rigsPlugin: FastifyPluginAsyncZod<{
  database: DataSource;
  now: () => Date;
  /** As many entries a log may hold with what is added here; as many as the rig file takes where absent. */
  mostLogged?: number;
}> = async (app, { database, now, mostLogged }) => {
  const { manager } = database;

  app.get(
    '/api/rigs',
    {
      schema: { summary: 'The shelf', response: { 200: z.object({ rigs: z.array(RigSummary) }) } },
    },
    async () => ({ rigs: await listRigs(manager) }),
  );

  app.get(
    '/api/kit',
    { schema: { summary: 'Every individual of the kit', response: { 200: KitReply } } },
    async () => ({ items: await listKit(manager) }),
  );

  app.post(
    '/api/rigs',
    {
      schema: {
        summary: 'A new rig: its body, and the lens and the job where they are named',
        body: CreateRigBody,
        response: { 201: RigRecord, 400: Problem, 422: Problem },
      },
    },
    async (request, reply) => {
      const { name, bodyPartId, lensPartId, currency, brief } = request.body;
      const stored = await transact(database, async (m) => {
        const known = await findParts(m, [bodyPartId, ...(lensPartId ? [lensPartId] : [])]);
        const find = (path: string, id: string, trait: 'camera' | 'optic', what: string) => {
          const part = known.get(id);
          if (part && hasTrait(part, trait)) return part;
          const issue = { path, message: `“${id}” is not a ${what} of the catalogue` };
          throw new ProblemError('unsound', `${issue.path}: ${issue.message}`, { issues: [issue] });
        };
        const body = find('bodyPartId', bodyPartId, 'camera', 'camera body');
        const lens = lensPartId && find('lensPartId', lensPartId, 'optic', 'lens');
        const ids = { rig: randomUUID(), item: randomUUID(), setup: randomUUID() };
        const hold = brief?.scenes?.find((s) => s.hold)?.hold;
        const begun = createRig(
          ids,
          name,
          body,
          { limits: {}, ...brief, currency },
          {
            ...(hold ? { setup: { name: nameHold(hold), hold } } : {}),
            ...(lens ? { lens: { itemId: randomUUID(), part: lens } } : {}),
          },
        );
        return insertRig(m, begun, now());
      });
      return reply.status(201).send(toRecord(stored));
    },
  );

  app.post(
    '/api/rigs/import',
    {
      // The file is read by the core, so that the issues are the same as on the command line.
      schema: {
        summary: 'Store a rig file',
        body: z.unknown(),
        response: { 201: Imported, 400: Problem },
      },
    },
    async (request, reply) => {
      const outcome = readRigFile(request.body);
      if (outcome.state === 'malformed') {
        const issues = outcome.issues.slice(0, 100);
        throw new ProblemError(
          'malformed',
          `${issues[0]!.path || 'the whole file'}: ${issues[0]!.message}`,
          { issues },
        );
      }
      const imported = await transact(database, (m) => importRigFile(m, outcome.file, now()));
      return reply.status(201).send(imported);
    },
  );

  app.get(
    '/api/rigs/:id',
    {
      config: { weigh: ({ id }) => weighRig(manager, id!) },
      schema: { summary: 'One rig', params: ById, response: { 200: RigRecord, 404: Problem } },
    },
    // As text: what it is held to is in the description, and a test compares the two.
    async (request, reply) =>
      reply.type(json).send((await findRigText(manager, request.params.id)) as never),
  );

  // Handed on as it is stored: its shape is told in the summary instead of a schema.
  app.get(
    '/api/rigs/:id/sketch',
    {
      schema: { summary: 'What the shelf draws of a rig: { sketch: Sketch | null }', params: ById },
    },
    async (request, reply) => {
      const text = await findSketchText(manager, request.params.id);
      return reply.type(json).send(`{"sketch":${text ?? 'null'}}`);
    },
  );

  app.get(
    '/api/rigs/:id/stamp',
    {
      schema: {
        summary: 'How far a rig and its parts have gone',
        params: ById,
        response: { 200: RigStamp, 404: Problem },
      },
    },
    (request) => findStamp(manager, request.params.id),
  );

  app.get(
    '/api/rigs/:id/elsewhere',
    {
      schema: {
        summary: 'What other rigs use of its individuals, on which day',
        params: ById,
        response: { 200: ElsewhereReply },
      },
    },
    async (request) => ({ elsewhere: await listElsewhere(manager, request.params.id) }),
  );

  app.get(
    '/api/rigs/:id/log',
    {
      schema: {
        summary: 'What the field taught of a rig',
        params: ById,
        response: { 200: LogReply, 404: Problem },
      },
    },
    async (request) => ({ log: await findLog(manager, request.params.id), overruled: [] }),
  );

  app.post(
    '/api/rigs/:id/log',
    {
      schema: {
        summary: 'Add what was timed, ticked, checked or noted meanwhile; its revision stays',
        params: ById,
        body: AddToLogBody,
        response: { 200: LogReply, 400: Problem, 404: Problem, 422: Problem },
      },
    },
    async (request) =>
      transact(database, (m) => addToLog(m, request.params.id, request.body, now(), mostLogged)),
  );

  app.post(
    '/api/rigs/:id/log/clear',
    {
      schema: {
        summary: 'Take entries out of the log for good; the revision of the rig stays',
        params: ById,
        body: ClearLogBody,
        response: { 200: LogReply, 400: Problem, 404: Problem },
      },
    },
    async (request) => transact(database, (m) => clearLog(m, request.params.id, request.body.ids)),
  );

  app.put(
    '/api/rigs/:id',
    {
      schema: {
        summary: 'Save a rig over the revision it was taken from',
        params: ById,
        body: SaveRigBody,
        response: { 200: Saved, 400: Problem, 404: Problem, 409: Problem, 422: Problem },
      },
    },
    async (request) => {
      const { revision, rig } = request.body;
      if (rig.id !== request.params.id) {
        const issue = {
          path: 'rig.id',
          message: `is not “${request.params.id}”, the rig that is saved`,
        };
        throw new ProblemError('unsound', `${issue.path}: ${issue.message}`, { issues: [issue] });
      }
      const saved = await transact(database, (m) => updateRig(m, rig, revision, now()));
      return { revision: saved.revision, savedAt: saved.savedAt.toISOString() };
    },
  );

  app.delete(
    '/api/rigs/:id',
    {
      schema: {
        summary: 'Take a rig off the shelf',
        params: ById,
        response: { 204: z.null(), 404: Problem },
      },
    },
    async (request, reply) => {
      await transact(database, (m) => deleteRig(m, request.params.id));
      return reply.status(204).send(null);
    },
  );

  app.get(
    '/api/rigs/:id/file',
    {
      // With all its versions: nobody has to know how many there are.
      config: { weigh: async () => Infinity },
      schema: {
        summary: 'The self-contained rig file',
        params: ById,
        response: { 200: RigFile, 404: Problem },
      },
    },
    async (request, reply) => {
      const file = await createFile(manager, request.params.id);
      const name =
        file.rig.name
          .replace(/[^\p{L}\p{N} -]/gu, '')
          .trim()
          .replace(/ +/g, '-') || 'rig';
      void reply.header(
        'content-disposition',
        `attachment; filename="rig.rig.json"; filename*=UTF-8''${encodeURIComponent(name)}.rig.json`,
      );
      return file;
    },
  );

  app.get(
    '/api/rigs/:id/versions',
    {
      schema: {
        summary: 'Kept versions',
        params: ById,
        response: { 200: z.object({ versions: z.array(VersionSummary) }) },
      },
    },
    async (request) => ({ versions: await listVersions(manager, request.params.id) }),
  );

  app.post(
    '/api/rigs/:id/versions',
    {
      config: { weigh: ({ id }) => weighRig(manager, id!) },
      schema: {
        summary: 'Keep the stored rig as a version',
        params: ById,
        body: KeepVersionBody,
        response: { 201: VersionSummary, 404: Problem },
      },
    },
    async (request, reply) => {
      const version = await transact(database, async (m) => {
        const { rig } = await findRig(m, request.params.id);
        const parts = [...(await findPartsWithBoxes(m, rig)).values()];
        const kept = { id: randomUUID(), ...request.body, keptAt: now().toISOString(), rig };
        await insertVersion(m, request.params.id, kept, parts);
        return kept;
      });
      const { rig: _, ...summary } = version;
      return reply.status(201).send(summary);
    },
  );

  app.get(
    '/api/rigs/:id/versions/:versionId',
    {
      config: { weigh: ({ id, versionId }) => weighVersion(manager, id!, versionId!) },
      schema: {
        summary: 'One version',
        params: ByVersion,
        response: { 200: VersionRecord, 404: Problem },
      },
    },
    async (request) => {
      const kept = await findVersion(manager, request.params.id, request.params.versionId);
      return { ...kept.version, parts: [...kept.parts.values()] };
    },
  );

  app.post(
    '/api/rigs/:id/versions/:versionId/ready',
    {
      config: { weigh: ({ id, versionId }) => weighVersion(manager, id!, versionId!) },
      schema: {
        summary:
          'Make a version ready to be gone back to: what it rests on is in the catalogue again',
        params: ByVersion,
        response: { 200: ReadyVersion, 404: Problem },
      },
    },
    async (request) =>
      transact(database, (m) => makeReady(m, request.params.id, request.params.versionId)),
  );
};

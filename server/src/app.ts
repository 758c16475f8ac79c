import swagger from '@fastify/swagger';
import fastify, { type FastifyInstance } from 'fastify';
import {
  jsonSchemaTransform,
  jsonSchemaTransformObject,
  validatorCompiler,
  type ZodTypeProvider,
} from 'fastify-type-provider-zod';
import type { StandInScale } from '@zucchini/core';
import type { DataSource } from 'typeorm';
import { checkedAnswers, plainAnswers } from './answers.js';
import { backupPlugin } from './backup/plugin.js';
import { demoPlugin } from './demo/plugin.js';
import type { Demo } from './demo/load.js';
import { healthPlugin } from './health/plugin.js';
import { lanPlugin, type Lan } from './lan/index.js';
import { partsPlugin } from './parts/plugin.js';
import { ProblemError, problemsPlugin, tellFault } from './problems/index.js';
import { judgeDue } from './rigs/due.js';
import { findCollider } from './rigs/collider.js';
import { Keeper, type Judge } from './rigs/keeper.js';
import { rigsPlugin } from './rigs/plugin.js';
import { checkAhead, followParts, listUses } from './rigs/uses.js';
import { scalePlugin } from './scale/plugin.js';
import { securityPlugin } from './security/plugin.js';
import { sitePlugin } from './site/plugin.js';
import { handOverPlugin, type Threads } from './threads/index.js';

export interface AppOptions {
  readonly database: DataSource;
  readonly demo: () => Demo;
  /** Folder of the built web application; the interface alone is not served without it. */
  readonly siteRoot?: string;
  readonly now?: () => Date;
  readonly log?: boolean;
  /** The scale on the weighing page; the shipped stand-in where absent. */
  readonly scale?: StandInScale;
  /** Where figures are computed and large bodies are read; without them, on the thread of the server itself. */
  readonly threads?: Threads;
  /** Holds every answer to what its route describes: for tests and daily work. */
  readonly checksAnswers?: boolean;
  /** The door to the local network, where one is open. */
  readonly lan?: () => Lan | undefined;
  /** The folder in which backups lie; without it none are taken or put in. */
  readonly backups?: string;
  /** Whether this server works off what is due on the shelf; a thread beside it does not. */
  readonly keepsShelf?: boolean;
}

declare module 'fastify' {
  interface FastifyInstance {
    /** Who works off what is due on the shelf; undefined in a thread. */
    keeper: Keeper | undefined;
  }
}

/** The largest request that is read: four times a rig with a catalogue of hundreds of parts. */
const bodyLimitBytes = 8 * 1024 * 1024;

/** The longest that a request may take to come in, in ms: a large import over a slow line. */
const bodyTimeoutMs = 60_000;

/** Computes figures on this very thread. */
function createJudge({ manager }: DataSource): Judge {
  return async (rig) => judgeDue(manager, rig, await findCollider(), () => performance.now());
}

/** The whole server, ready to listen or to be asked by tests. */
export async function buildApp(options: AppOptions): Promise<FastifyInstance> {
  const { database, now = () => new Date() } = options;
  const app = fastify({
    bodyLimit: bodyLimitBytes,
    logger: options.log ? { level: 'warn' } : false,
    forceCloseConnections: true,
    // Whoever sends a body drop by drop holds nobody up.
    requestTimeout: bodyTimeoutMs,
  }).withTypeProvider<ZodTypeProvider>();
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(options.checksAnswers ? checkedAnswers : plainAnswers);
  await app.register(problemsPlugin);
  await app.register(securityPlugin);
  await app.register(swagger, {
    openapi: { openapi: '3.1.0', info: { title: 'Zucchini', version: '1' } },
    transform: jsonSchemaTransform,
    transformObject: jsonSchemaTransformObject,
  });
  if (options.threads) await app.register(handOverPlugin, { pool: options.threads.requests });
  const keeper = options.keepsShelf
    ? new Keeper(database, options.threads?.judge ?? createJudge(database), (error) =>
        app.log.error(tellFault(error)),
      )
    : undefined;
  app.decorate('keeper', keeper);
  app.addHook('onResponse', (request, _reply, next) => {
    if (request.method !== 'GET') keeper?.wake();
    next();
  });
  app.addHook('onClose', async () => {
    // In this order: whoever is told no more must not start what is being ended.
    keeper?.end();
    await options.threads?.close();
    await keeper?.ended();
  });
  await app.register(healthPlugin, { database });
  await app.register(partsPlugin, { database, followers: { checkAhead, followParts, listUses } });
  await app.register(rigsPlugin, { database, now });
  if (options.backups !== undefined) {
    const { threads, backups: folder } = options;
    await app.register(backupPlugin, {
      database,
      folder,
      now,
      ...(threads ? { pool: threads.backups } : {}),
    });
  }
  await app.register(lanPlugin, { lan: options.lan ?? (() => undefined) });
  await app.register(demoPlugin, { database, demo: options.demo, now });
  await app.register(scalePlugin, { now, ...(options.scale ? { scale: options.scale } : {}) });
  app.get('/api/openapi.json', { schema: { hide: true } }, () => app.swagger());
  if (options.siteRoot !== undefined) {
    await app.register(sitePlugin, { root: options.siteRoot });
  } else {
    app.setNotFoundHandler((request) => {
      throw new ProblemError('not-found', `${request.method} ${request.url} leads nowhere.`);
    });
  }
  return app;
}

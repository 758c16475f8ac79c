import helmet from '@fastify/helmet';
import fastify, { type FastifyInstance } from 'fastify';
import {
  serializerCompiler,
  validatorCompiler,
  type ZodTypeProvider,
} from 'fastify-type-provider-zod';
import type { DataSource } from 'typeorm';
import { mostLogEntries } from '@zucchini/core';
import { ProblemError, problemsPlugin } from '../problems/index.js';
import { rigsPlugin } from '../rigs/plugin.js';
import { contentPolicy } from '../security/plugin.js';
import { sitePlugin } from '../site/plugin.js';
import type { Door } from './door.js';

export interface LanOptions {
  readonly database: DataSource;
  readonly siteRoot: string;
  readonly door: Door;
  /** Names under which this machine is reached, with the port: `192.168.1.5:4719`. */
  readonly hosts: () => readonly string[];
  readonly now?: () => Date;
}

/** What is served over the local network, beside the pages themselves; everything else stays shut. */
const open: ReadonlySet<string> = new Set([
  'GET /api/rigs',
  'GET /api/rigs/:id',
  'GET /api/rigs/:id/log',
  'POST /api/rigs/:id/log',
]);

/** So much of a log is for the owner's own machine: no phone fills it. */
const keptForOwner = 2000;

const countEntries = (body: unknown): number =>
  (body as { entries?: readonly unknown[] } | undefined)?.entries?.length ?? 0;

/** The header in which a phone says the code. */
export const codeHeader = 'x-zucchini-code';

/** More is not noted in one go, bytes. */
const bodyLimitBytes = 512 * 1024;

/**
 * The sheets over the local network: pages for everybody, rigs and their logs for who knows the code, read-only but for the
 * log. Nothing else of the server is there.
 */
export async function buildLanApp(options: LanOptions): Promise<FastifyInstance> {
  const { database, door, hosts, now = () => new Date() } = options;
  const app = fastify({
    bodyLimit: bodyLimitBytes,
    logger: false,
    forceCloseConnections: true,
    requestTimeout: 30_000,
  }).withTypeProvider<ZodTypeProvider>();
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(serializerCompiler);
  await app.register(problemsPlugin);
  await app.register(helmet, { contentSecurityPolicy: contentPolicy, hsts: false });
  app.addHook('onRequest', async (request, reply) => {
    const { host, origin } = request.headers;
    if (!host || !hosts().includes(host)) {
      throw new ProblemError('bad-host', `“${host ?? ''}” is not a name of this machine.`);
    }
    // By the route that was matched, not by the address: an address can be written in many ways.
    const route = request.routeOptions.url ?? '';
    if (!route.startsWith('/api')) return;
    if (origin !== undefined && origin !== `http://${host}`) {
      throw new ProblemError('bad-origin', `A page of “${origin}” asked for this.`);
    }
    if (!open.has(`${request.method} ${route}`)) {
      throw new ProblemError(
        'shut',
        'Over the local network only sheets, ticks, times and notes are open.',
      );
    }
    const said = request.headers[codeHeader];
    const met = door.meet(typeof said === 'string' ? said : undefined, request.ip);
    switch (met.state) {
      case 'right':
        return;
      case 'shut':
        throw new ProblemError('shut', 'This door is shut. Open it again on the computer.');
      case 'crowded':
        throw new ProblemError(
          'too-many',
          'Too many wrong codes were tried in this network. Make a new code on the computer.',
        );
      case 'wait': {
        const seconds = Math.ceil(met.forMs / 1000);
        void reply.header('retry-after', seconds);
        throw new ProblemError(
          'too-many',
          `Too many wrong codes from this device. Try again in ${seconds} s.`,
        );
      }
      case 'wrong':
        throw new ProblemError(
          'code-wanted',
          said === undefined
            ? 'The code is on the screen of the computer.'
            : 'This is not the code.',
        );
    }
  });
  app.addHook('preHandler', async (request) => {
    if (door.mayNote(request.ip, countEntries(request.body))) return;
    throw new ProblemError(
      'share-used',
      'This device has noted as much as it may under one code. Make a new code on the computer.',
    );
  });
  app.addHook('onResponse', async (request, reply) => {
    if (reply.statusCode === 200) door.note(request.ip, countEntries(request.body));
  });
  await app.register(rigsPlugin, { database, now, mostLogged: mostLogEntries - keptForOwner });
  await app.register(sitePlugin, { root: options.siteRoot });
  return app;
}

import fastifyStatic from '@fastify/static';
import fp from 'fastify-plugin';
import { ProblemError } from '../problems/index.js';

/** The built web application; every path that is no file and no route of the server is a page of it. */
export const sitePlugin = fp(async (app, { root }: { root: string }) => {
  await app.register(fastifyStatic, {
    root,
    // Looked up as asked for: a build that is renewed under a running server is served at once.
    wildcard: true,
    maxAge: '1y',
    immutable: true,
    index: false,
    // The build lays compressed copies beside each file.
    preCompressed: true,
  });
  app.get('/', { schema: { hide: true } }, (_request, reply) =>
    reply.sendFile('index.html', { maxAge: 0, immutable: false }),
  );
  // Under its one name it is another with each build.
  app.get('/sw.js', { schema: { hide: true } }, (_request, reply) =>
    reply.sendFile('sw.js', { maxAge: 0, immutable: false }),
  );
  app.setNotFoundHandler((request, reply) => {
    const isPage = request.method === 'GET' && !/^\/(api|assets)\//.test(request.url);
    if (!isPage)
      throw new ProblemError('not-found', `${request.method} ${request.url} leads nowhere.`);
    return reply.sendFile('index.html', { maxAge: 0, immutable: false });
  });
});

import helmet from '@fastify/helmet';
import fp from 'fastify-plugin';
import { ProblemError } from '../problems/index.js';

const loopbackHosts = ['127.0.0.1', 'localhost', '[::1]'];

function hostOf(value: string): string {
  return value.replace(/:\d+$/, '');
}

/** Nothing is let in from elsewhere, and no script that stands in a page. */
export const contentPolicy = {
  useDefaults: false,
  directives: {
    defaultSrc: ["'self'"],
    // The collision library is WebAssembly; this lets it in and no other code from text.
    scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
    imgSrc: ["'self'", 'data:'],
    objectSrc: ["'none'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    frameAncestors: ["'none'"],
  },
};

/**
 * Serves loopback names only, so that no page of another name that resolves to this machine can read
 * or change anything; refuses changes that another origin asks for; and a content policy that lets
 * nothing in from elsewhere.
 */
export const securityPlugin = fp(async (app) => {
  await app.register(helmet, {
    contentSecurityPolicy: contentPolicy,
    // There is no certificate on loopback.
    hsts: false,
  });
  app.addHook('onRequest', async (request) => {
    const { host, origin } = request.headers;
    if (!host || !loopbackHosts.includes(hostOf(host))) {
      throw new ProblemError('bad-host', `“${host ?? ''}” is not a name of this machine.`);
    }
    const changes = request.method !== 'GET' && request.method !== 'HEAD';
    if (changes && origin !== undefined && origin !== `http://${host}`) {
      throw new ProblemError('bad-origin', `A page of “${origin}” asked for this.`);
    }
  });
});

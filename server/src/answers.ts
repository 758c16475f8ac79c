import { isDeepStrictEqual } from 'node:util';
import type { FastifySerializerCompiler } from 'fastify/types/schema.js';
import { serializerCompiler } from 'fastify-type-provider-zod';
import type { z } from 'zod';

/** Answers as they were made: reading each by its schema once more takes many times as long as writing it. */
export const plainAnswers: FastifySerializerCompiler<unknown> = () => (data) =>
  JSON.stringify(data);

/** The same answers, each held to what its route describes: one that says other than that, or more, is a fault of ours. */
export const checkedAnswers: FastifySerializerCompiler<z.ZodType> = (route) => {
  const describe = serializerCompiler(route as never);
  return (data) => {
    const text = JSON.stringify(data);
    if (!isDeepStrictEqual(JSON.parse(describe(data)), JSON.parse(text))) {
      throw new Error(`${route.method} ${route.url} answers other than it describes`);
    }
    return text;
  };
};

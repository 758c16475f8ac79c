import { describe, expect, it } from '@jest/globals';
import { z } from 'zod';
import { checkedAnswers, plainAnswers } from './answers.js';

const route = (schema: z.ZodType) => ({ method: 'GET', url: '/here', schema }) as never;
const described = z.object({ id: z.string(), n: z.int().optional() });

describe('answers', () => {
  it('that are checked go out as they were made', () => {
    const answer = { id: 'a', n: 1 };
    expect(checkedAnswers(route(described))(answer)).toBe(plainAnswers(route(described))(answer));
  });

  it('that say more than their route describes, or other than that, are a fault of ours', () => {
    const send = checkedAnswers(route(described));
    expect(() => send({ id: 'a', secret: 'b' })).toThrow('/here');
    expect(() => send({ id: 1 })).toThrow();
  });
});

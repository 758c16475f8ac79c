import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { makeDocs } from './docs';

describe('the documents', () => {
  it('are as they are made: otherwise `npm run docs`', async () => {
    const docs = await makeDocs();
    expect(docs.length).toBeGreaterThan(0);
    for (const { path, text } of docs) expect(text).toBe(readFileSync(path, 'utf8'));
  });
});

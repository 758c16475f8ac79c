import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { createRigFileSchema } from '@zucchini/core';
import { makeDocs } from './docs';

describe('the documents', () => {
  it('are as they are made: otherwise `npm run docs`', async () => {
    const docs = await makeDocs();
    expect(docs.length).toBeGreaterThan(0);
    for (const { path, text } of docs) expect(text).toBe(readFileSync(path, 'utf8'));
  });

  it('the published schema is the one in use: otherwise `npm run demo`', () => {
    expect(
      JSON.parse(readFileSync(new URL('../docs/rig-file.schema.json', import.meta.url), 'utf8')),
    ).toEqual(JSON.parse(JSON.stringify(createRigFileSchema())));
  });
});

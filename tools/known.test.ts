import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { listKnownFiles } from './known-files';

const files = await listKnownFiles();

describe('what the core says of the demo', () => {
  it.each(files.map((f) => [f.name, f] as const))(
    'is as it was kept in demo/known/%s.json (npm run demo writes it anew)',
    (name, { make }) => {
      const kept = readFileSync(new URL(`../demo/known/${name}.json`, import.meta.url), 'utf8');
      expect(make()).toEqual(JSON.parse(kept));
    },
  );
});

// Jest calls this once before all tests: a private database server for those that need one.
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { register } from 'tsx/esm/api';

export default async function setUp() {
  if (process.env.ZUCCHINI_TEST_SERVER_URL) return;
  register();
  const { startPrivateDatabase } = await import('./private-database.ts');
  const folder = mkdtempSync(join(tmpdir(), 'zucchini-jest-'));
  const database = await startPrivateDatabase(folder, undefined, true);
  process.env.ZUCCHINI_TEST_SERVER_URL = database.serverUrl;
  globalThis.zucchiniTestDatabase = { database, folder };
}

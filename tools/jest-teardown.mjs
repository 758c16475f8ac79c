// Stops what jest-setup.mjs started.
import { rmSync } from 'node:fs';

export default async function tearDown() {
  const started = globalThis.zucchiniTestDatabase;
  if (!started) return;
  await started.database.stop();
  rmSync(started.folder, { recursive: true, force: true });
}

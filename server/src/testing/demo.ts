import { readFileSync } from 'node:fs';
import type { RigFile } from '@zucchini/core';

/** A rig of the demo as its file is, read anew each time. */
export function readMark2(): RigFile {
  const url = new URL('../../../demo/mark-2.rig.json', import.meta.url);
  return JSON.parse(readFileSync(url, 'utf8')) as RigFile;
}

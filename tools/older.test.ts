import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { measureReport, readRigText, rigFormatVersion } from '@zucchini/core';

const folder = new URL('../demo/older/', import.meta.url);
const names = readdirSync(folder);

describe('rig files of earlier versions, as they were written', () => {
  it.each(names)('%s opens unchanged but for its version, and is reported on', (name) => {
    const text = readFileSync(new URL(name, folder), 'utf8');
    const before = JSON.parse(text) as { formatVersion: number };
    expect(before.formatVersion).toBeLessThan(rigFormatVersion);
    const outcome = readRigText(text);
    if (outcome.state !== 'read') throw new Error(JSON.stringify(outcome.issues));
    expect(JSON.parse(JSON.stringify(outcome.file))).toEqual({
      ...before,
      formatVersion: rigFormatVersion,
    });
    const { rig } = outcome.file;
    for (const setup of rig.setups) {
      const { last } = measureReport(rig, setup.id, outcome.parts);
      // What version 1 could not say is not known, and never counts as nothing.
      expect(last.unknown.draw.length).toBeGreaterThan(0);
    }
  });
});

import { describe, expect, it } from '@jest/globals';
import { QueryFailedError } from 'typeorm';
import { tellFault } from './plugin.js';

describe('a fault in the log', () => {
  it('is told without what a statement was to store', () => {
    const rig = 'secret '.repeat(1000);
    const driver = Object.assign(new Error(`Data too long: ${rig}`), { errno: 1406 });
    const told = JSON.stringify(
      tellFault(new QueryFailedError(`UPDATE rigs SET doc = '${rig}'`, [rig], driver)),
    );
    expect(told.length).toBeLessThan(1500);
    expect(told).toContain('UPDATE rigs');
    expect(told).toContain('1406');
  });

  it('of our own keeps its stack', () => {
    expect(JSON.stringify(tellFault(new Error('here')))).toContain('fault.test');
  });
});

import { describe, expect, it } from '@jest/globals';
import { QueryFailedError } from 'typeorm';
import { isDiskFull } from '../database/index.js';
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

it('a disk without room is known by the database’s words for it, whatever it was about to make', () => {
  const said = (errno: number, message: string) =>
    isDiskFull(new QueryFailedError('CREATE', [], Object.assign(new Error(message), { errno })));
  expect(said(1021, 'Disk got full writing')).toBe(true);
  expect(said(1114, "The table 'parts' is full")).toBe(true);
  expect(said(1005, 'Can\'t create table `a`.`b` (errno: 135 "No more room in record file")')).toBe(
    true,
  );
  expect(said(1026, 'Error writing file (Errcode: 28 "No space left on device")')).toBe(true);
  expect(said(1005, 'Can\'t create table `a`.`b` (errno: 150 "Foreign key constraint")')).toBe(
    false,
  );
  expect(said(1062, 'Duplicate entry (errno: 28)')).toBe(false);
  expect(isDiskFull(new Error('errno: 28'))).toBe(false);
});

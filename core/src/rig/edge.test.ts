import { describe, expect, it } from '@jest/globals';
import { LocalId, Part, PartId } from '../part/index.js';
import { body, createTestRig } from '../testing/rigs.js';
import { EntityId, SetAside, Version } from './index.js';

const isTaken = (schema: { safeParse: (value: unknown) => { success: boolean } }, value: unknown) =>
  schema.safeParse(value).success;

describe('at the edge', () => {
  it('ids that every object knows already are refused: a look-up by them would find what nobody put there', () => {
    expect(isTaken(LocalId, 'constructor')).toBe(false);
    expect(isTaken(PartId, 'constructor')).toBe(false);
    for (const id of ['constructor', 'toString', 'valueOf', 'hasOwnProperty']) {
      expect(isTaken(EntityId, id)).toBe(false);
    }
    expect(isTaken(LocalId, 'constructor-2')).toBe(true);
    expect(isTaken(EntityId, 'petrel')).toBe(true);
  });

  it('figures beyond what can be counted are refused where they are read', () => {
    expect(isTaken(Part, { ...body, massG: JSON.parse('1e999') })).toBe(false);
    expect(isTaken(Part, body)).toBe(true);
  });

  it('what a template was told is no place for anything without end', () => {
    const made = (figures: object) => ({ ...body, made: { template: 'body', figures } });
    const nest = (deep: number): unknown => (deep === 0 ? 1 : [nest(deep - 1)]);
    expect(isTaken(Part, made({ mounts: [{ face: 'top', at: [1, 2] }] }))).toBe(true);
    expect(isTaken(Part, made({ nest: nest(29) }))).toBe(false);
    expect(isTaken(Part, made({ big: JSON.parse('1e999') }))).toBe(false);
    expect(isTaken(Part, made({ text: 'x'.repeat(401) }))).toBe(false);
    expect(isTaken(Part, made({ list: Array(201).fill(0) }))).toBe(false);
  });

  it('text with half a character is refused wherever it may stand, since no database takes it', () => {
    const half = '\ud800';
    const made = (figures: object) => ({ ...body, made: { template: 'body', figures } });
    const spoilt = [
      { ...body, name: half },
      { ...body, note: half },
      { ...body, finish: half },
      { ...body, provenance: { [half]: 'sheet' } },
      { ...body, made: { template: half, figures: {} } },
      made({ text: half }),
      made({ [half]: 1 }),
      made({ list: [{ [half]: 1 }] }),
    ];
    expect(spoilt.filter((part) => isTaken(Part, part))).toEqual([]);
    const aside = { finding: half, word: '', weight: 'note', parts: [] };
    expect(isTaken(SetAside, aside)).toBe(false);
    expect(isTaken(SetAside, { ...aside, finding: 'x 🥒' })).toBe(true);
    expect(isTaken(Part, made({ text: 'x 🥒' }))).toBe(true);
  });

  it('a version of the year 0 is refused', () => {
    const kept = { id: 'v', name: 'V', reason: '', rig: createTestRig([body], []).rig };
    expect(isTaken(Version, { ...kept, keptAt: '2026-11-29T10:00:00Z' })).toBe(true);
    expect(isTaken(Version, { ...kept, keptAt: '0000-01-01T00:00:00Z' })).toBe(false);
  });
});

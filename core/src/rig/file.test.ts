import { describe, expect, it } from '@jest/globals';
import { body, createTestRig, handle, joint, weightAhead } from '../testing/rigs.js';
import { readRigFile, readRigText, rigFormatVersion, type RigFile } from './index.js';

function createFile(): RigFile {
  const { rig, parts } = createTestRig(
    [body, handle, weightAhead],
    [joint('h', 'handle.base', 'body.rail'), joint('w', 'weight.base', 'body.plain')],
  );
  return {
    format: 'zucchini-rig',
    formatVersion: rigFormatVersion,
    parts: [...parts.values()],
    rig,
    versions: [],
    log: [],
  };
}
type Loose = { [key: string]: any }; // eslint-disable-line @typescript-eslint/no-explicit-any -- files are broken on purpose here

function breakFile(change: (file: Loose) => void): string[] {
  const file = JSON.parse(JSON.stringify(createFile())) as Loose;
  change(file);
  const outcome = readRigFile(file);
  return outcome.state === 'malformed' ? outcome.issues.map((i) => i.path) : [];
}

describe('reading a rig file', () => {
  it('a file that was written reads back the same', () => {
    const file = createFile();
    expect(readRigText(JSON.stringify(file))).toMatchObject({ state: 'read', file });
  });

  it.each<[string, (f: Loose) => void, string]>([
    ['a mass of zero', (f) => (f.parts[1].massG = 0), 'parts[1].massG'],
    ['a mass that is no number', (f) => (f.parts[1].massG = '12'), 'parts[1].massG'],
    [
      'a part that the kit names and nobody knows',
      (f) => (f.rig.kit[1].partId = 'ghost'),
      'rig.kit[1].partId',
    ],
    [
      'an item that the kit lacks',
      (f) => (f.rig.setups[0].joints[0].child.item = 'ghost'),
      'rig.setups[0].joints[0].child.item',
    ],
    [
      'a mount that the part lacks',
      (f) => (f.rig.setups[0].joints[0].child.mount = 'ghost'),
      'rig.setups[0].joints[0].child.mount',
    ],
    [
      'a playback format that is no text',
      (f) =>
        (f.parts[1].ports = [
          {
            id: 'out',
            connector: 'hdmi-a',
            direction: 'out',
            carries: ['video'],
            originMm: [0, 0, 0],
            normal: [0, 1, 0],
            playbackFormats: ['2160p', { format: '1080p' }],
          },
        ]),
      'parts[1].ports[0].playbackFormats[1]',
    ],
    [
      'settling in what is no way of holding',
      (f) =>
        (f.log = [
          {
            id: 't',
            at: '2026-03-01T06:00:00Z',
            kind: 'timed',
            durationS: 100,
            did: { step: 'settle', tool: 'none', picked: false, hold: 'broom' },
          },
        ]),
      'log[0].did.hold',
    ],
    ['a setup without a body', (f) => delete f.rig.setups[0].body, 'rig.setups[0].body'],
    [
      'a setup whose body is a handle',
      (f) => (f.rig.setups[0].body = 'handle'),
      'rig.setups[0].body',
    ],
    ['no setup at all', (f) => (f.rig.setups = []), 'rig.setups'],
    [
      'an item carried twice',
      (f) => f.rig.setups[0].joints.push({ ...f.rig.setups[0].joints[0], id: 'again' }),
      'rig.setups[0].joints[2].child.item',
    ],
    [
      'two joints of one id',
      (f) => (f.rig.setups[0].joints[1].id = 'h'),
      'rig.setups[0].joints[1].id',
    ],
    [
      'a joint that leads to no body',
      (f) =>
        (f.rig.setups[0].joints = [
          { ...f.rig.setups[0].joints[1], parent: { item: 'handle', mount: 'base' } },
        ]),
      'rig.setups[0].joints[0].parent.item',
    ],
    [
      'a field nobody knows',
      (f) => (f.rig.setups[0].joints[0].slidMm = 3),
      'rig.setups[0].joints[0].slidMm',
    ],
    [
      'a slide beyond all measure',
      (f) => (f.rig.setups[0].joints[0].slideMm = 1e9),
      'rig.setups[0].joints[0].slideMm',
    ],
    [
      'a normal that is no unit vector',
      (f) => (f.parts[1].mounts[0].normal = [0, 0, 2]),
      'parts[1].mounts[0].normal',
    ],
    [
      'a stance of a movement that is not there',
      (f) => (f.rig.setups[0].stances = { handle: { tilt: 3 } }),
      'rig.setups[0].stances.handle.tilt',
    ],
    [
      'a grip that is not there',
      (f) => (f.rig.setups[0].heldBy = [{ item: 'handle', grip: 'ghost' }]),
      'rig.setups[0].heldBy[0].grip',
    ],
    ['a part listed twice', (f) => f.parts.push(f.parts[0]), 'parts[3].id'],
    ['a name of control characters', (f) => (f.rig.name = 'a\u0007b'), 'rig.name'],
    ['half an emoji', (f) => (f.rig.name = 'rig \ud83d'), 'rig.name'],
    [
      'an amount with cents in it',
      (f) => (f.parts[1].price = { minor: 12.5, currency: 'EUR' }),
      'parts[1].price.minor',
    ],
  ])('refuses %s and names the place', (_, change, path) => {
    expect(breakFile(change)).toContain(path);
  });

  it('a cycle of joints is found, and each joint of it named', () => {
    const paths = breakFile((f) => {
      f.parts[1].mounts.push({ ...f.parts[0].mounts[1], id: 'socket' });
      f.parts[2].mounts.push({ ...f.parts[0].mounts[0], id: 'rail' });
      f.rig.setups[0].joints[0].parent = { item: 'weight', mount: 'rail' };
      f.rig.setups[0].joints[1].parent = { item: 'handle', mount: 'socket' };
    });
    expect(paths).toEqual([
      'rig.setups[0].joints[0].parent.item',
      'rig.setups[0].joints[1].parent.item',
    ]);
  });

  it('markup and emoji in a name are text like any other', () => {
    expect(breakFile((f) => (f.rig.name = '<script>alert(1)</script> 🥒'))).toEqual([]);
  });

  it('text that is no JSON, another format and a newer version are told apart', () => {
    const message = (text: string) => {
      const outcome = readRigText(text);
      return outcome.state === 'malformed' ? outcome.issues[0]!.message : '';
    };
    expect(message('{"format":')).toMatch(/is not JSON/);
    expect(message('[]')).toMatch(/JSON object is expected/);
    expect(message('{"format":"other"}')).toMatch(/not a rig file/);
    expect(message(`{"format":"zucchini-rig","formatVersion":${rigFormatVersion + 1}}`)).toMatch(
      /newer/,
    );
    expect(message(`{"a":${'['.repeat(50_000)}`)).toMatch(/is not JSON/);
  });
});

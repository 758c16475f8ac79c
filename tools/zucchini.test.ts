import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from '@jest/globals';

import { worstRigs } from '../core/src/testing/worst.ts';

const root = fileURLToPath(new URL('../', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'zucchini-cli-'));
afterAll(() => rmSync(folder, { recursive: true }));

function run(...args: string[]) {
  const { NODE_OPTIONS: _, ...env } = process.env;
  const result = spawnSync(join(root, 'zucchini'), args, { encoding: 'utf8', env });
  return { code: result.status, out: result.stdout, err: result.stderr };
}
const mark = (n: number) => join(root, `demo/mark-${n}.rig.json`);
function write(name: string, text: string): string {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
}

describe('./zucchini check', () => {
  it('prints the whole report as JSON, and findings do not change the exit code', () => {
    // Nothing stops it, so that --strict changes nothing.
    const { code, out, err } = run('check', mark(1), '--strict');
    expect({ code, err }).toEqual({ code: 0, err: '' });
    const [report] = JSON.parse(out).reports;
    expect(report.massG).toBe(2772);
    expect(report.findings[0]).toMatchObject({
      code: 'keep-clear-entered',
      weight: 'risk',
      question: 'fit',
    });
    expect(report.frictionJoints[0].slipMomentNm).toBeGreaterThan(0);
  });

  it('with --strict says by its exit code that something stops the build', () => {
    // The side grip on a thread that is none of its kind.
    const text = readFileSync(mark(1), 'utf8');
    const joints = JSON.parse(text);
    const grip = joints.rig.setups[0].joints.find((j: { id: string }) => j.id === 'j-thole');
    grip.parent.mount = 'roof-quarter';
    expect(run('check', write('broken.rig.json', JSON.stringify(joints)), '--strict').code).toBe(1);
  });

  it('with --text speaks to people', () => {
    const { code, out } = run('check', mark(2), '--text', '--setup', 'low');
    expect(code).toBe(0);
    expect(out).toMatch(/^Mark 2 · Low, by the top handle/);
    expect(out).toMatch(/Fit {4}0 to mend · 0 risks/);
  });

  it('says what could not be computed in its time, and answers all the same', () => {
    const path = write('worst.rig.json', JSON.stringify(worstRigs['30 parts of 200 tubes']!()));
    const { code, out } = run('check', path, '--seconds', '0.2', '--strict');
    // Whether something stops it is not known.
    expect(code).toBe(1);
    const [report] = JSON.parse(out).reports;
    expect(report).toMatchObject({ massG: 1300, notComputed: ['room', 'remedies'], limitS: 0.2 });
    expect(run('check', path, '--seconds', '0.2', '--text').out).toMatch(
      /Not computed: what stands where and ways out; it takes longer than 0\.2 s/u,
    );
    expect(run('check', mark(1), '--seconds', 'long').code).toBe(2);
  });

  it('names every place of a file that is no rig, with exit code 2', () => {
    const file = JSON.parse(readFileSync(mark(1), 'utf8'));
    file.parts[0].massG = 0;
    file.rig.setups[0].joints[2].slideMm = 'far';
    const { code, out, err } = run('check', write('bad.rig.json', JSON.stringify(file)));
    expect({ code, out }).toEqual({ code: 2, out: '' });
    expect(err).toMatch(/parts\[0\]\.massG: a part weighs more than 0 g/);
    expect(err).toMatch(/rig\.setups\[0\]\.joints\[2\]\.slideMm: /);
  });

  it('tells a file that is not there, text that is no JSON, and a setup that is not in the rig', () => {
    expect(run('check', join(folder, 'ghost'))).toMatchObject({
      code: 2,
      err: expect.stringMatching(/cannot be read/),
    });
    expect(run('check', write('x.json', '{'))).toMatchObject({
      code: 2,
      err: expect.stringMatching(/is not JSON/),
    });
    expect(run('check', mark(1), '--setup', 'ghost')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/not a setup/),
    });
    expect(run('check')).toMatchObject({ code: 2, err: expect.stringMatching(/Usage/) });
    expect(run('check', mark(1), '--sideways')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/--sideways/),
    });
  });
});

describe('./zucchini schema', () => {
  it('prints the schema that is published', () => {
    const { code, out } = run('schema');
    expect(code).toBe(0);
    expect(JSON.parse(out)).toEqual(
      JSON.parse(readFileSync(join(root, 'docs/rig-file.schema.json'), 'utf8')),
    );
  });
});

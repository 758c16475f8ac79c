import { describe, expect, it } from '@jest/globals';
import { measureEffort, measureHang, measureProperties, measureSteadiness } from '../hang/index.js';
import { findHold } from '../hold/index.js';
import { HoldKind, placeSetup } from '../rig/index.js';
import { gripAt, pad, sits, support } from '../testing/hold-findings.js';
import { cube, handle, joint, mountAt } from '../testing/rigs.js';
import { createNames } from '../words/index.js';
import { sayHang } from '../hang/index.js';
import {
  sayEffort,
  sayHangLines,
  sayHoldTime,
  sayProperties,
  saySteadiness,
  saySway,
} from './index.js';

const stray = cube('stray', undefined, {
  mounts: [mountAt('base', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0])],
});

/** A rig that can be held in every way but by the eye and under the lens. */
function holdSo(hold: HoldKind, unweighed = false) {
  const made = sits(
    hold,
    { grips: [gripAt('a', [0, 60, 0]), gripAt('b', [0, -60, 5])] },
    [handle, pad(-20), support(12), ...(unweighed ? [stray] : [])],
    [
      joint('h', 'handle.base', 'body.rail'),
      joint('p', 'pad.base', 'body.plain'),
      joint('s', 'support.base', 'body.holes'),
      ...(unweighed ? [joint('u', 'stray.base', 'body.shoe')] : []),
    ],
  );
  const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
  const found = findHold(assembly);
  const names = createNames(assembly, made.parts);
  return { assembly, found, names, parts: made.parts, hang: measureHang(assembly, found) };
}

describe('how a rig sits, in words', () => {
  it.each(HoldKind.options)('%s: every line has its words and its figure', (hold) => {
    const { hang, names, assembly, found, parts } = holdSo(hold);
    const effort = measureEffort(assembly, hang);
    const steady = measureSteadiness(assembly, found);
    const lines = [
      ...sayHangLines(hang, names),
      ...(effort ? sayEffort(effort) : []),
      ...(steady ? saySteadiness(steady) : []),
      ...sayProperties(measureProperties(assembly, parts)),
    ];
    const { main, detail } = sayHang(hang);
    const text = [main, detail, ...lines.flatMap((l) => [l.what, l.value, l.from ?? ''])];
    expect(text.join('\n')).not.toMatch(/undefined|NaN|Infinity|\[object|-0(?![.\d])/);
    expect(lines.every((l) => l.what !== '' && l.value !== '')).toBe(true);
    if (hang.state !== 'needs-grip' && hang.state !== 'tips-over') {
      expect(lines[0]!.what).toBe('Mass borne');
    }
  });

  it('a mass that nobody knows is a range that names the part, never a sum', () => {
    const { hang, names } = holdSo('low', true);
    const [mass] = sayHangLines(hang, names);
    expect(mass!.value).toMatch(/^≈ .* to .* g$/);
    expect(mass!.from).toContain('stray');
  });

  it('a time is said in whole seconds, and from two minutes on in tens', () => {
    expect([44.6, 119, 204, 600, undefined].map(sayHoldTime)).toEqual([
      '≈ 45 s',
      '≈ 1 min 59 s',
      '≈ 3 min 20 s',
      '≈ 10 min',
      'not limited by this',
    ]);
  });

  it('two figures are said with their sides, in the unit of the way of holding', () => {
    expect(saySway({ ahead: 3.24, left: -5.9, unit: '°' })).toBe('3.2° nose down, 5.9° right');
    expect(saySway({ ahead: -0.5, left: 0.25, unit: 'N·m' })).toBe(
      '0.50 N·m nose up, 0.25 N·m left',
    );
    expect(saySway({ ahead: -12, left: 1, unit: 'mm' })).toBe('12 mm behind, 1 mm left');
  });
});

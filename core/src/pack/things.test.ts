import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { tries } from '../testing/depth.js';
import { findPartFaults } from '../craft/index.js';
import { PartKind } from '../part/index.js';
import {
  BodyFigures,
  createFromAnswers,
  listAnswerDoubts,
  listContradictions,
  listPartDoubts,
  listQuestions,
  listQuestionsFor,
  readBodyFigures,
  things,
  type Answers,
  type PartQuestion,
  type Thing,
} from '../template/index.js';

const body: BodyFigures = {
  widthMm: 132,
  heightMm: 98,
  depthMm: 58,
  axisHeightMm: 40,
  axisFromLeftMm: 52,
  gripDepthMm: 20,
  humpHeightMm: 16,
  mountFamily: 'One',
  mountRadiusMm: 28,
  cellFamily: 'Cell',
  key: 'body',
  hdmi: 'hdmi-d',
  screen: 'side',
};
const bodies = new Map([['body', body]]);

/** Any answer that is usual for a question. */
function anyAnswer(q: PartQuestion): fc.Arbitrary<unknown> {
  const [low, high] = q.usual ?? [1, 100];
  const figure = fc
    .integer({ min: Math.ceil(low * 10), max: Math.floor(high * 10) })
    .map((n) => n / 10);
  switch (q.type) {
    case 'whole':
      return fc.integer({ min: Math.ceil(low), max: Math.floor(high) });
    case 'length':
    case 'number':
      return figure.map((n) => Math.max(n, 0.1));
    case 'flag':
      return fc.boolean();
    case 'choice':
      return fc.constantFrom(...q.choices!.map(([value]) => value));
    case 'pair':
      return fc.tuple(figure, figure).map(([a, b]) => [Math.min(a, b), Math.max(a, b)]);
    case 'text':
      return fc.constant('One');
    case 'body':
      return fc.constant('body');
    case 'money':
      return fc.constant({ minor: 1999, currency: 'EUR' });
    case 'ends':
      return fc.constant([{ connector: 'hdmi-a' }, { connector: 'hdmi-d' }]);
    case 'carries':
      return fc.constant(['video']);
    case 'ports':
      return fc.array(
        fc.record({
          connector: fc.constantFrom('usb-c', 'hdmi-a', 'd-tap'),
          direction: fc.constantFrom('in', 'out'),
          carries: fc.constant(['power']),
          face: fc.constantFrom('left', 'right', 'back', 'top'),
        }),
        { maxLength: 3 },
      );
    case 'mounts':
      return fc.constant([
        { id: 'on-top', face: 'top', kind: 'quarter-20', side: 'screw', reference: 'front' },
        {
          id: 'below',
          face: 'bottom',
          kind: 'nato-rail',
          side: 'clamp',
          reference: 'front',
          clampMm: 30,
        },
      ]);
  }
}

/** Sizes that shut each other out are no part: a ring whose hole is wider than its rim. */
function isPossible(thing: Thing, a: Answers): boolean {
  const n = (name: string) => a[name] as number;
  if (thing.template === 'ring') {
    const rim = Math.max(n('backSizeMm') || 0, n('frontSizeMm') || 0);
    return n('innerMm') < n('outerMm') - 2 && rim < n('outerMm');
  }
  // The finder stands over the axis, the dials at the hand: they need room for both.
  if (thing.template === 'body') return n('axisFromLeftMm') < n('widthMm') * 0.6;
  if (thing.template === 'bracket') {
    return (
      n('holeFromEndMm') < Math.min(n('footMm'), n('uprightMm')) - n('thicknessMm') - 1 &&
      n('thicknessMm') < n('uprightMm') - 6
    );
  }
  if (thing.template === 'matte-box') return (a['openingMm'] as number[])[1]! < 140;
  if (thing.template === 'gear-ring') return n('gearMm') > n('innerMm') + 2;
  if (thing.template === 'follow-focus') return n('reachMm') > n('gearMm') / 2 + 14;
  if (thing.template === 'arm') return n('heightMm') > 30;
  if (thing.template === 'microphone') return n('axisHeightMm') > n('diameterMm') * 0.9 + 6;
  if (thing.template === 'top-handle') return n('heightMm') > n('barDiameterMm') + 12;
  if (thing.template === 'side-grip') return n('outMm') > n('diameterMm') * 0.6 + 14;
  return true;
}

describe.each(things.map((t) => [`${t.label} (${t.template})`, t] as const))('%s', (_, thing) => {
  const questions = listQuestions(thing);
  // What has no guess while nothing is said: one may rest on an answer that may be left out.
  const isMust = (q: PartQuestion) => !q.optional && q.guess?.({}) === undefined;
  // Of those that hang on another answer, what is asked while nothing is said.
  const must = listQuestionsFor(thing, {})
    .filter(isMust)
    .map((q) => q.name);
  const record = (list: readonly PartQuestion[]) =>
    fc.record(Object.fromEntries(list.map((q) => [q.name, anyAnswer(q)])), {
      requiredKeys: questions.filter(isMust).map((q) => q.name),
    });

  it('of any usual sizes is a valid part with its mounts on its skin and nothing inside it', () => {
    fc.assert(
      fc.property(record(questions), (stated) => {
        const { making, guessed, answers } = createFromAnswers(thing, 'mine', stated, bodies);
        fc.pre(isPossible(thing, answers) && listContradictions(thing, answers).length === 0);
        // What a cage has no room for is said by name, and nothing made.
        const noRoom = [
          'figures.clampHoles',
          'figures.holePairMm',
          'figures.topRailMm',
          'figures.shoes',
          'figures.underPairMm',
          'figures.rightRailMm',
          'figures.holePairAt',
        ];
        fc.pre(making.state !== 'malformed' || !noRoom.includes(making.issues[0]!.path));
        if (making.state !== 'made') throw new Error(JSON.stringify(making));
        expect(findPartFaults(making.part)).toEqual([]);
        const marked = Object.entries(making.part.provenance ?? {});
        for (const name of guessed) {
          expect(marked).toContainEqual([`figures.${name}`, 'guessed']);
        }
        expect(listAnswerDoubts(thing, answers).filter((d) => must.includes(d.name))).toEqual([]);
      }),
      { numRuns: tries(8) },
    );
  });

  it('says which answers are missing, and makes nothing', () => {
    for (const name of must) {
      const stated = Object.fromEntries(
        questions
          .filter((q) => q.name !== name && must.includes(q.name))
          .map((q) => [q.name, fc.sample(anyAnswer(q), { numRuns: 1, seed: 7 })[0]]),
      );
      // What the other answers say already is not missing: what a lead carries, of two plugs.
      if (questions.find((q) => q.name === name)!.guess?.(stated) !== undefined) continue;
      const { making, missing } = createFromAnswers(thing, 'mine', stated, bodies);
      expect(making.state).toBe('incomplete');
      // A guess that rests on the missing answer is missing with it.
      const own = missing.filter((q) => !q.guess || q.name === name);
      expect(own.map((q) => q.name)).toEqual([name]);
    }
  });

  it('names the figure that is nought or below', () => {
    const lengths = thing.questions.filter((q) => q.type === 'length' && must.includes(q.name));
    for (const { name } of lengths) {
      const stated = Object.fromEntries(
        questions
          .filter((q) => must.includes(q.name))
          .map((q) => [q.name, fc.sample(anyAnswer(q), { numRuns: 1, seed: 3 })[0]]),
      );
      for (const wrong of [0, -4]) {
        const { making } = createFromAnswers(thing, 'mine', { ...stated, [name]: wrong }, bodies);
        expect(making.state).toBe('malformed');
        // The room inside a cage is one figure of the recipe.
        const asked = name.startsWith('inside') ? 'insideMm' : name;
        // A ring's ends have their sizes at another place of the recipe.
        const place = asked
          .replace('backSizeMm', 'back.sizeMm')
          .replace('frontSizeMm', 'front.sizeMm');
        const issues = making.state === 'malformed' ? making.issues : [];
        expect(issues.map((i) => i.path.replace(/\.\d$/u, ''))).toContain(`figures.${place}`);
      }
    }
  });
});

describe('the table of things', () => {
  it('has every kind of part', () => {
    expect([...new Set(things.map((t) => t.kind))].sort()).toEqual([...PartKind.options].sort());
  });
});

describe('figures of a body', () => {
  const thing = things.find((t) => t.kind === 'body')!;
  const stated = { name: 'B', widthMm: 120, heightMm: 90, depthMm: 50, mountFamily: 'One' };
  const made = createFromAnswers(thing, 'b', stated, bodies).making;

  it('are those it was made of, or read off its shape where it came without them', () => {
    if (made.state !== 'made') throw new Error('not made');
    expect(readBodyFigures(made.part)).toMatchObject({ widthMm: 120, heightMm: 90, key: 'b' });
    const { made: _, ...bare } = made.part;
    const read = readBodyFigures(bare)!;
    expect(read).toMatchObject({ widthMm: 120, depthMm: 50, mountFamily: 'One', key: 'b' });
    expect(read.axisHeightMm).toBeCloseTo(37.8, 6);
    expect(BodyFigures.safeParse(read).success).toBe(true);
  });
});

describe('what is unusual', () => {
  const rods = things.find((t) => t.kind === 'rod')!;
  const doubts = (lengthMm: number, massG: number) => {
    const { making, answers } = createFromAnswers(
      rods,
      'r',
      { name: 'R', lengthMm, massG },
      bodies,
    );
    if (making.state !== 'made') throw new Error('not made');
    return [
      listAnswerDoubts(rods, answers).map((d) => d.name),
      listPartDoubts(making.part).map((d) => `${d.name} ${d.unit}`),
    ];
  };

  it('is asked about on both sides of what is usual, and made all the same', () => {
    expect(doubts(600, 400)).toEqual([[], []]);
    expect(doubts(600.1, 400)).toEqual([['lengthMm'], ['solids mm']]);
    expect(doubts(4000, 800)).toEqual([['lengthMm'], ['solids mm']]);
    expect(doubts(150, 29.9)).toEqual([['massG'], ['massG g']]);
    // 60 mm of two rods hold 21.2 cm³: 191 g are 9 g a cubic centimetre.
    expect(doubts(60, 190)).toEqual([[], []]);
    expect(doubts(60, 192)).toEqual([[], ['massG g/cm³']]);
  });
});

describe('a device with a cell inside', () => {
  it('is asked for, and stated in the part; without an answer it has none', () => {
    const receiver = things.find((t) => t.kind === 'receiver')!;
    const partOf = (more: Answers) => {
      const size = { name: 'R', widthMm: 40, heightMm: 50, depthMm: 20 };
      const { making } = createFromAnswers(receiver, 'r', { ...size, ...more }, bodies);
      return making.state === 'made' ? making.part : undefined;
    };
    expect(partOf({ innerCell: true })).toMatchObject({ innerCell: true });
    expect(partOf({})).not.toHaveProperty('innerCell');
    expect(listQuestions(receiver).map((q) => q.name)).toContain('innerCell');
  });
});

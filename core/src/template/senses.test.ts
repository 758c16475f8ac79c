import { describe, expect, it } from '@jest/globals';
import {
  createFromAnswers,
  findQuestionName,
  findThing,
  readAnswers,
  type Answers,
} from './index.js';

const make = (kind: string, answers: Answers) => {
  const drafted = createFromAnswers(
    findThing(kind)!,
    'mine',
    { name: 'Mine', ...answers },
    new Map(),
  );
  return drafted.making;
};
const made = (kind: string, answers: Answers) => {
  const making = make(kind, answers);
  if (making.state !== 'made') throw new Error(JSON.stringify(making));
  return making.part;
};
const filter = (answers: Answers) => made('filter', { backSizeMm: 77, ...answers }).glass;
const camera = (answers: Answers) =>
  made('body', { widthMm: 120, heightMm: 80, depthMm: 50, mountFamily: 'F', ...answers });

describe('a filter as it is described', () => {
  it('is the same in stops, as a density and as a factor', () => {
    for (const answer of [{ stops: 3 }, { density: 0.9 }, { factor: 8 }]) {
      expect(filter(answer)).toEqual({ does: 'nd', stops: [[3, 3]] });
    }
  });

  it('is what its name says, and a variable one begins at about two stops where nobody says', () => {
    expect(filter({ name: 'Vario fader', stops: 8 })).toEqual({
      does: 'variable-nd',
      stops: [[2, 8]],
    });
    expect(filter({ name: 'Vario fader', stops: 1.5 })).toMatchObject({ stops: [[1.5, 1.5]] });
    // Whichever figure was typed first.
    expect(filter({ name: 'Fader', stops: 2, leastStops: 5 })).toMatchObject({ stops: [[2, 5]] });
    expect(filter({ name: 'Sky grad', density: 0.6 })).toEqual({
      does: 'graduated',
      stops: [[2, 2]],
    });
    expect(filter({ name: 'CPL', stops: 1.5 })?.does).toBe('polariser');
    expect(filter({ name: 'Mist ¼' })).toEqual({ does: 'mist' });
  });

  it('of −2 stops is refused beside its field', () => {
    for (const answer of [{ stops: -2 }, { density: -0.3 }, { factor: 0.5 }]) {
      const making = make('filter', { backSizeMm: 77, ...answer });
      if (making.state !== 'malformed') throw new Error('it was made');
      expect(making.issues[0]!.message).toMatch(/takes light away and gives none/);
      expect(findQuestionName(making.issues[0]!.path)).toBe('stops');
    }
  });
});

describe('a camera as it is described', () => {
  it('has its base ISO in order, and its filters as stops or as shares of light', () => {
    expect(camera({ baseIso: 3200, secondIso: 400 }).exposes).toEqual({ baseIso: [400, 3200] });
    expect(camera({ ndInside: '2, 4, 6' }).exposes).toEqual({ ndStops: [2, 4, 6] });
    expect(camera({ ndInside: '1/64, 1/4, 1/16' }).exposes).toEqual({ ndStops: [2, 4, 6] });
    expect(camera({ ndInside: '0' }).exposes).toEqual({ ndStops: [] });
    expect(camera({ ndInside: '2 to 7' }).exposes).toEqual({ ndRange: [2, 7] });
    expect(camera({ ndInside: '2–7 stops' }).exposes).toEqual({ ndRange: [2, 7] });
    expect(camera({}).exposes).toBe(undefined);
  });

  it('is asked the same again as it was described', () => {
    const part = camera({
      baseIso: 800,
      mostIso: 12_800,
      ndInside: '0',
      autofocus: true,
      tracks: 2,
    });
    expect(readAnswers(part)?.answers).toMatchObject({
      baseIso: 800,
      mostIso: 12_800,
      ndInside: '0',
      autofocus: true,
      tracks: 2,
    });
  });
});

describe('the question that a refused place stands beside', () => {
  it.each([
    ['figures.widthMm', 'widthMm'],
    ['exposes.baseIso', 'baseIso'],
    ['exposes.ndStops.0', 'ndInside'],
    ['tracks.count', 'tracks'],
    ['serves.0.nits', 'nits'],
    ['massG', 'massG'],
  ])('%s is %s', (path, name) => {
    expect(findQuestionName(path)).toBe(name);
  });
});

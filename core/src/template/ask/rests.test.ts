import { describe, expect, it } from '@jest/globals';
import { listQuestions } from '../answer.js';
import { things } from './index.js';
import { sayRestsOn, verdicts } from './rests.js';

describe('what rests on an answer', () => {
  it('is said of figures that are asked, and of no others', () => {
    const asked = new Set(things.flatMap((thing) => listQuestions(thing).map((q) => q.name)));
    expect(Object.keys(verdicts).filter((name) => !asked.has(name))).toEqual([]);
  });

  it('is said of what most verdicts rest on: mass, screws, families, flange distances', () => {
    const monitor = things.find((t) => t.label === 'Monitor')!;
    const said = listQuestions(monitor).filter((q) => sayRestsOn(monitor, q) !== undefined);
    expect(said.map((q) => q.name)).toEqual(
      expect.arrayContaining(['massG', 'price', 'pinHoles', 'minV', 'maxV']),
    );
  });

  it('of a lead’s length is whether it reaches, of a plate’s nothing by itself', () => {
    const of = (label: string) => {
      const thing = things.find((t) => t.label === label)!;
      return sayRestsOn(
        thing,
        thing.questions.find((q) => q.name === 'lengthMm')!,
      );
    };
    expect([of('Lead'), of('Plate')]).toEqual(['whether the lead reaches', undefined]);
  });
});

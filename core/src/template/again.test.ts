import { describe, expect, it } from '@jest/globals';
import { createFromAnswers, readAnswers, readBodyFigures, things, type Answers } from './index.js';

const bodies = () => {
  const made = make('Camera body', { widthMm: 130, heightMm: 90, depthMm: 60, mountFamily: 'F' });
  return new Map([['mine', readBodyFigures(made)!]]);
};
function make(label: string, answers: Answers, known = new Map()) {
  const thing = things.find((t) => t.label === label)!;
  const { making } = createFromAnswers(thing, 'mine', { name: 'Mine', ...answers }, known);
  if (making.state !== 'made') throw new Error(JSON.stringify(making));
  return making.part;
}

describe('a part described again', () => {
  it.each<[string, Answers]>([
    ['Monitor', { diagonalIn: 5, nits: 1000, massG: 210, maker: 'Glauca', homeMade: true }],
    ['Step ring', { backSizeMm: 77, frontSizeMm: 82 }],
    ['Lens adapter', { thicknessMm: 20, backFamily: 'One', frontFamily: 'Two', backFlangeMm: 18 }],
    ['Focus motor', { motorMm: [30, 60], gearMm: 35 }],
    ['Follow focus', { wheelMm: 55 }],
    [
      'Lead',
      { ends: [{ connector: 'usb-c' }, { connector: 'd-tap' }], lengthMm: 300, carries: ['power'] },
    ],
    ['Cage', { insideWidthMm: 120, insideHeightMm: 80, insideDepthMm: 60 }],
    ['Bent bracket', { footMm: 60, uprightMm: 50, widthMm: 25 }],
    ['Top handle', { lengthMm: 110, heightMm: 60, base: 'two-quarter', apartMm: 20 }],
  ])('of a %s has what was said of it, and makes the same once more', (label, stated) => {
    const part = make(label, stated);
    const again = readAnswers(part)!;
    expect(again.thing.label).toBe(label);
    expect(again.answers).toMatchObject(stated);
    for (const name of Object.keys(stated)) expect(again.guessed).not.toContain(name);
    const said = Object.fromEntries(
      Object.entries(again.answers).filter(([name]) => !again.guessed.includes(name)),
    );
    expect(make(label, said)).toEqual(part);
  });

  it('of a cage names its body', () => {
    const part = make('Cage', { body: 'mine', coverage: 'half' }, bodies());
    expect(readAnswers(part)!.answers).toMatchObject({ body: 'mine', coverage: 'half' });
  });

  it('that no template made has no answers', () => {
    const { made: _, ...bare } = make('Monitor', { diagonalIn: 5 });
    expect(readAnswers(bare)).toBeUndefined();
  });
});

import { describe, expect, it } from '@jest/globals';
import { effectScope, nextTick, reactive } from 'vue';
import { useFigure, writeFigure, type FigureRules } from './useFigure';

/** A field with its owner, who keeps what it is given. */
function setUp(more: Partial<FigureRules> = {}) {
  const rules = reactive<FigureRules>({ unit: 'mm', modelValue: 20, ...more });
  const given: (number | undefined)[] = [];
  const field = effectScope().run(() =>
    useFigure(rules, (value) => {
      given.push(value);
      Object.assign(rules, { modelValue: value });
    }),
  )!;
  const type = async (text: string) => {
    field.text.value = text;
    field.take();
    await nextTick();
    // Leaving the field after Enter takes the same text once more.
    field.take();
  };
  return { rules, given, field, type };
}

describe('a field of figures', () => {
  it('writes to the thousandth, and nothing for none', () => {
    expect([144.78, 3, -0.12345, undefined].map(writeFigure)).toEqual([
      '144.78',
      '3',
      '-0.123',
      '',
    ]);
  });

  it('takes any unit of its kind, and writes it in its own', async () => {
    const { given, field, type } = setUp();
    await type('5.7 in');
    expect([given, field.text.value, field.trouble.value]).toEqual([[144.78], '144.78', '']);
  });

  it('gives nothing where nothing changed', async () => {
    const { given, type } = setUp();
    await type('20 mm');
    await type('2 cm');
    expect(given).toEqual([]);
  });

  it('tells what it does not understand, and the figure stays', async () => {
    const { given, field, type } = setUp();
    await type('12,5x');
    expect(field.trouble.value).toContain('is not a number');
    expect([given, field.text.value]).toEqual([[], '12,5x']);
    await type('30');
    expect([given, field.trouble.value]).toEqual([[30], '']);
  });

  it('keeps within its limits, both of which are allowed', async () => {
    const { given, field, type } = setUp({ min: 1, max: 60 });
    await type('0.999');
    expect(field.trouble.value).toBe('At least 1 mm');
    await type('60.001');
    expect(field.trouble.value).toBe('At most 60 mm');
    await type('1');
    await type('60');
    expect(given).toEqual([1, 60]);
  });

  it('says how it read what could be meant otherwise, also after the field is left', async () => {
    const { given, field, type } = setUp({ unit: 'g' });
    await type('1,250');
    expect(given).toEqual([1250]);
    expect(field.told.value).toBe('“1,250” is read as 1250 g');
    await type('1300');
    expect(field.told.value).toBe('');
    const bare = setUp({ unit: '' });
    await bare.type('12.345');
    expect(bare.field.told.value).toBe('“12.345” is read as 12.345');
  });

  it('that is emptied has no figure, or takes it back where there must be one', async () => {
    const free = setUp();
    await free.type(' ');
    expect([free.given, free.rules.modelValue]).toEqual([[undefined], undefined]);
    const filled = setUp({ filled: true });
    await filled.type('');
    expect([filled.given, filled.field.text.value]).toEqual([[], '20']);
  });

  it('whose figure others refused is told anew, although it is the same', async () => {
    const { given, type } = setUp({ modelValue: undefined, issue: 'cannot be' });
    await type('');
    expect(given).toEqual([]);
    await type('x');
    await type('');
    expect(given).toEqual([undefined]);
  });

  it('follows its owner, and forgets what was wrong before', async () => {
    const { rules, field, type } = setUp();
    await type('nonsense');
    Object.assign(rules, { modelValue: 7 });
    await nextTick();
    expect([field.text.value, field.trouble.value]).toEqual(['7', '']);
  });
});

import { Glass, type Part, type Serves } from '../part/index.js';
import { foldText, measureMinorDigits, type Money } from '../units/index.js';
import {
  askFeeds,
  askSenses,
  factNames,
  toFeeds,
  toSenses,
  type Answers,
  type PartQuestion,
  type Thing,
} from './ask/index.js';
import { BodyFigures } from './body.js';
import { tryRecipe, type Bodies, type Making } from './recipe.js';

/** The questions that are asked, as far as these answers say. */
export function listQuestionsFor(thing: Thing, answers: Answers): PartQuestion[] {
  return listQuestions(thing).filter((q) => q.when === undefined || q.when(answers));
}

/** What has become of a set of answers. */
export interface Drafted {
  readonly making: Making | { readonly state: 'incomplete' };
  /** Questions that must be answered and are not. */
  readonly missing: readonly PartQuestion[];
  /** Names of figures that were guessed. */
  readonly guessed: readonly string[];
  /** Every answer, those that were guessed among them. */
  readonly answers: Answers;
}

function isAnswered(value: unknown): boolean {
  return value !== undefined && value !== '' && !(Array.isArray(value) && value.length === 0);
}

/** Every question that a kind of part is asked, the facts of all parts first. */
export function listQuestions(thing: Thing): PartQuestion[] {
  const own = new Set(thing.questions.map((q) => q.name));
  const facts: PartQuestion[] = [
    { name: 'name', label: 'Name', type: 'text' },
    { name: 'maker', label: 'Maker', type: 'text', optional: true },
    {
      name: 'massG',
      label: 'Mass',
      type: 'number',
      unit: 'g',
      optional: true,
      usual: thing.usualG,
      words: /weigh|mass|wt/iu,
      hint: 'Without battery; leave it empty where nobody has weighed it',
    },
    { name: 'price', label: 'Price', type: 'money', optional: true },
    { name: 'homeMade', label: 'Made at home', type: 'flag', optional: true },
  ];
  return [
    ...facts.filter((q) => !own.has(q.name)),
    ...thing.questions,
    ...askFeeds(thing.kind),
    ...askSenses(thing.kind),
  ];
}

/** An id made from a name: small letters, digits and hyphens, the first that is free. */
export function createPartId(
  name: string,
  maker: string | undefined,
  isTaken: (id: string) => boolean,
): string {
  const plain = foldText(`${maker ? `${maker}-` : ''}${name}`)
    .replace(/[^a-z0-9]+/gu, '-')
    .replace(/^-+|-+$/gu, '')
    .slice(0, 56)
    .replace(/-+$/u, '');
  const base = plain === '' ? 'part' : plain;
  if (!isTaken(base)) return base;
  // Ends: there are finitely many ids.
  for (let n = 2; ; n += 1) if (!isTaken(`${base}-${n}`)) return `${base}-${n}`;
}

/** An amount in the unit that people write, as whole minor units. */
export function toMoney(amount: number, currency: string): Money {
  return { minor: Math.round(amount * 10 ** measureMinorDigits(currency)), currency };
}

/** What answers of a ring mean: its two ends, which the questions ask one figure each. */
function toRingFigures(thing: Thing, a: Answers): Record<string, unknown> {
  const { thicknessMm, outerMm, innerMm, clampable, footMm } = a;
  const shared = {
    thicknessMm,
    outerMm,
    innerMm,
    ...(clampable === true ? { clampable: true } : {}),
    ...(isAnswered(footMm) ? { footMm } : {}),
  };
  if (thing.kind === 'lens-adapter') {
    const end = (side: 'lens' | 'body', family: unknown, flangeMm: unknown) => ({
      kind: 'lens-mount',
      side,
      family,
      ...(isAnswered(flangeMm) ? { flangeMm } : {}),
    });
    return {
      ...shared,
      back: end('lens', a['backFamily'], a['backFlangeMm']),
      front: end('body', a['frontFamily'], a['frontFlangeMm']),
    };
  }
  const thread = (side: 'male' | 'female', sizeMm: unknown) => ({
    kind: 'front-thread',
    side,
    sizeMm,
  });
  const filter = thing.kind === 'filter';
  return {
    ...shared,
    ...(filter ? { glass: true } : {}),
    back: thread('male', a['backSizeMm']),
    // A filter has a thread before it as well, for the next one.
    ...(filter || isAnswered(a['frontSizeMm'])
      ? { front: thread('female', filter ? a['backSizeMm'] : a['frontSizeMm']) }
      : {}),
  };
}

function toFigures(thing: Thing, id: string, a: Answers): Record<string, unknown> {
  if (thing.template === 'ring') return toRingFigures(thing, a);
  const facts: readonly string[] = factNames;
  const figures = Object.fromEntries(
    Object.entries(a).filter(([name, value]) => !facts.includes(name) && isAnswered(value)),
  );
  if (thing.template === 'cage') {
    const { insideWidthMm, insideHeightMm, insideDepthMm, ...rest } = figures;
    return rest['body'] === undefined
      ? { ...rest, insideMm: [insideWidthMm, insideHeightMm, insideDepthMm] }
      : rest;
  }
  return thing.template === 'body'
    ? { ...figures, key: id.slice(0, 40).replace(/-+$/u, '') }
    : figures;
}

function toServes(thing: Thing, a: Answers, most: number | undefined): Serves[] | undefined {
  if (!thing.serves) return undefined;
  const figure = (name: 'nits' | 'channels' | 'energyWh') =>
    typeof a[name] === 'number' ? { [name]: a[name] } : {};
  return [
    {
      need: thing.serves,
      ...figure('nits'),
      ...(most ? { stops: most } : {}),
      ...figure('channels'),
      ...(thing.kind === 'battery' ? figure('energyWh') : {}),
    },
  ];
}

/** The most that glass takes away, as far as what was answered says it. */
function measureMostStops(glass: unknown): number | undefined {
  return Glass.safeParse(glass).data?.stops?.at(-1)?.[1];
}

/**
 * Makes the part that a person has described so far. What was not answered is guessed where a guess is
 * known, and its name is listed; nothing is made while an answer is missing that cannot be guessed. Answers
 * in `rough` were stated as approximate, and count as guesses too.
 */
export function createFromAnswers(
  thing: Thing,
  id: string,
  stated: Answers,
  bodies: Bodies,
  rough: ReadonlySet<string> = new Set(),
): Drafted {
  const questions = listQuestions(thing);
  const answers: Record<string, unknown> = {};
  const guessed: string[] = [];
  const missing: PartQuestion[] = [];
  for (const q of questions) {
    if (!isAnswered(stated[q.name])) continue;
    answers[q.name] = stated[q.name];
    if (rough.has(q.name)) guessed.push(q.name);
  }
  // What is no longer asked is no answer either: pins of a screw that is now a clamp.
  const isAsked = (q: PartQuestion) => q.when === undefined || q.when(answers);
  const drop = (name: string) => {
    answers[name] = undefined;
    const at = guessed.indexOf(name);
    if (at >= 0) guessed.splice(at, 1);
  };
  // A bent bracket is what people bend themselves: what it bears is known to nobody until they say otherwise.
  answers['homeMade'] ??= thing.template === 'bracket';
  // Guesses may rest on one another: in the order of the questions, after what was stated.
  for (const q of questions) {
    if (!isAsked(q)) {
      drop(q.name);
      continue;
    }
    if (isAnswered(answers[q.name])) continue;
    const guess = q.guess?.(answers);
    if (isAnswered(guess)) {
      answers[q.name] = guess;
      guessed.push(q.name);
    } else if (!q.optional) missing.push(q);
  }
  if (missing.length > 0) return { making: { state: 'incomplete' }, missing, guessed, answers };
  const senses = toSenses(thing.kind, answers);
  const serves = toServes(thing, answers, measureMostStops(senses.glass));
  const making = tryRecipe(
    {
      id,
      template: thing.template,
      kind: thing.kind,
      name: answers['name'],
      ...(isAnswered(answers['maker']) ? { maker: answers['maker'] } : {}),
      ...(isAnswered(answers['massG']) ? { massG: answers['massG'] } : {}),
      ...(isAnswered(answers['price']) ? { price: answers['price'] } : {}),
      ...(serves ? { serves } : {}),
      ...(answers['homeMade'] === true ? { homeMade: true } : {}),
      ...(answers['innerCell'] === true ? { innerCell: true } : {}),
      ...(answers['noTrigger'] === true ? { noTrigger: true } : {}),
      ...(isAnswered(answers['delayMs']) ? { delayMs: answers['delayMs'] } : {}),
      ...toFeeds(answers),
      ...senses,
      figures: toFigures(thing, id, answers),
      ...(guessed.length ? { guessed } : {}),
    },
    bodies,
  );
  return { making, missing, guessed, answers };
}

/** Facts of a part that are asked under another name. */
const askedAs: Readonly<Record<string, string>> = {
  'exposes.ndStops': 'ndInside',
  'glass.hardStops': 'glassStops',
  'tracks.count': 'tracks',
  'tracks.safety': 'safetyTrack',
  'cell.energyWh': 'innerWh',
  'cell.maxA': 'cellMaxA',
  'medium.family': 'mediaFamily',
};

/**
 * The question that a refused place of a part stands beside: its figure, or the fact that was asked.
 *
 *     findQuestionName('glass.stops.0.1') // 'stops'
 */
export function findQuestionName(path: string): string {
  const steps = path.split('.');
  const known = askedAs[steps.slice(0, 2).join('.')];
  if (known) return known;
  const groups = [
    'figures',
    'exposes',
    'glass',
    'hears',
    'link',
    'drive',
    'draw',
    'cell',
    'medium',
    'charger',
  ];
  if (groups.includes(steps[0]!)) return steps[1] ?? steps[0]!;
  if (steps[0] === 'serves') return steps[2] ?? 'serves';
  return steps[0]!;
}

/** The figures of a body for the cages that go round it: as stated, or read off its shape. */
export function readBodyFigures(part: Part): BodyFigures | undefined {
  if (part.kind !== 'body') return undefined;
  const own = BodyFigures.safeParse(part.made?.template === 'body' ? part.made.figures : undefined);
  if (own.success) return own.data;
  const bottom = part.mounts.find(
    (m) => m.kind === 'quarter-20' && m.side === 'socket' && m.normal[2] < -0.9,
  );
  const lens = part.mounts.find((m) => m.kind === 'lens-mount' && m.side === 'body');
  const shell = part.solids
    .filter((s) => s.type === 'box')
    .sort(
      (a, b) => b.sizeMm[0] * b.sizeMm[1] * b.sizeMm[2] - a.sizeMm[0] * a.sizeMm[1] * a.sizeMm[2],
    )[0];
  if (!shell || !lens) return undefined;
  const [w, h, d] = [shell.sizeMm[1], shell.sizeMm[2], shell.sizeMm[0]];
  return {
    widthMm: w,
    heightMm: h,
    depthMm: d,
    axisHeightMm: Math.max(1, lens.originMm[2] - (shell.atMm[2] - h / 2)),
    axisFromLeftMm: Math.max(1, shell.atMm[1] + w / 2 - lens.originMm[1]),
    gripDepthMm: 0,
    humpHeightMm: 0,
    mountFamily: lens.family ?? 'unknown',
    mountRadiusMm: 28,
    cellFamily: part.mounts.find((m) => m.kind === 'cell-bay')?.family ?? 'unknown',
    key: bottom?.keys?.[0] ?? part.id.slice(0, 40).replace(/-+$/u, ''),
    hdmi: 'hdmi-a',
    screen: 'none',
  };
}

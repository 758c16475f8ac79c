import { measureMate, type Mount, type Part } from '../part/index.js';
import { createFromAnswers, listQuestions } from './answer.js';
import { isJoining, type Answers, type PartQuestion, type Thing } from './ask/index.js';

/** Sizes that must be those of the mount, by the question that asks for them. */
const sizeNames: readonly string[] = ['backSizeMm', 'ringMm', 'trayMm'];

/** Something of the usual size, so that a part is made while nobody has described it yet. */
function standIn(question: PartQuestion): unknown {
  const [low = 1, high = 1] = question.usual ?? [];
  switch (question.type) {
    case 'length':
    case 'number':
    case 'whole':
      return Math.round((low + high) / 2);
    case 'pair':
      return [Math.round((low + high) / 2), Math.round((low + high) / 2)];
    case 'text':
      return 'x';
    default:
      return undefined;
  }
}

/** What would be made of these answers, the rest being usual; undefined where that makes nothing. */
function tryAnswers(thing: Thing, answers: Answers): Part | undefined {
  const first = createFromAnswers(thing, 'x', answers, new Map());
  const missing = Object.fromEntries(first.missing.map((q) => [q.name, standIn(q)]));
  const { making } = createFromAnswers(thing, 'x', { ...missing, ...answers }, new Map());
  return making.state === 'made' ? making.part : undefined;
}

const mates = (part: Part | undefined, mount: Mount): boolean =>
  part?.mounts.some((own) => measureMate(own, mount).state === 'mates') ?? false;

/** The ways of joining that are worth trying, the guesses first: nothing said, then each choice of each question. */
function listWays(thing: Thing, questions: readonly PartQuestion[]): Answers[] {
  const ways = questions
    .filter((q) => q.type === 'choice' && isJoining(q))
    .flatMap((q) => (q.choices ?? []).map(([value]) => ({ [q.name]: value })));
  return [{}, ...ways];
}

/**
 * What can be answered of a part before it is described, because it is to go onto this mount: how it is fastened, the
 * name that both must say, the size that both must have. Found by making the part each way and looking whether it mates;
 * what is guessed anyway is not said. Empty where no answer makes it go there.
 */
export function answerForMount(thing: Thing, mount: Mount): Answers {
  const questions = listQuestions(thing);
  const named: Answers =
    mount.family === undefined
      ? {}
      : Object.fromEntries(
          questions.filter((q) => q.known === mount.kind).map((q) => [q.name, mount.family]),
        );
  const sized: Answers =
    mount.sizeMm === undefined
      ? {}
      : Object.fromEntries(
          questions.filter((q) => sizeNames.includes(q.name)).map((q) => [q.name, mount.sizeMm]),
        );
  const isAsked = (answers: Answers, name: string) =>
    questions.some((q) => q.name === name && (q.when === undefined || q.when(answers)));
  for (const way of listWays(thing, questions)) {
    let answers: Answers = { ...way, ...named, ...sized };
    if (!mates(tryAnswers(thing, answers), mount)) continue;
    // An adapter has two mounts that are called by a name: what the part goes there without is not said.
    for (const name of Object.keys({ ...sized, ...named }).reverse()) {
      const { [name]: _, ...others } = answers;
      if (!isAsked(answers, name) || mates(tryAnswers(thing, others), mount)) answers = others;
    }
    return answers;
  }
  return {};
}

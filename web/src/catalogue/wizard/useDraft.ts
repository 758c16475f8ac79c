import {
  createCompanions,
  findQuestionName,
  foldText,
  createFromAnswers,
  createPartId,
  listAnswerDoubts,
  listContradictions,
  listPartDoubts,
  listQuestionsFor,
  readBodyFigures,
  type Answers,
  type BodyFigures,
  type Doubt,
  type Part,
  type PartFacts,
  type PartQuestion,
  type Thing,
} from '@zucchini/core';
import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import { useCatalogue } from '../catalogueStore';

/** Whether two parts are of one kind and called alike, whatever the letter case. */
const isSameNamed = (facts: PartFacts, part: Part): boolean =>
  facts.kind === part.kind && foldText(facts.name) === foldText(part.name);

/** A part that is being described: its answers, what came out of them, what is still to be asked. */
export function useDraft(
  thing: Ref<Thing | undefined>,
  /** What is known of such a part before anything is said of it. */
  begin: (thing: Thing) => Answers = () => ({}),
) {
  const catalogue = useCatalogue();
  const stated = shallowRef<Answers>({});
  /** Answers that the sheet gave as approximate. */
  const rough = shallowRef<ReadonlySet<string>>(new Set());
  /** Doubts that the person has said are right. */
  const confirmed = ref<ReadonlySet<string>>(new Set());
  const bodies = shallowRef<ReadonlyMap<string, BodyFigures>>(new Map());

  /** Takes up what was said before: of a kept draft, or of a part that this one is like. */
  function resume(next: Thing, answers: Answers, approx: readonly string[] = []): void {
    isResumed = thing.value !== next;
    thing.value = next;
    stated.value = answers;
    rough.value = new Set(approx);
    confirmed.value = new Set();
  }
  let isResumed = false;

  watch(thing, () => {
    if (isResumed) {
      isResumed = false;
      return;
    }
    // What all parts are asked is kept when another kind is chosen.
    const { name, maker, massG, price } = stated.value as Record<string, unknown>;
    stated.value = Object.fromEntries(
      Object.entries({
        name,
        maker,
        massG,
        price,
        ...(thing.value ? begin(thing.value) : {}),
      }).filter(([, v]) => v !== undefined),
    );
    rough.value = new Set();
    confirmed.value = new Set();
  });

  function answer(name: string, value: unknown, approx = false): void {
    stated.value = { ...stated.value, [name]: value };
    const next = new Set(rough.value);
    if (approx) next.add(name);
    else next.delete(name);
    rough.value = next;
  }

  // A cage is made from its body: the body is fetched when it is chosen.
  async function fetchBody(id: unknown): Promise<void> {
    if (typeof id !== 'string' || bodies.value.has(id)) return;
    const record = await catalogue.find(id);
    const figures = record && readBodyFigures(record.part);
    if (figures) bodies.value = new Map([...bodies.value, [id, figures]]);
  }
  watch(
    () => stated.value['body'],
    (id) => void fetchBody(id),
  );
  /** Resolves once all is here that the part is made from. */
  const arrived = (): Promise<void> => fetchBody(stated.value['body']);

  const questions = computed<readonly PartQuestion[]>(() =>
    thing.value ? listQuestionsFor(thing.value, drafted.value?.answers ?? stated.value) : [],
  );
  const id = computed(() =>
    createPartId(
      String(stated.value['name'] ?? ''),
      stated.value['maker'] as string | undefined,
      (taken) => catalogue.taken.has(taken),
    ),
  );
  const drafted = computed(
    () =>
      thing.value &&
      createFromAnswers(thing.value, id.value, stated.value, bodies.value, rough.value),
  );
  /** The part as far as it can be drawn: with a stand-in name while it has none. */
  const sketch = computed(() => {
    if (!thing.value) return undefined;
    const named = { ...stated.value, name: stated.value['name'] || thing.value.label };
    const { making } = createFromAnswers(thing.value, id.value, named, bodies.value, rough.value);
    return making.state === 'made' ? making.part : undefined;
  });
  /** What is stored with the part: the battery of a body, unless the very same is here already. */
  const companions = computed<readonly Part[]>(() => {
    if (!thing.value || !drafted.value) return [];
    const taken = new Set([...catalogue.taken, id.value]);
    return createCompanions(thing.value, drafted.value.answers, (name) =>
      createPartId(name, undefined, (one) => taken.has(one)),
    ).filter((part) => !catalogue.all.some((f) => isSameNamed(f, part)));
  });
  /** Answers that cannot both be so. */
  const contradictions = computed(() =>
    thing.value && drafted.value ? listContradictions(thing.value, drafted.value.answers) : [],
  );
  const issues = computed(() => {
    const making = drafted.value?.making;
    const byName = new Map<string, string>(
      contradictions.value.map(({ name, message }) => [name, message]),
    );
    if (making?.state !== 'malformed') return byName;
    for (const { path, message } of making.issues) {
      const name = findQuestionName(path);
      if (!byName.has(name)) byName.set(name, message);
    }
    return byName;
  });
  const doubts = computed<readonly Doubt[]>(() => {
    if (!thing.value || !drafted.value) return [];
    const making = drafted.value.making;
    const asked = listAnswerDoubts(thing.value, drafted.value.answers);
    const whole = making.state === 'made' ? listPartDoubts(making.part) : [];
    const known = new Set(asked.map((d) => d.name));
    return [...asked, ...whole.filter((d) => !known.has(d.name) || d.unit === 'g/cm³')];
  });
  const doubtKey = (d: Doubt) => `${d.name} ${d.value} ${d.unit}`;
  const open = computed(() => doubts.value.filter((d) => !confirmed.value.has(doubtKey(d))));
  function confirm(doubt: Doubt): void {
    confirmed.value = new Set([...confirmed.value, doubtKey(doubt)]);
  }
  /** A part of the same name and maker: the two could not be told apart. */
  const twin = computed(() => {
    const { name, maker } = stated.value as { name?: string; maker?: string };
    const key = (n: string, m: string | undefined) => `${m ?? ''}\n${n}`.trim().toLowerCase();
    return name
      ? catalogue.all.find((f) => key(f.name, f.maker) === key(name.trim(), maker?.trim()))
      : undefined;
  });
  const ready = computed(
    () =>
      drafted.value?.making.state === 'made' &&
      contradictions.value.length === 0 &&
      open.value.length === 0 &&
      !twin.value,
  );

  return {
    stated,
    rough,
    resume,
    answer,
    questions,
    id,
    drafted,
    sketch,
    companions,
    issues,
    doubts,
    open,
    confirm,
    twin,
    ready,
    arrived,
  };
}

import {
  findRigIssues,
  type KitItem,
  type Part,
  type Rig,
  type RigFile,
  type RigRecord,
  type RigSummary,
} from '@zucchini/core';
import { bringPlated, plate, type Ask } from '../../server/src/testing/plated.ts';
import type { Chance } from './random.ts';

/** What came of writers who store at the same moment. */
export interface RaceFigures {
  /** Races of each kind. */
  readonly races: Readonly<Record<string, number>>;
  /** Answers that are none of success, stale, refused or gone. */
  readonly odd: readonly string[];
  /** Rigs that were left so that they cannot be put together. */
  readonly broken: readonly string[];
}

const allowed = new Set([200, 201, 204, 404, 409, 422]);

/** Who writes at once, and what must hold after: every kind of meeting that has gone wrong once. */
const kinds: Readonly<Record<string, (race: Race) => Promise<readonly Answer[]>>> = {
  'a part loses a mount while a rig with it is saved': async (race) => {
    const { rig, revision, parts } = await race.plated();
    const bare = await race.strip(rig, revision);
    return race.at([
      () => race.save(rig, bare),
      () => race.storePart(plate(parts[0].id, ['one']), 1),
    ]);
  },
  'a part is taken out while a rig with it is saved': async (race) => {
    const { rig, revision, parts } = await race.plated();
    const bare = await race.strip(rig, revision);
    return race.at([
      () => race.save(rig, bare),
      () => race.ask({ method: 'DELETE', url: `/api/parts/${parts[0].id}` }),
    ]);
  },
  'one file is brought several times': async (race) => {
    const file = race.file();
    return race.at(
      Array.from({ length: 4 }, () => () => race.bring(file)),
      (answers) => new Set(answers.map((a) => (a.body as { id?: string }).id)).size === 4,
    );
  },
  'two files call other individuals the same': async (race) => {
    const files = [race.file(), race.file()];
    const id = race.name();
    files.forEach((file, i) => {
      const { comesWith: _, ...item } = file.rig.kit[i + 1]!;
      (file.rig.kit as KitItem[]).push({ ...item, id, owned: false });
    });
    return race.at(
      files.map((file) => () => race.bring(file)),
      (answers) => answers.every((a) => a.status === 201),
    );
  },
  'two rigs change an individual that they share': async (race) => {
    const [one, two] = [await race.brought(), await race.brought()];
    const change = (record: RigRecord, item: number, facts: Partial<KitItem>): Rig => ({
      ...record.rig,
      kit: record.rig.kit.map((k, i) => (i === item ? { ...k, ...facts } : k)),
    });
    const weighed = change(one, 0, { measuredMassG: 500 + race.chance.below(500) });
    const tied = change(two, 2, { comesWith: two.rig.kit[1]!.id, note: race.name() });
    return race.at([() => race.save(weighed, one.revision), () => race.save(tied, two.revision)]);
  },
  'two rigs take one new individual as other parts': async (race) => {
    const [one, two] = [await race.plated(), await race.plated()];
    const id = race.name();
    const take = ({ rig, parts }: Plated, part: number): Rig => ({
      ...rig,
      kit: [...rig.kit, { id, partId: parts[part]!.id, owned: false }],
    });
    return race.at([
      () => race.save(take(one, 0), one.revision),
      () => race.save(take(two, 1), two.revision),
    ]);
  },
  'a rig is taken off while it is saved': async (race) => {
    const { rig, revision } = await race.plated();
    return race.at([
      () => race.save({ ...rig, name: 'Saved' }, revision),
      () => race.ask({ method: 'DELETE', url: `/api/rigs/${rig.id}` }),
    ]);
  },
  'a version is kept while its rig is saved': async (race) => {
    const { rig, revision } = await race.plated();
    return race.at([
      () => race.save({ ...rig, name: 'Saved' }, revision),
      () =>
        race.ask({
          method: 'POST',
          url: `/api/rigs/${rig.id}/versions`,
          payload: { name: 'Kept', reason: 'race' },
        }),
    ]);
  },
};

interface Answer {
  readonly status: number;
  readonly body: unknown;
}

interface Plated {
  readonly rig: Rig;
  readonly revision: number;
  readonly parts: readonly [Part, Part];
}

/** One race: what it is run with, and what it left. */
class Race {
  static count = 0;
  isRight = true;

  constructor(
    readonly ask: Ask,
    private readonly seed: RigFile,
    readonly chance: Chance,
  ) {}

  name(): string {
    Race.count += 1;
    return `race-${Race.count}`;
  }

  /** Lets all go at once, in an order of chance; `holds` says what must be true of the answers. */
  async at(
    acts: readonly (() => Promise<Answer>)[],
    holds: (answers: readonly Answer[]) => boolean = () => true,
  ): Promise<readonly Answer[]> {
    const order = [...acts];
    if (this.chance.below(2) === 0) order.reverse();
    const answers = await Promise.all(order.map((act) => act()));
    this.isRight = holds(answers);
    return answers;
  }

  file(): RigFile {
    const copy = JSON.parse(JSON.stringify(this.seed)) as RigFile;
    return { ...copy, versions: [], rig: { ...copy.rig, id: this.name() } };
  }

  bring(payload: RigFile): Promise<Answer> {
    return this.ask({ method: 'POST', url: '/api/rigs/import', payload });
  }

  async brought(): Promise<RigRecord> {
    const { body } = await this.bring(this.file());
    const { id } = body as { id: string };
    return (await this.ask({ method: 'GET', url: `/api/rigs/${id}` })).body as RigRecord;
  }

  async plated(): Promise<Plated> {
    const name = this.name();
    const parts = [plate(`${name}-a`), plate(`${name}-b`)] as const;
    const { rig, revision } = await bringPlated(this.ask, name, parts);
    return { rig, revision, parts };
  }

  /** The rig without its plates, saved; its revision then. */
  async strip(rig: Rig, revision: number): Promise<number> {
    const bare = {
      ...rig,
      kit: rig.kit.slice(0, 1),
      setups: rig.setups.map((s) => ({ ...s, joints: [] })),
    };
    return ((await this.save(bare, revision)).body as { revision: number }).revision;
  }

  save(rig: Rig, revision: number): Promise<Answer> {
    return this.ask({ method: 'PUT', url: `/api/rigs/${rig.id}`, payload: { revision, rig } });
  }

  storePart(part: Part, revision: number): Promise<Answer> {
    return this.ask({
      method: 'POST',
      url: '/api/parts',
      payload: { parts: [{ revision, part }] },
    });
  }
}

/** Runs `count` races of each kind, and looks after each whether every rig that is stored can be put together. */
export async function runRaces(
  ask: Ask,
  seed: RigFile,
  count: number,
  chance: Chance,
  say: (words: string) => void,
): Promise<RaceFigures> {
  const races: Record<string, number> = {};
  const odd: string[] = [];
  const broken: string[] = [];
  const looked = new Set<string>();
  for (const [kind, run] of Object.entries(kinds)) {
    for (let n = 0; n < count; n += 1) {
      const race = new Race(ask, seed, chance);
      const answers = await run(race);
      races[kind] = (races[kind] ?? 0) + 1;
      for (const { status, body } of answers) {
        if (!allowed.has(status)) odd.push(`${kind}: ${status} ${JSON.stringify(body)}`);
      }
      if (!race.isRight) odd.push(`${kind}: ${answers.map((a) => a.status).join(', ')}`);
      broken.push(...(await findBroken(ask, looked)).map((id) => `${kind}: ${id}`));
    }
    say(`${kind}: ${count}, odd ${odd.length}, broken ${broken.length}`);
  }
  return { races, odd, broken };
}

/** Rigs on the shelf that cannot be put together; takes off those that were seen whole, so that the shelf stays short. */
async function findBroken(ask: Ask, looked: Set<string>): Promise<string[]> {
  const broken: string[] = [];
  const { body } = await ask({ method: 'GET', url: '/api/rigs' });
  for (const { id } of (body as { rigs: RigSummary[] }).rigs) {
    const { status, body: record } = await ask({ method: 'GET', url: `/api/rigs/${id}` });
    if (status !== 200) continue;
    const { rig, parts } = record as RigRecord;
    const issues = findRigIssues(rig, new Map(parts.map((p) => [p.id, p])), 'rig');
    if (issues.length > 0 && !looked.has(id)) broken.push(id);
    looked.add(id);
    if (/^race-/u.test(rig.id) || /^race-/u.test(rig.name) || rig.name === 'Saved') {
      await ask({ method: 'DELETE', url: `/api/rigs/${id}` });
    }
  }
  return broken;
}

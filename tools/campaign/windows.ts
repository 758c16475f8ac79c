import { applyEdit, listKitUses, mergeRigs, type Rig, type RigRecord } from '@zucchini/core';
import type { Ask } from '../../server/src/testing/plated.ts';
import type { Chance } from './random.ts';

/** What came of two windows on one rig. */
export interface WindowFigures {
  /** Saves that were answered with success. */
  readonly stored: number;
  /** Of them those that had met the other window's, and put both together. */
  readonly merged: number;
  /** Changes that were acknowledged and are not there, or are there otherwise. */
  readonly lost: readonly string[];
}

/** Fields that a window changes, each by its name. */
type Fields = Map<string, unknown>;

/** What the rig came with. */
const listGiven = (rig: Rig) => rig.kit.filter((item) => !spares.some((id) => id === item.id));

/** Individuals that the windows buy, pack and remove from the kit. */
const spares = ['spare-1', 'spare-2', 'spare-3'] as const;

function readSpare(rig: Rig, id: string): 'gone' | 'packed' | 'there' {
  const use = listKitUses(rig, rig.setups[0]!.id).find(({ item }) => item.id === id);
  if (!use) return 'gone';
  return use.here === 'worn' ? 'packed' : 'there';
}

function readFields(rig: Rig): Fields {
  return new Map<string, unknown>([
    ...spares.flatMap((id) => {
      const state = readSpare(rig, id);
      return [
        [`has ${id}`, state !== 'gone'],
        [`packs ${id}`, state === 'packed'],
      ] as const;
    }),
    ['name', rig.name],
    ['spend', rig.brief.limits.spend?.minor],
    ['swaps apart', rig.settings?.swapApartMin],
    ...listGiven(rig).map((item) => [`mass of ${item.id}`, item.measuredMassG] as const),
    ...rig.setups.flatMap((s) =>
      s.joints.map((j) => [`slide of ${s.id} ${j.id}`, j.slideMm] as const),
    ),
  ]);
}

/** A spare is bought, packed, left out or removed from the kit, whichever it can be. */
function changeSpare(rig: Rig, chance: Chance): Rig {
  const itemId = spares[chance.below(spares.length)]!;
  const setupId = rig.setups[0]!.id;
  const item = { id: itemId, partId: rig.kit[1]!.partId, owned: true };
  const state = readSpare(rig, itemId);
  if (state === 'gone') return applyEdit(rig, { type: 'set-item', item });
  if (state === 'packed') return applyEdit(rig, { type: 'take-off', setupId, itemId });
  const isRemoved = chance.below(2) === 0;
  return applyEdit(rig, isRemoved ? { type: 'discard', itemId } : { type: 'wear', setupId, item });
}

/** One change of chance. */
function change(rig: Rig, chance: Chance, n: number): Rig {
  switch (chance.below(6)) {
    case 0:
      return { ...rig, name: `Name ${n}` };
    case 1: {
      const given = listGiven(rig);
      const { id } = given[chance.below(given.length)]!;
      return {
        ...rig,
        kit: rig.kit.map((item) => (item.id === id ? { ...item, measuredMassG: n + 1 } : item)),
      };
    }
    case 2:
      return {
        ...rig,
        brief: {
          ...rig.brief,
          limits: { ...rig.brief.limits, spend: { minor: n * 100, currency: rig.brief.currency } },
        },
      };
    case 4:
      return changeSpare(rig, chance);
    case 3:
      return { ...rig, settings: { ...rig.settings, swapApartMin: 1 + (n % 100) } };
    default: {
      const at = chance.below(rig.setups[0]!.joints.length);
      const [first, ...others] = rig.setups;
      const joints = first!.joints.map((j, i) => (i === at ? { ...j, slideMm: n % 40 } : j));
      return { ...rig, setups: [{ ...first!, joints }, ...others] };
    }
  }
}

/** One window: what it took the rig from, and what it shows. */
class Window {
  base!: Rig;
  shown!: Rig;
  revision = 0;
  merged = 0;

  constructor(
    private readonly ask: Ask,
    private readonly url: string,
  ) {}

  async open(): Promise<void> {
    const { body } = await this.ask({ method: 'GET', url: this.url });
    const { rig, revision } = body as RigRecord;
    this.base = this.shown = rig;
    this.revision = revision;
  }

  /** Stores what is shown as the page does: where it meets another save, both together. Which fields it changed, by their new values. */
  async save(): Promise<Fields> {
    const before = readFields(this.base);
    const own = [...readFields(this.shown)].filter(([name, value]) => before.get(name) !== value);
    // Ends: each round another save has got through, and the others are finite.
    for (;;) {
      const { status, body } = await this.ask({
        method: 'PUT',
        url: this.url,
        payload: { revision: this.revision, rig: this.shown },
      });
      if (status === 200) {
        this.base = this.shown;
        ({ revision: this.revision } = body as { revision: number });
        return new Map(own);
      }
      if (status !== 409) throw new Error(`${status} ${JSON.stringify(body)}`);
      const stored = (await this.ask({ method: 'GET', url: this.url })).body as RigRecord;
      this.shown = mergeRigs(this.base, this.shown, stored.rig).rig;
      this.base = stored.rig;
      this.revision = stored.revision;
      this.merged += 1;
    }
  }
}

/**
 * Two windows on one rig, each changing what it shows one to three times and storing, now and then at the same moment. After
 * every save all that was acknowledged must be there, the later one of two that changed the same.
 */
export async function runWindows(
  ask: Ask,
  rigId: string,
  count: number,
  chance: Chance,
): Promise<WindowFigures> {
  const url = `/api/rigs/${rigId}`;
  const windows = [new Window(ask, url), new Window(ask, url)] as const;
  await Promise.all(windows.map((w) => w.open()));
  const expected = readFields(windows[0].shown);
  const lost: string[] = [];
  let stored = 0;
  for (let n = 1; n <= count; n += 1) {
    for (const [i, w] of windows.entries()) {
      for (let k = chance.below(3); k >= 0; k -= 1) w.shown = change(w.shown, chance, n * 2 + i);
    }
    // One alone, the other alone, or both at once: then either of the two values of a field that both changed is right.
    const which = chance.below(3);
    const saving = which === 2 ? windows : [windows[which]!];
    const own = await Promise.all(saving.map((w) => w.save()));
    stored += saving.length;
    const allowed = new Map<string, unknown[]>();
    for (const fields of own) {
      for (const [name, value] of fields) {
        allowed.set(name, [...(allowed.get(name) ?? []), value]);
        // What one removes and the other has packed meanwhile, or packs now, stays.
        const [does, id] = name.split(' ');
        const isKept = (does === 'has' && value === false) || (does === 'packs' && value === true);
        if (isKept) allowed.set(`has ${id}`, [...(allowed.get(`has ${id}`) ?? []), true]);
      }
    }
    const now = readFields(((await ask({ method: 'GET', url })).body as RigRecord).rig);
    for (const [name, value] of now) {
      const right = allowed.get(name) ?? [expected.get(name)];
      if (!right.includes(value)) {
        lost.push(`round ${n}: ${name} is ${String(value)}, not ${right.join(' or ')}`);
      }
      expected.set(name, value);
    }
  }
  return { stored, merged: windows[0].merged + windows[1].merged, lost };
}

import {
  filterFacts,
  type FactsFilter,
  type Part,
  type PartFacts,
  type PartLine,
  type PartRecord,
} from '@zucchini/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { api, ApiError } from '../api/client';
import { sayError } from '../shared/sayError';

/** How many parts can be laid side by side. */
export const mostCompared = 4;

/** The catalogue as it is looked through: its lines, what narrows them, what is chosen. */
export const useCatalogue = defineStore('catalogue', () => {
  const lines = shallowRef<readonly PartLine[]>();
  const owned = shallowRef<ReadonlySet<string>>(new Set());
  const trouble = ref('');
  const filter = ref<FactsFilter>({});
  const look = ref<'table' | 'plates'>('table');
  const chosen = ref<string>();
  const compared = ref<readonly string[]>([]);
  /** Whole parts that were asked for, by id. */
  const records = shallowRef<ReadonlyMap<string, PartRecord>>(new Map());
  const asked = new Map<string, Promise<PartRecord | undefined>>();

  const all = computed<readonly PartFacts[]>(() => (lines.value ?? []).map((l) => l.facts));
  const shown = computed(() => filterFacts(all.value, filter.value, (id) => owned.value.has(id)));
  const taken = computed(() => new Set(all.value.map((f) => f.id)));

  async function load(): Promise<void> {
    try {
      const [read, kit] = await Promise.all([api.listPartLines(), api.listKit()]);
      lines.value = read;
      owned.value = new Set(kit.filter((i) => i.owned).map((i) => i.partId));
      trouble.value = '';
      forget();
    } catch (error) {
      trouble.value = sayError(error);
    }
  }

  /** What was read of whole parts is read again when it is next wanted. */
  function forget(): void {
    records.value = new Map();
    asked.clear();
  }

  /** A whole part; the same one is fetched once. Undefined where it is not there (any more). */
  function find(id: string): Promise<PartRecord | undefined> {
    let pending = asked.get(id);
    if (!pending) {
      pending = api
        .findPart(id)
        .then((record) => {
          records.value = new Map([...records.value, [id, record]]);
          return record;
        })
        .catch((error: unknown) => {
          asked.delete(id);
          if (error instanceof ApiError && error.status === 404) return undefined;
          throw error;
        });
      asked.set(id, pending);
    }
    return pending;
  }

  /** Stores parts, all or none, and reads the catalogue again. Throws what the server says. */
  async function store(parts: readonly { revision: number; part: Part }[]): Promise<void> {
    await api.storeParts(parts);
    await load();
  }

  async function remove(id: string): Promise<void> {
    await api.deletePart(id);
    compared.value = compared.value.filter((c) => c !== id);
    if (chosen.value === id) chosen.value = undefined;
    await load();
  }

  /** Lays a part beside the others, or takes it away; a fifth takes the place of none. */
  function toggleCompared(id: string): void {
    if (compared.value.includes(id)) compared.value = compared.value.filter((c) => c !== id);
    else if (compared.value.length < mostCompared) compared.value = [...compared.value, id];
  }

  return {
    lines,
    owned,
    trouble,
    filter,
    look,
    chosen,
    compared,
    records,
    all,
    shown,
    taken,
    load,
    forget,
    find,
    store,
    remove,
    toggleCompared,
  };
});

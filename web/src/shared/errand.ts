import { Mount, PartKind, Serves, type PartAsk } from '@zucchini/core';
import type { LocationQuery, RouteLocationRaw } from 'vue-router';

/** Where a described part is to go once it is stored: onto a rig, at a mount, for a need, in a part's place. */
export interface Errand {
  readonly rigId: string;
  readonly setupId: string;
  readonly ask: PartAsk;
  /** What it is for, in words: “top rail of the cage”. */
  readonly where: string;
  /** Kinds of part that go there. */
  readonly kinds: readonly PartKind[];
  /** What the part is to be joined to, as far as that decides what the part must say. */
  readonly mount?: WantedMount;
  /** The part that is the rig's camera, where a cage can be made round it. */
  readonly camera?: string;
}

/** What of a mount decides what goes onto it: its kind and half, its name, its size. */
export type WantedMount = Pick<Mount, 'kind' | 'side' | 'family' | 'sizeMm'>;

/** What of a mount goes into the address. */
export const toWanted = ({ kind, side, family, sizeMm }: Mount): WantedMount => ({
  kind,
  side,
  ...(family === undefined ? {} : { family }),
  ...(sizeMm === undefined ? {} : { sizeMm }),
});

/** A mount of that kind, wherever it is. */
export const toMount = (wanted: WantedMount): Mount => ({
  id: 'wanted',
  originMm: [0, 0, 0],
  normal: [0, 0, 1],
  reference: [1, 0, 0],
  ...wanted,
});

/** The mount in an address; undefined where there is none, or one that somebody made up. */
function readMount(query: LocationQuery): WantedMount | undefined {
  const [kind, side, family, size] = ['onto', 'half', 'called', 'size'].map((n) => one(query, n));
  const wanted = {
    kind,
    side,
    ...(family ? { family } : {}),
    ...(size ? { sizeMm: Number(size) } : {}),
  };
  const read = Mount.safeParse(toMount(wanted as WantedMount));
  return read.success ? (wanted as WantedMount) : undefined;
}

const writeMount = ({ kind, side, family, sizeMm }: WantedMount) => ({
  onto: kind,
  half: side,
  ...(family === undefined ? {} : { called: family }),
  ...(sizeMm === undefined ? {} : { size: String(sizeMm) }),
});

const one = (query: LocationQuery, name: string): string | undefined => {
  const value = query[name];
  return typeof value === 'string' && value !== '' ? value : undefined;
};

/** The way into the wizard with an errand, and back with the part. */
export function toWizard({
  rigId,
  setupId,
  ask,
  where,
  kinds,
  mount,
  camera,
}: Errand): RouteLocationRaw {
  const about =
    ask.kind === 'mount'
      ? { item: ask.itemId, mount: ask.mountId }
      : ask.kind === 'need'
        ? { need: ask.need }
        : ask.kind === 'replace'
          ? { item: ask.itemId }
          : {};
  return {
    name: 'new-part',
    query: {
      rig: rigId,
      setup: setupId,
      where,
      kinds: kinds.join(','),
      ...about,
      ...(mount ? writeMount(mount) : {}),
      ...(camera === undefined ? {} : { camera }),
    },
  };
}

/** What is chosen for a rig that is not there yet; it goes through the wizard and comes back with a part more. */
export type NewRigState = Readonly<Record<'job' | 'name' | 'currency' | 'body' | 'lens', string>>;

/** The way into the wizard from a new rig, for its camera or its lens. */
export function toWizardForNewRig(kind: 'body' | 'lens', state: NewRigState): RouteLocationRaw {
  return { name: 'new-part', query: { ...state, new: kind, kinds: kind } };
}

/** For which part of a new rig the wizard was opened; undefined where it was not. */
export function readNewRig(query: LocationQuery): 'body' | 'lens' | undefined {
  const kind = one(query, 'new');
  return kind === 'body' || kind === 'lens' ? kind : undefined;
}

/** Back to the new rig; with the part where one was stored. */
export function toNewRig(query: LocationQuery, partId?: string): RouteLocationRaw {
  const { new: kind, kinds: _, listed: __, ...state } = query;
  return {
    name: 'new-rig',
    query: { ...state, ...(partId && typeof kind === 'string' ? { [kind]: partId } : {}) },
  };
}

function readAsk(query: LocationQuery): PartAsk {
  const [item, mount, need] = ['item', 'mount', 'need'].map((name) => one(query, name));
  if (item && mount) return { kind: 'mount', itemId: item, mountId: mount };
  if (item) return { kind: 'replace', itemId: item };
  const known = Serves.shape.need.safeParse(need);
  return known.success ? { kind: 'need', need: known.data } : { kind: 'anywhere' };
}

/** The errand in an address; undefined where the wizard was opened for its own sake. */
export function readErrand(query: LocationQuery): Errand | undefined {
  const rigId = one(query, 'rig');
  if (rigId === undefined) return undefined;
  const kinds = (one(query, 'kinds') ?? '').split(',');
  const mount = readMount(query);
  const camera = one(query, 'camera');
  return {
    rigId,
    setupId: one(query, 'setup') ?? '',
    ask: readAsk(query),
    where: one(query, 'where') ?? '',
    kinds: PartKind.options.filter((kind) => kinds.includes(kind)),
    ...(mount ? { mount } : {}),
    ...(camera === undefined ? {} : { camera }),
  };
}

/** Back to the bench, where the part is to be put. */
export function toBench(errand: Errand, partId: string, query: LocationQuery): RouteLocationRaw {
  const names = ['setup', 'item', 'mount', 'need'] as const;
  const about = Object.fromEntries(names.flatMap((n) => (query[n] ? [[n, query[n]]] : [])));
  return { name: 'bench', params: { id: errand.rigId }, query: { ...about, fit: partId } };
}

/** What the bench is asked to do by such an address: which part is to go where. */
export function readFit(
  query: LocationQuery,
): { readonly partId: string; readonly setupId: string; readonly ask: PartAsk } | undefined {
  const partId = one(query, 'fit');
  return partId === undefined
    ? undefined
    : { partId, setupId: one(query, 'setup') ?? '', ask: readAsk(query) };
}

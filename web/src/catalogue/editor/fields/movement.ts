import { listElements, type Movement, type Part, type Pose } from '@zucchini/core';
import {
  choice,
  labelled,
  mayChoose,
  number,
  place,
  text,
  ticks,
  under,
  way,
  type Field,
  type Fields,
} from './field';

/** One thing of a list: its figures, and the list without it. */
export interface Row {
  readonly key: string;
  readonly title: string;
  readonly fields: readonly Field[];
  readonly without: Fields;
}

/** A list with one entry replaced; a list that is left empty is none. */
export function listWith<T>(list: readonly T[], at: number, entry: T | undefined): T[] | undefined {
  const next =
    entry === undefined
      ? list.filter((_, i) => i !== at)
      : list.map((old, i) => (i === at ? entry : old));
  return next.length > 0 ? next : undefined;
}

/** Everything that a movement can carry, as one ticks it. */
function listCarried(part: Part): (readonly [string, string])[] {
  return listElements(part).map(
    ({ is }) => [is.id, ('name' in is && is.name) || is.id.replaceAll('-', ' ')] as const,
  );
}

/** Every way in which a part moves, with its figures. */
export function listMovementRows(part: Part): Row[] {
  const movements = part.movements ?? [];
  return movements.map((m, i) => {
    const set = (change: Partial<Movement>): Fields => ({
      movements: listWith(movements, i, { ...m, ...change } as Movement),
    });
    const unit = m.type === 'turn' ? '°' : 'mm';
    const before = movements.slice(0, i).map((o) => [o.id, o.name] as const);
    // Poses speak of movements; what carries on another goes with it no further.
    const without: Fields = {
      movements: listWith(
        movements.map(({ after, ...o }) => (after && after !== m.id ? { ...o, after } : o)),
        i,
        undefined,
      ),
      poses: part.poses?.map((p) => ({
        ...p,
        at: Object.fromEntries(Object.entries(p.at).filter(([id]) => id !== m.id)),
      })),
    };
    return {
      key: m.id,
      title: m.name,
      without,
      fields: [
        text('name', m.name, (v) => set({ name: v ?? m.name })),
        choice(
          'it',
          [
            ['turn', 'turns about a hinge'],
            ['shift', 'slides along a line'],
          ],
          m.type,
          (v) => set({ type: v as Movement['type'] }),
        ),
        ...labelled(
          m.type === 'turn' ? 'hinge' : 'line',
          place(m.originMm, (at) => set({ originMm: [...at] })),
        ),
        way(m.type === 'turn' ? 'hinge points' : 'it slides', m.axis, (d) => set({ axis: [...d] })),
        number('from', unit, m.from, (v) => set({ from: v ?? m.from })),
        number('at rest', unit, m.rest, (v) => set({ rest: v ?? m.rest })),
        number('to', unit, m.to, (v) => set({ to: v ?? m.to })),
        number('steps of', unit, m.step, (v) => set({ step: v })),
        number('holds', 'N·m', m.holdsNm, (v) => set({ holdsNm: v })),
        mayChoose('goes with', 'nothing else', before, m.after, (v) => set({ after: v })),
        ...under('What goes with it', [
          ticks('carries', listCarried(part), m.carries, (v) => set({ carries: v })),
        ]),
      ],
    };
  });
}

/** Every named pose: where each movement stands in it. */
export function listPoseRows(part: Part): Row[] {
  const poses = part.poses ?? [];
  return poses.map((p, i) => {
    const set = (change: Partial<Pose>): Fields => ({
      poses: listWith(poses, i, { ...p, ...change }),
    });
    return {
      key: p.id,
      title: p.name,
      without: { poses: listWith(poses, i, undefined) },
      fields: [
        text('name', p.name, (v) => set({ name: v ?? p.name })),
        ...(part.movements ?? []).map((m) =>
          number(m.name, m.type === 'turn' ? '°' : 'mm', p.at[m.id], (v) => {
            const { [m.id]: _, ...rest } = p.at;
            return set({ at: v === undefined ? rest : { ...rest, [m.id]: v } });
          }),
        ),
      ],
    };
  });
}

/** The first id of the form `base`, `base-2` … that none of a list has. */
function findFree(base: string, taken: readonly { readonly id: string }[]): string {
  // Ends: a part has finitely many movements.
  for (let n = 1; ; n += 1) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!taken.some((t) => t.id === id)) return id;
  }
}

/** A hinge or a slide through a point, carrying one thing or nothing yet. */
export function createMovement(
  part: Part,
  type: Movement['type'],
  atMm: readonly [number, number, number],
  carried: string | undefined,
): Fields {
  const movements = part.movements ?? [];
  const created: Movement = {
    id: findFree(type === 'turn' ? 'hinge' : 'slide', movements),
    name: type === 'turn' ? 'swung' : 'drawn out',
    type,
    originMm: [...atMm],
    axis: type === 'turn' ? [0, 1, 0] : [1, 0, 0],
    from: 0,
    to: type === 'turn' ? 90 : 20,
    rest: 0,
    carries: carried === undefined ? [] : [carried],
  };
  return { movements: [...movements, created] };
}

/** A new pose, in which everything stands as at rest. */
export function createPose(part: Part): Fields {
  const poses = part.poses ?? [];
  const id = findFree('pose', poses);
  const at = Object.fromEntries((part.movements ?? []).map((m) => [m.id, m.rest]));
  return { poses: [...poses, { id, name: `pose ${poses.length + 1}`, at }] };
}

/** Rigs of a body and two plates: the smallest that a change of a part can break. */
import type { Part, Rig, RigRecord } from '@zucchini/core';
import { mountAt } from '../../../core/src/testing/rigs.js';
import type { InjectOptions } from './app.js';

/** A server as it is asked here. */
export type Ask = (options: InjectOptions) => Promise<{ status: number; body: unknown }>;

/** A plate with two sockets; the second may be left out. */
export const plate = (id: string, sockets: readonly string[] = ['one', 'two']): Part => ({
  id,
  kind: 'plate',
  name: id,
  massG: 40,
  solids: [{ id: 'body', type: 'box', atMm: [0, 0, 0], sizeMm: [40, 20, 10] }],
  mounts: [
    mountAt('screw', 'quarter-20', 'screw', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
      thread: { lengthMm: 5 },
    }),
    ...sockets.map((name, i) =>
      mountAt(name, 'quarter-20', 'socket', [i * 10 - 5, 0, -5], [0, 0, -1], [1, 0, 0]),
    ),
  ],
});

/** Asks for what cannot be refused. */
async function askSurely<T>(ask: Ask, options: InjectOptions): Promise<T> {
  const { status, body } = await ask(options);
  if (status >= 300) throw new Error(`${options.method} ${options.url}: ${JSON.stringify(body)}`);
  return body as T;
}

/** A rig of one body with a plate below, and a second plate below that by a socket of the first. */
export async function bringPlated(
  ask: Ask,
  name: string,
  parts: readonly [Part, Part],
): Promise<RigRecord> {
  for (const part of parts) {
    if ((await ask({ method: 'GET', url: `/api/parts/${part.id}` })).status !== 404) continue;
    await askSurely(ask, {
      method: 'POST',
      url: '/api/parts',
      payload: { parts: [{ revision: 0, part }] },
    });
  }
  const { rig, revision } = await askSurely<RigRecord>(ask, {
    method: 'POST',
    url: '/api/rigs',
    payload: { name, bodyPartId: 'corvane-petrel', currency: 'EUR' },
  });
  const [upper, lower] = parts;
  const own = (n: number) => `${name}-${n}`;
  const next: Rig = {
    ...rig,
    kit: [
      ...rig.kit,
      { id: own(1), partId: upper.id, owned: false },
      { id: own(2), partId: lower.id, owned: false },
    ],
    setups: rig.setups.map((s) => ({
      ...s,
      joints: [
        {
          id: 'j1',
          parent: { item: rig.kit[0]!.id, mount: 'bottom' },
          child: { item: own(1), mount: 'screw' },
          slideMm: 0,
          turnDeg: 0,
        },
        {
          id: 'j2',
          parent: { item: own(1), mount: 'two' },
          child: { item: own(2), mount: 'screw' },
          slideMm: 0,
          turnDeg: 0,
        },
      ],
    })),
  };
  const url = `/api/rigs/${rig.id}`;
  await askSurely(ask, { method: 'PUT', url, payload: { revision, rig: next } });
  return askSurely(ask, { method: 'GET', url });
}

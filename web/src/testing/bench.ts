import type { PartBook, Rig } from '@zucchini/core';
import { createPinia, setActivePinia } from 'pinia';
import { useBench } from '../desk/benchStore';
import { startFakeServer, startStorage } from './server';

/** The bench with a rig open, as it is when a page stands; close it after the test. */
export async function openBench({
  rig,
  parts,
}: {
  readonly rig: Rig;
  readonly parts: PartBook;
}): Promise<ReturnType<typeof useBench>> {
  const server = startFakeServer();
  startStorage();
  setActivePinia(createPinia());
  const list = [...parts.values()];
  server.answer(`GET /api/rigs/${rig.id}`, { revision: 1, savedAt: 'x', rig, parts: list });
  server.answer('GET /api/parts', { parts: list });
  server.answer('GET /api/kit', { items: [] });
  server.answer(`PUT /api/rigs/${rig.id}`, { revision: 2, savedAt: 'y' });
  const bench = useBench();
  await bench.open(rig.id);
  return bench;
}

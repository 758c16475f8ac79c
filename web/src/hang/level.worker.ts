import '../shared/withoutEval';
import { loadCollider, measureLevelling, type Collider, type Part } from '@zucchini/core';
import type { LevelAnswer, LevelQuestion } from './messages';

const parts = new Map<string, Part>();
let collider: Promise<Collider> | undefined;

const send = (answer: LevelAnswer) => self.postMessage(answer);

self.onmessage = ({ data }: MessageEvent<LevelQuestion>) => {
  for (const part of data.newParts) parts.set(part.id, part);
  collider ??= loadCollider();
  collider
    .then((narrow) => {
      const { rig, setupId, limitDeg, kinds } = data;
      const levelling = measureLevelling({
        rig,
        setupId,
        parts,
        limitDeg,
        kinds,
        collider: narrow,
        makeId: () => crypto.randomUUID(),
      });
      send({ run: data.run, levelling });
    })
    .catch((error: unknown) => {
      const trouble = error instanceof Error ? error.message : String(error);
      send({ run: data.run, trouble });
    });
};

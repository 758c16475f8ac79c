/**
 * Parts of any common size, with every guess left alone, on what carries them as a rule: a body of any size in its cage.
 * What is so of a large part on a small camera may be told (it is heavy, it turns); nothing stops the build.
 */
import { beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { loadCollider, type Collider } from '../clash/index.js';
import { Build } from '../testing/build.js';
import { listContradictions, listQuestionsFor, things, type Answers, type Thing } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/** Where each thing goes as a rule: by which of its mounts onto which of whose. */
const places: readonly (readonly [label: string, own: string, onto: string, mount: string])[] = [
  ['Top handle', 'base', 'cage', 'roof-three-eighths'],
  ['Side grip', 'base', 'cage', 'left-rail'],
  ['Arm', 'base', 'cage', 'shoe-1'],
  ['Microphone', 'base', 'cage', 'shoe-1'],
  ['Wireless receiver', 'base', 'cage', 'shoe-1'],
  ['Lamp', 'base', 'cage', 'shoe-1'],
  ['Timecode box', 'base', 'cage', 'shoe-1'],
  ['Video transmitter', 'base', 'cage', 'shoe-1'],
  ['Seat for a flat device', 'base', 'cage', 'shoe-1'],
  ['Strap', 'eye-end', 'body', 'lug-left'],
  ['Monitor', 'bottom', 'arm', 'head'],
  ['Lens', 'rear', 'body', 'lens'],
];

/** Sizes out of the lower half of what is usual: what most people own. */
const common = (usual: readonly [number, number]) =>
  fc
    .double({ min: 0.12, max: 0.5, noNaN: true })
    .map((share) => Math.round(usual[0] + share * (usual[1] - usual[0])));

/** Answers to what must be answered, and nothing else. */
function anyAnswers(thing: Thing): fc.Arbitrary<Answers> {
  const must = listQuestionsFor(thing, {}).filter((q) => !q.guess && !q.optional);
  return fc.record(
    Object.fromEntries(
      must.flatMap((q) =>
        q.name === 'name'
          ? []
          : [
              [
                q.name,
                q.type === 'text' ? fc.constant('F') : common(q.usual ?? [10, 100]),
              ] as const,
            ],
      ),
    ),
  );
}

const bodyThing = things.find((t) => t.kind === 'body')!;
const bodyAnswers = fc.record({
  widthMm: fc.integer({ min: 96, max: 150 }),
  heightMm: fc.integer({ min: 66, max: 112 }),
  depthMm: fc.integer({ min: 44, max: 100 }),
});

describe.each(places.map((p) => [p[0], p] as const))('%s', (label, [, own, onto, mount]) => {
  const thing = things.find((t) => t.label === label)!;

  it('of any common size goes on any body in its cage', () => {
    fc.assert(
      fc.property(bodyAnswers, anyAnswers(thing), (figures, answers) => {
        const build = new Build();
        const body = { mountFamily: 'F', massG: 600, ...figures };
        fc.pre(listContradictions(bodyThing, body).length === 0);
        fc.pre(listContradictions(thing, answers).length === 0);
        // A lens wider than the room between its axis and the hand grip meets the grip, and that is so.
        const roomMm = figures.widthMm * 0.62 - Math.min(38, figures.widthMm * 0.3);
        const { diameterMm } = answers as { diameterMm?: number };
        fc.pre(label !== 'Lens' || diameterMm === undefined || diameterMm / 2 < roomMm);
        build.make('body', body);
        build.make('cage', { body: 'body', massG: 250 });
        build.join('cage', 'body-screw', 'body', 'bottom');
        if (onto === 'arm') {
          build.make('arm', { heightMm: 70, massG: 80 });
          build.join('arm', 'base', 'cage', 'shoe-1');
        }
        build.make(thing.kind, { massG: 150, ...answers }, 'part', thing);
        build.join('part', own, onto, mount);
        expect(build.tell(collider).filter((line) => line.startsWith('stops'))).toEqual([]);
      }),
      { numRuns: 12 },
    );
  });
});

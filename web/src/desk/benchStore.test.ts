import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import {
  isProposedId,
  proposeId,
  readRigFile,
  type Edit,
  type Part,
  type Rig,
} from '@zucchini/core';
import { createPinia, setActivePinia } from 'pinia';
import {
  body,
  createTestRig,
  cube,
  handle,
  joint,
  weightAhead,
} from '../../../core/src/testing/rigs';
import { startFakeServer, startStorage, until, type FakeServer } from '../testing/server';
import { announcement } from '../shared/announce';
import { useBench } from './benchStore';

const { rig: made, parts: book } = createTestRig(
  [body, handle, weightAhead],
  [joint('h', 'handle.base', 'body.rail'), joint('w', 'weight.base', 'body.plain')],
);
const other: Rig['setups'][number] = { ...made.setups[0]!, id: 'high', name: 'High', joints: [] };
const rig: Rig = { ...made, setups: [made.setups[0]!, other] };
const parts: Part[] = [...book.values()];
const setupId = 'low';

let server: FakeServer;
let kept: Map<string, string>;
beforeEach(() => {
  server = startFakeServer();
  kept = startStorage();
  setActivePinia(createPinia());
  server.answer('GET /api/rigs/rig', { revision: 3, savedAt: 'x', rig, parts });
  server.answer('GET /api/parts', { parts });
  server.answer('GET /api/kit', { items: [{ id: 'spare', partId: 'handle', owned: true }] });
  server.answer('PUT /api/rigs/rig', { revision: 4, savedAt: 'y' });
});

// What waits to be stored does not outlive its test.
afterEach(() => useBench().close());

async function open() {
  const bench = useBench();
  await bench.open('rig');
  return bench;
}
const slide = (slideMm: number): Edit => ({ type: 'slide', setupId, jointId: 'h', slideMm });
const slideOf = (r: Rig | undefined) => r?.setups[0]!.joints[0]!.slideMm;

describe('the bench', () => {
  it('opens a rig with its parts, the drawer, and a report of its first setup', async () => {
    const bench = await open();
    expect(bench.opened).toEqual({ kind: 'open' });
    expect([bench.setupId, bench.parts.size, bench.drawer.length]).toEqual(['low', 3, 1]);
    expect(bench.report!.assembly.items.map((p) => p.item.id)).toEqual([
      'body',
      'handle',
      'weight',
    ]);
    expect(kept.get('zucchini-open-rig')).toBe('rig');
  });

  it('says that a rig is not there, or that the server is away', async () => {
    const bench = useBench();
    await bench.open('nowhere');
    expect(bench.opened).toMatchObject({ kind: 'failed', lost: true });
    server.away(true);
    await bench.open('rig');
    expect(bench.opened).toMatchObject({ kind: 'failed', lost: false });
  });

  it('drops a late answer: the rig asked for last is the one on the bench', async () => {
    server.answer('GET /api/rigs/b', {
      revision: 1,
      savedAt: 'x',
      rig: { ...rig, id: 'b' },
      parts,
    });
    const bench = useBench();
    const [first, second] = [bench.open('rig'), bench.open('b')];
    await Promise.all([first, second]);
    expect(bench.rig!.id).toBe('b');
  });

  it('makes an edit one step, which is stored and can be taken back and forth', async () => {
    const bench = await open();
    bench.apply(slide(12));
    expect([slideOf(bench.rig), bench.canUndo, bench.canRedo]).toEqual([12, true, false]);
    await bench.saveNow();
    expect(server.asked.at(-1)).toMatchObject({ method: 'PUT', body: { revision: 3 } });
    bench.stepBack();
    expect([slideOf(bench.rig), bench.canUndo, bench.canRedo]).toEqual([0, false, true]);
    bench.stepForward();
    expect(slideOf(bench.rig)).toBe(12);
    bench.stepForward();
    expect(slideOf(bench.rig)).toBe(12);
  });

  it('shows what is tried out and stores it only when it is kept', async () => {
    const bench = await open();
    bench.tryOut(slide(20));
    expect([slideOf(bench.rig), slideOf(bench.history!.present)]).toEqual([20, 0]);
    expect(bench.settled!.assembly.rig).toBe(bench.history!.present);
    expect(bench.report!.assembly.rig).toBe(bench.rig);
    bench.letGo();
    expect([slideOf(bench.rig), bench.canUndo]).toEqual([0, false]);
    bench.keep();
    expect(bench.canUndo).toBe(false);
    bench.tryOut(slide(20));
    bench.keep();
    expect([slideOf(bench.rig), bench.preview, bench.canUndo]).toEqual([20, undefined, true]);
  });

  it('with nothing tried out reports once, not twice', async () => {
    const bench = await open();
    expect(bench.settled).toBe(bench.report);
  });

  it('gives what is proposed an id of its own, also when it is only tried out', async () => {
    const bench = await open();
    const add: Edit = {
      type: 'add-part',
      setupId,
      item: { id: proposeId('handle'), partId: 'handle', owned: false },
      joint: joint(proposeId('j'), `${proposeId('handle')}.base`, 'body.rail', { slideMm: 40 }),
    };
    const ids = () => [
      ...bench.rig!.kit.map((i) => i.id),
      ...bench.rig!.setups[0]!.joints.flatMap((j) => [j.id, j.child.item]),
    ];
    bench.tryOut(add);
    expect(ids().some(isProposedId)).toBe(false);
    bench.keep();
    bench.apply(add);
    expect(ids().some(isProposedId)).toBe(false);
    expect(new Set(bench.rig!.kit.map((i) => i.id)).size).toBe(5);
  });

  it('keeps the name new-rig as it is typed', async () => {
    const bench = await open();
    bench.apply({ type: 'rename', name: 'new-rig' });
    expect(bench.rig!.name).toBe('new-rig');
  });

  it('closes what shows a part that is gone, and keeps what shows another', async () => {
    const bench = await open();
    bench.select('weight');
    bench.apply(slide(5));
    expect([bench.selected, bench.panel]).toEqual(['weight', { kind: 'part', itemId: 'weight' }]);
    bench.apply({ type: 'remove-item', setupId, itemId: 'weight' });
    expect([bench.selected, bench.panel]).toEqual([undefined, { kind: 'question' }]);
    bench.select('body');
    bench.apply(slide(6));
    expect(bench.selected).toBe('body');
  });

  it('goes to the first setup when the open one is taken away, or its making undone', async () => {
    const bench = await open();
    bench.openSetup('high');
    expect(bench.setupId).toBe('high');
    bench.openSetup('nowhere');
    expect(bench.setupId).toBe('high');
    bench.apply({ type: 'remove-setup', setupId: 'high' });
    expect(bench.setupId).toBe('low');
    bench.apply({ type: 'copy-setup', setupId, id: 'copy', name: 'Copy' });
    bench.openSetup('copy');
    bench.stepBack();
    expect(bench.setupId).toBe('low');
  });

  it('asks what goes where, and comes back to the question', async () => {
    const bench = await open();
    bench.askMount('body', 'holes');
    expect(bench.panel).toEqual({
      kind: 'candidates',
      itemId: 'body',
      ask: { kind: 'mount', itemId: 'body', mountId: 'holes' },
    });
    bench.askReplacement('handle');
    expect(bench.panel).toMatchObject({ ask: { kind: 'replace', itemId: 'handle' } });
    bench.askNeed('power');
    expect(bench.panel).toMatchObject({ itemId: 'body', ask: { kind: 'need', need: 'power' } });
    bench.ask('hang');
    expect([bench.panel, bench.question]).toEqual([{ kind: 'question' }, 'hang']);
  });

  it('lists findings of Fit by the part they are about first', async () => {
    const bench = await open();
    bench.apply({ type: 'slide', setupId: 'low', jointId: 'h', slideMm: 90 });
    const codes = [...bench.findingsByItem].flatMap(([id, list]) =>
      list.map((f) => [id, f.items[0]]),
    );
    expect(codes.length).toBeGreaterThan(0);
    for (const [id, subject] of codes) expect(subject).toBe(id);
    const hang = bench.report!.findings.filter((f) => f.code === 'not-level');
    expect([...bench.findingsByItem.values()].flat()).not.toContain(hang[0]);
  });
});

describe('a kept version', () => {
  beforeEach(() => {
    server.answer('GET /api/rigs/rig/versions/v1', { id: 'v1', name: 'Mark 0', rig, parts });
  });

  it('is looked at and not changed', async () => {
    const bench = useBench();
    await bench.openVersion('rig', 'v1');
    expect([bench.readOnly, bench.versionName]).toEqual([true, 'Mark 0']);
    bench.apply(slide(9));
    bench.tryOut(slide(9));
    expect([slideOf(bench.rig), bench.canUndo]).toEqual([0, false]);
  });
});

describe('a draft', () => {
  const draft = { revision: 3, rig: { ...rig, name: 'Drafted' } };

  it('that was not stored is taken up again, on its own revision', async () => {
    kept.set('zucchini.draft.rig', JSON.stringify(draft));
    const bench = await open();
    expect([bench.rig!.name, bench.canUndo]).toEqual(['Drafted', true]);
    await bench.saveNow();
    expect(server.asked.at(-1)).toMatchObject({ body: { revision: 3, rig: { name: 'Drafted' } } });
  });

  it('that was stored after all is dropped', async () => {
    kept.set('zucchini.draft.rig', JSON.stringify({ revision: 2, rig }));
    const bench = await open();
    expect([bench.canUndo, kept.has('zucchini.draft.rig')]).toEqual([false, false]);
  });
});

describe('what would otherwise be lost', () => {
  it('a rig that was taken off the shelf elsewhere is kept as a new one, with its parts', async () => {
    const bench = await open();
    bench.apply(slide(3));
    server.answer('PUT /api/rigs/rig', { title: 'gone' }, 404);
    await bench.saveNow();
    expect(bench.saveState).toEqual({ kind: 'gone' });
    server.answer('POST /api/rigs/import', { id: 'rig', name: rig.name, renamed: [] }, 201);
    expect(await bench.keepAsNew()).toBe('rig');
    const { body } = server.asked.at(-1)!;
    const file = readRigFile(body);
    expect(file.state === 'read' && slideOf(file.file.rig)).toBe(3);
    expect([...kept.keys()].filter((key) => key.startsWith('zucchini.draft'))).toEqual([]);
  });

  it('a rig that was deleted elsewhere is still there after a reload, as far as it was changed here', async () => {
    const first = await open();
    first.apply(slide(3));
    server.answer('PUT /api/rigs/rig', { title: 'gone' }, 404);
    await first.saveNow();
    first.close();
    setActivePinia(createPinia());
    server.answer('GET /api/rigs/rig', { title: 'gone' }, 404);
    const bench = await open();
    expect(bench.opened).toEqual({ kind: 'open' });
    expect([slideOf(bench.rig), bench.saveState.kind]).toEqual([3, 'gone']);
    expect(bench.report).toBeDefined();
    // Further changes are kept like any.
    bench.apply(slide(4));
    await bench.saveNow();
    expect(bench.saveState).toEqual({ kind: 'gone' });
    server.answer('POST /api/rigs/import', { id: 'rig', name: rig.name, renamed: [] }, 201);
    expect(await bench.keepAsNew()).toBe('rig');
    const file = readRigFile(server.asked.at(-1)!.body);
    expect(file.state === 'read' && slideOf(file.file.rig)).toBe(4);
    bench.close();
    await bench.open('rig');
    expect(bench.opened).toMatchObject({ kind: 'failed', lost: true });
  });

  it('a rig that was deleted elsewhere with parts that are gone too can be had as a file', async () => {
    const lost = { ...rig, kit: [...rig.kit, { id: 'x', partId: 'gone', owned: false }] };
    kept.set('zucchini.draft.rig', JSON.stringify({ revision: 2, rig: lost }));
    server.answer('GET /api/rigs/rig', { title: 'gone' }, 404);
    const bench = await open();
    expect(bench.opened).toMatchObject({ kind: 'failed', lost: true });
    expect(bench.draftTrouble!.rig).toEqual(lost);
    await bench.dropBrokenDraft();
    expect([...kept.keys()].filter((key) => key.startsWith('zucchini.draft'))).toEqual([]);
  });

  it('a draft of another edition is not gone on with unread: it stays and can be had as text', async () => {
    const older = JSON.stringify({ revision: 2, rig: { ...rig, setups: [{ odd: true }] } });
    kept.set('zucchini.draft.rig.w', older);
    const bench = await open();
    expect(bench.rig).toEqual(rig);
    expect(bench.unreadDraft).toEqual({ key: 'zucchini.draft.rig.w', text: older });
    expect(kept.get('zucchini.draft.rig.w')).toBe(older);
    bench.dropUnreadDraft();
    expect([bench.unreadDraft, kept.has('zucchini.draft.rig.w')]).toEqual([undefined, false]);
  });

  it('a draft that rests on a part that is gone does not lock the rig: it is kept beside and can be let go', async () => {
    const lost = { ...rig, kit: [...rig.kit, { id: 'x', partId: 'gone', owned: false }] };
    kept.set('zucchini.draft.rig', JSON.stringify({ revision: 2, rig: lost }));
    const bench = await open();
    await until(() => bench.draftTrouble !== undefined);
    expect(bench.rig).toEqual(rig);
    expect(bench.draftTrouble!.issues[0]!.path).toBe('rig.kit[3].partId');
    server.answer('PUT /api/rigs/rig', { revision: 3, savedAt: 'z' });
    bench.apply(slide(3));
    await bench.saveNow();
    const drafts = () => [...kept.keys()].filter((key) => key.startsWith('zucchini.draft'));
    expect(drafts()).toHaveLength(1);
    await bench.dropBrokenDraft();
    expect([drafts(), bench.draftTrouble]).toEqual([[], undefined]);
  });
});

describe('a part that is changed elsewhere while its rig is open', () => {
  const stamp = (revision: number) => ({ revision: 3, parts: [{ id: 'weight', revision }] });

  it('is told with the figures before and after, and once', async () => {
    server.answer('GET /api/rigs/rig/stamp', stamp(1));
    const bench = await open();
    await until(() => server.asked.some((a) => a.path.endsWith('/stamp')));
    await bench.lookAround();
    expect(bench.news).toBeUndefined();
    const heavier = { ...weightAhead, massG: weightAhead.massG! + 400 };
    server.answer('GET /api/rigs/rig/stamp', stamp(2));
    server.answer('GET /api/parts/weight', { part: heavier, revision: 2, uses: [] });
    await bench.lookAround();
    expect(bench.news!.parts).toEqual([weightAhead.name]);
    expect(bench.news!.changes.join()).toMatch(/^Hang: .*, now /);
    expect(bench.parts.get('weight')).toEqual(heavier);
    bench.news = undefined;
    await bench.lookAround();
    expect(bench.news).toBeUndefined();
  });

  it('is not looked for where the server is away', async () => {
    const bench = await open();
    server.away(true);
    await bench.lookAround();
    expect(bench.news).toBeUndefined();
  });
});

describe('a save that another window overtook', () => {
  beforeEach(() => {
    server.answer('PUT /api/rigs/rig', { title: 'stale', revision: 8 }, 409);
  });

  it('is told, and mine can be stored over it', async () => {
    const bench = await open();
    bench.apply(slide(3));
    await bench.saveNow();
    expect(bench.saveState).toEqual({ kind: 'conflict', stored: 8 });
    server.answer('PUT /api/rigs/rig', { revision: 9, savedAt: 'z' });
    await bench.keepMine();
    await until(() => bench.saveState.kind === 'saved');
    expect(server.asked.filter((a) => a.method === 'PUT').at(-1)).toMatchObject({
      body: { revision: 8 },
    });
  });

  it('is stored over without a weighing that another rig brought: it belongs to the part, not to the plan', async () => {
    const bench = await open();
    bench.apply(slide(3));
    const weighed = rig.kit.map((i) => (i.id === 'handle' ? { ...i, measuredMassG: 77 } : i));
    server.answer('GET /api/rigs/rig', {
      revision: 8,
      savedAt: 'x',
      rig: { ...rig, name: 'Theirs', kit: weighed },
      parts,
    });
    await bench.saveNow();
    await until(() => bench.meeting !== undefined);
    server.answer('PUT /api/rigs/rig', { revision: 9, savedAt: 'z' });
    await bench.keepMine();
    const { body } = server.asked.filter((a) => a.method === 'PUT').at(-1)!;
    expect(body).toMatchObject({ revision: 8, rig: { name: rig.name, kit: weighed } });
    expect(slideOf((body as { rig: Rig }).rig)).toBe(3);
  });

  it('is put together with what the other stored, in one step that can be taken back', async () => {
    const bench = await open();
    bench.apply(slide(3));
    server.answer('GET /api/rigs/rig', {
      rig: { ...rig, name: 'Theirs' },
      parts: [...parts.values()],
      revision: 8,
      savedAt: 'z',
    });
    await bench.saveNow();
    await until(() => bench.meeting !== undefined);
    expect(bench.meeting!.merged!.clashes).toEqual([]);
    server.answer('PUT /api/rigs/rig', { revision: 9, savedAt: 'z' });
    await bench.keepBoth();
    expect([bench.rig!.name, slideOf(bench.rig)]).toEqual(['Theirs', 3]);
    expect(server.asked.filter((a) => a.method === 'PUT').at(-1)).toMatchObject({
      body: { revision: 8, rig: { name: 'Theirs' } },
    });
    expect([bench.saveState.kind, bench.meeting]).toEqual(['saved', undefined]);
    bench.stepBack();
    expect([bench.rig!.name, slideOf(bench.rig)]).toEqual([rig.name, 3]);
  });

  it('is told, and what is stored can be taken instead', async () => {
    const bench = await open();
    bench.apply(slide(3));
    await bench.saveNow();
    await bench.takeStored();
    expect([slideOf(bench.rig), bench.canUndo, kept.has('zucchini.draft.rig')]).toEqual([
      0,
      false,
      false,
    ]);
  });
});

describe('parts of the catalogue', () => {
  it('are not read to open a rig', async () => {
    await open();
    expect(server.asked.filter((a) => a.path.startsWith('/api/parts'))).toEqual([]);
  });

  it('are taken with the edit that brings them in, what is in their boxes with them', async () => {
    const bench = await open();
    const key = cube('key', 5);
    const plate = cube('plate', 50, {
      inBox: [{ name: 'key', partId: 'key' }],
      mounts: handle.mounts,
    });
    bench.offer([plate, key, cube('other', 1)], bench.era);
    expect(bench.parts.has('plate')).toBe(false);
    bench.apply({
      type: 'add-part',
      setupId,
      item: { id: 'p', partId: 'plate', owned: false },
      joint: joint('p', 'p.base', 'body.shoe'),
    });
    expect([...bench.parts.keys()].filter((id) => ['plate', 'key', 'other'].includes(id))).toEqual([
      'plate',
      'key',
    ]);
  });

  it('that are no longer known when they are taken are fetched first, and nothing changes where that fails', async () => {
    const bench = await open();
    const plate = cube('plate', 50, { mounts: handle.mounts });
    const edit = {
      type: 'add-part',
      setupId,
      item: { id: 'p', partId: 'plate', owned: false },
      joint: joint('p', 'p.base', 'body.shoe'),
    } as const;
    const before = bench.rig;
    server.answer('GET /api/parts', { parts });
    // What was offered in another era is let go.
    bench.offer([plate], bench.era - 1);
    bench.apply(edit);
    await until(() => announcement.value.startsWith('It cannot be fetched'));
    expect(bench.rig).toBe(before);
    server.answer('GET /api/parts', { parts: [...parts, plate] });
    bench.apply(edit);
    await until(() => bench.canUndo);
    expect([bench.parts.has('plate'), bench.rig!.kit.at(-1)!.partId]).toEqual([true, 'plate']);
    expect(bench.report!.assembly.byId.has('p')).toBe(true);
  });

  it('that a draft brought in are fetched before it is taken up again', async () => {
    const wide = { ...rig, kit: [...rig.kit, { id: 'x', partId: 'plate', owned: false }] };
    kept.set('zucchini.draft.rig', JSON.stringify({ revision: 1, rig: wide }));
    server.answer('GET /api/parts', { parts: [...parts, cube('plate', 50)] });
    const bench = await open();
    await until(() => bench.canUndo);
    expect([bench.rig, bench.parts.has('plate')]).toEqual([wide, true]);
  });
});

describe('parts corrected elsewhere', () => {
  it('are read again while the rig stays open', async () => {
    const bench = await open();
    server.answer('GET /api/parts', { parts: parts.map((p) => ({ ...p, name: `${p.name}!` })) });
    await bench.refreshParts();
    expect(bench.parts.get('handle')!.name).toBe('handle!');
  });
});

import {
  withFreshIds,
  applyEdit,
  listEditPartIds,
  listSetupItems,
  loadCollider,
  createNames,
  measureReport,
  questionOf,
  findRigIssues,
  listBoxPartIds,
  mergeRigs,
  overrideRig,
  rigFormat,
  sayFigureChanges,
  rigFormatVersion,
  walk,
  type PartAsk,
  type Collider,
  type Edit,
  type Elsewhere,
  type Finding,
  type Issue,
  type KitItem,
  type LogEntry,
  type Merged,
  type Part,
  type Question,
  type Rig,
  type Setup,
  type ViewName,
} from '@zucchini/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { api, ApiError } from '../api/client';
import { announce } from '../shared/announce';
import { createId } from '../shared/createId';
import { rememberRig } from '../shared/lastRig';
import { findStorage } from '../shared/storage';
import { useHistory } from '../shared/useHistory';
import { dropDraft, findUnreadable, keepDraft, remove, takeDraft, type Draft } from './drafts';
import { findWindow, listWindows } from './windows';
import { Saver, type SaveState } from './saver';
import { useReport } from './useReport';
import { sayError } from '../shared/sayError';

/** What the panel beside the plate shows. */
export type Panel =
  | { readonly kind: 'question' }
  | { readonly kind: 'part'; readonly itemId: string }
  | { readonly kind: 'mounts'; readonly itemId: string | undefined }
  /** `wanted` is a part that was described for this place: it is taken as soon as it is judged to fit. */
  | {
      readonly kind: 'candidates';
      readonly itemId: string;
      readonly ask: PartAsk;
      readonly wanted?: string;
    }
  | { readonly kind: 'needs' }
  | { readonly kind: 'kit' }
  | { readonly kind: 'brief' }
  | { readonly kind: 'leads' }
  | { readonly kind: 'move'; readonly itemId: string }
  | { readonly kind: 'versions' }
  | { readonly kind: 'setups' }
  /** A change is gone through on the drawing. */
  | { readonly kind: 'change'; readonly fromId: string; readonly toId: string };

export type OpenState =
  | { readonly kind: 'loading' }
  | { readonly kind: 'open' }
  | { readonly kind: 'failed'; readonly message: string; readonly lost: boolean };

/** What another window stored, met by what was changed here. */
export interface Meeting {
  readonly stored: Rig;
  readonly revision: number;
  /** Both together; absent where they cannot be put together. */
  readonly merged?: Merged;
}

/** The rig on the bench: the document, what is shown of it, and its verbs. */
export const useBench = defineStore('bench', () => {
  const opened = ref<OpenState>({ kind: 'loading' });
  const readOnly = ref(false);
  const versionName = ref('');
  const document = useHistory<Rig>(follow);
  const { history, preview, present, shown: rig } = document;
  /** The parts of the rig, with what is in their boxes; never the catalogue. */
  const parts = shallowRef<ReadonlyMap<string, Part>>(new Map());
  /** Parts of the catalogue that something offered would bring in: known by name, and taken when it is. */
  const offered = shallowRef<ReadonlyMap<string, Part>>(new Map());
  /** Another one where a rig was opened or the catalogue may have changed: what workers were given before counts no more. */
  const era = ref(0);
  const drawer = shallowRef<readonly KitItem[]>([]);
  /** What other rigs use of its individuals, and when. */
  const elsewhere = shallowRef<readonly Elsewhere[]>([]);
  /** What the field taught of this rig; empty until it has come, and where the server is away. */
  const log = shallowRef<readonly LogEntry[]>([]);
  const saveState = ref<SaveState>({ kind: 'saved' });
  /** After a conflict: what another window stored, and both together where that can be placed. */
  const meeting = shallowRef<Meeting>();
  /** A draft that rests on what is no longer in the catalogue. */
  const draftTrouble = shallowRef<{ readonly rig: Rig; readonly issues: readonly Issue[] }>();
  /** A draft that cannot be read, as text: of an edition that wrote it otherwise. */
  const unreadDraft = shallowRef<{ readonly key: string; readonly text: string }>();
  /** Parts of this rig that were changed elsewhere while it is open, and what has become of its figures. */
  const news = shallowRef<{
    readonly parts: readonly string[];
    readonly changes: readonly string[];
  }>();
  /** The revisions of its parts when they were last looked at. */
  let seen: ReadonlyMap<string, number> | undefined;
  const setupId = ref('');
  const view = ref<ViewName>('near');
  const question = ref<Question>('fit');
  const panel = ref<Panel>({ kind: 'question' });
  const selected = ref<string>();
  /** What the drawing shows beside the parts. */
  const shown = ref({ sizes: false, spaces: false, solid: false, wiring: false });
  /** The planned lead that is lit, on the rig and in its wiring. */
  const litRun = ref<string>();
  /** The narrow phase of collision; until it has come, nothing is said of what stands where. */
  const library = shallowRef<Collider>();
  const colliderTrouble = ref('');
  let saver: Saver | undefined;
  let run = 0;

  const setup = computed<Setup | undefined>(() =>
    rig.value?.setups.find((s) => s.id === setupId.value),
  );
  // A setup that was taken away, or whose making was undone, is no longer open.
  watch(
    rig,
    (now) => {
      if (!now || now.setups.some((s) => s.id === setupId.value)) return;
      setupId.value = now.setups[0]!.id;
      selected.value = undefined;
    },
    { flush: 'sync' },
  );
  // While dragging only the figures with the lens on the rig matter. Ways out are looked for elsewhere.
  const { report, collider, overMs, measureAll } = useReport({
    rig,
    setupId,
    parts,
    library,
    elsewhere,
    isTrial: () => preview.value !== undefined,
  });
  /** The rig as it is stored, whatever is tried out on it: what a drag starts from. */
  const settled = computed(() => {
    // With nothing tried out, what is shown is what is stored: its report is there already.
    if (!preview.value) return report.value;
    const now = present.value;
    return now && setup.value ? measureReport(now, setupId.value, parts.value) : undefined;
  });
  const named = computed(() => new Map([...offered.value, ...parts.value]));
  const names = computed(() => report.value && createNames(report.value.assembly, named.value));
  const findingsByItem = computed(() => {
    const byItem = new Map<string, Finding[]>();
    for (const finding of report.value?.findings ?? []) {
      const [subject] = finding.items;
      if (subject === undefined || questionOf(finding.code) !== 'fit') continue;
      byItem.set(subject, [...(byItem.get(subject) ?? []), finding]);
    }
    return byItem;
  });
  const canUndo = computed(() => !readOnly.value && document.canUndo.value);
  const canRedo = computed(() => !readOnly.value && document.canRedo.value);

  function show(state: Rig, known: readonly Part[]): void {
    parts.value = new Map(known.map((p) => [p.id, p]));
    offered.value = new Map();
    era.value += 1;
    document.open(state);
    setupId.value = state.setups[0]!.id;
    panel.value = { kind: 'question' };
    selected.value = undefined;
    opened.value = { kind: 'open' };
  }

  async function readDrawer(mine: number): Promise<void> {
    const kit = await api.listKit();
    if (mine === run) drawer.value = kit;
  }

  async function readElsewhere(id: string, mine: number): Promise<void> {
    const known = await api.listElsewhere(id).catch(() => []);
    if (mine === run && known.length > 0) elsewhere.value = known;
  }

  async function readLog(id: string, mine: number): Promise<void> {
    const known = await api.findLog(id).catch(() => []);
    if (mine === run) log.value = known;
  }

  /** Takes parts as they are now; those that are new to this page among them. */
  function learn(known: readonly Part[]): void {
    if (known.length === 0) return;
    parts.value = new Map([...parts.value, ...known.map((p) => [p.id, p] as const)]);
  }

  /** Fetches what a rig draws on and is not known here; what is no longer in the catalogue stays unknown. */
  async function learnPartsOf(of: Rig): Promise<void> {
    const lacking = (ids: readonly string[]) => [
      ...new Set(ids.filter((id) => !parts.value.has(id))),
    ];
    const fresh = await api.findParts(lacking(of.kit.map((i) => i.partId)));
    const boxed = lacking(listBoxPartIds(fresh));
    learn([...fresh, ...(await api.findParts(boxed))]);
  }

  /**
   * Takes notice of parts that something offered would bring in: they may now be named, and are taken with it. What was asked
   * in another era is let go.
   */
  function offer(known: readonly Part[], since: number): void {
    if (known.length === 0 || since !== era.value) return;
    offered.value = new Map([...offered.value, ...known.map((p) => [p.id, p] as const)]);
  }

  /** Learns the parts that an edit brings in, of what was offered. */
  function learnFor(edit: Edit): void {
    const pick = (ids: readonly string[]) =>
      ids.flatMap((id) => (parts.value.has(id) ? [] : (offered.value.get(id) ?? [])));
    const brought = pick(listEditPartIds(edit));
    if (brought.length > 0) learn([...brought, ...pick(listBoxPartIds(brought))]);
  }

  /**
   * Looks whether a part of this rig was changed elsewhere since it was last looked; where one was, the figures before and
   * after are told. Away from the server, or with nothing new, nothing happens.
   */
  async function lookAround(): Promise<void> {
    const mine = run;
    const id = present.value?.id;
    if (id === undefined || readOnly.value) return;
    const stamp = await api.stampRig(id).catch(() => undefined);
    if (mine !== run || !stamp) return;
    const before = seen;
    seen = new Map(stamp.parts.map((p) => [p.id, p.revision]));
    const changed = stamp.parts.filter((p) => {
      const was = before?.get(p.id);
      return was !== undefined && was !== p.revision;
    });
    if (changed.length === 0) return;
    const fresh = await Promise.all(changed.map((p) => api.findPart(p.id))).catch(() => undefined);
    if (mine !== run || !fresh) return;
    const was = report.value;
    learn(fresh.map((f) => f.part));
    era.value += 1;
    const now = report.value;
    news.value = {
      parts: fresh.map((f) => f.part.name),
      changes: was && now ? sayFigureChanges(was, now) : [],
    };
  }

  /** Reads the rig's parts again: one of the catalogue was corrected while the rig is open. */
  async function refreshParts(): Promise<void> {
    const mine = run;
    seen = undefined;
    const fresh = await api.findParts([...parts.value.keys()]);
    if (mine !== run) return;
    learn(fresh);
    offered.value = new Map();
    era.value += 1;
  }

  function fail(error: unknown): void {
    const message = sayError(error);
    opened.value = {
      kind: 'failed',
      message,
      lost: error instanceof ApiError && error.status === 404,
    };
  }

  function watchSaves(stored: Rig, revision: number, windowId: string): Saver {
    return new Saver(stored, revision, {
      windowId,
      save: (next, from) => api.saveRig(next, from),
      place: findStorage(),
      onState: (state) => {
        saveState.value = state;
        if (state.kind !== 'conflict') meeting.value = undefined;
        else void meetStored();
      },
    });
  }

  /** Fetches the collision library, off the first screen; asked again after it failed. */
  async function readCollider(): Promise<void> {
    if (library.value) return;
    try {
      library.value = await loadCollider();
      colliderTrouble.value = '';
    } catch (error) {
      colliderTrouble.value = sayError(error);
    }
  }

  /** Opens a rig; what was changed here and not stored yet is taken up again. */
  async function open(id: string): Promise<void> {
    close();
    const mine = (run += 1);
    opened.value = { kind: 'loading' };
    readOnly.value = false;
    try {
      const stored = await api.findRig(id);
      if (mine !== run) return;
      rememberRig(id);
      show(stored.rig, stored.parts);
      void readCollider();
      const windowId = await findWindow();
      const draft = findDraft(stored.rig, windowId, await listWindows());
      if (mine !== run) return;
      unreadDraft.value = findUnreadable(findStorage(), id);
      // Made on an older revision, the draft meets the conflict that it would have met then.
      saver = watchSaves(draft?.base ?? stored.rig, draft?.revision ?? stored.revision, windowId);
      void readLog(id, mine);
      void readElsewhere(id, mine);
      await readDrawer(mine);
      void lookAround();
      if (mine !== run || !draft) return;
      await learnPartsOf(draft.rig);
      if (mine !== run) return;
      const issues = findRigIssues(draft.rig, parts.value, 'rig');
      if (issues.length > 0) {
        // It stays in the browser, and out of the way: what it rests on has left the catalogue.
        saver.close();
        setAside(draft, windowId);
        saver = watchSaves(stored.rig, stored.revision, windowId);
        draftTrouble.value = { rig: draft.rig, issues };
        return;
      }
      commit(draft.rig);
      announce('Changes that were not stored yet have been taken up again.');
    } catch (error) {
      const isGone = error instanceof ApiError && error.status === 404;
      if (mine === run && !(isGone && (await openLeft(id, mine)))) fail(error);
    }
  }

  /**
   * Opens what this browser keeps of a rig that was deleted elsewhere, as it was changed here and not stored: it can be kept as a rig
   * of its own. Resolves with whether there is something.
   */
  async function openLeft(id: string, mine: number): Promise<boolean> {
    const windowId = await findWindow();
    const draft = takeDraft(findStorage(), id, windowId, await listWindows());
    if (mine !== run || !draft) return false;
    await learnPartsOf(draft.rig).catch(() => undefined);
    if (mine !== run) return true;
    const issues = findRigIssues(draft.rig, parts.value, 'rig');
    if (issues.length > 0) {
      setAside(draft, windowId);
      draftTrouble.value = { rig: draft.rig, issues };
      return false;
    }
    show(draft.rig, [...parts.value.values()]);
    void readCollider();
    saver = watchSaves(draft.base ?? draft.rig, draft.revision, windowId);
    saveState.value = { kind: 'gone' };
    await readDrawer(mine).catch(() => undefined);
    return true;
  }

  /** Opens a kept version to look at. */
  async function openVersion(id: string, versionId: string): Promise<void> {
    close();
    const mine = (run += 1);
    opened.value = { kind: 'loading' };
    readOnly.value = true;
    try {
      const version = await api.findVersion(id, versionId);
      if (mine !== run) return;
      versionName.value = version.name;
      show(version.rig, version.parts);
      void readCollider();
      await readDrawer(mine);
    } catch (error) {
      if (mine === run) fail(error);
    }
  }

  function close(): void {
    saver?.close();
    saver = undefined;
    run += 1;
    document.open(undefined);
    log.value = [];
    elsewhere.value = [];
    saveState.value = { kind: 'saved' };
    meeting.value = undefined;
    draftTrouble.value = undefined;
    unreadDraft.value = undefined;
    news.value = undefined;
    seen = undefined;
    versionName.value = '';
  }

  /** Stores a new present, and closes what shows a part that is gone. The open setup is repaired where it is watched. */
  function follow(next: Rig): void {
    saver?.want(next);
    const open = next.setups.find((s) => s.id === setupId.value) ?? next.setups[0]!;
    const there = listSetupItems(open);
    const gone = (id: string | undefined) => id !== undefined && !there.has(id);
    if (gone(selected.value)) selected.value = undefined;
    if ('itemId' in panel.value && gone(panel.value.itemId)) panel.value = { kind: 'question' };
  }

  /** Makes a state the present one, to be undone in one step. */
  function commit(next: Rig): void {
    if (!readOnly.value) document.commit(next);
  }

  function apply(edit: Edit): void {
    const now = present.value;
    if (!now || readOnly.value) return;
    learnFor(edit);
    const lacking = listEditPartIds(edit).filter((id) => !parts.value.has(id));
    if (lacking.length > 0) void applyOnceKnown(edit, lacking);
    else commit(applyEdit(now, withFreshIds(edit, createId)));
  }

  /** What was offered before the catalogue changed brings in parts that are no longer known here: they are fetched first. */
  async function applyOnceKnown(edit: Edit, lacking: readonly string[]): Promise<void> {
    const mine = run;
    const fresh = await api.findParts(lacking).catch(() => []);
    const boxes = await api.findParts(listBoxPartIds(fresh)).catch(() => []);
    if (mine !== run) return;
    learn([...fresh, ...boxes]);
    const now = present.value;
    if (now && lacking.every((id) => parts.value.has(id))) {
      commit(applyEdit(now, withFreshIds(edit, createId)));
    } else announce('It cannot be fetched from the catalogue now; nothing was changed.');
  }

  /** Shows what an edit would do, without making it. */
  function tryOut(edit: Edit): void {
    const now = present.value;
    if (!now || readOnly.value) return;
    learnFor(edit);
    document.tryOut(applyEdit(now, withFreshIds(edit, createId)));
  }

  /** Makes what is tried out the present state. */
  function keep(): void {
    if (preview.value) commit(preview.value);
  }

  function stepBack(): void {
    if (!canUndo.value) return;
    document.back();
    announce('Undone');
  }

  function stepForward(): void {
    if (!canRedo.value) return;
    document.forth();
    announce('Done again');
  }

  /** Asks what could go onto a mount. */
  function askMount(itemId: string, mountId: string): void {
    panel.value = { kind: 'candidates', itemId, ask: { kind: 'mount', itemId, mountId } };
  }

  /** Puts a part that has just been described where it was described for, or shows why it does not go there. */
  async function fitWanted(ask: PartAsk, partId: string): Promise<void> {
    const mine = run;
    const found = await api.findParts([partId]).catch(() => []);
    if (mine !== run) return;
    offer(found, era.value);
    const itemId = 'itemId' in ask ? ask.itemId : (setup.value?.body ?? '');
    panel.value = { kind: 'candidates', itemId, ask, wanted: partId };
  }

  /** Asks what could stand in a part's place. */
  function askReplacement(itemId: string): void {
    panel.value = { kind: 'candidates', itemId, ask: { kind: 'replace', itemId } };
  }

  /** Asks what serves a need, and where it could stand. */
  function askNeed(need: Extract<PartAsk, { kind: 'need' }>['need']): void {
    const body = setup.value?.body ?? '';
    panel.value = { kind: 'candidates', itemId: body, ask: { kind: 'need', need } };
  }

  function select(itemId: string | undefined): void {
    selected.value = itemId;
    panel.value = itemId === undefined ? { kind: 'question' } : { kind: 'part', itemId };
  }

  function ask(next: Question): void {
    question.value = next;
    panel.value = { kind: 'question' };
  }

  /** Shows another setup of the rig. */
  function openSetup(id: string): void {
    if (!rig.value?.setups.some((s) => s.id === id)) return;
    setupId.value = id;
    select(undefined);
  }

  function walkRound(step: Parameters<typeof walk>[1]): void {
    view.value = walk(view.value, step);
  }

  /** After a conflict: reads what another window stored, and what both would be together. */
  async function meetStored(): Promise<void> {
    const mine = run;
    const [now, base] = [present.value, saver?.base];
    if (!now || !base) return;
    try {
      const stored = await api.findRig(now.id);
      if (mine !== run || saveState.value.kind !== 'conflict') return;
      learn(stored.parts);
      const merged = mergeRigs(base, now, stored.rig);
      const isWhole = findRigIssues(merged.rig, parts.value, 'rig').length === 0;
      meeting.value = {
        stored: stored.rig,
        revision: stored.revision,
        ...(isWhole ? { merged } : {}),
      };
    } catch {
      // What is stored cannot be read now: mine can still be stored over it, or wait.
      meeting.value = undefined;
    }
  }

  /** After a conflict: what both windows changed, together; of what both changed otherwise, mine. */
  async function keepBoth(): Promise<void> {
    const met = meeting.value;
    if (!met?.merged || !saver) return;
    const own = saver;
    // Nothing is to be stored between: the next save is on what was just read.
    own.rest(met.revision, met.stored);
    document.commit(met.merged.rig);
    await own.flush();
    announce('Both are stored together; Z takes theirs off again.');
  }

  /** After a conflict: store mine over what another window stored; what was learnt of an individual meanwhile stays. */
  async function keepMine(): Promise<void> {
    if (saveState.value.kind !== 'conflict' || !saver) return;
    const own = saver;
    const { stored: revision } = saveState.value;
    const met = meeting.value;
    const now = present.value;
    if (!met || !now) {
      await own.overwrite(revision);
      return;
    }
    const next = overrideRig(own.base, now, met.stored);
    own.rest(met.revision, met.stored);
    document.commit(next);
    await own.flush();
  }

  /** The rig was taken off the shelf elsewhere: stores mine as a rig of its own; resolves with its id. */
  async function keepAsNew(): Promise<string | undefined> {
    const now = present.value;
    if (!now) return undefined;
    const used = now.kit.flatMap((item) => parts.value.get(item.partId) ?? []);
    const boxed = listBoxPartIds(used).flatMap((id) => parts.value.get(id) ?? []);
    const file = {
      format: rigFormat,
      formatVersion: rigFormatVersion,
      parts: [...new Set([...used, ...boxed])],
      rig: now,
      versions: [],
      log: log.value,
    };
    const { id } = await api.importRig(JSON.stringify(file));
    saver?.abandon();
    return id;
  }

  /** Lets go of a draft that cannot be put together any more. */
  async function dropBrokenDraft(): Promise<void> {
    const broken = draftTrouble.value;
    draftTrouble.value = undefined;
    if (broken) dropDraft(findStorage(), broken.rig.id, leftBy(await findWindow()));
  }

  /** Lets go of a draft that cannot be read. */
  function dropUnreadDraft(): void {
    if (unreadDraft.value) remove(findStorage(), unreadDraft.value.key);
    unreadDraft.value = undefined;
  }

  /** After a conflict: let mine go and take what another window stored. */
  async function takeStored(): Promise<void> {
    const id = rig.value?.id;
    saver?.abandon();
    if (id !== undefined) await open(id);
  }

  return {
    refreshParts,
    era,
    offer,
    named,
    learn,
    opened,
    readOnly,
    versionName,
    rig,
    setup,
    setupId,
    parts,
    drawer,
    log,
    report,
    settled,
    names,
    findingsByItem,
    saveState,
    view,
    question,
    panel,
    selected,
    shown,
    litRun,
    collider,
    colliderTrouble,
    overMs,
    measureAll,
    readCollider,
    askMount,
    fitWanted,
    askReplacement,
    askNeed,
    preview,
    canUndo,
    canRedo,
    history,
    open,
    openVersion,
    close,
    apply,
    commit,
    tryOut,
    keep,
    letGo: document.letGo,
    stepBack,
    stepForward,
    select,
    ask,
    openSetup,
    walkRound,
    keepMine,
    keepBoth,
    keepAsNew,
    meeting,
    draftTrouble,
    unreadDraft,
    dropUnreadDraft,
    news,
    lookAround,
    dropBrokenDraft,
    takeStored,
    saveNow: () => saver?.flush(),
  };
});

/** Under which name a draft lies that a window could not go on with: further changes do not write over it. */
const leftBy = (windowId: string): string => `left-${windowId}`;

/** Keeps a draft that a window cannot go on with where further changes do not write over it. */
function setAside(draft: Draft, windowId: string): void {
  dropDraft(findStorage(), draft.rig.id, windowId);
  keepDraft(findStorage(), leftBy(windowId), draft);
}

/** What was changed and not stored, unless it has been after all: the answer may have met a closed window. */
function findDraft(
  stored: Rig,
  windowId: string,
  open: ReadonlySet<string> | undefined,
): Draft | undefined {
  const draft = takeDraft(findStorage(), stored.id, windowId, open);
  if (!draft || JSON.stringify(draft.rig) !== JSON.stringify(stored)) return draft;
  dropDraft(findStorage(), stored.id, windowId);
  return undefined;
}

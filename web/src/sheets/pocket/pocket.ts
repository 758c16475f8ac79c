/**
 * What makes a pocket sheet live: a page that stands alone as one file on a phone, with no server. Ticks, checks, the clock and
 * notes are kept in the browser where it lets a file keep anything, and given back as a small file. Bundled by itself and laid
 * into the page as text; nothing of the application is there.
 */
import {
  createStopwatch,
  droppedWords,
  measureStep,
  pauseWatch,
  startWatch,
  stateOf,
  tapWatch,
  type Stopwatch,
} from '../stopwatch';
import type { PocketData, PocketEntry } from './data';

const data = JSON.parse(document.getElementById('pocket-data')!.textContent) as PocketData;
const find = <T extends HTMLElement>(id: string) => document.getElementById(id) as T;
const all = <T extends HTMLElement>(selector: string) => [
  ...document.querySelectorAll<T>(selector),
];

const key = `zucchini.pocket.${data.rig}.${data.setup}.${data.madeAt}`;
let entries: PocketEntry[] = [];
let canKeep = true;
try {
  entries = JSON.parse(localStorage.getItem(key) ?? '[]') as PocketEntry[];
  localStorage.setItem(key, JSON.stringify(entries));
} catch {
  canKeep = false;
}

function sayState(): void {
  const count = entries.length === 1 ? '1 entry' : `${entries.length} entries`;
  find('pocket-state').textContent =
    entries.length === 0
      ? 'Nothing is noted on this sheet yet.'
      : canKeep
        ? `${count}, kept on this phone until you give them back.`
        : `${count}. This browser keeps nothing for files: give them back before you shut the page.`;
  find<HTMLButtonElement>('pocket-give').disabled = entries.length === 0;
}

/** An id that no other sheet gives: files have no secure context, so no UUID is at hand everywhere. */
function createId(): string {
  const words = crypto.getRandomValues(new Uint32Array(4));
  return `p${[...words].map((w) => w.toString(36)).join('')}`;
}

function add(entry: Omit<PocketEntry, 'id' | 'at' | 'setup'>): void {
  entries = [
    ...entries,
    { ...entry, id: createId(), at: new Date().toISOString(), setup: data.setup },
  ];
  try {
    localStorage.setItem(key, JSON.stringify(entries));
  } catch {
    canKeep = false;
  }
  sayState();
}

/** The latest entry about each thing. */
function latest(kind: string): Map<string, PocketEntry> {
  return new Map(entries.filter((e) => e.kind === kind).map((e) => [e.subject ?? '', e]));
}

// The pack list.
for (const box of all<HTMLInputElement>('input[data-tick]')) {
  const subject = box.dataset.tick!;
  box.checked = latest('packed').get(subject)?.yes ?? data.ticked.includes(subject);
  box.addEventListener('change', () => add({ kind: 'packed', subject, yes: box.checked }));
}

// Checks by hand.
function showChecks(): void {
  const answers = latest('checked');
  for (const button of all('button[data-check]')) {
    const { check, yes } = button.dataset;
    const isChosen = answers.get(check!)?.yes === (yes === 'true');
    button.setAttribute('aria-pressed', String(isChosen));
    button.textContent = `${isChosen ? (yes === 'true' ? '✓' : '✕') : '☐'} ${yes === 'true' ? 'passes' : 'fails'}`;
  }
}
for (const button of all('button[data-check]')) {
  button.addEventListener('click', () => {
    add({ kind: 'checked', subject: button.dataset.check!, yes: button.dataset.yes === 'true' });
    showChecks();
  });
}
showChecks();

// What came loose, beside the joint.
for (const button of all('button[data-loose]')) {
  button.addEventListener('click', () => {
    add({ kind: 'came-loose', item: button.dataset.loose! });
    button.textContent = 'Noted';
  });
}

// The clock.
const choice = find<HTMLSelectElement>('pocket-change');
let watch: Stopwatch = createStopwatch([]);
const now = () => ({ running: performance.now(), wall: Date.now() });
const change = () => data.changes[Number(choice.value)]!;

function showWatch(): void {
  const state = stateOf(watch);
  const steps = change().steps;
  const step = steps[watch.at];
  const total = watch.timed.reduce((sum, t) => sum + t.seconds, 0);
  find('pocket-step').textContent =
    state === 'ready'
      ? `${change().line}. Lay everything out, then begin.`
      : state === 'done'
        ? `Done in ${Math.round(total)} s.`
        : `${watch.at + 1} of ${steps.length}: ${step?.text ?? ''}`;
  const seconds = state === 'done' ? total : measureStep(watch, now()).ms / 1000;
  find('pocket-time').textContent = `${seconds.toFixed(0)} s`;
  find('pocket-tap').textContent =
    state === 'ready'
      ? 'Begin'
      : state === 'paused'
        ? 'Go on'
        : state === 'done'
          ? 'Once more'
          : 'Done';
  find('pocket-pause').hidden = state !== 'running';
  find('pocket-timed').replaceChildren(
    ...[...watch.timed].reverse().map((t) => {
      const line = document.createElement('li');
      const dropped = t.dropped ? `, ${droppedWords[t.dropped]}` : '';
      line.textContent = `${steps.find((s) => s.id === t.id)?.text ?? ''}: ${t.seconds.toFixed(1)} s${dropped}`;
      return line;
    }),
  );
}
choice.addEventListener('change', () => {
  watch = createStopwatch([]);
  showWatch();
});
find('pocket-tap').addEventListener('click', () => {
  const state = stateOf(watch);
  if (state === 'ready' || state === 'done') {
    watch = startWatch(createStopwatch(change().steps.map((s) => s.id)), now());
  } else if (state === 'paused') watch = pauseWatch(watch, now());
  else {
    const before = watch;
    watch = tapWatch(watch, now(), data.longestS);
    const last = watch === before ? undefined : watch.timed.at(-1);
    const step = last && change().steps.find((s) => s.id === last.id);
    if (last && step && !last.dropped) {
      add({ kind: 'timed', item: step.itemId, durationS: last.seconds, did: step.did });
    }
  }
  showWatch();
});
find('pocket-pause').addEventListener('click', () => {
  watch = pauseWatch(watch, now());
  showWatch();
});
setInterval(showWatch, 250);
showWatch();

// Notes.
const text = find<HTMLTextAreaElement>('pocket-text');
const item = find<HTMLSelectElement>('pocket-item');
const kind = find<HTMLSelectElement>('pocket-kind');
find<HTMLFormElement>('pocket-form').addEventListener('submit', (event) => {
  event.preventDefault();
  const said = text.value.trim();
  if (said === '' && item.value === '') return;
  add({
    kind: kind.value as PocketEntry['kind'],
    ...(item.value ? { item: item.value } : {}),
    ...(said ? { text: said } : {}),
  });
  const line = document.createElement('li');
  line.textContent = [item.selectedOptions[0]!.textContent, said]
    .filter((s) => s !== '')
    .join(': ');
  find('pocket-notes').prepend(line);
  text.value = '';
  item.value = '';
});

// All of it, given back as a file.
find('pocket-give').addEventListener('click', () => {
  const file = {
    format: data.format,
    formatVersion: data.formatVersion,
    rig: data.rig,
    rigName: data.rigName,
    entries,
  };
  const link = document.createElement('a');
  link.href = URL.createObjectURL(
    new Blob([JSON.stringify(file, null, 2)], { type: 'application/json' }),
  );
  link.download = data.fileName;
  link.click();
});
sayState();

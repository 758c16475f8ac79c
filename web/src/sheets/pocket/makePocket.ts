import pocketUrl from './pocket.ts?worker&url';
import type { PocketData } from './data';

const escape = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** The rules that the page is drawn by, without fonts: a phone has its own. */
function readStyles(): string {
  return [...document.styleSheets]
    .flatMap((sheet) => {
      try {
        return [...sheet.cssRules];
      } catch {
        return [];
      }
    })
    .filter((rule) => !(rule instanceof CSSFontFaceRule))
    .map((rule) => rule.cssText)
    .join('\n');
}

/** The sheets as they stand on the page, without what needs the application behind it. */
function copySheets(page: HTMLElement): string {
  const copy = page.cloneNode(true) as HTMLElement;
  for (const gone of copy.querySelectorAll('[data-pocket="leave"]')) gone.remove();
  for (const link of copy.querySelectorAll('a')) link.replaceWith(...link.childNodes);
  return copy.innerHTML;
}

/** Clock, notes and the way back: the pocket sheet's own sections. */
function writeTools(
  { changes }: PocketData,
  items: readonly { readonly id: string; readonly name: string }[],
): string {
  const option = (value: string | number, label: string) =>
    `<option value="${escape(String(value))}">${escape(label)}</option>`;
  return `
<section class="sheet"><h2 class="font-serif text-2xl">Time it for real</h2>
<label class="text-xs">What is timed<br><select id="pocket-change" class="field min-h-11 w-full">${changes
    .map((c, i) => option(i, c.title))
    .join('')}</select></label>
<p id="pocket-step" class="mt-3 min-h-20 font-serif text-2xl" aria-live="polite"></p>
<p id="pocket-time" class="py-2 text-center text-5xl" role="timer"></p>
<button type="button" id="pocket-tap" class="bg-leaf text-on-leaf min-h-44 w-full rounded-sm text-3xl"></button>
<button type="button" id="pocket-pause" class="mt-2 min-h-11 w-full rounded-sm border">Pause</button>
<ol id="pocket-timed" class="mt-3 text-sm"></ol></section>
<section class="sheet"><h2 class="font-serif text-2xl">Field notes</h2>
<form id="pocket-form" class="flex flex-col gap-3">
<label class="text-xs">What it is<br><select id="pocket-kind" class="field min-h-11 w-full">${option('note', 'A note')}${option('came-loose', 'It came loose')}${option('in-the-way', 'It was in the way')}</select></label>
<label class="text-xs">Which part<br><select id="pocket-item" class="field min-h-11 w-full"><option value=""></option>${items
    .map((i) => option(i.id, i.name))
    .join('')}</select></label>
<label class="text-xs">In your words<br><textarea id="pocket-text" class="field min-h-20 w-full text-base" maxlength="2000"></textarea></label>
<button type="submit" class="bg-leaf text-on-leaf min-h-12 rounded-sm">Note it</button></form>
<ul id="pocket-notes" class="mt-3 text-sm"></ul></section>
<section class="sheet"><h2 class="font-serif text-2xl">Give it back</h2>
<p id="pocket-state" class="text-sm" role="status"></p>
<button type="button" id="pocket-give" class="mt-2 min-h-12 w-full rounded-sm border">Save what was noted as a file</button>
<p class="mt-1 text-xs">Bring that file in under On the phone, among this rig's sheets, on the machine with Zucchini.</p></section>`;
}

/**
 * All sheets of a setup as one HTML file that opens with no server and no network: styles, drawings and what makes it live are
 * in it. `page` holds every sheet. Rejects where its script cannot be read.
 */
export async function makePocket(
  page: HTMLElement,
  data: PocketData,
  items: readonly { readonly id: string; readonly name: string }[],
): Promise<string> {
  const answer = await fetch(pocketUrl);
  if (!answer.ok) throw new Error('What makes the pocket sheet live could not be read.');
  const script = (await answer.text()).replaceAll('</script', '<\\/script');
  const title = `${data.rigName}: sheets`;
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escape(title)}</title><style>${readStyles().replaceAll('</style', '')}</style></head>
<body><main class="mx-auto w-full max-w-4xl px-4 pt-4 pb-24">${copySheets(page)}${writeTools(data, items)}</main>
<script type="application/json" id="pocket-data">${JSON.stringify(data).replaceAll('<', '\\u003c')}</script>
<script type="module">${script}</script></body></html>`;
}

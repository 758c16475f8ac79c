import { placeOnPage, readOffPage, type Page, type Point2 } from '@zucchini/core';
import type { Ref } from 'vue';
import type { ToPage } from '../shared/path';

/** A page in its holder: from mm of the view to px and back, and from a pointer to both. */
export function usePage(page: Readonly<Ref<Page>>, holder: Readonly<Ref<HTMLElement | null>>) {
  const toPage: ToPage = (x, y) => placeOnPage(page.value, [x, y]);

  /** Where a pointer is on the page, in px. */
  function pageOf(event: { readonly clientX: number; readonly clientY: number }): Point2 {
    const box = holder.value!.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  }

  /** Where a pointer is, in mm of the view. */
  const viewOf = (event: { readonly clientX: number; readonly clientY: number }): Point2 =>
    readOffPage(page.value, pageOf(event));

  return { toPage, pageOf, viewOf };
}

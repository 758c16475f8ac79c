import type { Point2 } from '../solid/index.js';

/** How a view lies on a page: a place of it in mm, and where on the page that is; the page's y points down. */
export interface Page {
  readonly pxPerMm: number;
  readonly middleMm: Point2;
  /** Where the middle lies, in px from the page's upper left corner. */
  readonly middlePx: Point2;
}

/** From mm of the view to px of the page. */
export function placeOnPage(page: Page, [x, y]: Point2): Point2 {
  return [
    page.middlePx[0] + (x - page.middleMm[0]) * page.pxPerMm,
    page.middlePx[1] - (y - page.middleMm[1]) * page.pxPerMm,
  ];
}

/** From px of the page to mm of the view: the inverse of {@link placeOnPage}. */
export function readOffPage(page: Page, [x, y]: Point2): Point2 {
  return [
    page.middleMm[0] + (x - page.middlePx[0]) / page.pxPerMm,
    page.middleMm[1] - (y - page.middlePx[1]) / page.pxPerMm,
  ];
}

/** The scale of a drawing as people say it, from px for each mm: a CSS pixel is 1∕96 inch. */
export function sayRatio(pxPerMm: number): string {
  const n = 96 / 25.4 / pxPerMm;
  return n >= 1 ? `1 : ${Math.round(n * 10) / 10}` : `${Math.round((1 / n) * 10) / 10} : 1`;
}

/**
 * Marks of the page that would lie on each other, put side by side: each later one that is nearer than `nearPx` to
 * one that stands goes down by `stepPx` until it is free, at most seven times. The first stays where it is.
 */
export function fanOut<T extends { readonly x: number; readonly y: number }>(
  marks: readonly T[],
  nearPx: number,
  stepPx: number,
): T[] {
  const stood: T[] = [];
  for (const mark of marks) {
    let at = mark;
    for (let i = 1; i < 8; i += 1) {
      const { x, y } = at;
      if (!stood.some((s) => Math.hypot(s.x - x, s.y - y) < nearPx)) break;
      at = { ...mark, y: mark.y + i * stepPx };
    }
    stood.push(at);
  }
  return stood;
}

import type { Page, PlacedItem, Drawing } from '@zucchini/core';
import { inject, provide, type InjectionKey, type Ref } from 'vue';
import type { ToPage } from '../../shared/path';

/** What the layers of the plate share: the drawing, and how it lies on the page. */
export interface PlateContext {
  readonly plate: Readonly<Ref<Drawing>>;
  /** Held still while something is tried out: a drawing that breathes cannot be dragged on. */
  readonly page: Readonly<Ref<Page>>;
  readonly toPage: ToPage;
  /** Length of the scale bar. */
  readonly barMm: Readonly<Ref<number>>;
  readonly width: Readonly<Ref<number>>;
  readonly height: Readonly<Ref<number>>;
  readonly items: Readonly<Ref<ReadonlyMap<string, PlacedItem>>>;
}

const key: InjectionKey<PlateContext> = Symbol('plate');

export function providePlate(context: PlateContext): void {
  provide(key, context);
}

/** The plate that a layer is drawn on. */
export function usePlate(): PlateContext {
  const context = inject(key);
  if (!context) throw new Error('usePlate: a layer stands on no plate');
  return context;
}

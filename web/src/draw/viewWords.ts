import type { ViewName } from '@zucchini/core';

export const viewWords: Readonly<Record<ViewName, string>> = {
  near: 'near side',
  front: 'front',
  far: 'far side',
  back: 'back',
  top: 'top',
  under: 'underside',
};

import { describe, expect, it } from '@jest/globals';
import { ref } from 'vue';
import { usePage } from './usePage';

describe('a page in its holder', () => {
  const page = ref({ pxPerMm: 2, middleMm: [10, 20], middlePx: [300, 250] } as const);
  // The holder’s corner is 40 px from the left of the window and 70 from its top.
  const holder = ref({ getBoundingClientRect: () => ({ left: 40, top: 70 }) } as HTMLElement);
  const { toPage, pageOf, viewOf } = usePage(page, holder);

  it('takes mm of the view, y up, to px, y down', () => {
    expect(toPage(10, 20)).toEqual([300, 250]);
    expect(toPage(20, 25)).toEqual([320, 240]);
  });

  it('takes a pointer of the window to px of the page, and to mm of the view', () => {
    expect(pageOf({ clientX: 360, clientY: 310 })).toEqual([320, 240]);
    expect(viewOf({ clientX: 360, clientY: 310 })).toEqual([20, 25]);
  });
});

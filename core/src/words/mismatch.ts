import type { Mismatch } from '../part/index.js';
import { sayMm } from './figures.js';

/** Why two mounts do not go together, as half a sentence. */
export function sayMismatch(mismatch: Mismatch): string {
  switch (mismatch.reason) {
    case 'kinds':
      return 'the two are different kinds of mount';
    case 'same-side':
      return `both are the ${mismatch.side} half`;
    case 'thread-size':
      return mismatch.bushing
        ? 'a ¼″ screw is loose in a ⅜″ socket; a reducer bushing makes it fit, at the cost of the pins'
        : 'a ⅜″ screw does not go into a ¼″ socket';
    case 'size':
      return `the sizes differ: ${mismatch.aMm ? sayMm(mismatch.aMm) : 'not stated'} and ${mismatch.bMm ? sayMm(mismatch.bMm) : 'not stated'}`;
    case 'family':
      return `the families differ: ${mismatch.a ?? 'not stated'} and ${mismatch.b ?? 'not stated'}`;
    case 'key-refused':
      return 'it is known not to go in';
    case 'pins-without-holes':
      return 'its fixed pins meet a face without holes, so it does not seat';
    case 'pin-spacing':
      return `its pins stand ${sayMm(mismatch.aMm)} apart and the holes ${sayMm(mismatch.bMm)}`;
  }
}

import type { Element, Part } from '@zucchini/core';
import type { Field } from './field';
import { listControlFields, listGripFields, listScreenFields } from './hand';
import { listMountFields } from './mount';
import { listPortFields } from './port';
import { listSolidFields } from './solid';
import { listSpaceFields } from './space';

/** The figures of an element of a part, by what it is. */
export function listFields(e: Element, part: Part): Field[] {
  switch (e.list) {
    case 'solids':
      return listSolidFields(e);
    case 'mounts':
      return listMountFields(e, part);
    case 'ports':
      return listPortFields(e);
    case 'keepClear':
      return listSpaceFields(e);
    case 'grips':
      return listGripFields(e);
    case 'screens':
      return listScreenFields(e);
    case 'controls':
      return listControlFields(e);
  }
}

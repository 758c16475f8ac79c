import type { Part } from '../part/index.js';

/** What a template makes: the shape of a part and all that hangs on its shape. */
export type Made = Pick<Part, 'solids' | 'mounts'> &
  Partial<
    Pick<
      Part,
      | 'keepClear'
      | 'ports'
      | 'movements'
      | 'poses'
      | 'grips'
      | 'screens'
      | 'controls'
      | 'optics'
      | 'opticalAxis'
      | 'cable'
      | 'head'
      | 'gimbal'
    >
  >;

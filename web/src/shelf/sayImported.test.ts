import { expect, it } from '@jest/globals';
import type { Imported } from '@zucchini/core';
import { sayImported } from './sayImported';

const renamed = (what: Imported['renamed'][number]['what'], name: string) => ({
  ...{ what, name },
  from: 'a21',
  to: 'a21-2',
});

it('what was brought is told by names, never by ids', () => {
  expect(sayImported({ id: 'x', name: 'Buoy', renamed: [] })).toBe('“Buoy” is on the shelf.');
  const said = sayImported({
    id: 'x',
    name: 'Buoy (2)',
    renamed: [
      renamed('part', 'Heron'),
      renamed('part', 'Spur'),
      renamed('item', 'Heron'),
      renamed('rig', 'Buoy (2)'),
    ],
  });
  expect(said).toBe(
    'A rig with this name was already here; the copy is called “Buoy (2)”. Already here, but described differently: Heron and Spur. The catalogue keeps both. Your kit has one more of: Heron.',
  );
});

import { mountKinds, toolLabels, type MountKind, type Tool } from '@zucchini/core';
import {
  flag,
  mayChoose,
  number,
  text,
  tools,
  type Field,
  type Fields,
} from '../editor/fields/field';

/** One mount on a face of a block, as the recipe of a plate states it. */
export type BlockRow = Readonly<Record<string, unknown>>;

/** The row with fields replaced; `undefined` takes one away. */
export function withFields(row: BlockRow, fields: Fields): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries({ ...row, ...fields }).filter(([, v]) => v !== undefined),
  );
}

const figure = (row: BlockRow, key: string) => row[key] as number | undefined;

const acrossLabels: Readonly<Record<string, readonly [string, string]>> = {
  front: ['to the left', 'up'],
  back: ['to the left', 'up'],
  left: ['forward', 'up'],
  right: ['forward', 'up'],
  top: ['forward', 'to the left'],
  bottom: ['forward', 'to the left'],
};

/** What is asked of one mount on a face: where it is, and what matters for its kind. Lengths in mm. */
export function listBlockFields(row: BlockRow): Field[] {
  const kind = row['kind'] as MountKind;
  const table = mountKinds[kind];
  const [x, y] = (row['atMm'] ?? [0, 0]) as [number, number];
  const isThreaded = table.threadMm !== undefined;
  const isScrew = isThreaded && row['side'] === 'screw';
  const isClamp = table.lengthwise !== undefined && table.lengthwise !== row['side'];
  const isRods = kind === 'rod-15-pair' || kind === 'rod-15-single';
  const [across, along] = acrossLabels[String(row['face'])] ?? ['across', 'along'];
  const isWorked = isScrew || isClamp || kind === 'rosette-m6' || kind === 'device-clamp';
  return [
    text('called', row['name'] as string | undefined, (v) => ({ name: v })),
    number(`off the middle, ${across}`, 'mm', x, (v) => ({ atMm: [v ?? 0, y] })),
    number(`off the middle, ${along}`, 'mm', y, (v) => ({ atMm: [x, v ?? 0] })),
    ...(isRods
      ? [number('rods out of the face by', 'mm', figure(row, 'offMm'), (v) => ({ offMm: v }))]
      : []),
    ...(table.lengthwise === row['side']
      ? [number('long', 'mm', figure(row, 'railMm'), (v) => ({ railMm: v }))]
      : []),
    ...(isClamp
      ? [
          number('clamp long', 'mm', figure(row, 'clampMm'), (v) => ({ clampMm: v })),
          mayChoose(
            'comes on',
            'from the side: it opens',
            [['end', 'over the end']],
            row['entry'] === 'end' ? 'end' : undefined,
            (v) => ({ entry: v }),
          ),
        ]
      : []),
    ...(isScrew
      ? [
          number('stands out', 'mm', figure(row, 'screwMm'), (v) => ({ screwMm: v })),
          flag('another length can be put in', row['exchangeable'] === true, (v) => ({
            exchangeable: v || undefined,
          })),
        ]
      : []),
    ...(isThreaded && !isScrew
      ? [
          number('deep', 'mm', figure(row, 'depthMm'), (v) => ({ depthMm: v })),
          flag('closed below', row['blind'] === true, (v) => ({ blind: v || undefined })),
        ]
      : []),
    ...(isThreaded
      ? [
          mayChoose(
            'locating',
            'none',
            isScrew
              ? [
                  ['pins', 'pins'],
                  ['retracting-pins', 'pins that give way'],
                ]
              : [['holes', 'holes for pins']],
            row['pins'] as string | undefined,
            (v) => ({ pins: v, ...(v ? {} : { pinsApartMm: undefined }) }),
          ),
          ...(row['pins']
            ? [
                number('pins apart', 'mm', figure(row, 'pinsApartMm'), (v) => ({
                  pinsApartMm: v,
                })),
              ]
            : []),
          flag('rubber where it presses', row['rubber'] === true, (v) => ({
            rubber: v || undefined,
          })),
        ]
      : []),
    ...(isWorked
      ? [
          mayChoose('worked with', 'not said', tools.slice(1), row['tool'] as string, (v) => ({
            tool: v,
            ...(v ? {} : { seconds: undefined }),
          })),
        ]
      : []),
    ...(table.sameSize
      ? [number('size', 'mm', figure(row, 'sizeMm'), (v) => ({ sizeMm: v }))]
      : []),
    ...(table.sameFamily
      ? [text('family', row['family'] as string | undefined, (v) => ({ family: v }))]
      : []),
    ...(table.resists === 'weak' || kind === 'rod-15-single'
      ? [number('stated to hold', 'N·m', figure(row, 'holdsNm'), (v) => ({ holdsNm: v }))]
      : []),
    number('stated to bear', 'g', figure(row, 'bearsG'), (v) => ({ bearsG: v })),
    flag('the part is carried by it', row['carrier'] === true, (v) => ({
      carrier: v || undefined,
    })),
  ];
}

/** What has been said of a mount beyond its kind, in a few words. */
export function sayBlockMount(row: BlockRow): string {
  const [x, y] = (row['atMm'] ?? [0, 0]) as [number, number];
  const length = figure(row, 'railMm') ?? figure(row, 'clampMm');
  const screw = figure(row, 'screwMm') ?? figure(row, 'depthMm');
  const tool = row['tool'] as Tool | undefined;
  return [
    x === 0 && y === 0 ? 'in the middle' : `${x}, ${y} mm off the middle`,
    length === undefined ? undefined : `${length} mm long`,
    screw === undefined ? undefined : `${screw} mm`,
    row['pins'] ? 'pins' : undefined,
    tool && toolLabels[tool],
    row['carrier'] ? 'carries the part' : undefined,
  ]
    .filter((piece) => piece !== undefined)
    .join(' · ');
}

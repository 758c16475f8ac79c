import { hasTrait, isTurned, type KeepClearPurpose } from '../part/index.js';
import type { Report } from '../report/index.js';

/** One thing that is tried by hand once a setup stands. */
export type HandCheck =
  | { readonly kind: 'shake' }
  /** The part by whose grip it is hung. */
  | { readonly kind: 'hang'; readonly itemId: string }
  | { readonly kind: 'support-arms'; readonly itemId: string }
  | { readonly kind: 'drive-turns'; readonly itemId: string }
  /** `opens` is false where the setup does without it. */
  | {
      readonly kind: 'opens';
      readonly itemId: string;
      readonly purpose: KeepClearPurpose;
      readonly opens: boolean;
    }
  | { readonly kind: 'leads' }
  | { readonly kind: 'latched'; readonly itemId: string }
  | { readonly kind: 'filter-turns'; readonly itemId: string }
  | { readonly kind: 'listen' }
  | { readonly kind: 'record' };

/** A check's name in the log: the same through all versions of a setup. */
export const nameCheck = (check: HandCheck): string =>
  [
    'kind' in check ? check.kind : '',
    'itemId' in check ? check.itemId : '',
    'purpose' in check ? check.purpose : '',
  ]
    .filter((s) => s !== '')
    .join(' ');

const doors: readonly KeepClearPurpose[] = [
  'battery-door',
  'card-door',
  'port-door',
  'screen-swing',
];

/** What is tried by hand before the first take, as far as this setup has it: from the whole to what records. */
export function listChecks(report: Report): HandCheck[] {
  const { assembly, fit, hold, brief } = report;
  const of = (trait: Parameters<typeof hasTrait>[1]) =>
    assembly.items.filter((p) => hasTrait(p.part, trait));
  const hung =
    hold.state === 'held' && ['low', 'low-two', 'carried'].includes(hold.kind)
      ? hold.contacts.find((c) => c.role === 'hand')
      : undefined;
  const without = new Set(
    (fit.solidity?.doesWithout ?? []).map((e) => `${e.owner.item.id} ${e.keep.id}`),
  );
  const supports = new Set(
    (assembly.setup.braces ?? []).flatMap((b) => (b.kind === 'support' ? [b.a.item] : [])),
  );
  return [
    { kind: 'shake' },
    ...(hung ? [{ kind: 'hang' as const, itemId: hung.itemId }] : []),
    ...[...supports].map((itemId): HandCheck => ({ kind: 'support-arms', itemId })),
    ...of('grounded').map((p): HandCheck => ({ kind: 'latched', itemId: p.item.id })),
    ...assembly.items
      .filter((p) => p.part.drive !== undefined)
      .map((p): HandCheck => ({ kind: 'drive-turns', itemId: p.item.id })),
    ...assembly.items
      .filter((p) => p.part.glass !== undefined && isTurned(p.part.glass))
      .map((p): HandCheck => ({ kind: 'filter-turns', itemId: p.item.id })),
    ...assembly.items.flatMap((p) =>
      (p.part.keepClear ?? [])
        .filter((k) => doors.includes(k.purpose))
        .map((k): HandCheck => ({
          kind: 'opens',
          itemId: p.item.id,
          purpose: k.purpose,
          opens: !without.has(`${p.item.id} ${k.id}`),
        })),
    ),
    ...((assembly.setup.cables ?? []).length > 0 ? [{ kind: 'leads' as const }] : []),
    ...(brief.sound?.headphones ? [{ kind: 'listen' as const }] : []),
    { kind: 'record' },
  ];
}

import type { Field, Fields } from './field';
import type { Row } from './movement';

/** Some facts of a part under one heading: figures, and lists that one adds to. */
export interface FactGroup {
  readonly title: string;
  /** Whether such a part states them as a rule, or this one does: else they are folded away with the rest. */
  readonly usual: boolean;
  readonly fields: readonly Field[];
  readonly rows?: readonly Row[];
  /** What can be added to its list: by name, as facts. */
  readonly adds?: readonly (readonly [label: string, facts: Fields])[];
  /** A part of the catalogue can be added to its list. */
  readonly addPart?: (partId: string) => Fields;
}

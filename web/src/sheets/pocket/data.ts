import type { FieldFile, LogEntry, ToldChange } from '@zucchini/core';

/** What is noted on a pocket sheet: an entry of the log. */
export type PocketEntry = LogEntry;

/** What a pocket sheet knows beside what can be read on it. */
export interface PocketData extends Pick<
  FieldFile,
  'format' | 'formatVersion' | 'rig' | 'rigName'
> {
  readonly setup: string;
  readonly madeAt: string;
  readonly fileName: string;
  readonly longestS: number;
  readonly ticked: readonly string[];
  /** What can be timed: building it, and changing it into the other setups. */
  readonly changes: readonly {
    readonly title: string;
    readonly line: string;
    readonly steps: readonly (Pick<ToldChange['steps'][number], 'id' | 'text' | 'itemId'> & {
      readonly did: NonNullable<LogEntry['did']>;
    })[];
  }[];
}

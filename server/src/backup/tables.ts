/** Every table with its key, in the order in which rows may be stored: what is referred to comes first. */
export const tables = [
  ['parts', ['id']],
  ['kits', ['id']],
  ['kit_items', ['id']],
  ['rigs', ['id']],
  ['rig_items', ['rig_id', 'item_id']],
  ['versions', ['rig_id', 'id']],
  ['log_spent', ['rig_id', 'entry_id']],
  ['gone_rigs', ['id']],
] as const satisfies readonly (readonly [string, readonly string[]])[];

export type TableName = (typeof tables)[number][0];

/** A row as it is kept: every column as the text that the database makes of it, or null. */
export type Row = Readonly<Record<string, string | null>>;

/** The first line of a backup. */
export interface Head {
  readonly format: 'zucchini-backup';
  readonly formatVersion: 1;
  /** The last step that the database had gone through. */
  readonly step: string;
  readonly takenAt: string;
}

/** A line between: one row. */
export interface RowLine {
  readonly table: TableName;
  readonly row: Row;
}

/** The last line: how many rows there are of each table. */
export interface End {
  readonly end: Readonly<Record<TableName, number>>;
}

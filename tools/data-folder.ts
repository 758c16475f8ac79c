import { fileURLToPath } from 'node:url';
import { join, resolve } from 'node:path';

/** The folder of the project. */
export const root = fileURLToPath(new URL('../', import.meta.url));

/** Where everything of this installation lies: ZUCCHINI_DATA, or `.zucchini` beside the program. */
export const dataFolder = (): string =>
  resolve(process.env.ZUCCHINI_DATA ?? join(root, '.zucchini'));

/** Where the private database lies. */
export const databaseFolder = (): string => join(dataFolder(), 'database');

/** Where backups lie that are taken before an upgrade. */
export const backupFolder = (): string => join(dataFolder(), 'backups');

export { backUp } from './back-up.js';
export { BackupError, restore } from './restore.js';

export { backUp } from './back-up.js';
export { BackupError } from './lines.js';
export { countConnections, finishRestore, hasData, restore } from './restore.js';

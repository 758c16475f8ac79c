export { buildApp, type AppOptions } from './app.js';
export { refreshShelf } from './rigs/uses.js';
export { backUp, hasData, restore } from './backup/index.js';
export { openDatabase } from './database/index.js';
export { clearAll, isEmpty, loadDemo, type Demo } from './demo/load.js';

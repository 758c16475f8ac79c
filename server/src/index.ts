export { buildApp, type AppOptions } from './app.js';
export { openDatabase } from './database/index.js';
export { clearAll, isEmpty, loadDemo, type Demo } from './demo/load.js';

export { buildApp, type AppOptions } from './app.js';
export { createThreads, type Threads } from './threads/index.js';
export { backUp, countConnections, finishRestore, hasData, restore } from './backup/index.js';
export { openDatabase } from './database/index.js';
export { clearAll, isEmpty, loadDemo, loadDemoIfEmpty, type Demo } from './demo/load.js';
export { lanPort, openLan, type OpenLan } from './lan/index.js';

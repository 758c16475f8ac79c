export { backUp } from './back-up.js';
export { hasData, restore } from './restore.js';

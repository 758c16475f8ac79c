export * from './route.js';
export { measurePath } from './taut.js';

export * from './question.js';
export * from './things.js';
export { sayRestsOn } from './rests.js';

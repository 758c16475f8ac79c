export * from './feeds.js';
export * from './senses.js';
export * from './question.js';
export * from './things.js';
export { usuallyCarries } from './carry.js';
export { sayRestsOn } from './rests.js';

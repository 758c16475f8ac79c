export * from './spend.js';

export * from './question.js';

export * from './cards.js';
export * from './days.js';
export * from './findings.js';
export * from './question.js';
export * from './rota.js';
export * from './say.js';
export * from './wiring.js';

export * from './questions.js';
export * from './report.js';
export * from './within.js';
export * from './candidates.js';
export * from './narrow.js';
export * from './lenses.js';
export * from './try-part.js';
export * from './sense.js';

import { defineQuestionToCome } from '../question/index.js';

/** Does it last the day? Not yet: the entry says so wherever a question is shown. */
export const lastQuestion = defineQuestionToCome(
  'last',
  'Last',
  'Does it last the day?',
  'who goes dark first, how many batteries the day takes, and whether every voltage and outlet agrees',
);

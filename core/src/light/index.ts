import { defineQuestionToCome } from '../question/index.js';

/** Does exposure hold? Not yet: the entry says so wherever a question is shown. */
export const lightQuestion = defineQuestionToCome(
  'light',
  'Light',
  'Does exposure hold?',
  'over which range of scene brightness your stop, ISO and shutter angle hold, and where the gaps are',
);

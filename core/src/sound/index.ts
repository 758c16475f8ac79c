import { defineQuestionToCome } from '../question/index.js';

/** Does it hear? Not yet: the entry says so wherever a question is shown. */
export const soundQuestion = defineQuestionToCome(
  'sound',
  'Sound',
  'Does it hear?',
  'which inputs are used, what is monitored, and what the microphone does to the frame',
);

import type { Question } from '@zucchini/core';
import type { Component } from 'vue';
import FitPanel from './FitPanel.vue';
import HangPanel from './HangPanel.vue';
import LastPanel from './LastPanel.vue';
import SpendPanel from './SpendPanel.vue';
import ToComePanel from './ToComePanel.vue';

/** The working of each question: one that has no panel does not compile. */
export const questionPanels: Readonly<Record<Question, Component>> = {
  fit: FitPanel,
  hang: HangPanel,
  last: LastPanel,
  light: ToComePanel,
  sound: ToComePanel,
  spend: SpendPanel,
};

import type { Question } from '@zucchini/core';
import type { Component } from 'vue';
import FitPanel from './FitPanel.vue';
import HangPanel from './HangPanel.vue';
import LastPanel from './LastPanel.vue';
import LightPanel from './LightPanel.vue';
import SoundPanel from './SoundPanel.vue';
import SpendPanel from './SpendPanel.vue';

/** The working of each question: one that has no panel does not compile. */
export const questionPanels: Readonly<Record<Question, Component>> = {
  fit: FitPanel,
  hang: HangPanel,
  last: LastPanel,
  light: LightPanel,
  sound: SoundPanel,
  spend: SpendPanel,
};

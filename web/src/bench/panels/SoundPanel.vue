<script setup lang="ts">
import { countFindings, givesSound, listOwn } from '@zucchini/core';
import { computed } from 'vue';
import SoundWorking from '../../sound/SoundWorking.vue';
import { useBench } from '../../desk/benchStore';
import FindingList from './FindingList.vue';
import QuestionFrame from './QuestionFrame.vue';

const bench = useBench();
/** The leads that are missing are told where the other leads are. */
const isUnheard = computed(() =>
  bench.report!.sound.sources.some((s) => !s.keptBy && givesSound(s)),
);
const count = computed(() => countFindings(listOwn(bench.report!, bench.parts), 'sound'));
</script>

<template>
  <QuestionFrame question="sound">
    <SoundWorking>
      <p v-if="isUnheard" class="text-blossom mt-2 text-sm">
        Not everything is heard yet: the leads that are missing stand under Fit.
      </p>
      <FindingList
        v-if="!isUnheard || count.stops + count.risk + count.note > 0"
        question="sound"
        nothing="What is on it is heard and kept."
      />
    </SoundWorking>
  </QuestionFrame>
</template>

<script setup lang="ts">
import LastWorking from '../../last/LastWorking.vue';
import { useBench } from '../../desk/benchStore';
import FindingList from './FindingList.vue';
import QuestionFrame from './QuestionFrame.vue';

const bench = useBench();
</script>

<template>
  <QuestionFrame question="last">
    <LastWorking>
      <FindingList
        question="last"
        :nothing="
          bench.report!.last.plan.from === 'none'
            ? 'Power agrees as far as it is planned. Say how long the day is, and it is run.'
            : 'Everything stays lit for the whole day.'
        "
      />
    </LastWorking>
  </QuestionFrame>
</template>

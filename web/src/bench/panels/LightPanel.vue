<script setup lang="ts">
import LightWorking from '../../light/LightWorking.vue';
import FindingList from './FindingList.vue';
import QuestionFrame from './QuestionFrame.vue';
</script>

<template>
  <QuestionFrame question="light">
    <LightWorking>
      <FindingList
        question="light"
        nothing="Exposure holds wherever the brief says how bright it is."
      />
    </LightWorking>
  </QuestionFrame>
</template>

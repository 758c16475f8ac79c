<script setup lang="ts">
import { questionWords, sayMm } from '@zucchini/core';
import { computed } from 'vue';
import NumberField from '../../shared/NumberField.vue';
import { useBench } from '../benchStore';
import FindingList from './FindingList.vue';
import PanelFrame from './PanelFrame.vue';
import SlipWorking from './SlipWorking.vue';
import { useLimits } from './useLimits';

const bench = useBench();
const fit = computed(() => bench.report!.fit);
const { limits, setLimit } = useLimits();
</script>

<template>
  <PanelFrame over="Fit" :title="questionWords.fit.asks">
    <FindingList question="fit" nothing="All that is checked so far goes together." />

    <section class="mt-5">
      <h3 class="font-serif text-base">Size, as it is held</h3>
      <table class="mt-1 w-full tabular-nums">
        <tbody>
          <tr class="rule">
            <th scope="row" class="py-1 text-left font-normal">Long</th>
            <td class="text-right">{{ sayMm(fit.size.lengthMm) }}</td>
          </tr>
          <tr class="rule">
            <th scope="row" class="py-1 text-left font-normal">Wide</th>
            <td class="text-right">{{ sayMm(fit.size.widthMm) }}</td>
          </tr>
          <tr class="rule">
            <th scope="row" class="py-1 text-left font-normal">Tall</th>
            <td class="text-right">{{ sayMm(fit.size.heightMm) }}</td>
          </tr>
        </tbody>
      </table>
      <NumberField
        class="rule pt-2"
        label="At most this tall"
        unit="mm"
        optional
        placeholder="no limit"
        :min="1"
        :max="5000"
        :disabled="bench.readOnly"
        :model-value="limits.heightMm"
        @update:model-value="(v) => setLimit('heightMm', v)"
      />
    </section>

    <section v-if="fit.slips.length > 0" class="mt-5">
      <h3 class="font-serif text-base">Joints that hold by friction</h3>
      <p class="text-faint mt-1 text-xs">
        Moment that acts ∕ moment that slips. Open one for its working.
      </p>
      <div class="mt-1"><SlipWorking v-for="s in fit.slips" :key="s.jointId" :slip="s" /></div>
    </section>
    <p class="text-faint mt-5 text-xs">
      Not checked yet: parts that overlap, doors and screens that no longer open, whether a clamp
      can be brought on, tools that do not reach.
    </p>
  </PanelFrame>
</template>

<script setup lang="ts">
import { isMonitored, sayConnector, type SoundSource, type Track } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../desk/benchStore';
import WorkingLines from '../shared/WorkingLines.vue';

/** The working of Sound: who is heard and by which way, which track it goes to, which inputs are free, where one listens. */
const bench = useBench();
const sound = computed(() => bench.report!.sound);
const name = (id: string) => bench.names!.item(id);

const sayWay = (s: SoundSource): string => {
  if (s.way.length === 0) return 'no lead leads on';
  const steps = s.way.map((run) => {
    const by = run.lead ? name(run.lead.itemId) : 'the contacts in the shoe';
    return `${by} into ${bench.names!.port(run.to.placed.item.id, run.to.port.id)} of ${name(run.to.placed.item.id)}`;
  });
  return s.keptBy ? steps.join(', ') : `${steps.join(', ')}, and no farther`;
};
const keepers = computed(() => [...new Set(sound.value.tracks.map((t) => t.keptBy))]);
const tracksOf = (keeper: (typeof keepers.value)[number]) =>
  sound.value.tracks.filter((t) => t.keptBy === keeper);
const sayTrack = (t: Track): string =>
  t.heard
    .map(({ source, channel }) => {
      const of = sound.value.sources.find((s) => s.placed === source)?.channels ?? 1;
      return `${name(source.item.id)}${of > 1 ? `, channel ${channel}` : ''}`;
    })
    .join(' + ');
const free = computed(() => sound.value.usable.filter((i) => !i.takenBy));
const sayPowers = (powers: readonly string[] | undefined): string =>
  powers === undefined
    ? ''
    : powers.length === 0
      ? ' · runs no microphone'
      : ` · ${powers.map((p) => (p === 'phantom' ? 'phantom power' : 'plug-in power')).join(' and ')}`;
const listening = computed(() => {
  const heard = sound.value.phones.filter((p) => p.hearsIt);
  const deaf = sound.value.phones.filter((p) => !p.hearsIt);
  const say = (p: (typeof heard)[number]) =>
    `${bench.names!.port(p.placed.item.id, p.port.id)} of ${name(p.placed.item.id)}`;
  return [
    ...heard.map((p) => ({ what: say(p), value: 'plays what is kept' })),
    ...deaf.map((p) => ({ what: say(p), value: 'does not hear it' })),
    {
      what: 'Headphones',
      value: sound.value.hasHeadphones ? 'in your kit' : 'none in your kit',
    },
  ];
});
const wants = computed(() => {
  const w = sound.value.wants;
  return [
    ...(w.wirelessChannels > 0
      ? [`${w.wirelessChannels} ${w.wirelessChannels === 1 ? 'channel' : 'channels'} of radio`]
      : []),
    ...(w.onCameraMics > 0
      ? [`${w.onCameraMics} ${w.onCameraMics === 1 ? 'microphone' : 'microphones'} on the camera`]
      : []),
    ...(w.headphones ? ['headphones'] : []),
    ...(w.safetyTrack ? ['a safety track'] : []),
    ...(w.timecode ? ['timecode'] : []),
    ...(w.wind === 'still' ? [] : [w.wind === 'wind' ? 'wind' : 'a breeze']),
    ...(w.purpose === undefined
      ? []
      : [w.purpose === 'guide' ? 'a guide track' : 'the main track']),
  ];
});
</script>

<template>
  <slot />
  <p v-if="wants.length > 0" class="text-faint mt-3 text-xs">Your brief: {{ wants.join(', ') }}.</p>
  <section class="mt-4">
    <h3 class="font-serif text-base">What hears</h3>
    <p v-if="sound.sources.length === 0" class="text-faint mt-1 text-xs">
      No microphone and no receiver is on it.
    </p>
    <ul v-else class="mt-1 text-xs">
      <li v-for="s in sound.sources" :key="s.placed.item.id" class="rule py-1.5">
        <span class="flex justify-between gap-2">
          <button
            type="button"
            class="min-w-0 truncate text-left font-medium hover:underline"
            @click="bench.select(s.placed.item.id)"
          >
            {{ name(s.placed.item.id) }}
          </button>
          <span class="text-faint shrink-0 tabular-nums"
            >{{ s.channels }} {{ s.channels === 1 ? 'channel' : 'channels' }}</span
          >
        </span>
        <span :class="s.keptBy ? 'text-faint' : 'text-blossom'">{{ sayWay(s) }}</span>
      </li>
    </ul>
  </section>

  <section v-if="keepers.length > 0" class="mt-5">
    <h3 class="font-serif text-base">What goes to which track</h3>
    <table v-for="keeper in keepers" :key="keeper.item.id" class="mt-1 w-full text-xs tabular-nums">
      <caption class="text-faint text-left">
        {{
          name(keeper.item.id)
        }}{{
          keeper.part.tracks
            ? `, ${keeper.part.tracks.count} tracks`
            : ', ≈ 2 tracks: it does not say'
        }}
      </caption>
      <tbody>
        <tr v-for="t in tracksOf(keeper)" :key="t.number" class="rule align-baseline">
          <th scope="row" class="w-8 py-1.5 text-left font-normal">{{ t.number }}</th>
          <td class="py-1.5">
            {{ sayTrack(t) }}
          </td>
          <td class="text-faint py-1.5 pl-2 text-right">
            {{
              t.safetyBy === undefined
                ? ''
                : t.safetyBy === 'source'
                  ? 'again, quieter: by itself'
                  : 'again, quieter: by the recorder'
            }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="text-faint mt-1 text-xs">
      Set gain so that loud speech peaks about 12 dB below full; turn up what stands first in the
      chain and keep the last input low.
    </p>
  </section>

  <section v-if="free.length > 0" class="mt-5">
    <h3 class="font-serif text-base">Free inputs</h3>
    <ul class="mt-1 text-xs">
      <li v-for="i in free" :key="`${i.placed.item.id} ${i.port.id}`" class="rule py-1">
        {{ bench.names!.port(i.placed.item.id, i.port.id) }} of {{ name(i.placed.item.id) }}
        <span class="text-faint"
          >{{ sayConnector(i.port.connector) }} · {{ i.channels }}
          {{ i.channels === 1 ? 'channel' : 'channels' }}{{ sayPowers(i.port.sound?.powers) }}</span
        >
      </li>
    </ul>
  </section>

  <section class="mt-5">
    <h3 class="font-serif text-base">Listening</h3>
    <WorkingLines class="mt-1" :lines="listening" />
    <p v-if="isMonitored(sound)" class="text-faint mt-1 text-xs">
      What is heard there is what is kept.
    </p>
  </section>
</template>

<script setup lang="ts">
import {
  createScrewEdit,
  listNotchEnds,
  measureSlideStepMm,
  toAllowedSlideMm,
  listBraces,
  listSecondScrews,
  listCarried,
  hasRoom,
  listTurnsDeg,
  measureOccupancy,
  sayDeg,
  sayFastening,
  sayFree,
  sayG,
  sayJoint,
  sayMm,
  sayMoney,
  sayMount,
  wrapDeg,
  type Edit,
} from '@zucchini/core';
import { computed, toRef } from 'vue';
import AppButton from '../../shared/AppButton.vue';
import ChoiceField from '../../form/ChoiceField.vue';
import FigureField from '../../form/FigureField.vue';
import SlideField from '../../form/SlideField.vue';
import { useBench } from '../../desk/benchStore';
import { createId } from '../../shared/createId';
import FindingItems from './FindingItems.vue';
import PanelFrame from './PanelFrame.vue';
import SlipWorking from './SlipWorking.vue';
import { useFreeWays } from './useFreeWays';

/** One part on the rig: how it is held, where it may stand, what it carries. */
const props = defineProps<{ itemId: string }>();
const bench = useBench();

const assembly = computed(() => bench.report!.assembly);
const placed = computed(() => assembly.value.byId.get(props.itemId)!);
const part = computed(() => placed.value.part);
const joint = computed(() => placed.value.carriedBy);
const findings = computed(() => bench.report!.findings.filter((f) => f.items[0] === props.itemId));
const slip = computed(() =>
  bench.report!.fit.slips.find((s) => s.jointId === joint.value?.joint.id),
);
const carried = computed(() => listCarried(assembly.value, props.itemId).length - 1);

const turns = computed(() => {
  const j = joint.value;
  if (!j) return [];
  return listTurnsDeg(j.mate, j.parentMount, j.childMount)
    .map(wrapDeg)
    .sort((a, b) => a - b);
});
const turnNow = computed(() => wrapDeg(joint.value?.joint.turnDeg ?? 0));

const freeWays = useFreeWays(toRef(props, 'itemId'));

const free = computed(() =>
  part.value.mounts.filter((m) => hasRoom(assembly.value, placed.value, m)),
);
/** A mount's standard, and what of a lengthwise one is left. */
function sayRoom(mount: (typeof free.value)[number]): string {
  const cover = bench
    .report!.fit.solidity?.covers()
    .find((c) => c.itemId === props.itemId && c.mountId === mount.id);
  if (cover) return `blocked by ${bench.names!.item(cover.byItem)}`;
  if (!mount.lengthwise) return sayMount(mount);
  const left = sayFree(measureOccupancy(assembly.value, placed.value, mount).free);
  return `${sayMount(mount)}, ${left}`;
}

const standing = computed(() => bench.setup?.stances?.[props.itemId] ?? {});
const isScrew = computed(() => {
  const j = joint.value;
  return (
    j !== undefined && (j.childMount.thread !== undefined || j.parentMount.thread !== undefined)
  );
});
const screw = computed(() => {
  const j = joint.value;
  if (!j) return undefined;
  return j.childMount.side === 'screw'
    ? j.childMount
    : j.parentMount.side === 'screw'
      ? j.parentMount
      : undefined;
});

const sayTurn = (deg: number) => (Number.isInteger(deg) ? `${deg}°` : sayDeg(deg));
const turnChoices = computed(() => {
  const others = turns.value.filter((deg) => deg !== turnNow.value);
  return [...others, turnNow.value].sort((a, b) => a - b).map((t) => [t, sayTurn(t)] as const);
});

const at = computed(() => ({ setupId: bench.setupId, jointId: joint.value!.joint.id }));

/** From the first to the last notch: a slider counts its steps from its least value. */
const notches = computed(() => joint.value?.slide && listNotchEnds(joint.value.slide));
const slideTo = (mm: number): Edit => {
  const range = joint.value!.slide!;
  return { type: 'slide', ...at.value, slideMm: toAllowedSlideMm(range, mm) };
};

const stanceAt = (movementId: string, value: number): Edit => ({
  type: 'set-stance',
  setupId: bench.setupId,
  itemId: props.itemId,
  movementId,
  value,
});

function setPose(pose: NonNullable<typeof part.value.poses>[number]): void {
  const edits = Object.entries(pose.at).map(([id, value]) => stanceAt(id, value));
  bench.apply({ type: 'all', edits });
}

/** Other contacts of this part, and mounts of others that its own nearly touch: a stop could go there. */
const braces = computed(() =>
  (bench.setup?.braces ?? []).filter((b) => [b.a.item, b.b.item].includes(props.itemId)),
);
const offered = computed(() =>
  listBraces(assembly.value, props.itemId)
    .filter((o) => o.kind !== 'second-screw' || o.b.item !== placed.value.carriedBy?.parent)
    .slice(0, 3)
    .map((o) => ({
      ...o,
      key: `${o.a.mount} ${o.b.item} ${o.b.mount}`,
      label:
        o.kind === 'strap'
          ? `Tie the other end to ${bench.names!.mount(o.b.item, o.b.mount)} of ${bench.names!.item(o.b.item)}`
          : `${braceWords[o.kind]} ${bench.names!.item(o.b.item)} (${sayMm(o.gapMm)} apart)`,
    })),
);
/** Its second screw, if the part is turned on its first until the two holes meet: at most three pairs of holes. */
const screws = computed(() =>
  listSecondScrews(assembly.value, props.itemId)
    .slice(0, 3)
    .map((s) => {
      const turned = s.byDeg === 0 ? '' : `, turned by ${sayDeg(Math.abs(s.byDeg))}`;
      return {
        key: `${s.a.mount} ${s.b.mount}`,
        edit: createScrewEdit(bench.setupId, s, createId()),
        label: `Also screw ${bench.names!.mount(s.a.item, s.a.mount)} into ${bench.names!.mount(s.b.item, s.b.mount)}${turned}`,
      };
    }),
);
const braceWords = {
  'second-screw': 'Second screw into',
  rods: 'Rods through the clamp of',
  support: 'Support',
  stop: 'Stop against',
} as const;

const bracedWords = {
  'second-screw': 'also screwed to',
  rods: 'rods through',
  support: 'braced against',
  stop: 'braced against',
  strap: 'other end tied to',
} as const;

function setPlay(playMm: number | undefined): void {
  const { joint: now } = joint.value!;
  bench.apply({ type: 'set-play', ...at.value, playMm: playMm ?? 0, playDeg: now.playDeg ?? 0 });
}

function setMass(massG: number | undefined): void {
  const { measuredMassG: _, massFrom: __, ...item } = placed.value.item;
  bench.apply({
    type: 'set-item',
    item: massG === undefined ? item : { ...item, measuredMassG: massG },
  });
}
</script>

<template>
  <PanelFrame
    :over="part.maker ?? 'own part'"
    :title="bench.names!.item(itemId)"
    back
    @back="bench.select(undefined)"
  >
    <p class="text-faint mt-1 text-xs">
      {{ part.massG === undefined ? 'mass not known' : sayG(part.massG) }} ·
      {{ part.price ? sayMoney(part.price) : 'no price' }} ·
      {{ placed.item.owned ? 'owned' : 'to buy' }}
    </p>
    <p v-if="part.note" class="mt-2 text-sm">{{ part.note }}</p>

    <FindingItems
      v-if="findings.length > 0"
      class="border-line mt-3 border-y"
      :findings="findings"
    />

    <section v-if="joint" class="mt-4">
      <h3 class="font-serif text-base">How it is held</h3>
      <p>{{ sayJoint(joint) }}</p>
      <p class="text-faint text-xs">{{ sayFastening(joint) }}</p>
      <p class="text-faint text-xs">
        {{ joint.childMount.name ?? sayMount(joint.childMount) }} on
        {{ bench.names!.mount(joint.parent, joint.parentMount.id) }} of
        <button type="button" class="underline" @click="bench.select(joint.parent)">
          {{ bench.names!.item(joint.parent) }}
        </button>
      </p>

      <div v-if="joint.slide && joint.slide.fromMm <= joint.slide.toMm" class="rule mt-2 pt-2">
        <SlideField
          label="Stands at"
          slider="Slide along the rail"
          unit="mm"
          :min="notches!.fromMm"
          :max="notches!.toMm"
          :step="measureSlideStepMm(joint.slide)"
          :disabled="bench.readOnly"
          :model-value="joint.joint.slideMm"
          data-testid="slide"
          @update:model-value="(mm) => bench.apply(slideTo(mm))"
          @try="(mm) => bench.tryOut(slideTo(mm))"
          @keep="bench.keep()"
        />
        <p class="text-faint flex justify-between text-xs">
          <span>{{ sayMm(notches!.fromMm) }}</span><span>{{ sayMm(notches!.toMm) }}</span>
        </p>
      </div>

      <ChoiceField
        v-if="turns.length > 1"
        class="rule mt-2 pt-2"
        label="Turned to"
        :options="turnChoices"
        :disabled="bench.readOnly"
        :model-value="turnNow"
        @update:model-value="(turnDeg) => bench.apply({ type: 'turn', ...at, turnDeg })"
      />

      <SlideField
        v-if="joint.mate.state === 'mates' && joint.mate.as === 'rod-15-single'"
        class="rule mt-2 pt-2"
        label="Rolled round its rod"
        unit="°"
        :min="-180"
        :max="180"
        :step="1"
        :model-value="joint.joint.rollDeg ?? 0"
        :disabled="bench.readOnly"
        @update:model-value="(rollDeg) => bench.apply({ type: 'roll', ...at, rollDeg })"
        @try="(rollDeg) => bench.tryOut({ type: 'roll', ...at, rollDeg })"
        @keep="bench.keep()"
      />

      <template v-if="isScrew && joint.mate.state === 'mates'">
        <FigureField
          v-if="screw?.thread?.exchangeable"
          class="rule mt-2 pt-2"
          label="Screw in use"
          filled
          unit="mm"
          :min="1"
          :max="60"
          :disabled="bench.readOnly"
          :model-value="joint.joint.screwMm ?? screw.thread.lengthMm"
          @update:model-value="
            (v) => v !== undefined && bench.apply({ type: 'set-screw', ...at, screwMm: v })
          "
        />
        <FigureField
          class="rule mt-2 pt-2"
          label="Washers or pads between"
          unit="mm"
          :min="0"
          :max="100"
          :disabled="bench.readOnly"
          :model-value="joint.joint.spacerMm ?? 0"
          @update:model-value="(v) => bench.apply({ type: 'set-spacer', ...at, spacerMm: v ?? 0 })"
        />
      </template>
      <SlipWorking v-if="slip" class="mt-2" :slip="slip" />
      <FigureField
        v-if="joint.mate.state === 'mates'"
        class="rule mt-2 pt-2"
        label="Play you feel"
        unit="mm"
        :min="0"
        :max="20"
        :disabled="bench.readOnly"
        :model-value="joint.joint.playMm ?? 0"
        @update:model-value="setPlay"
      />
      <ul
        v-if="braces.length + offered.length + screws.length > 0"
        class="rule mt-2 pt-2"
        aria-label="Braces"
      >
        <li
          v-for="b in braces"
          :key="b.id"
          class="flex items-baseline justify-between gap-2 text-xs"
        >
          <span
            >{{ bracedWords[b.kind] }}
            {{ bench.names!.item(b.a.item === itemId ? b.b.item : b.a.item) }}</span
          >
          <AppButton
            v-if="!bench.readOnly"
            small
            look="quiet"
            @click="bench.apply({ type: 'remove-brace', setupId: bench.setupId, braceId: b.id })"
            >Take away</AppButton
          >
        </li>
        <template v-if="!bench.readOnly">
          <li v-for="s in screws" :key="s.key" class="text-xs">
            <AppButton small @click="bench.apply(s.edit)">{{ s.label }}</AppButton>
          </li>
        </template>
        <template v-if="!bench.readOnly && braces.length === 0">
          <li v-for="o in offered" :key="o.key" class="text-xs">
            <AppButton
              small
              @click="
                bench.apply({
                  type: 'add-brace',
                  setupId: bench.setupId,
                  brace: { id: createId(), kind: o.kind, a: o.a, b: o.b },
                })
              "
              >{{ o.label }}</AppButton
            >
          </li>
        </template>
      </ul>
    </section>

    <section v-if="part.movements?.length" class="mt-4">
      <h3 class="font-serif text-base">How it stands</h3>
      <div v-if="part.poses?.length && !bench.readOnly" class="mt-1 flex flex-wrap gap-1">
        <AppButton v-for="pose in part.poses" :key="pose.id" small @click="setPose(pose)">{{
          pose.name
        }}</AppButton>
      </div>
      <div v-for="m in part.movements" :key="m.id" class="rule mt-1 pt-1">
        <SlideField
          :label="m.name"
          :unit="m.type === 'turn' ? '°' : 'mm'"
          :min="m.from"
          :max="m.to"
          :step="m.step ?? (m.type === 'turn' ? 5 : 1)"
          :disabled="bench.readOnly"
          :model-value="standing[m.id] ?? m.rest"
          @update:model-value="(v) => bench.apply(stanceAt(m.id, v))"
          @try="(v) => bench.tryOut(stanceAt(m.id, v))"
          @keep="bench.keep()"
        />
        <p v-if="freeWays.has(m.id)" class="text-faint text-xs">{{ freeWays.get(m.id) }}</p>
      </div>
    </section>

    <section class="mt-4">
      <h3 class="font-serif text-base">On the scale</h3>
      <FigureField
        label="Weighed"
        unit="g"
        placeholder="not yet"
        :min="0.1"
        :max="100000"
        :disabled="bench.readOnly"
        :model-value="placed.item.measuredMassG"
        @update:model-value="setMass"
      />
      <p class="text-faint mt-1 text-xs">What you weigh counts before the maker's figure.</p>
    </section>

    <section v-if="free.length > 0" class="mt-4">
      <h3 class="font-serif text-base">Free mounts</h3>
      <ul class="mt-1">
        <li v-for="m in free" :key="m.id">
          <button
            type="button"
            class="hover:bg-shade rule flex w-full items-baseline justify-between gap-2 py-1 text-left disabled:hover:bg-transparent"
            :disabled="bench.readOnly"
            @click="bench.askMount(itemId, m.id)"
          >
            <span>{{ bench.names!.mount(itemId, m.id) }}</span><span class="text-faint text-xs">{{
              sayRoom(m)
            }}</span>
          </button>
        </li>
      </ul>
    </section>

    <div v-if="joint && !bench.readOnly" class="rule mt-5 flex flex-wrap gap-2 pt-3">
      <AppButton @click="bench.panel = { kind: 'move', itemId }">Move it …</AppButton>
      <AppButton @click="bench.askReplacement(itemId)">Replace it …</AppButton>
      <AppButton
        look="danger"
        @click="bench.apply({ type: 'remove-item', setupId: bench.setupId, itemId })"
      >
        Take it off{{
          carried > 0 ? `, with ${carried} ${carried === 1 ? 'part' : 'parts'} on it` : ''
        }}
      </AppButton>
    </div>
  </PanelFrame>
</template>

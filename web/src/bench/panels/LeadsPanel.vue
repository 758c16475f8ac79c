<script setup lang="ts">
import {
  drawPortToPort,
  hasTrait,
  isMountFull,
  sayConnector,
  sayList,
  sayMm,
  sayNumber,
  type LeadBetween,
  type MountKind,
  type MountRef,
  type Part,
  type Port,
} from '@zucchini/core';
import { computed, ref } from 'vue';
import ChoiceField from '../../form/ChoiceField.vue';
import AppButton from '../../shared/AppButton.vue';
import { announce } from '../../shared/announce';
import { useBench } from '../../desk/benchStore';
import { createId } from '../../shared/createId';
import { useFittingLeads } from '../candidates/useFittingLeads';
import { useWorstLeads } from '../candidates/useWorstLeads';
import PanelFrame from './PanelFrame.vue';

/** The planned leads with their ways, and a lead between any two ports. */
const tieKinds: readonly MountKind[] = [
  'quarter-20',
  'three-eighths-16',
  'cold-shoe',
  'nato-rail',
  'strap-lug',
  'rod-15-single',
  'rod-15-pair',
];
const bench = useBench();
const from = ref('');
const to = ref('');
const lead = ref('');

const {
  found: worst,
  state: worstState,
  trouble: worstTrouble,
  look: lookAtWorst,
} = useWorstLeads();

/** "≈ 420 mm with “tilt” of Tern at 90°", or that nothing between its ends asks for more. */
function sayWorst(runId: string): string | undefined {
  const one = worst.value?.get(runId);
  if (!one) return undefined;
  if (one.stances.length === 0) return 'nothing that moves between its ends asks for more';
  const stances = one.stances.map(
    ({ itemId, movementId, value }) =>
      `“${bench.names!.movement(itemId, movementId)}” of ${bench.names!.item(itemId)} at ${sayNumber(value)}${bench.names!.movementUnit(itemId, movementId) === 'mm' ? ' mm' : '°'}`,
  );
  return `at its worst ≈ ${sayMm(Math.round(one.neededMm))}, with ${sayList(stances)}`;
}

const runs = computed(() => {
  const ways = new Map((bench.report!.fit.solidity?.leadWays ?? []).map((w) => [w.lead.run.id, w]));
  return (bench.setup!.cables ?? []).map((run) => {
    const way = ways.get(run.id);
    return {
      id: run.id,
      name: bench.names!.item(run.item),
      from: `${bench.names!.port(run.from.item, run.from.port)} of ${bench.names!.item(run.from.item)}`,
      to: `${bench.names!.port(run.to.item, run.to.port)} of ${bench.names!.item(run.to.item)}`,
      length: way?.lead.relaxedMm,
      stretches: way && way.lead.lengthMm !== way.lead.relaxedMm ? way.lead.lengthMm : undefined,
      needed: way?.neededMm,
      spare: way?.lead.relaxedMm === undefined ? undefined : way.lead.relaxedMm - way.neededMm,
      ties: run.ties ?? [],
    };
  });
});

/** Mounts that a lead can be tied at: holes, shoes, rails and lugs that are free, and what clamps have. */
const tieChoices = computed(() => {
  const { assembly } = bench.report!;
  return assembly.items.flatMap(({ item, part }) =>
    part.mounts
      .filter(
        (m) =>
          hasTrait(part, 'holds-leads') ||
          (tieKinds.includes(m.kind) && !isMountFull(assembly, item.id, m)),
      )
      .map((m) => [`${item.id} ${m.id}`, sayTie({ item: item.id, mount: m.id })] as const),
  );
});
const sayTie = (tie: MountRef) =>
  `${bench.names!.item(tie.item)}: ${bench.names!.mount(tie.item, tie.mount)}`;
/** Other leads that are tied at the same mount: they make one bundle from there. */
const sayBundle = (id: string, tie: MountRef): string => {
  const others = runs.value.filter(
    (r) => r.id !== id && r.ties.some((t) => t.item === tie.item && t.mount === tie.mount),
  );
  return others.length > 0 ? `, together with ${sayList(others.map((r) => r.name))}` : '';
};
function setTies(cableId: string, ties: readonly MountRef[]): void {
  bench.apply({ type: 'set-ties', setupId: bench.setupId, cableId, ties });
}
function addTie(cableId: string, ties: readonly MountRef[], key: string): void {
  const [item, mount] = key.split(' ') as [string, string];
  setTies(cableId, [...ties, { item, mount }]);
}

interface End {
  readonly key: string;
  readonly item: string;
  readonly port: Port;
  readonly name: string;
}

/** Its name, and which way it goes where the name does not say so. */
function sayPort(itemId: string, port: Port): string {
  const name = bench.names!.port(itemId, port.id);
  return new RegExp(`\\b${port.direction}$`, 'u').test(name) ? name : `${name}, ${port.direction}`;
}

const ends = computed<End[]>(() =>
  bench.report!.assembly.items.flatMap((p) =>
    (p.part.ports ?? [])
      .filter((port) => !['cell-contacts', 'plate-contacts'].includes(port.connector))
      .map((port) => ({
        key: `${p.item.id} ${port.id}`,
        item: p.item.id,
        port,
        name: `${bench.names!.item(p.item.id)}: ${sayPort(p.item.id, port)}`,
      })),
  ),
);
const chosen = computed(() => ({
  from: ends.value.find((e) => e.key === from.value),
  to: ends.value.find((e) => e.key === to.value),
}));

const portChoices = computed(() => ends.value.map((e) => [e.key, e.name] as const));

const straight = computed(() => {
  const { from: a, to: b } = chosen.value;
  if (!a || !b) return 0;
  const line = drawPortToPort(
    bench.report!.assembly,
    bench.view,
    { item: a.item, port: a.port.id },
    { item: b.item, port: b.port.id },
  );
  return line?.mm ?? 0;
});

const { found, trouble } = useFittingLeads(() => {
  const { from: a, to: b } = chosen.value;
  return (
    a && b && { from: { item: a.item, port: a.port.id }, to: { item: b.item, port: b.port.id } }
  );
});
const reachWords: Readonly<Record<LeadBetween['reach'], string>> = {
  does: 'as long as its way',
  loose: 'hangs loose',
  short: 'too short',
  unknown: '',
};
/** Which way an elbow leaves its socket. */
const elbowWords = { up: 'upward', down: 'downward', left: 'to the left', right: 'to the right' };
const sayElbows = (part: Part): string[] =>
  (part.cable?.ends ?? []).flatMap((e) =>
    e.elbow ? [`${sayConnector(e.connector)} leaves ${elbowWords[e.elbow]}`] : [],
  );

const leads = computed(() => {
  const kit = new Set([...bench.rig!.kit, ...bench.drawer].map((i) => i.id));
  return (found.value ?? []).map((l) => ({
    item: l.item,
    key: l.item.id,
    name: kit.has(l.item.id) ? `${l.part.name} (in the kit)` : l.part.name,
    says: [reachWords[l.reach], ...sayElbows(l.part)].filter(Boolean).join(' · '),
  }));
});

function plug(): void {
  const { from: a, to: b } = chosen.value;
  const one = leads.value.find((l) => l.key === lead.value) ?? leads.value[0];
  if (!a || !b || !one) return;
  bench.apply({
    type: 'add-cable',
    setupId: bench.setupId,
    item: one.item,
    cable: {
      id: createId(),
      item: one.item.id,
      from: { item: a.item, port: a.port.id },
      to: { item: b.item, port: b.port.id },
    },
  });
  announce(`${one.name} plugged in`);
  from.value = to.value = lead.value = '';
}

function unplug(id: string): void {
  bench.apply({ type: 'remove-cable', setupId: bench.setupId, cableId: id });
  announce('Unplugged; Z brings it back');
}
</script>

<template>
  <PanelFrame over="Leads" title="What is plugged into what?" back @back="bench.select(undefined)">
    <ul v-if="runs.length > 0" class="mt-3" aria-label="Planned leads">
      <li v-for="r in runs" :key="r.id" class="rule py-2">
        <span class="block font-serif">{{ r.name }}</span>
        <span class="text-faint block text-xs">{{ r.from }} → {{ r.to }}</span>
        <span
          v-if="r.needed !== undefined && r.length !== undefined"
          class="block text-xs tabular-nums"
        >
          {{ sayMm(r.length) }} long{{ r.stretches ? `, drawn out ${sayMm(r.stretches)}` : '' }};
          its way takes ≈ {{ sayMm(Math.round(r.needed)) }}
        </span>
        <span v-if="r.spare !== undefined && r.spare > 20" class="block text-xs tabular-nums"
          >{{ sayMm(Math.round(r.spare)) }} of it to be stowed</span
        >
        <span v-if="sayWorst(r.id)" class="block text-xs tabular-nums">{{ sayWorst(r.id) }}</span>
        <span
          v-for="(tie, i) in r.ties"
          :key="`${tie.item} ${tie.mount}`"
          class="flex items-baseline justify-between gap-2 text-xs"
        >
          <span>tied at {{ sayTie(tie) }}{{ sayBundle(r.id, tie) }}</span>
          <AppButton
            v-if="!bench.readOnly"
            small
            look="quiet"
            :aria-label="`Untie ${r.name} at ${sayTie(tie)}`"
            @click="
              setTies(
                r.id,
                r.ties.filter((_, k) => k !== i),
              )
            "
            >Untie</AppButton
          >
        </span>
        <ChoiceField
          v-if="!bench.readOnly && tieChoices.length > 0"
          class="mt-1"
          label="Tie it at"
          small
          placeholder="a mount on its way"
          :options="tieChoices"
          model-value=""
          @update:model-value="(key) => addTie(r.id, r.ties, key)"
        />
        <AppButton v-if="!bench.readOnly" class="mt-1" small @click="unplug(r.id)"
          >Unplug</AppButton
        >
      </li>
    </ul>
    <p v-else class="text-faint mt-3">No lead is planned in this setup.</p>
    <AppButton
      v-if="runs.length > 0 && !worst"
      class="mt-2"
      small
      :disabled="worstState === 'working'"
      @click="lookAtWorst"
      >{{
        worstState === 'working' ? 'moving everything …' : 'How long at the worst stance?'
      }}</AppButton
    >
    <p v-if="worstState === 'failed'" class="text-tomato mt-1 text-xs" role="alert">
      {{ worstTrouble }}
    </p>

    <section v-if="!bench.readOnly" class="mt-5">
      <h3 class="font-serif text-base">Plan a lead</h3>
      <ChoiceField
        v-model="from"
        class="mt-1"
        label="From port"
        labelled="above"
        placeholder="choose a port"
        :options="portChoices"
      />
      <ChoiceField
        v-model="to"
        class="mt-1"
        label="To port"
        labelled="above"
        placeholder="choose a port"
        :options="portChoices"
      />
      <template v-if="chosen.from && chosen.to">
        <p class="text-faint mt-2 text-xs tabular-nums">
          Straight from port to port: {{ sayMm(straight)
          }}{{
            found?.[0]?.neededMm === undefined
              ? ''
              : `; the way of a lead takes ≈ ${sayMm(Math.round(found[0].neededMm))}`
          }}
        </p>
        <ChoiceField
          v-if="leads.length > 0"
          class="mt-1"
          label="Lead"
          labelled="above"
          :options="leads.map((l) => [l.key, l.says ? `${l.name}: ${l.says}` : l.name])"
          :model-value="lead || leads[0]!.key"
          @update:model-value="(key) => (lead = key)"
        />
        <p v-else-if="trouble" class="text-tomato mt-2 text-xs" role="alert">{{ trouble }}</p>
        <p v-else-if="!found" class="text-faint mt-2 text-xs" role="status">looking for leads …</p>
        <p v-else class="text-tomato mt-2 text-xs" role="status">
          No lead in the catalogue has these two plugs.
        </p>
        <AppButton v-if="leads.length > 0" class="mt-2" look="main" @click="plug"
          >Plug it in</AppButton
        >
      </template>
    </section>
    <p class="text-faint mt-5 text-xs">
      Power before picture: power leads first, then power on, then the screen, the picture lead
      last; the other way round to take it down.
    </p>
  </PanelFrame>
</template>

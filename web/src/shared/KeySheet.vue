<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import AppButton from './AppButton.vue';

defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: [] }>();

const keys: readonly (readonly [string, string])[] = [
  ['1 … 6', 'open a question'],
  ['← →', 'walk round the rig'],
  ['↑ ↓', 'look from the top, from underneath'],
  ['/', 'search: free mounts, or parts once a mount is chosen'],
  ['F', 'free mounts of the chosen part'],
  ['W', 'what the job needs: from a need to a part'],
  ['B', 'the brief: what the job is'],
  ['R', 'what could stand in place of the chosen part'],
  ['C', 'leads: what is plugged into what'],
  ['D', 'sizes in the drawing'],
  ['K', 'spaces to keep clear in the drawing'],
  ['S', 'the solid beside the drawing'],
  ['G', 'the wiring below the drawing: what gives, what takes'],
  [', .', 'slide the chosen part by 1 mm; in a change, the step before, the next'],
  ['Shift + , .', 'slide it by 10 mm'],
  ['T', 'turn it to its next step'],
  ['M', 'move it to another mount'],
  ['Delete', 'take it off, with what it carries'],
  ['[ ]', 'choose the part before, the part after'],
  ['Z', 'undo'],
  ['Shift + Z', 'redo'],
  ['N', 'night, day'],
  ['Esc', 'back to the open question'],
  ['?', 'this sheet'],
];
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="emit('close')">
    <div class="bg-ink/30 fixed inset-0" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel
        class="bg-sheet border-ink/40 max-h-[94vh] w-full max-w-lg overflow-y-auto border p-6"
      >
        <DialogTitle class="font-serif text-xl">Keys</DialogTitle>
        <table class="mt-3 w-full">
          <tbody>
            <tr v-for="[key, does] in keys" :key="key" class="rule">
              <th scope="row" class="w-32 py-0.5 text-left font-medium whitespace-nowrap">
                {{ key }}
              </th>
              <td class="py-0.5">{{ does }}</td>
            </tr>
          </tbody>
        </table>
        <p class="text-faint mt-3 text-xs">
          Tab reaches every control; inside the stack the arrow keys move from part to part.
        </p>
        <div class="mt-4 text-right"><AppButton @click="emit('close')">Close</AppButton></div>
      </DialogPanel>
    </div>
  </Dialog>
</template>

<script setup lang="ts">
import { useFloorView } from './floorView'

/** Which layers lie over the drawing. */
const view = useFloorView()
const water = defineModel<boolean>('water', { required: true })
const reach = defineModel<boolean>('reach', { required: true })
const others = defineModel<boolean>('others', { required: true })
const layers = [
  { name: 'Water', isOn: water },
  { name: 'Reach', isOn: reach },
  { name: 'Other storeys', isOn: others, needsStoreys: true },
]
</script>

<template>
  <div role="group" aria-label="Layers" class="border-rule flex gap-px rounded-sm border p-0.5">
    <template v-for="{ name, isOn, needsStoreys } in layers" :key="name">
      <button
        v-if="!needsStoreys || view.storeys.length > 1"
        type="button"
        class="rounded-xs px-3 py-1 whitespace-nowrap"
        :class="isOn.value ? 'bg-moss text-on-moss font-semibold' : 'hover:bg-moss-wash'"
        :aria-pressed="isOn.value"
        @click="isOn.value = !isOn.value"
      >
        {{ name }}
      </button>
    </template>
  </div>
</template>

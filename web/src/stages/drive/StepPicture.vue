<script setup lang="ts">
import { computed } from 'vue'
import { stepPictures, type Look } from './stepPictures'

/** What a step of mounting is about, as a drawing beside its words. */
const props = defineProps<{ step: string }>()
const picture = computed(() => stepPictures[props.step])

const looks: Record<Look, string> = {
  pipe: 'stroke-ink fill-none',
  part: 'stroke-ink fill-paper',
  act: 'stroke-moss fill-moss-wash',
  move: 'stroke-moss fill-none',
  faint: 'stroke-faded fill-none',
  water: 'stroke-river fill-none',
  danger: 'stroke-clay fill-none',
}
const widths: Partial<Record<Look, number>> = { act: 2, move: 2, danger: 2.2, faint: 1.2 }
</script>

<template>
  <svg
    v-if="picture"
    viewBox="0 0 120 76"
    class="w-[90px] sm:w-[120px]"
    stroke-linejoin="round"
    stroke-linecap="round"
    aria-hidden="true"
  >
    <path
      v-for="([look, d], i) in picture"
      :key="i"
      :d="d"
      :class="looks[look]"
      :stroke-width="widths[look] ?? 1.5"
      :stroke-dasharray="look === 'faint' ? '4 3' : undefined"
    />
  </svg>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import type { Pipe } from '@/api/types'
import facts from '@/api/wordFacts.json'
import { usePreferences } from '@/site/preferences'

/** The sizes that pipes of its material are sold in, pressed rather than typed. */
const props = defineProps<{ pipe: Pipe; apply: (boreM: number) => Promise<void> }>()
const preferences = usePreferences()

interface Size {
  outsideM: number
  wallM: number
  boreM: number
  inchName?: string
}
const all = facts.pipes as Partial<Record<Pipe['material'], Size[]>>
const sizes = computed(() => {
  const ofMaterial = all[props.pipe.material] ?? []
  const isInch = preferences.system === 'us'
  return ofMaterial
    .filter((s) => (s.inchName !== undefined) === isInch)
    .map((s) => ({
      boreM: s.boreM,
      name:
        s.inchName ?? `${Number((s.outsideM * 1000).toFixed(1))} × ${Number((s.wallM * 1000).toFixed(1))}`,
    }))
})
</script>

<template>
  <div v-if="sizes.length" class="flex flex-wrap items-center gap-1" role="group" aria-label="Bore by size">
    <span class="text-faded mr-1 text-[13px]">Bore by its size</span>
    <button
      v-for="size in sizes"
      :key="size.name"
      type="button"
      class="border-rule hover:bg-moss-wash figures rounded-sm border px-2 py-0.5 max-md:min-h-11"
      :class="{ 'bg-moss-wash font-bold': pipe.boreM === size.boreM }"
      :aria-pressed="pipe.boreM === size.boreM"
      @click="apply(size.boreM)"
    >
      {{ size.name }}
    </button>
  </div>
</template>

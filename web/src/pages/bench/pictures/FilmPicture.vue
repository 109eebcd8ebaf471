<script setup lang="ts">
import { computed } from 'vue'
import { usePreferences } from '@/site/preferences'
import { show } from '@/ui/units'

/** The puddle from above, as the walls let it spread, and its film from the side, many times as thick. */
const props = defineProps<{
  values: { position: string; distanceM: number }
  result: { filmM: number }
}>()

const preferences = usePreferences()
const R = 78
const leak = computed(
  () =>
    ({ open: { x: 110, y: 100 }, wall: { x: 110, y: 22 }, corner: { x: 32, y: 22 } })[
      props.values.position
    ] ?? { x: 110, y: 100 },
)
const thick = computed(() => props.result.filmM * 9000)
</script>

<template>
  <svg
    viewBox="0 0 420 210"
    class="w-full"
    role="img"
    aria-label="The puddle from above, and its film from the side"
  >
    <clipPath id="film-room"><rect x="32" y="22" width="180" height="170" /></clipPath>
    <g clip-path="url(#film-room)">
      <circle :cx="leak.x" :cy="leak.y" :r="R" class="fill-river/40" />
    </g>
    <path
      :d="values.position === 'corner' ? 'M212 22H32V192' : values.position === 'wall' ? 'M14 22H206' : ''"
      class="stroke-ink"
      fill="none"
      stroke-width="5"
    />
    <circle :cx="leak.x" :cy="leak.y" r="4" class="fill-ink" />
    <path :d="`M${leak.x} ${leak.y}l${R * 0.7071} ${R * 0.7071}`" class="stroke-ink" stroke-dasharray="3 3" />
    <rect
      :x="leak.x + R * 0.7071 - 7"
      :y="leak.y + R * 0.7071 - 7"
      width="14"
      height="14"
      rx="7"
      class="fill-moss"
    />
    <text :x="leak.x + 40" :y="leak.y + 28" class="figures fill-ink text-[13px] font-bold">
      {{ show('length', values.distanceM, preferences.system) }}
    </text>
    <path d="M250 170H410" class="stroke-ink" stroke-width="3" />
    <path :d="`M262 168q4 ${-thick} 16 ${-thick}H382q12 0 16 ${thick}z`" class="fill-river/50" />
    <text x="330" :y="158 - thick" text-anchor="middle" class="figures fill-ink text-[13px] font-bold">
      {{ show('smallLength', result.filmM, preferences.system) }}
    </text>
  </svg>
</template>

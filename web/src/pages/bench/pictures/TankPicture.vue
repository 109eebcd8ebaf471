<script setup lang="ts">
import { computed } from 'vue'
import { usePreferences } from '@/site/preferences'
import { show } from '@/ui/units'

/** A tank with the water that its air pushes out. */
const props = defineProps<{
  values: { tankM3: number; pipeLengthM: number }
  result: { tankM3: number; pipeM3: number }
}>()

const preferences = usePreferences()
const share = computed(() => (props.values.tankM3 > 0 ? props.result.tankM3 / props.values.tankM3 : 0))
</script>

<template>
  <svg
    viewBox="0 0 420 190"
    class="w-full"
    role="img"
    aria-label="The tank and the pipe, with what they give"
  >
    <g v-if="values.tankM3 > 0">
      <rect x="40" :y="18 + 130 * (1 - share)" width="96" :height="130 * share" class="fill-river/50" />
      <rect x="40" y="18" width="96" height="130" rx="22" class="stroke-ink" fill="none" stroke-width="3" />
      <text x="88" :y="18 + 65 * (1 - share) + 5" text-anchor="middle" class="fill-faded text-[13px]">
        air
      </text>
      <text
        x="88"
        :y="148 - 65 * share + 5"
        text-anchor="middle"
        class="figures fill-ink text-[13px] font-bold"
      >
        {{ show('volume', result.tankM3, preferences.system) }}
      </text>
      <path d="M88 148v22h100" class="stroke-ink" fill="none" stroke-width="3" />
    </g>
    <path d="M190 164H390M190 176H390" class="stroke-ink" stroke-width="2.5" />
    <rect x="190" y="166" width="200" height="8" class="fill-river/50" />
    <text x="290" y="154" text-anchor="middle" class="figures fill-ink text-[13px] font-bold">
      {{ show('length', values.pipeLengthM, preferences.system) }} ·
      {{ show('volume', result.pipeM3, preferences.system) }}
    </text>
  </svg>
</template>

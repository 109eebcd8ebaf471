<script setup lang="ts">
import { computed } from 'vue'

/** A pipe with its hole to scale, and a jet as long as its flow. */
const props = defineProps<{
  values: { pipeBoreM: number; holeM: number }
  result: { flowM3PerS: number }
}>()

const BORE = 64
const hole = computed(() => Math.min(BORE, (props.values.holeM / props.values.pipeBoreM) * BORE))
const reach = computed(() => Math.min(190, 40 + 6000 * Math.sqrt(props.result.flowM3PerS) * 1.2))
const mid = 60
</script>

<template>
  <svg viewBox="0 0 420 170" class="w-full" role="img" aria-label="The pipe, its hole to scale, and the jet">
    <rect x="0" :y="mid - BORE / 2" width="190" :height="BORE" class="fill-river/30" />
    <path
      :d="`M0 ${mid - BORE / 2}H190V${mid - hole / 2}M0 ${mid + BORE / 2}H190V${mid + hole / 2}`"
      class="stroke-ink"
      fill="none"
      stroke-width="3"
    />
    <path
      :d="`M190 ${mid - hole / 2}Q${190 + reach * 0.7} ${mid - hole / 2} ${190 + reach} ${mid + 92}H${190 + reach - hole * 0.7 - 4}Q${190 + reach * 0.55} ${mid + hole / 2} 190 ${mid + hole / 2}z`"
      class="fill-river/70"
    />
    <path d="M0 153H420" class="stroke-faded" stroke-width="2" />
  </svg>
</template>

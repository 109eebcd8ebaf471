<script setup lang="ts">
import { computed } from 'vue'
import type { Assessment, MainValve } from '@/api/types'
import { usePreferences } from '@/plan/preferences'
import { show } from '@/ui/units'

/** The valve seen along its stem, with the scale on the handle: the arm drawn as measured, up to the paper's edge. */
const props = defineProps<{ main: MainValve; verdict?: Assessment['drive'] }>()

const preferences = usePreferences()

const WIDTH_M = 0.26
const PIXELS = 250
const STEM = { x: 40, y: 96 }

const reading = computed(() => props.main.pullToClose ?? props.main.pullToOpen)
const arm = computed(() =>
  Math.min(PIXELS - 62, Math.max(40, ((reading.value?.armM ?? 0.12) / WIDTH_M) * PIXELS)),
)
const text = computed(() =>
  reading.value
    ? {
        arm: show('smallLength', reading.value.armM, preferences.system),
        pull: show('force', reading.value.pullN, preferences.system),
      }
    : { arm: 'arm?', pull: 'pull?' },
)
</script>

<template>
  <figure>
    <svg
      viewBox="0 24 250 130"
      class="w-full max-w-80"
      role="img"
      aria-label="The handle seen along the stem, with the pull and its arm"
    >
      <!-- pipe and body -->
      <path d="M0 82h250M0 110h250" class="stroke-rule" stroke-width="2" />
      <rect x="14" y="74" width="52" height="44" rx="6" class="fill-paper stroke-ink" stroke-width="1.6" />
      <!-- handle, open along the pipe -->
      <path
        :d="`M${STEM.x} ${STEM.y - 6}h${arm + 12}a6 6 0 0 1 0 12h-${arm + 12}z`"
        class="fill-moss-wash stroke-ink"
        stroke-width="1.6"
      />
      <circle :cx="STEM.x" :cy="STEM.y" r="8" class="fill-sheet stroke-ink" stroke-width="1.6" />
      <path
        :d="`M${STEM.x - 4} ${STEM.y - 4}v8M${STEM.x + 4} ${STEM.y - 4}v8`"
        class="stroke-ink"
        stroke-width="1.4"
      />
      <!-- pull, square to the handle -->
      <g class="stroke-clay fill-clay">
        <path :d="`M${STEM.x + arm} ${STEM.y}v46`" stroke-width="2" />
        <path :d="`M${STEM.x + arm - 5} ${STEM.y + 40}h10l-5 10z`" stroke="none" />
      </g>
      <text
        :x="STEM.x + arm - 9"
        :y="STEM.y + 46"
        text-anchor="end"
        class="figures fill-ink text-[13px] font-bold"
      >
        {{ text.pull }}
      </text>
      <!-- the arm -->
      <g class="stroke-faded">
        <path :d="`M${STEM.x} ${STEM.y - 14}v-44M${STEM.x + arm} ${STEM.y - 12}v-46`" stroke-width="1" />
        <path :d="`M${STEM.x} ${STEM.y - 50}h${arm}`" stroke-width="1.2" />
        <path
          :d="`M${STEM.x - 4} ${STEM.y - 46}l8 -8M${STEM.x + arm - 4} ${STEM.y - 46}l8 -8`"
          stroke-width="1.6"
        />
      </g>
      <text
        :x="STEM.x + arm / 2"
        :y="STEM.y - 56"
        text-anchor="middle"
        class="figures fill-ink text-[13px] font-bold"
      >
        {{ text.arm }}
      </text>
    </svg>
    <figcaption v-if="verdict?.breakawayNm != null" class="text-[13.5px]">
      Breakaway
      <span class="figures font-bold">{{ show('torque', verdict.breakawayNm, preferences.system) }}</span>
      <span class="text-faded">, {{ verdict.basis }}</span>
    </figcaption>
    <figcaption v-else class="text-faded text-[13.5px]">
      No pull read, and no size to estimate from.
    </figcaption>
  </figure>
</template>

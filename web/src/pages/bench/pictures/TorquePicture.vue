<script setup lang="ts">
import { computed } from 'vue'
import type { DriveVerdict } from '@/api/types'
import TorqueBar from '@/ui/TorqueBar.vue'

const props = defineProps<{ values: object; result: Omit<DriveVerdict, 'findings' | 'basis'> }>()

const verdict = computed(() => ({ ...props.result, basis: 'measured' as const }))
</script>

<template>
  <TorqueBar :verdict="verdict" without-figure />
</template>

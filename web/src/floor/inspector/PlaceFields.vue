<script setup lang="ts">
import { computed } from 'vue'
import type { DrawnPlace } from '@/api/types'
import MeasureField from '@/ui/MeasureField.vue'
import ChoiceField from '@/ui/ChoiceField.vue'
import { one } from '@/ui/measured'
import { useFloorView } from '../floorView'
import PointFields from './PointFields.vue'

/** Where a device hangs: storey, place and height. */
defineProps<{
  place: DrawnPlace
  apply: (what: string, change: (place: DrawnPlace) => void) => Promise<void>
  pointer: string
}>()
const view = useFloorView()
const storeys = computed(() => view.storeys.map((s) => ({ value: s.id, label: s.name })))
</script>

<template>
  <PointFields
    :at="place.at"
    :apply="(key, value) => apply(key, (p) => void (p.at[key] = value))"
    :pointer="`${pointer}/at`"
  />
  <MeasureField
    label="Above the floor"
    kind="length"
    :values="one(place.heightM)"
    :apply="(v) => apply('height', (p) => void (p.heightM = v?.[0] ?? null))"
    :pointer="`${pointer}/heightM`"
  />
  <ChoiceField
    v-if="storeys.length > 1"
    label="Storey"
    :value="place.storeyId"
    :choices="storeys"
    :apply="(id) => apply('storey', (p) => void (p.storeyId = id))"
  />
</template>

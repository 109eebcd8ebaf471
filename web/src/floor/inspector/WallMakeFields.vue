<script setup lang="ts">
import type { WallMake } from '@/api/types'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import type { Choice } from '@/ui/words'

/** What a wall is made of and how thick it is. */
const props = defineProps<{
  label: string
  make: WallMake | null | undefined
  apply: (make: WallMake | null) => Promise<void>
  required?: boolean
}>()

type Material = WallMake['material']
const materials: Choice<Material>[] = [
  { value: 'brick', label: 'Brick' },
  { value: 'concrete', label: 'Concrete' },
  { value: 'plasterboard', label: 'Plasterboard' },
  { value: 'wood', label: 'Wood' },
  { value: 'chipboard', label: 'Chipboard' },
  { value: 'glass', label: 'Glass' },
  { value: 'metal', label: 'Metal' },
]
const choices: Choice<Material | null>[] = props.required
  ? materials
  : [{ value: null, label: 'Not looked at yet' }, ...materials]

const setMaterial = (material: Material | null) =>
  props.apply(material ? { material, thicknessM: props.make?.thicknessM ?? null } : null)
const setThickness = (values: number[] | null) =>
  props.apply({ material: props.make!.material, thicknessM: values?.[0] ?? null })
</script>

<template>
  <ChoiceField
    :class="{ 'col-span-2': !make }"
    :label="label"
    :value="make?.material ?? null"
    :choices="choices"
    :apply="setMaterial"
  />
  <MeasureField
    v-if="make"
    label="Thickness"
    kind="smallLength"
    :values="one(make.thicknessM)"
    :apply="setThickness"
  />
</template>

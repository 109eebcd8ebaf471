<script setup lang="ts">
import { computed } from 'vue'
import { useSelectedMain } from '@/site/selectedMain'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import SwitchField from '@/ui/SwitchField.vue'
import { directions, obstacleKinds } from '@/ui/choices/valve'

/** What stands in the way of a drive, and how far. */
const { main, at, edit } = useSelectedMain()
const obstacles = computed(() => main.value.obstacles ?? [])

type Obstacle = (typeof obstacles.value)[number]

const set = (index: number, what: string, change: (obstacle: Obstacle) => void) =>
  edit(`obstacle ${index} ${what}`, (draft) => change(draft.obstacles[index]!))
const add = () =>
  edit('obstacle added', (draft) => {
    draft.obstacles = [...draft.obstacles, { kind: 'wall', towards: 'overTheHandle', distanceM: null }]
    draft.nothingInTheWay = false
  })
const remove = (index: number) => edit('obstacle removed', (draft) => void draft.obstacles.splice(index, 1))
</script>

<template>
  <SwitchField
    v-if="obstacles.length === 0"
    class="mb-3"
    label="Looked round: nothing is in the way"
    :value="main.nothingInTheWay ?? false"
    :apply="(on) => edit('nothing in the way', (draft) => void (draft.nothingInTheWay = on))"
  />
  <ul class="mb-3 space-y-3">
    <li
      v-for="(obstacle, i) in obstacles"
      :key="i"
      class="border-rule grid gap-x-4 gap-y-2 border-b pb-3 sm:grid-cols-[1fr_1.4fr_1fr_auto]"
    >
      <ChoiceField
        label="What"
        :value="obstacle.kind"
        :choices="obstacleKinds"
        :apply="(kind) => set(i, 'kind', (o) => void (o.kind = kind))"
        :pointer="`${at}/obstacles/${i}/kind`"
      />
      <ChoiceField
        label="Where"
        :value="obstacle.towards"
        :choices="directions"
        :apply="(towards) => set(i, 'direction', (o) => void (o.towards = towards))"
        :pointer="`${at}/obstacles/${i}/towards`"
      />
      <MeasureField
        label="How far"
        kind="smallLength"
        :values="one(obstacle.distanceM)"
        :apply="(v) => set(i, 'distance', (o) => void (o.distanceM = v?.[0] ?? null))"
        :pointer="`${at}/obstacles/${i}/distanceM`"
      />
      <button type="button" class="act-quiet text-clay self-end" @click="remove(i)">Take out</button>
    </li>
  </ul>
  <button type="button" class="act" @click="add">Add something in the way</button>
</template>

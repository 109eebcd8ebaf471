<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { api, Refusal } from '@/api/client'
import type { HouseShape } from '@/api/types'
import { putHouse } from '@/site/commands/building'
import type { Command } from '@/site/commands/list'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { usePlaceWords } from './drawnThings'
import { fedPlan } from './fedPlan'
import { useFloorView } from './floorView'

/** Houses and flats to begin from, stretched to size. */
const view = useFloorView()
const open = useOpenPlan()
const preferences = usePreferences()
const { sizeOf } = usePlaceWords()
const shapes = shallowRef<HouseShape[]>([])
void api.listHouseShapes().then((all) => (shapes.value = all))
const size = ref('')
const error = ref('')
const usual = computed(() =>
  Object.fromEntries(
    shapes.value.map((s) => [s.id, sizeOf({ acrossM: 0, downM: 0, lengthM: s.widthM, widthM: s.depthM })]),
  ),
)

async function begin(shape: HouseShape) {
  error.value = ''
  try {
    const [width, depth] = size.value.trim()
      ? await api.readQuantity('lengthByWidth', size.value, preferences.system)
      : [shape.widthM, shape.depthM]
    const { plan, feed } = fedPlan(open.plan!)
    const house = await api.proposeHouse(plan, shape.id, width!, depth!)
    const put: Command = (draft) => {
      feed(draft)
      putHouse(house)(draft)
    }
    if (await view.attempt('house drawn', put)) view.storeyId = house.storeys.at(-1)!.id
  } catch (failure) {
    if (!(failure instanceof Refusal)) throw failure
    error.value = failure.at()
  }
}
</script>

<template>
  <div>
    <p class="mt-5 font-semibold">Or begin with a house, and change it:</p>
    <div class="mt-2 flex flex-wrap justify-center gap-2">
      <button
        v-for="shape in shapes"
        :key="shape.id"
        type="button"
        class="border-rule hover:bg-moss-wash rounded-sm border px-3 py-1.5 max-md:min-h-11"
        @click="begin(shape)"
      >
        <span class="block font-semibold">{{ shape.name }}</span>
        <span class="text-faded figures block text-[13px]">{{ usual[shape.id] }}</span>
      </button>
    </div>
    <label class="mt-3 inline-flex items-center gap-2">
      <span class="text-faded">Outside, width by depth</span>
      <input v-model="size" class="field figures w-36" placeholder="as it is usual" autocomplete="off" />
    </label>
    <p v-if="error" role="alert" class="text-clay mt-1 font-semibold">{{ error }}</p>
  </div>
</template>

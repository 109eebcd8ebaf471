<script setup lang="ts">
import { ref } from 'vue'
import { api, Refusal } from '@/api/client'
import type { DocumentError } from '@/api/types'
import { takeRooms } from '@/site/commands/building'
import { useOpenPlan } from '@/site/openPlan'
import { download } from '@/ui/download'
import RefusedFile from '@/ui/RefusedFile.vue'
import { useFloorView } from './floorView'
import { takenFiles } from '@/ui/takenFiles'

/** The drawing as a file, and rooms out of one. */
const view = useFloorView()
const open = useOpenPlan()
const picker = ref<HTMLInputElement>()
const errors = ref<DocumentError[]>([])
const told = ref('')

const write = async (as: 'svg' | 'geojson') =>
  download(await api.floorFiles.write(open.plan!, as), `${open.siteId}-floors.${as}`)

async function read(event: Event) {
  const [file] = takenFiles(event)
  if (!file) return
  errors.value = []
  told.value = ''
  try {
    const isTable = /\.csv$/i.test(file.name) || file.type === 'text/csv'
    const found = await api.floorFiles.readRooms(file, isTable ? 'csv' : 'geojson')
    await view.edit('rooms read', takeRooms(found))
    told.value = `${found.rooms.length} rooms drawn from ${file.name}. Undo takes them off again.`
  } catch (failure) {
    if (!(failure instanceof Refusal)) throw failure
    errors.value = failure.problem.errors ?? [{ pointer: '', message: failure.message }]
  }
}
</script>

<template>
  <section aria-label="Drawing as a file">
    <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
      <button type="button" class="act-quiet -ml-2" :disabled="!view.storeyId" @click="write('svg')">
        Drawing as SVG
      </button>
      <button type="button" class="act-quiet -ml-2" :disabled="!view.storeyId" @click="write('geojson')">
        As GeoJSON, in metres
      </button>
      <button type="button" class="act-quiet -ml-2" @click="picker?.click()">
        Read rooms from GeoJSON or CSV
      </button>
      <input
        ref="picker"
        type="file"
        class="sr-only"
        tabindex="-1"
        aria-label="File of rooms"
        accept=".geojson,.json,.csv,application/geo+json,text/csv"
        @change="read"
      />
    </div>
    <RefusedFile :errors="errors" :most="8" class="mt-2" />
    <p v-if="told" class="bg-moss-wash mt-2 rounded-sm p-3" role="status">{{ told }}</p>
  </section>
</template>

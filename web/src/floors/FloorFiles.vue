<script setup lang="ts">
import { ref } from 'vue'
import { api, Refusal } from '@/api/client'
import type { DocumentError, RoomsRead } from '@/api/types'
import { freshId } from '@/plan/names'
import { useOpenPlan } from '@/plan/openPlan'
import { download } from '@/ui/download'
import RefusedFile from '@/ui/RefusedFile.vue'
import { useFloorView } from './floorView'

/** The drawing as a file, and rooms out of one. */
const view = useFloorView()
const open = useOpenPlan()
const picker = ref<HTMLInputElement>()
const errors = ref<DocumentError[]>([])
const told = ref('')

const write = async (as: 'svg' | 'geojson') =>
  download(await api.floorFiles.write(open.plan!, as), `${open.siteId}-floors.${as}`)

/** Rooms of the same name are drawn anew; others are added, on storeys that are made where they are missing. */
async function take({ rooms }: RoomsRead) {
  return view.edit('rooms read', (draft) => {
    draft.building.storeys ??= []
    for (const read of rooms) {
      let storey = draft.building.storeys.find((s) => s.name === read.storey)
      if (!storey) {
        const id = freshId(
          read.storey,
          draft.building.storeys.map((s) => s.id),
        )
        storey = { id, name: read.storey }
        draft.building.storeys.push(storey)
      }
      const wanted = read.name.toLowerCase()
      let room =
        draft.building.rooms.find((r) => r.name.toLowerCase() === wanted && r.storeyId === storey!.id) ??
        draft.building.rooms.find((r) => r.name.toLowerCase() === wanted && !r.areas?.length)
      if (!room) {
        const id = freshId(
          read.name,
          draft.building.rooms.map((r) => r.id),
        )
        room = { id, name: read.name, leaks: [] }
        draft.building.rooms.push(room)
      }
      const known = draft.catalogue.finishes?.some((f) => f.id === read.finishId)
      Object.assign(room, {
        storeyId: storey.id,
        areas: read.areas,
        finishId: known ? read.finishId : (room.finishId ?? null),
      })
    }
  })
}

async function read(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  errors.value = []
  told.value = ''
  try {
    const isTable = /\.csv$/i.test(file.name) || file.type === 'text/csv'
    const found = await api.floorFiles.readRooms(file, isTable ? 'csv' : 'geojson')
    await take(found)
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
      <button type="button" class="act-quiet" :disabled="!view.storeyId" @click="write('geojson')">
        As GeoJSON, in metres
      </button>
      <button type="button" class="act-quiet" @click="picker?.click()">Read rooms from GeoJSON or CSV</button>
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

<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/client'
import type { ProposedRoom } from '@/api/types'
import { addStorey, putRoom } from '@/site/commands/building'
import { freshId } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { fedPlan } from './fedPlan'
import { useFloorView } from './floorView'
import { usePlaceWords } from './drawnThings'
import TypedLine from './TypedLine.vue'

/** A room typed in one line, with its fixtures. */
const view = useFloorView()
const open = useOpenPlan()
const preferences = usePreferences()
const { sizeOf, exampleLine } = usePlaceWords()
const fed = computed(() => fedPlan(open.plan!))

const ask = (line: string, signal: AbortSignal) =>
  api.proposeRoom(fed.value.plan, line, view.storeyId, preferences.system, signal)

function tell({ room }: ProposedRoom): string {
  if (!room) return ''
  const fixtures = room.fixtures.map((f) => f.name).join(', ')
  const leaks = room.leaks.length
  return [
    `${room.name}, ${sizeOf(room.areas[0]!)}`,
    ...(fixtures ? [fixtures] : []),
    ...(leaks ? [`${leaks} leak ${leaks === 1 ? 'point' : 'points'}`] : []),
  ].join(' · ')
}

async function take({ room, isKnown }: ProposedRoom): Promise<boolean> {
  if (!room) return false
  const { feed } = fed.value
  const storey = view.storeyId || freshId('ground', view.storeys)
  const isFirst = !view.storeyId
  const done = await view.attempt('room drawn', (draft) => {
    feed(draft)
    if (isFirst) addStorey({ id: storey, name: 'Ground floor' })(draft)
    putRoom({ ...room, storeyId: storey }, isKnown)(draft)
  })
  if (done) {
    view.storeyId = storey
    view.chosen = { kind: 'room', id: room.id }
  }
  return done
}
</script>

<template>
  <TypedLine
    id="room-line"
    label="Room, size and fixtures in one line"
    :placeholder="exampleLine"
    action="Draw it"
    :ask="ask"
    :tell="tell"
    :take="take"
  />
</template>

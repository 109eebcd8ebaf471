<script setup lang="ts">
import { api } from '@/api/client'
import type { ProposedDevice } from '@/api/types'
import { acceptSuggestions } from '@/site/commands/installation'
import { addHub, addRepeater } from '@/site/commands/radio'
import { freshId } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { useFloorView } from './floorView'
import TypedLine from './TypedLine.vue'

/** A sensor, hub or repeater typed in one line. */
defineProps<{ placeholder: string }>()
const view = useFloorView()
const open = useOpenPlan()

const ask = (line: string, signal: AbortSignal) => api.proposeDevice(open.plan!, line, view.storeyId, signal)

function tell({ kind, specId, name, roomId }: ProposedDevice): string {
  if (!kind) return ''
  const { sensors, hubs, repeaters } = open.plan!.catalogue
  const spec = [...sensors, ...hubs, ...repeaters].find((s) => s.id === specId)?.name
  const room = open.plan!.building.rooms.find((r) => r.id === roomId)?.name
  return `${spec}: ${name}${name.includes(room ?? '') ? '' : `, ${room}`}`
}

async function take({ kind, specId, name, roomId, storeyId, at }: ProposedDevice): Promise<boolean> {
  if (!kind || !at) return false
  const { hubs, repeaters, sensors } = open.plan!.installation
  const place = { storeyId, at, heightM: null }
  const id = freshId(kind, kind === 'hub' ? hubs : repeaters)
  const commands = {
    sensor: acceptSuggestions([{ name, specId, roomId, at, gains: [] }]),
    hub: addHub({ id, name, specId, place }),
    repeater: addRepeater({ id, name, specId, place }),
  }
  const done = await view.attempt(`${kind} added`, commands[kind as keyof typeof commands])
  if (done) {
    view.storeyId = storeyId
    const known = new Set(sensors.map((s) => s.id))
    const added = open.plan!.installation.sensors.find((s) => !known.has(s.id))
    if (kind === 'sensor' && added) view.chosen = { kind, id: added.id }
    else if (kind === 'hub' || kind === 'repeater') view.chosen = { kind, id }
  }
  return done
}
</script>

<template>
  <TypedLine
    id="device-line"
    label="A device and its place in one line"
    :placeholder="placeholder"
    action="Put it there"
    :ask="ask"
    :tell="tell"
    :take="take"
  />
</template>

<script setup lang="ts">
import { usePreferences } from '@/site/preferences'
import { show } from '@/ui/units'
import { roomMark } from '../chosen'
import { rect, SCALE } from '../drawingFrame'
import { usePlaceWords } from '../drawnThings'
import { useStoreyDrawing } from '../storeyDrawing'

/** The walls of the rooms, stretches that are made otherwise, zones and drains. */
const preferences = usePreferences()
const { place } = usePlaceWords()
const {
  rooms,
  walls,
  wallWidth,
  unitsPerPixel,
  symbolAt,
  shift,
  choosing,
  isChosen,
  placeOf,
  areaOf,
  startOf,
  grab,
  nudge,
} = useStoreyDrawing()
</script>

<template>
  <g>
    <g v-for="room in rooms" :key="room.id" :transform="shift(room)">
      <rect
        v-for="(area, i) in room.areas"
        :key="i"
        v-bind="rect(area)"
        class="pointer-events-none fill-none"
        :class="isChosen('room', room.id) ? 'stroke-moss' : 'stroke-ink'"
        :stroke-width="isChosen('room', room.id) ? wallWidth + 2 : wallWidth"
      />
      <g
        v-for="(zone, i) in room.zones"
        :key="`z${i}`"
        class="cursor-move"
        data-drag
        role="img"
        :aria-label="`Zone in ${room.name} at ${place(zone.area)}`"
        pointer-events="stroke"
        @pointerdown="grab($event, roomMark('zone', room.id, i), zone.area)"
      >
        <rect
          v-bind="rect(areaOf(roomMark('zone', room.id, i), zone.area))"
          class="fill-none stroke-transparent"
          :stroke-width="16 * unitsPerPixel"
        />
        <rect
          v-bind="rect(areaOf(roomMark('zone', room.id, i), zone.area))"
          class="stroke-ochre fill-none"
          stroke-width="2.5"
          stroke-dasharray="4 7"
        />
      </g>
      <circle
        v-for="(drain, i) in room.drains"
        :key="`d${i}`"
        :transform="symbolAt(placeOf(roomMark('drain', room.id, i), drain.at))"
        r="9"
        class="fill-sheet stroke-ink cursor-move"
        data-drag
        role="img"
        :aria-label="`Drain in ${room.name} at ${place(drain.at)}`"
        stroke-width="3"
        stroke-dasharray="3 3"
        @pointerdown="grab($event, roomMark('drain', room.id, i), drain.at)"
      />
    </g>
    <g
      v-for="wall in walls"
      :key="wall.id"
      class="cursor-move"
      :aria-label="`Wall of ${wall.make.material}, ${show('length', wall.lengthM, preferences.system)}, at ${place(wall.at)}`"
      v-bind="choosing('wall', wall.id)"
      @keydown="nudge($event, { kind: 'wall', id: wall.id }, wall.at)"
      @pointerdown="grab($event, { kind: 'wall', id: wall.id }, wall.at)"
    >
      <path
        :d="`${startOf({ kind: 'wall', id: wall.id }, wall.at)}${wall.direction === 'alongX' ? 'h' : 'v'}${wall.lengthM * SCALE}`"
        :class="isChosen('wall', wall.id) ? 'stroke-moss' : 'stroke-ink'"
        :stroke-width="Math.max(9, (wall.make.thicknessM ?? 0) * SCALE)"
      />
    </g>
  </g>
</template>

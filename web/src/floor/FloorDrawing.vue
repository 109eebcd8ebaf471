<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import type { FloorMapSheet, FloorPoint, Plan, ReachMap } from '@/api/types'
import type { Carried, Chosen, Thing } from './chosen'
import { metres, rect, SCALE, useDrawingFrame } from './drawingFrame'
import { arrows, useDrawnHands } from './drawnHands'
import { useDrawnNames } from './drawnNames'
import { useDrawnThings } from './drawnThings'
import { bounds, toCm } from './geometry'
import type { FloorStage } from '@/ui/words'
import DevicesLayer from './layers/DevicesLayer.vue'
import DoorwaysLayer from './layers/DoorwaysLayer.vue'
import EdgesLayer from './layers/EdgesLayer.vue'
import FixturesLayer from './layers/FixturesLayer.vue'
import FloorsLayer from './layers/FloorsLayer.vue'
import LeaksLayer from './layers/LeaksLayer.vue'
import NamesLayer from './layers/NamesLayer.vue'
import OtherStoreysLayer from './layers/OtherStoreysLayer.vue'
import ReachLayer from './layers/ReachLayer.vue'
import RoutesLayer from './layers/RoutesLayer.vue'
import SensorsLayer from './layers/SensorsLayer.vue'
import WallsLayer from './layers/WallsLayer.vue'
import type { Mark } from './marks'
import { provideStoreyDrawing } from './storeyDrawing'
import WaterMap from './WaterMap.vue'
import { readAt } from './waterMap'

/**
 * One storey as it is drawn: rooms, doorways, what stands there, leak points and sensors, with the water's map under them.
 * Everything can be reached by Tab and moved by arrows, a tenth of a metre at a time.
 */
const props = defineProps<{
  plan: Plan
  storeyId: string
  /** The stage whose things are lively; the rest is drawn faint. */
  stage: FloorStage
  sheets: FloorMapSheet[]
  /** Whether the other storeys are drawn faintly as well. */
  hasOthers: boolean
  /** What radio reaches on this storey, where that is looked at. */
  reach: ReachMap | null
  /** What is out by now, where the water is let run; null: the whole map. */
  outMl: number | null
  chosen: Chosen | null
  /** A thing on its way, ahead of the plan. */
  carried: Carried | null
  /** Where something was refused. */
  marks: Mark[]
  /** Whether a click or Enter picks a place rather than choosing something. */
  picking: boolean
  /** Where pictures of the site are. */
  pictures: string
  /** Places that are proposed, and not in the plan. */
  proposed: { key: string; at: FloorPoint }[]
}>()
const emit = defineEmits<{
  choose: [chosen: Chosen]
  /** A thing that is held has come to a place. */
  carry: [thing: Thing, to: FloorPoint]
  letGo: []
  putBack: []
  /** A thing is to be a step farther. */
  nudge: [thing: Thing, to: FloorPoint]
  pick: [at: FloorPoint]
  dropSensor: [specId: string, at: FloorPoint]
  read: [at: FloorPoint | null]
}>()

const pane = ref<HTMLElement>()
const things = useDrawnThings(() => props)
const shownMarks = computed(() => props.marks.filter((m) => m.storeyId === props.storeyId))
const drawing = useDrawingFrame(pane, () => [
  ...things.rooms.value.flatMap((room) => room.areas),
  ...shownMarks.value.map((m) => m.area),
])
const drawnNames = useDrawnNames(things, drawing)
// Asked for by everything that is drawn, at each move of a hand.
const held = computed(() => ({
  chosen: props.chosen,
  carried: props.carried,
  areRoomsLively: props.stage === 'rooms',
}))
const hands = useDrawnHands(() => held.value, things, drawing, {
  choose: (chosen) => emit('choose', chosen),
  carry: (thing, to) => emit('carry', thing, to),
  letGo: () => emit('letGo'),
  putBack: () => emit('putBack'),
  nudge: (thing, to) => emit('nudge', thing, to),
})
provideStoreyDrawing({ ...things, ...drawing, ...drawnNames, ...hands })

const { rooms, storey } = things
const { frame, textSize, symbolAt, unitsPerPixel, zoom } = drawing
const keys: Record<string, () => void> = {
  '+': zoom.nearer,
  '=': zoom.nearer,
  '-': zoom.farther,
  '0': zoom.fit,
}
function zoomByKey(event: KeyboardEvent) {
  const act = event.ctrlKey || event.metaKey || event.altKey ? undefined : keys[event.key]
  if (!act) return
  event.preventDefault()
  event.stopPropagation()
  act()
}
defineExpose({ nearer: zoom.nearer, farther: zoom.farther, fit: zoom.fit, unitsPerPixel })
const { taken } = drawnNames
const { shift } = hands
const underlay = computed(() => storey.value?.picture)

/** The browser heeds no touch-action inside an SVG: a finger that drags a thing must not scroll the page as well. */
function holdPage(event: TouchEvent) {
  if ((event.target as Element).closest('[data-drag]')) event.preventDefault()
}

/** The spot that is read: under the pointer, or moved by arrows. */
const spot = shallowRef<FloorPoint | null>(null)
function readSpot(at: FloorPoint | null) {
  const isRead = at && (props.reach || readAt(props.sheets, at.acrossM, at.downM))
  spot.value = isRead || props.picking ? at : null
  emit('read', spot.value)
}
function readUnder(event: PointerEvent) {
  readSpot(under(event, event.currentTarget as SVGSVGElement))
}
function under(event: MouseEvent, svg: SVGSVGElement): FloorPoint {
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse())
  return metres(point.x, point.y)
}
const pickUnder = (event: MouseEvent) =>
  emit('pick', under(event, (event.currentTarget as SVGElement).ownerSVGElement!))
function dropOn(event: DragEvent) {
  const specId = event.dataTransfer?.getData('text/sensor-spec')
  if (specId) emit('dropSensor', specId, under(event, event.currentTarget as SVGSVGElement))
}
function nudgeSpot(event: KeyboardEvent) {
  if (event.key === 'Enter' && props.picking && spot.value) {
    event.preventDefault()
    emit('pick', spot.value)
    return
  }
  const by = arrows[event.key]
  if (!by || event.target !== event.currentTarget) return
  event.preventDefault()
  const box = bounds(rooms.value.flatMap((room) => room.areas))
  const from = spot.value ?? { acrossM: box.acrossM + box.lengthM / 2, downM: box.downM + box.widthM / 2 }
  readSpot({ acrossM: toCm(from.acrossM + by.acrossM), downM: toCm(from.downM + by.downM) })
}
</script>

<template>
  <div ref="pane">
    <svg
      :viewBox="frame.join(' ')"
      class="bg-sheet h-full w-full touch-none select-none"
      tabindex="0"
      role="group"
      aria-label="The drawing of this storey. Arrows read the water's map, Tab walks what is drawn."
      @pointermove="readUnder"
      @pointerleave="readSpot(null)"
      @keydown="nudgeSpot"
      @keydown.capture="zoomByKey"
      @touchstart="holdPage"
      @dragover.prevent
      @drop.prevent="dropOn"
    >
      <defs>
        <pattern id="hatch" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v9" class="stroke-faded" stroke-width="2" />
        </pattern>
        <pattern
          id="reach-sparse"
          width="0.9"
          height="0.9"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <path d="M0 0v0.9" class="stroke-ink" stroke-width="0.12" />
        </pattern>
        <pattern
          id="reach-dense"
          width="0.45"
          height="0.45"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <path d="M0 0v0.45" class="stroke-ink" stroke-width="0.2" />
        </pattern>
        <clipPath id="floors">
          <template v-for="room in rooms" :key="room.id">
            <rect v-for="(area, i) in room.areas" :key="i" v-bind="rect(area)" :transform="shift(room)" />
          </template>
        </clipPath>
      </defs>
      <image
        v-if="underlay"
        :href="`${pictures}/${underlay.photographId}`"
        :x="underlay.at.acrossM * SCALE"
        :y="underlay.at.downM * SCALE"
        :width="underlay.lengthM * SCALE"
        class="pointer-events-none opacity-60"
      />
      <FloorsLayer />
      <WaterMap
        v-for="(sheet, i) in sheets"
        :key="i"
        :sheet="sheet"
        :out-ml="outMl"
        :taken="taken"
        :scale="SCALE"
        :text-size="textSize * 0.75"
        clip-path="url(#floors)"
      />
      <ReachLayer v-if="reach" :map="reach" clip-path="url(#floors)" />
      <OtherStoreysLayer v-if="hasOthers" />
      <WallsLayer />
      <FixturesLayer :class="{ 'opacity-40': stage === 'reach' }" />
      <DoorwaysLayer :class="{ 'opacity-40': stage !== 'rooms' }" />
      <NamesLayer />
      <LeaksLayer :class="{ 'opacity-40': stage === 'reach' }" />
      <RoutesLayer v-if="stage === 'reach'" />
      <SensorsLayer :class="{ 'opacity-50': stage === 'rooms' }" />
      <EdgesLayer v-if="stage === 'rooms'" />
      <DevicesLayer :class="{ 'opacity-40': stage !== 'reach' }" />
      <g
        v-for="proposal in proposed"
        :key="proposal.key"
        class="pointer-events-none"
        :transform="symbolAt(proposal.at)"
      >
        <rect x="-13" y="-13" width="26" height="26" rx="6" class="fill-sheet stroke-moss" stroke-width="5" />
        <text y="7" text-anchor="middle" class="fill-moss figures text-[20px] font-bold">
          {{ proposal.key }}
        </text>
      </g>
      <rect
        v-for="(mark, i) in shownMarks"
        :key="`m${i}`"
        v-bind="rect(mark.area)"
        class="stroke-clay pointer-events-none fill-none"
        stroke-width="7"
        stroke-dasharray="14 8"
        data-testid="mark"
      />
      <rect
        v-if="picking"
        :x="frame[0]"
        :y="frame[1]"
        :width="frame[2]"
        :height="frame[3]"
        fill="transparent"
        class="cursor-crosshair"
        data-pick
        @click="pickUnder"
      />
      <path
        v-if="spot"
        :d="`M${spot.acrossM * SCALE - 14} ${spot.downM * SCALE}h28M${spot.acrossM * SCALE} ${spot.downM * SCALE - 14}v28`"
        class="stroke-ink pointer-events-none"
        stroke-width="2"
      />
    </svg>
  </div>
</template>

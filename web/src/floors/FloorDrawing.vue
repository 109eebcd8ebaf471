<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import type { Fixture, FloorMapSheet, FloorPoint, FloorRectangle, Plan } from '@/api/types'
import { draggable } from '@/ui/drag'
import { bounds, cornersOf, grown, snapTo, toCm } from './geometry'
import { alongLine, boxAround, leastCrowded, placesIn } from './labels'
import { readAt } from './waterMap'
import WaterMap from './WaterMap.vue'
import type { Carried, Chosen } from './chosen'
import type { Mark } from './marks'

/**
 * One storey as it is drawn: rooms, doorways, what stands there, leak points and sensors, with the water's map under them.
 * Everything can be reached by Tab and moved by arrows, a tenth of a metre at a time.
 */
const props = defineProps<{
  plan: Plan
  storeyId: string
  sheets: FloorMapSheet[]
  /** What is out by now, where the water is let run; null: the whole map. */
  outMl: number | null
  chosen: Chosen | null
  /** A leak point or sensor on its way, ahead of the plan. */
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
  moveRoom: [index: number, by: FloorPoint]
  movePlace: [chosen: Chosen, to: FloorPoint]
  pick: [at: FloorPoint]
  dropSensor: [specId: string, at: FloorPoint]
  read: [at: FloorPoint | null]
}>()

/** Units of the drawing in a metre. */
const SCALE = 100
const MARGIN = 40
const STEP_M = 0.1

const rooms = computed(() =>
  props.plan.rooms
    .map((room, index) => ({ room, index }))
    .filter(({ room }) => room.storeyId === props.storeyId && room.areas?.length),
)
const frame = computed(() => {
  const box = bounds([
    ...rooms.value.flatMap(({ room }) => room.areas ?? []),
    ...shownMarks.value.map((m) => m.area),
  ])
  return [
    box.acrossM * SCALE - MARGIN,
    box.downM * SCALE - MARGIN,
    box.lengthM * SCALE + 2 * MARGIN,
    box.widthM * SCALE + 2 * MARGIN,
  ]
})
/** Units of the drawing in a pixel of the screen. */
const svg = ref<SVGSVGElement>()
const shown = shallowRef({ width: 700, height: 500 })
const observer = new ResizeObserver(([entry]) => (shown.value = entry!.contentRect))
onMounted(() => observer.observe(svg.value!))
onBeforeUnmount(() => observer.disconnect())
const unitsPerPixel = computed(() =>
  Math.max(frame.value[2]! / shown.value.width, frame.value[3]! / shown.value.height),
)
/** Words and symbols can be read and touched however large the storey is and however small the screen. */
const textSize = computed(() => Math.max(13, Math.min(20, shown.value.width / 36)) * unitsPerPixel.value)
const symbolScale = computed(() => Math.max(1, 0.8 * unitsPerPixel.value))
const symbolAt = (at: FloorPoint) =>
  `translate(${at.acrossM * SCALE} ${at.downM * SCALE}) scale(${symbolScale.value})`
const doorways = computed(() =>
  (props.plan.doorways ?? [])
    .map((doorway, index) => ({ doorway, index }))
    .filter((d) => d.doorway.storeyId === props.storeyId),
)
const openings = computed(() => (props.plan.openings ?? []).filter((o) => o.storeyId === props.storeyId))
const walls = computed(() => (props.plan.walls ?? []).filter((w) => w.storeyId === props.storeyId))
const storey = computed(() => props.plan.storeys?.find((s) => s.id === props.storeyId))
/** Walls as thick as they are known to be, in units of the drawing. */
const wallWidth = computed(() =>
  Math.max(5, (storey.value?.innerWalls?.thicknessM ?? storey.value?.outerWalls?.thicknessM ?? 0) * SCALE),
)
const underlay = computed(() => storey.value?.picture)
const shownMarks = computed(() => props.marks.filter((m) => m.storeyId === props.storeyId))
const fixtureWords: Record<Fixture['base'], string> = {
  tight: 'water runs round it',
  onFeet: 'water runs under it',
  clear: 'hangs clear',
  pit: 'a pit',
}
const fixtures = computed(() =>
  rooms.value.flatMap(({ room }) => (room.fixtures ?? []).map((fixture) => ({ fixture, room }))),
)
const leaks = computed(() =>
  rooms.value.flatMap(({ room }) => room.leaks.filter((l) => l.at).map((leak) => ({ leak, at: leak.at! }))),
)
const sensors = computed(() =>
  props.plan.sensors
    .filter(
      (s) => rooms.value.some(({ room }) => room.id === s.roomId) && (s.at || (s.path?.length ?? 0) > 1),
    )
    .map((sensor) => ({ sensor, at: sensor.at ?? sensor.path![0]! })),
)

/** What words are not to cover. */
const symbolM = computed(() => ({ lengthM: 0.3 * symbolScale.value, widthM: 0.36 * symbolScale.value }))
const symbols = computed(() =>
  [
    ...leaks.value.map(({ at }) => at),
    ...sensors.value.map(({ at }) => at),
    ...rooms.value.flatMap(({ room }) => (room.drains ?? []).map((d) => d.at)),
  ].map((at) => boxAround(at, symbolM.value)),
)
const standing = computed(() => [
  ...symbols.value,
  ...fixtures.value.map(({ fixture }) => fixture.area),
  ...openings.value.map(({ area }) => area),
  ...sensors.value.flatMap(({ sensor }) => alongLine(sensor.path ?? [], 0.1)),
])
const wallLines = computed(() =>
  rooms.value.flatMap(({ room }) => (room.areas ?? []).flatMap((area) => alongLine(cornersOf(area), 0.08))),
)
/** Each room's name and size, where they cover the least; smaller where the room is narrow. */
const names = computed(() =>
  rooms.value.map(({ room, index }) => {
    const area = room.areas![0]!
    const size = `${area.lengthM} × ${area.widthM} m${room.fall ? `, fall ${room.fall.perCent} %` : ''}`
    const letters = Math.max(room.name.length * 0.55, size.length * 0.44)
    const free = grown(area, -0.1)
    const text = Math.max(0.62 * textSize.value, Math.min(textSize.value, (free.lengthM * SCALE) / letters))
    const takes = { lengthM: (letters * text) / SCALE, widthM: (2.2 * text) / SCALE }
    const at = leastCrowded(placesIn(free, takes), takes, standing.value)!.at
    return { room, index, name: room.name, size, at, text, box: boxAround(at, takes) }
  }),
)
const taken = computed(() => [...standing.value, ...wallLines.value, ...names.value.map(({ box }) => box)])

/** Where a fixture's name stands in it; nowhere if there is no room for it. */
function nameIn({ name, area }: Fixture): FloorPoint[] {
  const text = 0.6 * textSize.value
  const takes = { lengthM: (name.length * 0.55 * text) / SCALE, widthM: text / SCALE }
  if (takes.lengthM > area.lengthM || takes.widthM > area.widthM) return []
  const found = leastCrowded(placesIn(area, takes), takes, symbols.value)
  return found?.coveredM2 === 0 ? [found.at] : []
}

const isChosen = (kind: Chosen['kind'], id: string) => props.chosen?.kind === kind && props.chosen.id === id
/** What is drawn can be chosen by pointer and by Tab. */
function choosing(kind: Chosen['kind'], id: string) {
  const choose = () => emit('choose', { kind, id })
  return { tabindex: 0, role: 'button', 'aria-pressed': isChosen(kind, id), onClick: choose, onFocus: choose }
}
const rect = (area: FloorRectangle) => ({
  x: area.acrossM * SCALE,
  y: area.downM * SCALE,
  width: area.lengthM * SCALE,
  height: area.widthM * SCALE,
})
const metres = (x: number, y: number): FloorPoint => ({ acrossM: toCm(x / SCALE), downM: toCm(y / SCALE) })

/** Where a dragged room is while it is held, and from where it was taken. */
const held = ref<{ index: number; from: FloorPoint; by: FloorPoint } | null>(null)
function roomListeners(index: number) {
  const area = props.plan.rooms[index]!.areas![0]!
  const others = rooms.value.filter((r) => r.index !== index).flatMap(({ room }) => room.areas ?? [])
  const drag = draggable((x, y) => {
    const at = metres(x, y)
    held.value ??= { index, from: at, by: { acrossM: 0, downM: 0 } }
    const moved = {
      ...area,
      acrossM: area.acrossM + at.acrossM - held.value.from.acrossM,
      downM: area.downM + at.downM - held.value.from.downM,
    }
    const snapped = snapTo(moved, others)
    held.value = {
      ...held.value,
      by: { acrossM: snapped.acrossM - area.acrossM, downM: snapped.downM - area.downM },
    }
  })
  const drop = () => {
    drag.pointerup()
    const by = held.value?.by
    held.value = null
    if (by && (by.acrossM || by.downM)) emit('moveRoom', index, by)
  }
  return { ...drag, pointerup: drop, pointercancel: drop }
}
const shift = (index: number) =>
  held.value?.index === index
    ? `translate(${held.value.by.acrossM * SCALE} ${held.value.by.downM * SCALE})`
    : undefined

const placeOf = (chosen: Chosen, at: FloorPoint) =>
  props.carried?.chosen.kind === chosen.kind && props.carried.chosen.id === chosen.id ? props.carried.to : at
const placeListeners = (chosen: Chosen) => draggable((x, y) => emit('movePlace', chosen, metres(x, y)))

/** A fixture is held where it was taken, and snaps to the walls of its room. */
function fixtureListeners(fixture: Fixture, areas: FloorRectangle[]) {
  const chosen: Chosen = { kind: 'fixture', id: fixture.id }
  let from: FloorPoint | null = null
  const drag = draggable((x, y) => {
    const at = metres(x, y)
    from ??= { acrossM: at.acrossM - fixture.area.acrossM, downM: at.downM - fixture.area.downM }
    const moved = { ...fixture.area, acrossM: at.acrossM - from.acrossM, downM: at.downM - from.downM }
    emit('movePlace', chosen, snapTo(moved, areas))
  })
  const drop = () => {
    drag.pointerup()
    from = null
  }
  return { ...drag, pointerup: drop, pointercancel: drop }
}
const fixtureArea = (fixture: Fixture): FloorRectangle => ({
  ...fixture.area,
  ...placeOf({ kind: 'fixture', id: fixture.id }, fixture.area),
})

const arrows: Record<string, FloorPoint> = {
  ArrowLeft: { acrossM: -STEP_M, downM: 0 },
  ArrowRight: { acrossM: STEP_M, downM: 0 },
  ArrowUp: { acrossM: 0, downM: -STEP_M },
  ArrowDown: { acrossM: 0, downM: STEP_M },
}
function nudgeRoom(event: KeyboardEvent, index: number) {
  const by = arrows[event.key]
  if (!by) return
  event.preventDefault()
  emit('moveRoom', index, by)
}
function nudgePlace(event: KeyboardEvent, chosen: Chosen, at: FloorPoint) {
  const by = arrows[event.key]
  if (!by) return
  event.preventDefault()
  const from = placeOf(chosen, at)
  emit('movePlace', chosen, { acrossM: toCm(from.acrossM + by.acrossM), downM: toCm(from.downM + by.downM) })
}

/** The spot that is read: under the pointer, or moved by arrows. */
const spot = shallowRef<FloorPoint | null>(null)
function readSpot(at: FloorPoint | null) {
  const isOnFloor = at && readAt(props.sheets, at.acrossM, at.downM)
  spot.value = isOnFloor || props.picking ? at : null
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
  const box = bounds(rooms.value.flatMap(({ room }) => room.areas ?? []))
  const from = spot.value ?? { acrossM: box.acrossM + box.lengthM / 2, downM: box.downM + box.widthM / 2 }
  readSpot({ acrossM: toCm(from.acrossM + by.acrossM), downM: toCm(from.downM + by.downM) })
}
const place = (at: FloorPoint) => `${at.acrossM.toFixed(2)} m, ${at.downM.toFixed(2)} m`
</script>

<template>
  <svg
    ref="svg"
    :viewBox="frame.join(' ')"
    class="bg-sheet max-h-[70vh] w-full rounded-sm"
    tabindex="0"
    role="group"
    aria-label="The drawing of this storey. Arrows read the water's map, Tab walks what is drawn."
    @pointermove="readUnder"
    @pointerleave="readSpot(null)"
    @keydown="nudgeSpot"
    @dragover.prevent
    @drop.prevent="dropOn"
  >
    <defs>
      <pattern id="hatch" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0v9" class="stroke-faded" stroke-width="2" />
      </pattern>
      <clipPath id="floors">
        <template v-for="{ room, index } in rooms" :key="room.id">
          <rect v-for="(area, i) in room.areas" :key="i" v-bind="rect(area)" :transform="shift(index)" />
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
    <!-- floors -->
    <g
      v-for="{ room, index } in rooms"
      :key="room.id"
      :transform="shift(index)"
      class="cursor-move touch-none"
      :aria-label="`Room ${room.name}, ${room.areas![0]!.lengthM} by ${room.areas![0]!.widthM} m at ${place(room.areas![0]!)}`"
      v-bind="choosing('room', room.id)"
      @keydown="nudgeRoom($event, index)"
      v-on="roomListeners(index)"
    >
      <rect
        v-for="(area, i) in room.areas"
        :key="i"
        v-bind="rect(area)"
        :class="isChosen('room', room.id) ? 'fill-moss-wash' : 'fill-paper'"
        :fill-opacity="underlay ? 0.55 : 1"
      />
    </g>
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
    <!-- walls, zones, drains -->
    <g v-for="{ room, index } in rooms" :key="room.id" class="pointer-events-none" :transform="shift(index)">
      <rect
        v-for="(area, i) in room.areas"
        :key="i"
        v-bind="rect(area)"
        class="fill-none"
        :class="isChosen('room', room.id) ? 'stroke-moss' : 'stroke-ink'"
        :stroke-width="isChosen('room', room.id) ? wallWidth + 2 : wallWidth"
      />
      <rect
        v-for="(zone, i) in room.zones"
        :key="`z${i}`"
        v-bind="rect(zone.area)"
        class="stroke-ochre fill-none"
        stroke-width="2.5"
        stroke-dasharray="4 7"
      />
      <circle
        v-for="(drain, i) in room.drains"
        :key="`d${i}`"
        :transform="symbolAt(drain.at)"
        r="9"
        class="fill-sheet stroke-ink"
        stroke-width="3"
        stroke-dasharray="3 3"
      />
    </g>
    <g
      v-for="wall in walls"
      :key="wall.id"
      class="cursor-pointer"
      :aria-label="`Wall of ${wall.make.material}, ${wall.lengthM} m`"
      v-bind="choosing('wall', wall.id)"
    >
      <path
        :d="`M${wall.at.acrossM * SCALE} ${wall.at.downM * SCALE}${wall.direction === 'alongX' ? 'h' : 'v'}${wall.lengthM * SCALE}`"
        :class="isChosen('wall', wall.id) ? 'stroke-moss' : 'stroke-ink'"
        :stroke-width="Math.max(9, (wall.make.thicknessM ?? 0) * SCALE)"
      />
    </g>
    <!-- what stands on the floor -->
    <g
      v-for="{ fixture, room } in fixtures"
      :key="fixture.id"
      class="cursor-move touch-none"
      :aria-label="`${fixture.name} in ${room.name}, ${fixtureWords[fixture.base]}, at ${place(fixture.area)}`"
      v-bind="choosing('fixture', fixture.id)"
      @keydown="nudgePlace($event, { kind: 'fixture', id: fixture.id }, fixture.area)"
      v-on="fixtureListeners(fixture, room.areas ?? [])"
    >
      <rect
        v-bind="rect(fixtureArea(fixture))"
        :fill="fixture.base === 'tight' ? 'url(#hatch)' : 'transparent'"
        :class="isChosen('fixture', fixture.id) ? 'stroke-moss' : 'stroke-faded'"
        :stroke-width="isChosen('fixture', fixture.id) ? 5 : 2.5"
        :stroke-dasharray="fixture.base === 'tight' ? undefined : fixture.base === 'pit' ? '3 4' : '10 5'"
        rx="4"
      />
      <text
        v-for="(at, i) in nameIn({ ...fixture, area: fixtureArea(fixture) })"
        :key="i"
        :x="at.acrossM * SCALE"
        :y="at.downM * SCALE + textSize * 0.2"
        text-anchor="middle"
        :font-size="textSize * 0.6"
        class="halo fill-faded pointer-events-none"
      >
        {{ fixture.name }}
      </text>
    </g>
    <g
      v-for="opening in openings"
      :key="opening.id"
      class="cursor-move touch-none"
      :aria-label="`Opening to the storey below at ${place(opening.area)}`"
      v-bind="choosing('opening', opening.id)"
      @keydown="nudgePlace($event, { kind: 'opening', id: opening.id }, opening.area)"
      v-on="placeListeners({ kind: 'opening', id: opening.id })"
    >
      <rect
        v-bind="rect({ ...opening.area, ...placeOf({ kind: 'opening', id: opening.id }, opening.area) })"
        class="fill-sheet"
        :class="isChosen('opening', opening.id) ? 'stroke-moss' : 'stroke-ink'"
        stroke-width="2.5"
        stroke-dasharray="8 6"
      />
    </g>
    <!-- doorways: a gap in the wall, a line across where a threshold stands -->
    <g
      v-for="{ doorway } in doorways"
      :key="doorway.id"
      class="cursor-pointer"
      :aria-label="`Doorway, ${doorway.widthM} m wide`"
      v-bind="choosing('doorway', doorway.id)"
      @keydown="nudgePlace($event, { kind: 'doorway', id: doorway.id }, doorway.at)"
    >
      <path
        :d="`M${doorway.at.acrossM * SCALE} ${doorway.at.downM * SCALE}${doorway.wall === 'alongX' ? 'h' : 'v'}${doorway.widthM * SCALE}`"
        :class="isChosen('doorway', doorway.id) ? 'stroke-moss' : 'stroke-sheet'"
        stroke-width="11"
      />
      <path
        v-if="doorway.thresholdM !== 0"
        :d="`M${doorway.at.acrossM * SCALE} ${doorway.at.downM * SCALE}${doorway.wall === 'alongX' ? 'h' : 'v'}${doorway.widthM * SCALE}`"
        class="stroke-ochre"
        stroke-width="4"
        :stroke-dasharray="doorway.thresholdM == null ? '7 5' : undefined"
      />
    </g>
    <g
      v-for="{ room, index, name, size, at, text } in names"
      :key="`n${room.id}`"
      class="pointer-events-none"
      :transform="shift(index)"
      text-anchor="middle"
    >
      <text
        :x="at.acrossM * SCALE"
        :y="at.downM * SCALE - text * 0.15"
        :font-size="text"
        class="halo fill-ink font-semibold"
      >
        {{ name }}
      </text>
      <text
        :x="at.acrossM * SCALE"
        :y="at.downM * SCALE + text * 0.75"
        :font-size="text * 0.78"
        class="halo figures fill-faded"
      >
        {{ size }}
      </text>
    </g>
    <!-- leak points: a drop -->
    <g
      v-for="{ leak, at } in leaks"
      :key="leak.id"
      class="cursor-move touch-none"
      :transform="symbolAt(placeOf({ kind: 'leak', id: leak.id }, at))"
      :aria-label="`Leak point ${leak.name} at ${place(at)}`"
      v-bind="choosing('leak', leak.id)"
      @keydown="nudgePlace($event, { kind: 'leak', id: leak.id }, at)"
      v-on="placeListeners({ kind: 'leak', id: leak.id })"
    >
      <path
        d="M0 -16C7 -5 11 0 11 6a11 11 0 0 1 -22 0C-11 0 -7 -5 0 -16z"
        class="stroke-sheet"
        :class="isChosen('leak', leak.id) ? 'fill-moss' : 'fill-river'"
        stroke-width="2.5"
      />
    </g>
    <!-- sensors: a puck; a rope by its way -->
    <g
      v-for="{ sensor, at } in sensors"
      :key="sensor.id"
      class="cursor-move touch-none"
      :aria-label="`Sensor ${sensor.name} at ${place(at)}`"
      v-bind="choosing('sensor', sensor.id)"
      @keydown="nudgePlace($event, { kind: 'sensor', id: sensor.id }, at)"
      v-on="placeListeners({ kind: 'sensor', id: sensor.id })"
    >
      <polyline
        v-if="(sensor.path?.length ?? 0) > 1"
        :points="sensor.path!.map((p) => `${p.acrossM * SCALE},${p.downM * SCALE}`).join(' ')"
        fill="none"
        class="stroke-ink"
        stroke-width="7"
        stroke-linejoin="round"
      />
      <g :transform="symbolAt(placeOf({ kind: 'sensor', id: sensor.id }, at))">
        <rect
          x="-11"
          y="-11"
          width="22"
          height="22"
          rx="5"
          class="stroke-sheet"
          :class="isChosen('sensor', sensor.id) ? 'fill-moss' : 'fill-ink'"
          stroke-width="2.5"
        />
        <circle r="4" class="fill-sheet" />
      </g>
    </g>
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
      @click="pickUnder"
    />
    <path
      v-if="spot"
      :d="`M${spot.acrossM * SCALE - 14} ${spot.downM * SCALE}h28M${spot.acrossM * SCALE} ${spot.downM * SCALE - 14}v28`"
      class="stroke-ink pointer-events-none"
      stroke-width="2"
    />
  </svg>
</template>

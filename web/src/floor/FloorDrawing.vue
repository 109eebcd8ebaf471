<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import type {
  Doorway,
  Fixture,
  FloorMapSheet,
  FloorPoint,
  FloorRectangle,
  Plan,
  Room,
  Sensor,
} from '@/api/types'
import { startDrag } from '@/ui/drag'
import { bounds, cornersOf, grown, holds, middleOf, snapTo, toCm } from './geometry'
import { alongLine, boxAround, leastCrowded, placesIn } from './labels'
import { readAt } from './waterMap'
import { usePreferences } from '@/site/preferences'
import { show } from '@/ui/units'
import WaterMap from './WaterMap.vue'
import { isSame, roomMark, type Carried, type Chosen, type Thing } from './chosen'
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

const preferences = usePreferences()
/** Units of the drawing in a metre. */
const SCALE = 100
const MARGIN = 40
const STEP_M = 0.1

const rooms = computed(() =>
  props.plan.building.rooms
    .map((room, index) => ({ room, index }))
    .filter(({ room }) => room.storeyId === props.storeyId && room.areas?.length),
)
/** While something is held the sheet stays as it is, however far the thing is carried. */
const heldFrame = shallowRef<number[] | null>(null)
const frame = computed(() => heldFrame.value ?? frameOfAll.value)
const frameOfAll = computed(() => {
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
  props.plan.building.doorways
    .map((doorway, index) => ({ doorway, index }))
    .filter((d) => d.doorway.storeyId === props.storeyId),
)
const openings = computed(() => props.plan.building.openings.filter((o) => o.storeyId === props.storeyId))
const walls = computed(() => props.plan.building.walls.filter((w) => w.storeyId === props.storeyId))
const storey = computed(() => props.plan.building.storeys?.find((s) => s.id === props.storeyId))
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
  rooms.value.flatMap(({ room }) => room.fixtures.map((fixture) => ({ fixture, room }))),
)
const leaks = computed(() =>
  rooms.value.flatMap(({ room }) => room.leaks.filter((l) => l.at).map((leak) => ({ leak, at: leak.at! }))),
)
const sensors = computed(() =>
  props.plan.installation.sensors
    .filter(
      (s) => rooms.value.some(({ room }) => room.id === s.roomId) && (s.at || (s.path?.length ?? 0) > 1),
    )
    .map((sensor) => ({ sensor, at: sensor.at ?? sensor.path[0]! })),
)

/** What words are not to cover. */
const symbolM = computed(() => ({ lengthM: 0.3 * symbolScale.value, widthM: 0.36 * symbolScale.value }))
const symbols = computed(() =>
  [
    ...leaks.value.map(({ at }) => at),
    ...sensors.value.map(({ at }) => at),
    ...rooms.value.flatMap(({ room }) => room.drains.map((d) => d.at)),
  ].map((at) => boxAround(at, symbolM.value)),
)
const standing = computed(() => [
  ...symbols.value,
  ...fixtures.value.map(({ fixture }) => fixture.area),
  ...openings.value.map(({ area }) => area),
  ...sensors.value.flatMap(({ sensor }) => alongLine(sensor.path ?? [], 0.1)),
])
const wallLines = computed(() =>
  rooms.value.flatMap(({ room }) => room.areas.flatMap((area) => alongLine(cornersOf(area), 0.08))),
)
/** In the units that are shown: to the centimetre, or a tenth of a foot. */
const FOOT_M = 0.3048
const feet = (metres: number, digits = 1) => (metres / FOOT_M).toFixed(digits)
const place = (at: FloorPoint) =>
  preferences.system === 'us'
    ? `${feet(at.acrossM)} ft, ${feet(at.downM)} ft`
    : `${at.acrossM.toFixed(2)} m, ${at.downM.toFixed(2)} m`
const sizeOf = ({ lengthM, widthM }: FloorRectangle) =>
  preferences.system === 'us'
    ? `${Number(feet(lengthM))} × ${Number(feet(widthM))} ft`
    : `${lengthM} × ${widthM} m`
/** Each room's name and size, where they cover the least; smaller where the room is narrow. */
const names = computed(() =>
  rooms.value.map(({ room }) => {
    const area = room.areas[0]!
    const size = `${sizeOf(area)}${room.fall ? `, fall ${room.fall.perCent} %` : ''}`
    const letters = Math.max(room.name.length * 0.55, size.length * 0.44)
    const free = grown(area, -0.1)
    const text = Math.max(0.62 * textSize.value, Math.min(textSize.value, (free.lengthM * SCALE) / letters))
    const takes = { lengthM: (letters * text) / SCALE, widthM: (2.2 * text) / SCALE }
    const at = leastCrowded(placesIn(free, takes), takes, standing.value)!.at
    return { room, name: room.name, size, at, text, box: boxAround(at, takes) }
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
  return {
    'data-drag': '',
    tabindex: 0,
    role: 'button',
    'aria-pressed': isChosen(kind, id),
    onClick: choose,
    onFocus: choose,
  }
}
/** Where a line on the drawing begins. */
function startOf(thing: Thing, at: FloorPoint) {
  const from = placeOf(thing, at)
  return `M${from.acrossM * SCALE} ${from.downM * SCALE}`
}
const rect = (area: FloorRectangle) => ({
  x: area.acrossM * SCALE,
  y: area.downM * SCALE,
  width: area.lengthM * SCALE,
  height: area.widthM * SCALE,
})
const metres = (x: number, y: number): FloorPoint => ({ acrossM: toCm(x / SCALE), downM: toCm(y / SCALE) })

/** Where a thing is drawn: where it is carried, else where the plan has it. */
const placeOf = (thing: Thing, at: FloorPoint) =>
  props.carried && isSame(props.carried.thing, thing) ? props.carried.to : at
const areaOf = (thing: Thing, area: FloorRectangle): FloorRectangle => ({ ...area, ...placeOf(thing, area) })

/** A thing is held where it was taken, and chosen by that. */
function grab(press: PointerEvent, thing: Thing, at: FloorPoint, fit = (to: FloorPoint) => to) {
  if (thing.kind === 'drain' || thing.kind === 'zone') emit('choose', { kind: 'room', id: thing.roomId })
  const start = { ...at }
  heldFrame.value = frameOfAll.value
  startDrag(press, {
    move: (now, from) =>
      emit(
        'carry',
        thing,
        fit({
          acrossM: toCm(start.acrossM + (now.x - from.x) / SCALE),
          downM: toCm(start.downM + (now.y - from.y) / SCALE),
        }),
      ),
    drop: () => emit('letGo'),
    cancel: () => emit('putBack'),
    end: () => (heldFrame.value = null),
  })
}
/** The browser heeds no touch-action inside an SVG: a finger that drags a thing must not scroll the page as well. */
function holdPage(event: TouchEvent) {
  if ((event.target as Element).closest('[data-drag]')) event.preventDefault()
}
/** Rooms snap to one another, fixtures to the walls of the room that they are in. */
function grabRoom(press: PointerEvent, room: Room) {
  const area = room.areas[0]!
  const others = rooms.value.filter((r) => r.room.id !== room.id).flatMap((r) => r.room.areas ?? [])
  grab(press, { kind: 'room', id: room.id }, area, (to) => snapTo({ ...area, ...to }, others))
}
function grabFixture(press: PointerEvent, { id, area }: Fixture) {
  const floors = rooms.value.flatMap(({ room }) => room.areas ?? [])
  grab(press, { kind: 'fixture', id }, area, (to) => {
    const moved = { ...area, ...to }
    return snapTo(
      moved,
      floors.filter((floor) => holds(floor, middleOf(moved))),
    )
  })
}
/** A doorway stays in its wall. */
function grabDoorway(press: PointerEvent, { id, at, wall }: Doorway) {
  const across = wall === 'alongX'
  grab(press, { kind: 'doorway', id }, at, (to) =>
    across ? { ...at, acrossM: to.acrossM } : { ...at, downM: to.downM },
  )
}
/** How far a room is carried from where the plan has it by now. */
function shift(room: Room) {
  const area = room.areas[0]!
  const at = placeOf({ kind: 'room', id: room.id }, area)
  const [x, y] = [(at.acrossM - area.acrossM) * SCALE, (at.downM - area.downM) * SCALE]
  return x || y ? `translate(${x} ${y})` : undefined
}
/** A rope is carried whole. */
function wayOf({ id, path }: Sensor): string {
  const first = path![0]!
  const at = placeOf({ kind: 'sensor', id }, first)
  return path!
    .map(
      (p) =>
        `${(p.acrossM + at.acrossM - first.acrossM) * SCALE},${(p.downM + at.downM - first.downM) * SCALE}`,
    )
    .join(' ')
}

const arrows: Record<string, FloorPoint> = {
  ArrowLeft: { acrossM: -STEP_M, downM: 0 },
  ArrowRight: { acrossM: STEP_M, downM: 0 },
  ArrowUp: { acrossM: 0, downM: -STEP_M },
  ArrowDown: { acrossM: 0, downM: STEP_M },
}
function nudge(event: KeyboardEvent, thing: Thing, at: FloorPoint) {
  const by = arrows[event.key]
  if (!by) return
  event.preventDefault()
  const from = placeOf(thing, at)
  emit('nudge', thing, { acrossM: toCm(from.acrossM + by.acrossM), downM: toCm(from.downM + by.downM) })
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
</script>

<template>
  <svg
    ref="svg"
    :viewBox="frame.join(' ')"
    class="bg-sheet max-h-[70vh] w-full rounded-sm select-none"
    tabindex="0"
    role="group"
    aria-label="The drawing of this storey. Arrows read the water's map, Tab walks what is drawn."
    @pointermove="readUnder"
    @pointerleave="readSpot(null)"
    @keydown="nudgeSpot"
    @touchstart="holdPage"
    @dragover.prevent
    @drop.prevent="dropOn"
  >
    <defs>
      <pattern id="hatch" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0v9" class="stroke-faded" stroke-width="2" />
      </pattern>
      <clipPath id="floors">
        <template v-for="{ room } in rooms" :key="room.id">
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
    <!-- floors -->
    <g
      v-for="{ room } in rooms"
      :key="room.id"
      :transform="shift(room)"
      class="cursor-move"
      :aria-label="`Room ${room.name}, ${sizeOf(room.areas[0]!).replace('×', 'by')} at ${place(room.areas[0]!)}`"
      v-bind="choosing('room', room.id)"
      @keydown="nudge($event, { kind: 'room', id: room.id }, room.areas[0]!)"
      @pointerdown="grabRoom($event, room)"
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
    <g v-for="{ room } in rooms" :key="room.id" :transform="shift(room)">
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
    <!-- what stands on the floor -->
    <g
      v-for="{ fixture, room } in fixtures"
      :key="fixture.id"
      class="cursor-move"
      :aria-label="`${fixture.name} in ${room.name}, ${fixtureWords[fixture.base]}, at ${place(fixture.area)}`"
      v-bind="choosing('fixture', fixture.id)"
      @keydown="nudge($event, { kind: 'fixture', id: fixture.id }, fixture.area)"
      @pointerdown="grabFixture($event, fixture)"
    >
      <rect
        v-bind="rect(areaOf({ kind: 'fixture', id: fixture.id }, fixture.area))"
        :fill="fixture.base === 'tight' ? 'url(#hatch)' : 'transparent'"
        :class="isChosen('fixture', fixture.id) ? 'stroke-moss' : 'stroke-faded'"
        :stroke-width="isChosen('fixture', fixture.id) ? 5 : 2.5"
        :stroke-dasharray="fixture.base === 'tight' ? undefined : fixture.base === 'pit' ? '3 4' : '10 5'"
        rx="4"
      />
      <text
        v-for="(at, i) in nameIn({
          ...fixture,
          area: areaOf({ kind: 'fixture', id: fixture.id }, fixture.area),
        })"
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
      class="cursor-move"
      :aria-label="`Opening to the storey below at ${place(opening.area)}`"
      v-bind="choosing('opening', opening.id)"
      @keydown="nudge($event, { kind: 'opening', id: opening.id }, opening.area)"
      @pointerdown="grab($event, { kind: 'opening', id: opening.id }, opening.area)"
    >
      <rect
        v-bind="rect(areaOf({ kind: 'opening', id: opening.id }, opening.area))"
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
      class="cursor-move"
      :aria-label="`Doorway, ${show('length', doorway.widthM, preferences.system)} wide, at ${place(doorway.at)}`"
      v-bind="choosing('doorway', doorway.id)"
      @keydown="nudge($event, { kind: 'doorway', id: doorway.id }, doorway.at)"
      @pointerdown="grabDoorway($event, doorway)"
    >
      <path
        :d="`${startOf({ kind: 'doorway', id: doorway.id }, doorway.at)}${doorway.wall === 'alongX' ? 'h' : 'v'}${doorway.widthM * SCALE}`"
        :class="isChosen('doorway', doorway.id) ? 'stroke-moss' : 'stroke-sheet'"
        stroke-width="11"
      />
      <path
        v-if="doorway.thresholdM !== 0"
        :d="`${startOf({ kind: 'doorway', id: doorway.id }, doorway.at)}${doorway.wall === 'alongX' ? 'h' : 'v'}${doorway.widthM * SCALE}`"
        class="stroke-ochre"
        stroke-width="4"
        :stroke-dasharray="doorway.thresholdM == null ? '7 5' : undefined"
      />
    </g>
    <g
      v-for="{ room, name, size, at, text } in names"
      :key="`n${room.id}`"
      class="pointer-events-none"
      :transform="shift(room)"
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
      class="cursor-move"
      :transform="symbolAt(placeOf({ kind: 'leak', id: leak.id }, at))"
      :aria-label="`Leak point ${leak.name} at ${place(at)}`"
      v-bind="choosing('leak', leak.id)"
      @keydown="nudge($event, { kind: 'leak', id: leak.id }, at)"
      @pointerdown="grab($event, { kind: 'leak', id: leak.id }, at)"
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
      class="cursor-move"
      :aria-label="`Sensor ${sensor.name} at ${place(at)}`"
      v-bind="choosing('sensor', sensor.id)"
      @keydown="nudge($event, { kind: 'sensor', id: sensor.id }, at)"
      @pointerdown="grab($event, { kind: 'sensor', id: sensor.id }, at)"
    >
      <polyline
        v-if="(sensor.path?.length ?? 0) > 1"
        :points="wayOf(sensor)"
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

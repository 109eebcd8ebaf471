<script setup lang="ts">
import { computed } from 'vue'
import { useUnitSystem } from '@/ui/unitSystem'
import { newGesture, startDrag } from '@/ui/drag'
import { show } from '@/ui/units'

/** The pipe from the side, with the stem, both straps, and what each pulls. */
const props = defineProps<{
  values: { firstM: number; secondM: number; sameSide: boolean }
  result: { forceN: number; limitN?: number | null }
}>()
const emit = defineEmits<{
  /** With the number of the drag that it comes of. */
  change: [values: { firstM?: number; secondM?: number }, gesture?: number]
}>()

const system = useUnitSystem()
const PIPE_Y = 110
const LEAST_M = 0.005
const stemX = computed(() => (props.values.sameSide ? 60 : 210))
const scale = computed(
  () => (props.values.sameSide ? 330 : 180) / Math.max(0.12, props.values.firstM, props.values.secondM),
)
const firstX = computed(
  () => stemX.value + (props.values.sameSide ? 1 : -1) * props.values.firstM * scale.value,
)
const secondX = computed(() => stemX.value + props.values.secondM * scale.value)
const tooMuch = computed(() => props.result.limitN != null && props.result.forceN > props.result.limitN)

const metres = (x: number) =>
  Math.max(LEAST_M, Math.round((Math.abs(x - stemX.value) / scale.value) * 1000) / 1000)
const straps = computed(() => [
  { key: 'firstM' as const, name: 'First strap', x: firstX.value, metres: props.values.firstM, up: true },
  {
    key: 'secondM' as const,
    name: 'Second strap',
    x: secondX.value,
    metres: props.values.secondM,
    up: false,
  },
])
function grab(press: PointerEvent, key: 'firstM' | 'secondM') {
  const before = props.values[key]
  const gesture = newGesture()
  startDrag(press, {
    move: ({ x }) => emit('change', { [key]: metres(x) }, gesture),
    cancel: () => emit('change', { [key]: before }, gesture),
  })
}

/** Arrow keys move a strap by a millimetre. */
function nudge(event: KeyboardEvent, key: 'firstM' | 'secondM', now: number) {
  const by = { ArrowLeft: -0.001, ArrowDown: -0.001, ArrowRight: 0.001, ArrowUp: 0.001 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  emit('change', { [key]: Math.max(LEAST_M, Math.round((now + by) * 1000) / 1000) })
}
</script>

<template>
  <svg viewBox="0 0 420 220" class="w-full touch-none" role="group" aria-label="The straps on the pipe">
    <path :d="`M0 ${PIPE_Y - 18}H420M0 ${PIPE_Y + 18}H420`" class="stroke-ink" stroke-width="2" />
    <rect
      :x="stemX - 22"
      :y="PIPE_Y - 26"
      width="44"
      height="52"
      rx="6"
      class="fill-paper stroke-ink"
      stroke-width="1.6"
    />
    <circle :cx="stemX" :cy="PIPE_Y" r="6" class="fill-ink" />
    <g
      v-for="strap in straps"
      :key="strap.key"
      tabindex="0"
      role="slider"
      :aria-label="strap.name"
      aria-orientation="horizontal"
      :aria-valuenow="Math.round(strap.metres * 1000)"
      :aria-valuetext="`${show('smallLength', strap.metres, system)} from the stem`"
      class="cursor-ew-resize"
      @pointerdown="grab($event, strap.key)"
      @keydown="nudge($event, strap.key, strap.metres)"
    >
      <rect :x="strap.x - 7" :y="PIPE_Y - 24" width="14" height="48" rx="3" class="fill-moss" />
      <rect :x="strap.x - 16" :y="PIPE_Y - 34" width="32" height="68" class="fill-transparent" />
      <g :class="tooMuch ? 'stroke-clay fill-clay' : 'stroke-ink fill-ink'">
        <path
          :d="`M${strap.x} ${PIPE_Y + (strap.up ? -28 : 28)}v${strap.up ? -34 : 34}`"
          stroke-width="2.2"
        />
        <path
          :d="`M${strap.x - 5} ${PIPE_Y + (strap.up ? -54 : 54)}h10l-5 ${strap.up ? -11 : 11}z`"
          stroke="none"
        />
      </g>
      <text
        :x="strap.x"
        :y="PIPE_Y + (strap.up ? -72 : 84)"
        text-anchor="middle"
        data-result
        class="figures text-[13px] font-bold"
        :class="tooMuch ? 'fill-clay' : 'fill-ink'"
      >
        {{ show('force', result.forceN, system) }}
      </text>
      <text
        :x="strap.x"
        :y="PIPE_Y + (strap.up ? 44 : -34)"
        text-anchor="middle"
        class="figures fill-faded text-[12px]"
      >
        {{ show('smallLength', strap.metres, system) }}
      </text>
    </g>
  </svg>
</template>

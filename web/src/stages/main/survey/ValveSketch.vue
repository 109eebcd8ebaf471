<script setup lang="ts">
import { computed } from 'vue'
import type { DriveSpec, StopValve } from '@/api/types'
import { usePreferences } from '@/site/preferences'
import { show } from '@/ui/units'
import { isMultiTurn } from '@/ui/words'
import type { Asked } from './cards'
import DimensionLine from './DimensionLine.vue'

/**
 * The valve as it was measured, seen along the stem and from the side: one scale for both, what is not measured dashed and
 * with a question mark, what is asked for just now in green.
 */
const props = defineProps<{ main: StopValve; asked: Asked; spec?: DriveSpec }>()

const preferences = usePreferences()

const WIDTH = 380
const MARGIN = 40
/** How far the paper goes, along the pipe and across it. */
const ALONG_M = 0.5
const ACROSS_M = 0.4
const DEFAULTS = { handle: 0.12, straight: 0.15, outside: 0.022, collar: 0.036, thickness: 0.004 }

const length = (metres: number | null | undefined) =>
  metres == null ? '?' : show('smallLength', metres, preferences.system)

/** The nearest thing that way, and how far out it is drawn: farther than the paper goes to its edge. */
function obstacleAt(towards: string, paperM: number) {
  const distances = props.main.obstacles.flatMap((o) =>
    o.towards === towards && o.distanceM != null ? [o.distanceM] : [],
  )
  if (distances.length === 0) return null
  const distanceM = Math.min(...distances)
  return { distanceM, drawnM: Math.min(paperM, distanceM) }
}

const across = computed(() => props.main.handle?.pointsWhenOpen === 'acrossThePipe')
/** Which way is the side that the handle swings to: up while nobody has said, as for one that swings to the left. */
const side = computed(() => (props.main.handle?.swingsTo === 'toTheRight' ? 1 : -1))
/** Where it is when it is shut, once it is said to which side that is. */
const isSwingKnown = computed(
  () => !across.value && !isWheel.value && (props.main.handle?.swingsTo ?? 'unknown') !== 'unknown',
)
const before = computed(() => Math.min(ACROSS_M, props.main.pipeBefore?.straightM ?? DEFAULTS.straight))
const after = computed(() => Math.min(ACROSS_M, props.main.pipeAfter?.straightM ?? DEFAULTS.straight))
const handle = computed(() => props.main.handle?.lengthM ?? DEFAULTS.handle)
/** Several turns: a wheel, which no drive turns. */
const isWheel = computed(() => isMultiTurn(props.main))
/** A tee reaches as far on both sides of the stem. */
const isTee = computed(() => props.main.kind === 'teeBall')
const wheel = computed(() => collar.value + 14)
const envelope = computed(() => (isWheel.value ? null : (props.spec?.envelope ?? null)))
const upstream = computed(() => obstacleAt('upstream', ALONG_M))
const downstream = computed(() => obstacleAt('downstream', ALONG_M))
const handleSide = computed(() => obstacleAt('handleSide', ACROSS_M))
const farSide = computed(() => obstacleAt('farSide', ACROSS_M))
const overHandle = computed(() => obstacleAt('overTheHandle', ACROSS_M))

const left = computed(() =>
  Math.max(
    before.value,
    isTee.value && !across.value ? handle.value : 0,
    envelope.value?.alongM ?? 0,
    upstream.value?.drawnM ?? 0,
  ),
)
const right = computed(() =>
  Math.max(
    after.value,
    across.value ? 0 : handle.value,
    envelope.value?.alongM ?? 0,
    downstream.value?.drawnM ?? 0,
  ),
)
/** Pixels in a metre. */
const scale = computed(() => (WIDTH - 2 * MARGIN) / (left.value + right.value))
const px = (metres: number) => metres * scale.value

const stemX = computed(() => MARGIN + px(left.value))
const outside = computed(
  () => props.main.pipeBefore?.outsideDiameterM ?? props.main.pipeAfter?.outsideDiameterM ?? DEFAULTS.outside,
)
const half = computed(() => Math.max(7, px(outside.value) / 2))
const collar = computed(() =>
  Math.max(half.value + 4, px(props.main.collar?.diameterM ?? DEFAULTS.collar) / 2),
)

/** How far from the pipe the handle comes, m. */
const sweeps = computed(() => (across.value || isSwingKnown.value ? handle.value : 0))
/** How far the paper goes on the side that the handle swings to, and on the other, m. */
const near = computed(() =>
  Math.max(sweeps.value, envelope.value?.acrossM ?? 0, handleSide.value?.drawnM ?? 0),
)
const far = computed(() =>
  Math.max(isTee.value ? sweeps.value : 0, envelope.value?.acrossM ?? 0, farSide.value?.drawnM ?? 0),
)
const above = computed(() => Math.max(52, px(Math.max(0.05, side.value < 0 ? near.value : far.value)) + 22))
const below = computed(() => Math.max(collar.value + 46, px(side.value < 0 ? far.value : near.value) + 34))
const topY = computed(() => 20 + above.value)
const sideHeight = computed(() =>
  Math.max(70, px(Math.max(envelope.value?.overTheHandleM ?? 0, overHandle.value?.drawnM ?? 0, 0.06)) + 16),
)
const sideY = computed(() => topY.value + below.value + 30 + sideHeight.value)
const height = computed(() => sideY.value + half.value + 42)
const stemTop = computed(() => sideY.value - Math.max(34, px(0.055)))

const handleAcross = computed(() => {
  const [x, y, reach] = [stemX.value, topY.value, px(handle.value)]
  return isTee.value
    ? `M${x - 5} ${y + reach - 5}V${y - reach + 5}a5 5 0 0 1 10 0V${y + reach - 5}a5 5 0 0 1 -10 0z`
    : `M${x - 5} ${y}V${y + side.value * (reach - 5)}a5 5 0 0 ${side.value < 0 ? 1 : 0} 10 0V${y}z`
})
const handlePath = computed(() => {
  const [x, y, reach] = [stemX.value, topY.value, px(handle.value)]
  if (across.value) return handleAcross.value
  return isTee.value
    ? `M${x - reach + 5} ${y - 5}H${x + reach - 5}a5 5 0 0 1 0 10H${x - reach + 5}a5 5 0 0 1 0 -10z`
    : `M${x} ${y - 5}H${x + reach - 5}a5 5 0 0 1 0 10H${x}z`
})

/** A quarter turn from open to shut. */
const swingArc = computed(() => {
  const [x, y, r] = [stemX.value, topY.value, 0.8 * px(handle.value)]
  const [upDown, sweep] = [side.value, side.value < 0 ? 0 : 1]
  return `M${x + r} ${y + upDown * 12}A${r} ${r} 0 0 ${sweep} ${x + 12} ${y + upDown * r}m7 ${upDown * -6}l-7 ${upDown * 6}l7 ${upDown * 4}`
})

const isAsked = (...asked: Asked[]) => asked.includes(props.asked)
const dash = (known: unknown) => (known == null ? '4 4' : undefined)
const reading = computed(() => props.main.pullToClose ?? props.main.pullToOpen)
const pullArm = computed(() => px(Math.min(handle.value, reading.value?.armM ?? handle.value * 0.85)))
/** Which way is the side that it is pulled to, along the pipe: down while nobody has said. */
const pulls = computed(() => (isSwingKnown.value ? side.value : 1))
/** Beside the handle's swing, where the paper has room for it there. */
const isPullTextRight = computed(() => pulls.value < 0 && stemX.value + pullArm.value < WIDTH - 140)
const pullY = computed(() => topY.value + pulls.value * 34)
</script>

<template>
  <figure>
    <svg
      :viewBox="`0 0 ${WIDTH} ${height}`"
      class="w-full"
      role="img"
      aria-label="The valve as measured, along the stem and from the side; the water flows to the right"
    >
      <text x="4" y="14" class="fill-faded text-[12px]">Along the stem</text>

      <!-- seen along the stem -->
      <g class="stroke-ink" fill="none" stroke-width="1.8">
        <path
          :d="`M${stemX - px(before)} ${topY - half}H${stemX}M${stemX - px(before)} ${topY + half}H${stemX}`"
          :stroke-dasharray="dash(main.pipeBefore?.straightM)"
        />
        <path
          :d="`M${stemX} ${topY - half}H${stemX + px(after)}M${stemX} ${topY + half}H${stemX + px(after)}`"
          :stroke-dasharray="dash(main.pipeAfter?.straightM)"
        />
        <path
          v-if="main.pipeBefore?.elbow === 'yes'"
          :d="`M${stemX - px(before)} ${topY - half}q${-2 * half} 0 ${-2 * half} ${2 * half}v14M${stemX - px(before)} ${topY + half}v14`"
        />
        <path
          v-if="main.pipeAfter?.elbow === 'yes'"
          :d="`M${stemX + px(after)} ${topY - half}q${2 * half} 0 ${2 * half} ${2 * half}v14M${stemX + px(after)} ${topY + half}v14`"
        />
      </g>
      <path
        v-if="envelope"
        :d="`M${stemX - px(envelope.alongM)} ${topY - px(envelope.acrossM)}h${2 * px(envelope.alongM)}v${2 * px(envelope.acrossM)}h${-2 * px(envelope.alongM)}z`"
        class="stroke-moss fill-moss-wash"
        fill-opacity="0.45"
        stroke-dasharray="6 4"
      />
      <rect
        :x="stemX - collar - 3"
        :y="topY - collar"
        :width="2 * collar + 6"
        :height="2 * collar"
        rx="5"
        class="fill-paper stroke-ink"
        stroke-width="1.6"
      />
      <circle
        :cx="stemX"
        :cy="topY"
        :r="collar - 2"
        fill="none"
        :class="isAsked('collar') ? 'stroke-moss' : 'stroke-faded'"
        :stroke-width="isAsked('collar') ? 3 : 1.2"
        :stroke-dasharray="dash(main.collar?.diameterM)"
      />
      <g v-if="isWheel" class="stroke-ink fill-none" stroke-width="2">
        <circle :cx="stemX" :cy="topY" :r="wheel" stroke-width="6" class="stroke-moss-wash" />
        <circle :cx="stemX" :cy="topY" :r="wheel + 3" />
        <circle :cx="stemX" :cy="topY" :r="wheel - 3" />
        <path
          v-for="turn in [0, 60, 120]"
          :key="turn"
          :d="`M${stemX - wheel + 3} ${topY}h${2 * wheel - 6}`"
          :transform="`rotate(${turn} ${stemX} ${topY})`"
        />
      </g>
      <path
        v-else
        data-testid="handle"
        :d="handlePath"
        class="fill-moss-wash"
        :class="isAsked('handle', 'pull') ? 'stroke-moss' : 'stroke-ink'"
        :stroke-width="isAsked('handle') ? 2.6 : 1.6"
        :stroke-dasharray="dash(main.handle?.lengthM)"
      />
      <g v-if="isSwingKnown" class="fill-none" data-testid="swing">
        <path :d="handleAcross" class="stroke-faded" stroke-width="1.2" stroke-dasharray="4 4" />
        <path :d="swingArc" :class="isAsked('handle') ? 'stroke-moss' : 'stroke-faded'" stroke-width="1.8" />
      </g>
      <circle :cx="stemX" :cy="topY" r="7" class="fill-sheet stroke-ink" stroke-width="1.6" />
      <path
        v-if="main.stem?.shape === 'twoFlats'"
        :d="`M${stemX - 4} ${topY - 5}v10M${stemX + 4} ${topY - 5}v10`"
        class="stroke-ink"
        stroke-width="1.4"
      />
      <rect
        v-else-if="main.stem?.shape === 'square'"
        :x="stemX - 4"
        :y="topY - 4"
        width="8"
        height="8"
        class="stroke-ink fill-none"
        stroke-width="1.4"
      />

      <!-- where the water goes -->
      <path
        :d="`M${stemX - px(before) + 6} ${topY}h26m-7 -5l8 5l-8 5`"
        class="stroke-river fill-none"
        stroke-width="2"
        stroke-linejoin="round"
      />

      <!-- the pull, square to the handle -->
      <g v-if="isAsked('pull')" class="stroke-clay fill-clay">
        <path
          :d="across ? `M${stemX} ${topY - pullArm}h34` : `M${stemX + pullArm} ${topY}V${pullY}`"
          stroke-width="2.2"
        />
        <path
          :d="
            across
              ? `M${stemX + 34} ${topY - pullArm - 5}v10l9 -5z`
              : `M${stemX + pullArm - 5} ${pullY}h10l-5 ${pulls * 9}z`
          "
          stroke="none"
        />
        <text
          :x="across ? stemX + 48 : stemX + pullArm + (isPullTextRight ? 12 : -8)"
          :y="across ? topY - pullArm + 5 : pullY + (pulls < 0 ? -2 : 12)"
          :text-anchor="across || isPullTextRight ? 'start' : 'end'"
          class="figures halo text-[13px] font-bold"
        >
          {{
            reading
              ? `${show('force', reading.pullN, preferences.system)} at ${length(reading.armM)}`
              : 'pull and arm?'
          }}
        </text>
      </g>

      <DimensionLine
        v-if="!across && !isWheel"
        :from="[stemX, topY]"
        :to="[stemX + px(handle), topY]"
        :off="isSwingKnown && side < 0 ? -(px(handle) + 8) : -(collar + 20)"
        :text="length(main.handle?.lengthM)"
        :strong="isAsked('handle')"
      />
      <DimensionLine
        v-else-if="!isWheel"
        :from="[stemX, topY]"
        :to="[stemX, topY + side * px(handle)]"
        :off="side * (collar + 14)"
        :text="length(main.handle?.lengthM)"
        :strong="isAsked('handle')"
      />
      <DimensionLine
        :from="[stemX - px(before), topY]"
        :to="[stemX, topY]"
        :off="collar + 26"
        :text="length(main.pipeBefore?.straightM)"
        :strong="isAsked('pipe')"
      />
      <DimensionLine
        v-if="!isAsked('pull')"
        :from="[stemX, topY]"
        :to="[stemX + px(after), topY]"
        :off="collar + 26"
        :text="length(main.pipeAfter?.straightM)"
        :strong="isAsked('pipe')"
      />

      <!-- what is in the way -->
      <g class="stroke-ochre fill-ochre" :stroke-width="isAsked('room') ? 4 : 2.5">
        <path v-if="upstream" :d="`M${stemX - px(upstream.drawnM)} ${topY - 40}v80`" />
        <path v-if="downstream" :d="`M${stemX + px(downstream.drawnM)} ${topY - 40}v80`" />
        <path v-if="handleSide" :d="`M${stemX - 60} ${topY + side * px(handleSide.drawnM)}h120`" />
        <path v-if="farSide" :d="`M${stemX - 60} ${topY - side * px(farSide.drawnM)}h120`" />
        <g class="figures halo text-[12px] font-bold">
          <text v-if="upstream" :x="stemX - px(upstream.drawnM) + 5" :y="topY - 30">
            {{ length(upstream.distanceM) }}
          </text>
          <text v-if="downstream" :x="stemX + px(downstream.drawnM) - 5" :y="topY + 38" text-anchor="end">
            {{ length(downstream.distanceM) }}
          </text>
          <text
            v-if="handleSide"
            :x="stemX - 64"
            :y="topY + side * px(handleSide.drawnM) + 4"
            text-anchor="end"
          >
            {{ length(handleSide.distanceM) }}
          </text>
          <text v-if="farSide" :x="stemX + 64" :y="topY - side * px(farSide.drawnM) + 4">
            {{ length(farSide.distanceM) }}
          </text>
        </g>
      </g>

      <!-- from the side -->
      <text x="4" :y="topY + below + 24" class="fill-faded text-[12px]">From the side</text>
      <path
        v-if="envelope"
        :d="`M${stemX - px(envelope.alongM)} ${sideY}v${-px(envelope.overTheHandleM)}h${2 * px(envelope.alongM)}v${px(envelope.overTheHandleM)}z`"
        class="stroke-moss fill-moss-wash"
        fill-opacity="0.45"
        stroke-dasharray="6 4"
      />
      <g class="stroke-ink" fill="none" stroke-width="1.8">
        <path
          :d="`M${stemX - px(before)} ${sideY - half}H${stemX + px(after)}M${stemX - px(before)} ${sideY + half}H${stemX + px(after)}`"
          :stroke-dasharray="dash(main.pipeBefore?.outsideDiameterM ?? main.pipeAfter?.outsideDiameterM)"
        />
      </g>
      <path
        :d="`M${stemX - collar - 3} ${sideY + half + 4}v${-2 * half - 8}l${collar / 2} -8h${collar + 6}l${collar / 2} 8v${2 * half + 8}z`"
        class="fill-paper stroke-ink"
        stroke-width="1.6"
      />
      <rect
        :x="stemX - collar / 2 - 3"
        :y="stemTop + 8"
        :width="collar + 6"
        :height="sideY - half - 12 - stemTop - 8"
        class="fill-paper"
        :class="isAsked('collar') ? 'stroke-moss' : 'stroke-ink'"
        :stroke-width="isAsked('collar') ? 3 : 1.6"
        :stroke-dasharray="main.collar?.firm === 'yes' ? undefined : '4 4'"
      />
      <path
        :d="`M${stemX} ${stemTop + 8}v-12`"
        :class="isAsked('stem', 'handle') ? 'stroke-moss' : 'stroke-ink'"
        stroke-width="5"
      />
      <path
        v-if="isWheel"
        :d="`M${stemX - wheel} ${stemTop}h${2 * wheel}`"
        class="stroke-ink"
        stroke-width="7"
        stroke-linecap="round"
      />
      <path
        v-else
        :d="
          across
            ? `M${stemX - 6} ${stemTop}h12`
            : `M${stemX - (isTee ? px(handle) : 8)} ${stemTop}H${stemX + px(handle)}`
        "
        :class="isAsked('handle', 'pull') ? 'stroke-moss' : 'stroke-ink'"
        :stroke-width="Math.max(3, px(main.handle?.thicknessM ?? DEFAULTS.thickness))"
      />
      <g v-if="overHandle" class="stroke-ochre" :stroke-width="isAsked('room') ? 4 : 2.5">
        <path :d="`M${stemX - 70} ${sideY - px(overHandle.drawnM)}h140`" />
      </g>
      <DimensionLine
        v-if="overHandle"
        :from="[stemX - 70, sideY]"
        :to="[stemX - 70, sideY - px(overHandle.drawnM)]"
        :off="-10"
        :text="length(overHandle.distanceM)"
        :strong="isAsked('room')"
      />
      <g class="figures halo text-[12.5px]">
        <text
          :x="stemX - px(before)"
          :y="sideY + half + 17"
          :class="isAsked('pipe') ? 'fill-moss font-bold' : 'fill-faded'"
        >
          ⌀ {{ length(main.pipeBefore?.outsideDiameterM) }}
        </text>
        <text
          :x="stemX + px(after)"
          :y="sideY + half + 17"
          text-anchor="end"
          :class="isAsked('pipe') ? 'fill-moss font-bold' : 'fill-faded'"
        >
          ⌀ {{ length(main.pipeAfter?.outsideDiameterM) }}
        </text>
        <text
          v-if="!isWheel"
          :x="stemX"
          :y="sideY + half + 34"
          text-anchor="middle"
          :class="isAsked('collar') ? 'fill-moss font-bold' : 'fill-faded'"
        >
          collar ⌀ {{ length(main.collar?.diameterM) }}
        </text>
        <text
          v-if="!across && !isWheel"
          :x="stemX + px(handle)"
          :y="stemTop - 8"
          text-anchor="end"
          :class="isAsked('handle') ? 'fill-moss font-bold' : 'fill-faded'"
        >
          {{ length(main.handle?.thicknessM) }} thick
        </text>
      </g>
    </svg>
    <figcaption v-if="spec?.envelope" class="text-faded text-[12.5px]">
      Dashed green: the room {{ spec.name }} takes up.
    </figcaption>
  </figure>
</template>

<script setup lang="ts">
import { computed } from 'vue'

/** A dimension as on a fitter's sketch: two thin legs, a line with strokes across its ends, the figure over it. */
const props = defineProps<{
  from: [number, number]
  to: [number, number]
  /** How far the line stands off what is measured, to the right of the way from one end to the other. */
  off: number
  text: string
  strong?: boolean
}>()

const line = computed(() => {
  const [x1, y1] = props.from
  const [x2, y2] = props.to
  const long = Math.hypot(x2 - x1, y2 - y1) || 1
  const [nx, ny] = [-((y2 - y1) / long) * props.off, ((x2 - x1) / long) * props.off]
  return {
    x1,
    y1,
    x2,
    y2,
    a: [x1 + nx, y1 + ny] as const,
    b: [x2 + nx, y2 + ny] as const,
    upright: Math.abs(x2 - x1) < 1,
  }
})
</script>

<template>
  <g :class="strong ? 'stroke-moss' : 'stroke-faded'" fill="none">
    <path
      :d="`M${line.x1} ${line.y1}L${line.a[0]} ${line.a[1]}M${line.x2} ${line.y2}L${line.b[0]} ${line.b[1]}`"
      stroke-width="0.7"
    />
    <path :d="`M${line.a[0]} ${line.a[1]}L${line.b[0]} ${line.b[1]}`" stroke-width="1.3" />
    <path
      :d="`M${line.a[0] - 4} ${line.a[1] + 4}l8 -8M${line.b[0] - 4} ${line.b[1] + 4}l8 -8`"
      stroke-width="1.7"
    />
    <text
      :x="(line.a[0] + line.b[0]) / 2 + (line.upright ? -7 : 0)"
      :y="(line.a[1] + line.b[1]) / 2 + (line.upright ? 4 : -5)"
      :text-anchor="line.upright ? 'end' : 'middle'"
      class="figures halo text-[12.5px]"
      :class="strong ? 'fill-moss font-bold' : 'fill-ink'"
    >
      {{ text }}
    </text>
  </g>
</template>

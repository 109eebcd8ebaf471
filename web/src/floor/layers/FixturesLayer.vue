<script setup lang="ts">
import type { Fixture } from '@/api/types'
import { rect, SCALE } from '../drawingFrame'
import { usePlaceWords } from '../drawnThings'
import { useStoreyDrawing } from '../storeyDrawing'

/** What stands on the floor, and openings to the storey below. */
const { place } = usePlaceWords()
const fixtureWords: Record<Fixture['base'], string> = {
  tight: 'water runs round it',
  onFeet: 'water runs under it',
  clear: 'hangs clear',
  pit: 'a pit',
}
const { fixtures, openings, textSize, nameIn, choosing, isChosen, areaOf, grab, grabFixture, nudge } =
  useStoreyDrawing()
</script>

<template>
  <g>
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
  </g>
</template>

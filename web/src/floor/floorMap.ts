import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { api } from '@/api/client'
import type { FloorMapOf, FloorPoint } from '@/api/types'
import { leakName, leaksOf } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { usePreferences } from '@/site/preferences'
import { show } from '@/ui/units'
import { useFloorView } from './floorView'
import { hasDoubt, readAt } from './waterMap'

/** How long the water runs when it is let run, s. */
export const LONGEST_S = 600

/** The water's map of the storey that is looked at: of one leak, or of all, the soonest or the worst at each spot. */
export function useFloorMap() {
  const open = useOpenPlan()
  const view = useFloorView()
  const preferences = usePreferences()

  const mapOf = ref<string>('soonest')
  const leakId = computed(() => (mapOf.value === 'soonest' || mapOf.value === 'worst' ? null : mapOf.value))
  const drawnLeaks = computed(() => leaksOf(open.plan!).filter(({ leak, room }) => leak.at && room.storeyId))
  const hasDrawnLeaks = computed(() => drawnLeaks.value.length > 0)
  const choices = computed(() => [
    { value: 'soonest', label: 'All leaks, the soonest here' },
    { value: 'worst', label: 'All leaks, the worst here' },
    ...drawnLeaks.value.map(({ leak, room }) => ({ value: leak.id, label: `${leak.name}, ${room.name}` })),
  ])

  /** What the map depends on; sensors, drives and rules are no part of it. */
  const drawing = computed(() => {
    const { building, catalogue } = open.plan!
    const { storeys, rooms, doorways, openings } = building
    return JSON.stringify([storeys, rooms, doorways, openings, catalogue.finishes])
  })
  // A leak that is drawn no more is looked at no more.
  watch(drawnLeaks, (drawn) => {
    if (leakId.value && !drawn.some((l) => l.leak.id === leakId.value)) mapOf.value = 'soonest'
  })
  const { data } = usePlanQuery(
    () => ['floors', mapOf.value],
    (plan, signal) =>
      api.drawFloors(plan, leakId.value ? { leak: leakId.value } : (mapOf.value as FloorMapOf), signal),
    {
      isAsked: () =>
        hasDrawnLeaks.value && (!leakId.value || drawnLeaks.value.some((l) => l.leak.id === leakId.value)),
      on: drawing,
    },
  )
  const map = computed(() => (hasDrawnLeaks.value ? (data.value ?? null) : null))
  const sheets = computed(() => map.value?.sheets.filter((s) => s.storeyId === view.storeyId) ?? [])
  const isInDoubt = computed(() => sheets.value.some(hasDoubt))
  const isCoarse = computed(() => map.value?.isCoarse === true)

  /** Flow of a leak with the main open, as the assessment has it. */
  const flowOf = (id: string | null) =>
    open.assessment?.leaks.find((l) => l.leakId === id)?.flowM3PerS.high ?? null

  // The spread by time, of one leak.
  const timeS = ref<number | null>(null)
  let frame = 0
  function play() {
    cancelAnimationFrame(frame)
    const begun = performance.now()
    const step = (now: number) => {
      const seconds = ((now - begun) / 6000) * LONGEST_S
      timeS.value = Math.min(LONGEST_S, seconds)
      if (seconds < LONGEST_S) frame = requestAnimationFrame(step)
    }
    frame = requestAnimationFrame(step)
  }
  function showBands() {
    cancelAnimationFrame(frame)
    timeS.value = null
  }
  onBeforeUnmount(() => cancelAnimationFrame(frame))
  watch(leakId, showBands)
  const flow = computed(() => (leakId.value ? flowOf(leakId.value) : null))
  const outMl = computed(() =>
    timeS.value === null || flow.value === null ? null : timeS.value * flow.value * 1e6,
  )
  // The spot under the pointer or the arrows.
  const spot = ref<FloorPoint | null>(null)
  const told = computed(() => {
    const under = spot.value && readAt(sheets.value, spot.value.acrossM, spot.value.downM)
    if (!under || !map.value) return null
    const id = map.value.leakIds[under.leak]
    if (under.least < 0 || !id) return { litres: 'no water ever comes here', rest: '' }
    const least = show('volume', under.least / 1e6, preferences.system)
    if (under.millilitres < 0)
      return {
        litres: 'it may never come here',
        rest: `or after ${least} and more: measure what is not known on its way. ${leakName(open.plan!, id)}`,
      }
    const volume = under.millilitres / 1e6
    const most = show('volume', volume, preferences.system)
    const leakFlow = flowOf(id)
    return {
      litres: least === most ? most : `${least} to ${most}`,
      rest: `out before the water is here${leakFlow ? `, ${show('duration', volume / leakFlow, preferences.system)} at the flow of` : ':'} ${leakName(open.plan!, id)}`,
    }
  })

  return {
    mapOf,
    leakId,
    choices,
    hasDrawnLeaks,
    sheets,
    isInDoubt,
    isCoarse,
    flow,
    timeS,
    play,
    showBands,
    outMl,
    spot,
    told,
  }
}

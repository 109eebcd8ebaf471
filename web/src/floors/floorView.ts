import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { Refusal } from '@/api/client'
import type { FloorPoint, Plan } from '@/api/types'
import { useOpenPlan, type Change } from '@/plan/openPlan'
import type { Carried, Chosen } from './chosen'
import { placeOf, type Mark } from './marks'

/** What a click on the drawing is for, where it does not choose. */
export interface Picking {
  /** What the person is to do, in a sentence. */
  ask: string
  take: (at: FloorPoint) => void
}

/** What is looked at on the floor plan; what is drawn itself is in the plan. */
export const useFloorView = defineStore('floorView', () => {
  const open = useOpenPlan()
  const wantedStorey = ref('')
  const chosen = ref<Chosen | null>(null)
  /** A thing on its way, ahead of the plan, which follows when the move is assessed. */
  const carried = shallowRef<Carried | null>(null)
  const picking = shallowRef<Picking | null>(null)
  const error = ref('')
  /** Where on the drawing the last refused edit was at fault. */
  const marks = shallowRef<Mark[]>([])

  const storeys = computed(() => open.plan?.storeys ?? [])
  const storeyId = computed({
    get: () => (storeys.value.find((s) => s.id === wantedStorey.value) ?? storeys.value[0])?.id ?? '',
    set: (id) => {
      wantedStorey.value = id
    },
  })

  /**
   * Makes a change, as {@link useOpenPlan}'s edit does; what is refused is marked on the drawing where it is.
   * @throws Refusal with the fault's place and message; nothing was changed.
   */
  async function edit(label: string, change: Change): Promise<void> {
    try {
      await open.edit(label, change)
      marks.value = []
      error.value = ''
    } catch (failure) {
      if (failure instanceof Refusal && open.plan) marks.value = marksOf(open.plan, change, failure)
      throw failure
    }
  }

  /** The same where no field shows the refusal: it is shown above the drawing. */
  async function attempt(label: string, change: Change): Promise<boolean> {
    try {
      await edit(label, change)
      return true
    } catch (failure) {
      if (!(failure instanceof Refusal)) throw failure
      error.value = failure.at()
      return false
    }
  }

  return { storeys, storeyId, chosen, carried, picking, error, marks, edit, attempt }
})

function marksOf(plan: Plan, change: Change, refusal: Refusal): Mark[] {
  const draft = structuredClone(plan)
  change(draft)
  return (refusal.problem.faults ?? []).flatMap((fault) => placeOf(draft, fault.pointer) ?? [])
}

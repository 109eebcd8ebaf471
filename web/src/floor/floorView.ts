import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { Refusal } from '@/api/client'
import type { FloorPoint, Plan } from '@/api/types'
import type { Command } from '@/site/commands/list'
import { useOpenPlan } from '@/site/openPlan'
import { latestOnly } from '@/ui/latestOnly'
import type { FloorStage } from '@/ui/words'
import type { Carried, Chosen, Thing } from './chosen'
import { placeOf, type Mark } from './marks'
import { putIn } from './moves'

/** What a click on the drawing is for, where it does not choose. */
export interface Picking {
  /** What the person is to do, in a sentence. */
  ask: string
  take: (at: FloorPoint) => void
}

/** What is looked at on the floor plan; what is drawn itself is in the plan. */
export const useFloorView = defineStore('floorView', () => {
  const open = useOpenPlan()
  /** The stage whose things are lively. */
  const stage = ref<FloorStage>('rooms')
  const wantedStorey = ref('')
  const chosen = ref<Chosen | null>(null)
  /** A thing on its way, ahead of the plan, which follows as each place is assessed. */
  const carried = shallowRef<Carried | null>(null)
  let isHeld = false
  /** What the last move took with it. */
  const told = ref('')
  const picking = shallowRef<Picking | null>(null)
  const error = ref('')
  /** Where on the drawing the last refused edit was at fault. */
  const marks = shallowRef<Mark[]>([])

  const storeys = computed(() => open.plan?.building.storeys ?? [])
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
  const edit = (label: string, change: Command) => marking(change, (marked) => open.edit(label, marked))

  async function marking(change: Command, make: (change: Command) => Promise<void>): Promise<void> {
    told.value = ''
    try {
      await make(change)
      marks.value = []
      error.value = ''
    } catch (failure) {
      if (failure instanceof Refusal && open.plan) marks.value = marksOf(open.plan, change, failure)
      throw failure
    }
  }

  /** The same where no field shows the refusal: it is shown above the drawing. */
  const attempt = (label: string, change: Command) => telling(() => edit(label, change))

  async function telling(make: () => Promise<void>): Promise<boolean> {
    try {
      await make()
      return true
    } catch (failure) {
      if (!(failure instanceof Refusal)) throw failure
      error.value = failure.at()
      return false
    }
  }

  const tryPlace = ({ thing, to }: Carried) => marking((draft) => putIn(draft, thing, to), open.tryOut)
  const follow = latestOnly(async (place: Carried) => {
    // One that was let go meanwhile has been put where it ended.
    if (isHeld) await telling(() => tryPlace(place))
  })

  /** A thing that is held is somewhere else now. */
  function carry(thing: Thing, to: FloorPoint) {
    isHeld = true
    carried.value = { thing, to }
    void follow(carried.value)
  }

  /** It stays where it was let go; where that is refused it goes back, and the reason is told. */
  async function letGo() {
    const last = carried.value
    if (!last) return
    isHeld = false
    const before = doorways()
    const stays = await telling(() => tryPlace(last))
    await (stays ? open.keepTried() : open.dropTried())
    tellLost(before)
    if (carried.value === last) carried.value = null
  }

  /** Nothing has happened. */
  async function putBack() {
    isHeld = false
    carried.value = null
    await open.dropTried()
    marks.value = []
    error.value = ''
  }

  /** Each press of an arrow is a move of its own, in quick succession one step of undo. */
  const takeStep = latestOnly(async (place: Carried) => {
    const { thing, to } = place
    const before = doorways()
    await attempt(`${thing.kind} ${thing.id} moved`, (draft) => putIn(draft, thing, to))
    tellLost(before)
    if (carried.value === place) carried.value = null
  })
  function nudge(thing: Thing, to: FloorPoint) {
    carried.value = { thing, to }
    void takeStep(carried.value)
  }

  const doorways = () => open.beforeTried()?.building.doorways?.length ?? 0
  function tellLost(before: number) {
    const lost = before - doorways()
    if (lost > 0)
      told.value = `${lost === 1 ? 'A doorway that leads nowhere now was' : `${lost} doorways that lead nowhere now were`} taken out. Undo brings back all of it.`
  }

  return {
    stage,
    storeys,
    storeyId,
    chosen,
    carried,
    picking,
    error,
    told,
    marks,
    edit,
    attempt,
    carry,
    letGo,
    putBack,
    nudge,
  }
})

function marksOf(plan: Plan, change: Command, refusal: Refusal): Mark[] {
  const draft = structuredClone(plan)
  change(draft)
  return (refusal.problem.errors ?? []).flatMap((fault) => placeOf(draft, fault.pointer) ?? [])
}

import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Fault, Meanwhile, Mode } from '@/api/types'
import { leaksOf } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { faults, modes } from '@/ui/words'
import { readMeanwhile, writeMeanwhile } from './meanwhile'

/** One leak, in one mode, with what is broken and what happens meanwhile. */
export interface AskedRehearsal {
  leakId: string
  mode: Mode
  faults: Fault[]
  meanwhile: Meanwhile[]
}

/** The rehearsal that the address asks for, so that it can be reloaded and sent on; at first the worst leak, away. */
export function useAskedRehearsal() {
  const open = useOpenPlan()
  const route = useRoute()
  const router = useRouter()

  const words = (key: string) => String(route.query[key] ?? '')
  const leakId = computed(() => {
    const known = leaksOf(open.plan!).find((l) => l.leak.id === route.query.leak)
    return known?.leak.id ?? open.assessment?.tally.worst?.leakId ?? ''
  })
  const asked = computed<AskedRehearsal>(() => ({
    leakId: leakId.value,
    mode: modes.find((m) => m === route.query.mode) ?? 'away',
    faults: faults.filter((f) => words('faults').split(',').includes(f)),
    meanwhile: readMeanwhile(words('meanwhile'), open.plan!).filter((m) => m.leakId !== leakId.value),
  }))

  /** Asks for another, in what is given. */
  async function ask(change: Partial<AskedRehearsal>): Promise<void> {
    const { leakId: leak, mode, faults: broken, meanwhile } = { ...asked.value, ...change }
    await router.replace({
      query: {
        leak,
        mode,
        ...(broken.length ? { faults: broken.join() } : {}),
        ...(meanwhile.length ? { meanwhile: writeMeanwhile(meanwhile) } : {}),
      },
    })
  }

  return { asked, ask }
}

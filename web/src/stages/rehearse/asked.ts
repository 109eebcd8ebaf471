import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { leaksOf } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import { faults, modes } from '@/ui/words'
import { readMeanwhile, rehearsalQuery, type AskedRehearsal } from '@/site/meanwhile'

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
    await router.replace({ query: rehearsalQuery({ ...asked.value, ...change }) })
  }

  return { asked, ask }
}

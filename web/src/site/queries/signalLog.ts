import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, type Refusal } from '@/api/client'
import type { LoggedEntry, RadioLink } from '@/api/types'
import { isBetween } from '../commands/radio'
import { useOpenPlan } from '../openPlan'

/** Who read a signal in place, and when: as the log has it of what is saved. The log is the server's. */
export function useSignalLog() {
  const open = useOpenPlan()
  const { data } = useQuery<LoggedEntry[], Refusal>({
    queryKey: computed(() => ['log', open.siteId, open.saved?.number]),
    queryFn: () => api.log(open.siteId),
    enabled: computed(() => !!open.plan?.installation.signals.length),
    meta: { showsTrouble: true },
  })
  /** The last entry of a signal, where it is the one that counts. */
  return ({ fromId, toId, readDbm, readBars }: RadioLink): LoggedEntry | undefined =>
    data.value?.findLast(
      ({ entry: { signal } }) =>
        signal != null &&
        (signal.dbm ?? null) === (readDbm ?? null) &&
        (signal.bars ?? null) === (readBars ?? null) &&
        isBetween(signal, fromId, toId),
    )
}

import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, shallowRef } from 'vue'
import { api, Refusal } from '@/api/client'
import type { DriveLog, LogEntry } from '@/api/types'
import { adoptSeen } from '@/site/commands/installation'
import { useOpenPlan } from '@/site/openPlan'
import { usePreferences } from '@/site/preferences'
import { useSelectedMain } from '@/site/selectedMain'

/**
 * What was seen and done at the drive that the page is about. It is written down at once, under the name of whoever is at work, and
 * stays written down; the plan adopts its figures, which is an edit like any other.
 */
export function useDriveLog() {
  const open = useOpenPlan()
  const preferences = usePreferences()
  const { drive } = useSelectedMain()
  const mount = computed(() => open.plan!.catalogue.drives.find((d) => d.id === drive.value?.specId)?.mount)
  const written = shallowRef('')
  const client = useQueryClient()
  /** Several sections of the page ask for it: it is read once for all. */
  const question = computed(() => ({
    queryKey: ['driveLog', open.siteId, drive.value?.id, mount.value],
    queryFn: () => api.driveLog(open.siteId, drive.value!.id, mount.value!),
    staleTime: 0,
    meta: { showsTrouble: true },
  }))
  const { data, error: unread } = useQuery<DriveLog, Refusal>(
    computed(() => ({ ...question.value, enabled: !!drive.value && !!mount.value })),
  )
  const log = computed<DriveLog>(() => data.value ?? { strokes: [], stepsDone: [], seen: null })
  const error = computed(() => written.value || (unread.value?.message ?? ''))

  /** @throws Refusal where the entry is at fault; nothing was written down. */
  async function write(entry: Omit<LogEntry, 'driveId'>): Promise<void> {
    const { id } = drive.value!
    await api.appendToLog(open.siteId, { ...entry, driveId: id }, preferences.author || 'not named')
    written.value = ''
    const { queryKey, queryFn } = question.value
    const fresh = await queryFn()
    // One that was asked before the entry was written would say less.
    await client.cancelQueries({ queryKey })
    client.setQueryData(queryKey, fresh)
    await open.edit(`drive ${id} seen`, adoptSeen(id, fresh.seen ?? null))
  }

  /** The same where no field shows the refusal. */
  async function note(entry: Omit<LogEntry, 'driveId'>): Promise<void> {
    try {
      await write(entry)
    } catch (failure) {
      if (!(failure instanceof Refusal)) throw failure
      written.value = failure.at()
    }
  }

  return { log, error, note }
}

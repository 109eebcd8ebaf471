import { computed, shallowRef, watch } from 'vue'
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
  const log = shallowRef<DriveLog>({ strokes: [], stepsDone: [], seen: null })
  const error = shallowRef('')

  async function read() {
    const [id, held] = [drive.value?.id, mount.value]
    if (!id || !held) return
    try {
      const found = await api.driveLog(open.siteId, id, held)
      if (drive.value?.id === id) log.value = found
    } catch (failure) {
      if (!(failure instanceof Refusal)) throw failure
      error.value = failure.message
    }
  }

  watch([() => drive.value?.id, mount], read, { immediate: true })

  /** @throws Refusal where the entry is at fault; nothing was written down. */
  async function write(entry: Omit<LogEntry, 'driveId'>): Promise<void> {
    const { id } = drive.value!
    await api.appendToLog(open.siteId, { ...entry, driveId: id }, preferences.author || 'not named')
    error.value = ''
    await read()
    await open.edit(`drive ${id} seen`, adoptSeen(id, log.value.seen ?? null))
  }

  /** The same where no field shows the refusal. */
  async function note(entry: Omit<LogEntry, 'driveId'>): Promise<void> {
    try {
      await write(entry)
    } catch (failure) {
      if (!(failure instanceof Refusal)) throw failure
      error.value = failure.at()
    }
  }

  return { log, error, write, note }
}

import { computed } from 'vue'
import { useRoute } from 'vue-router'
import type { FittedDrive, StopValve } from '@/api/types'
import { editStopValve } from './commands/building'
import { editDriveOn } from './commands/installation'
import { driveIndexOn } from './drives'
import { useOpenPlan } from './openPlan'

/** The stop valve that the page is about: the one of the address, or the first. */
export function useSelectedMain() {
  const open = useOpenPlan()
  const route = useRoute()
  const index = computed(() =>
    Math.max(0, open.plan?.building.stopValves.findIndex((m) => m.id === route.query.main) ?? 0),
  )
  const main = computed(() => open.plan!.building.stopValves[index.value]!)
  const assessed = computed(() => open.assessment?.stopValves[index.value])
  /** JSON pointer to it. */
  const at = computed(() => `/building/stopValves/${index.value}`)

  const driveIndex = computed(() => driveIndexOn(open.plan!, main.value.id))
  /** The drive on it; undefined while it has none. */
  const drive = computed(() => open.plan!.installation.drives[driveIndex.value])
  /** JSON pointer to the drive. */
  const driveAt = computed(() => `/installation/drives/${driveIndex.value}`)

  /** Changes this stop valve, whichever is looked at when the change is taken. */
  function edit(label: string, change: (main: StopValve) => void): Promise<void> {
    const { id } = main.value
    return open.edit(`main ${id} ${label}`, editStopValve(id, change))
  }

  /** Changes the drive on it; without one there is nothing to change. */
  function editDrive(label: string, change: (drive: FittedDrive) => void): Promise<void> {
    const { id } = main.value
    return open.edit(`main ${id} drive ${label}`, editDriveOn(id, change))
  }

  return { index, main, assessed, at, drive, driveAt, edit, editDrive }
}

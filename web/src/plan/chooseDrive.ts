import type { FittedDrive, Plan } from '@/api/types'

/**
 * Puts a drive on a stop valve, on a supply where one is named. What was timed, mounted and ticked off with the old one says
 * nothing of the new.
 */
export function chooseDrive(
  draft: Plan,
  stopValveId: string,
  specId: string,
  power?: FittedDrive['power'],
): void {
  const { drives } = draft.installation
  const place = drives.findIndex((d) => d.stopValveId === stopValveId)
  const present = drives[place]
  if (present?.specId === specId) {
    if (power) present.power = power
    return
  }
  drives.splice(place < 0 ? drives.length : place, 1, {
    stopValveId,
    specId,
    power: power ?? present?.power ?? 'unknown',
    onMainsFailure: present?.onMainsFailure ?? 'unknown',
    strokesPerYear: present?.strokesPerYear ?? null,
  })
}

import type { FittedDrive, Plan } from '@/api/types'

/** The place of the drive on a stop valve among the plan's drives; −1 while it has none. */
export const driveIndexOn = (plan: Plan, stopValveId: string | undefined): number =>
  plan.installation.drives.findIndex((d) => d.stopValveId === stopValveId)

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
  const place = driveIndexOn(draft, stopValveId)
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

/** Takes a stop valve out, and the drive on it. */
export function takeOutStopValve(draft: Plan, stopValveId: string): void {
  const { building, installation } = draft
  building.stopValves = building.stopValves.filter((m) => m.id !== stopValveId)
  installation.drives = installation.drives.filter((d) => d.stopValveId !== stopValveId)
}

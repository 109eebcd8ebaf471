import type { FittedDrive, MainValve } from '@/api/types'

/**
 * Puts a drive on a main, on a supply where one is named. What was timed, mounted and ticked off with the old one says
 * nothing of the new.
 */
export function chooseDrive(main: MainValve, specId: string, power?: FittedDrive['power']): void {
  if (main.drive?.specId === specId) {
    if (power) main.drive.power = power
    return
  }
  main.drive = {
    specId,
    power: power ?? main.drive?.power ?? 'unknown',
    onMainsFailure: main.drive?.onMainsFailure ?? 'unknown',
    strokesPerYear: main.drive?.strokesPerYear ?? null,
  }
}

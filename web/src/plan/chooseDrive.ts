import type { MainValve } from '@/api/types'

/** Puts a drive on a main. What was timed, mounted and ticked off with the old one says nothing of the new. */
export function chooseDrive(main: MainValve, specId: string): void {
  if (main.drive?.specId === specId) return
  main.drive = {
    specId,
    power: main.drive?.power ?? 'unknown',
    onMainsFailure: main.drive?.onMainsFailure ?? 'unknown',
    strokesPerYear: main.drive?.strokesPerYear ?? null,
  }
}

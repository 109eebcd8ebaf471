import type { Plan } from '@/api/types'

/** The place of the drive on a stop valve among the plan's drives; −1 while it has none. */
export const driveIndexOn = (plan: Plan, stopValveId: string | undefined): number =>
  plan.installation.drives.findIndex((d) => d.stopValveId === stopValveId)

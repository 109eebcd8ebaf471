import type { Interval, Outcome, UnitSystem } from '@/api/types'
import { show, showBounds } from './units'

interface Ending {
  outcome: Outcome
  endless: boolean
  lostM3: Interval
  flowM3PerS: Interval
}

/** The litres that decide: a number, bounds, or that there is no end. */
export function lostText(ending: Ending, system: UnitSystem): string {
  if (ending.endless) return 'no end'
  return showBounds('volume', ending.lostM3, system)
}

/** What an endless leak goes on running, at the most. */
export function runningText(ending: Ending, system: UnitSystem): string {
  return ending.flowM3PerS.high == null ? '' : show('flow', ending.flowM3PerS.high, system)
}

import type { Bounds, Outcome, UnitSystem } from '@/api/types'
import { show, showBounds } from './units'

interface Ending {
  outcome: Outcome
  endless: boolean
  escapeM3: Bounds
  flowM3PerS: Bounds
}

/** The litres that decide: a number, bounds, or that there is no end. */
export function escapeText(ending: Ending, system: UnitSystem): string {
  if (ending.endless) return 'no end'
  return showBounds('volume', ending.escapeM3, system)
}

/** What an endless leak goes on running, at the most. */
export function runningText(ending: Ending, system: UnitSystem): string {
  return ending.flowM3PerS.high == null ? '' : show('flow', ending.flowM3PerS.high, system)
}

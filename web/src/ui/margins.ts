import type { Interval } from '@/api/types'
import { show, showBounds } from './units'

/** The margin that every link should have, dB. */
export const WANTED_DB = 6

/** A margin in words; blocked where metal stands in every way. */
export function marginText(margin: Interval | null | undefined, isBlocked: boolean): string {
  if (isBlocked) return 'blocked by metal'
  if (!margin) return 'not known'
  return showBounds('decibels', margin, 'metric')
}

/** Whether a margin is too little, thin, or enough. */
export function marginStanding(
  margin: Interval | null | undefined,
  isBlocked: boolean,
): 'stop' | 'caution' | 'enough' | 'unknown' {
  if (isBlocked) return 'stop'
  if (!margin) return 'unknown'
  if (margin.high != null && margin.high < 0) return 'stop'
  return (margin.low ?? -Infinity) < WANTED_DB ? 'caution' : 'enough'
}

export const decibels = (db: number) => show('decibels', db, 'metric')

import type { DeviceReach, Interval, MarginStanding } from '@/api/types'
import { show, showBounds } from './units'

/** A margin in words; blocked where metal stands in every way. */
export function marginText(margin: Interval | null | undefined, isBlocked: boolean): string {
  if (isBlocked) return 'blocked by metal'
  return margin ? spanOfDecibels(margin) : 'not known'
}

/** Margins that are too little, or little. */
const marks: Partial<Record<MarginStanding, 'stop' | 'caution'>> = {
  blocked: 'stop',
  tooWeak: 'stop',
  mayBeTooWeak: 'caution',
  thin: 'caution',
}
/** How a margin is marked; not at all where it is enough, or not known. */
export const marginMark = (standing: MarginStanding): 'stop' | 'caution' | undefined => marks[standing]

export const decibels = (db: number) => show('decibels', db, 'metric')
export const spanOfDecibels = (span: Interval) => showBounds('decibels', span, 'metric')

/** Devices with the least in hand first. */
export const weakestFirst = (a: DeviceReach, b: DeviceReach): number => leastOf(a) - leastOf(b)
const NOTHING_DB = -999
const leastOf = (device: DeviceReach) => device.marginDb?.low ?? NOTHING_DB

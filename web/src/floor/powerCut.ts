import type { PowerCutSpan } from '@/api/types'
import { figure } from '@/ui/units'

/** A day on the strip, and how many. */
const DAY_H = 24
export const STRIP_H = 3 * DAY_H
export const stripDays = [0, DAY_H, 2 * DAY_H, STRIP_H]

/** As people say it: minutes, hours, days. */
export function hoursText(hours: number): string {
  if (hours < 1) return `${figure(hours * 60)} min`
  return hours < 2 * DAY_H ? `${figure(hours)} h` : `${figure(hours / DAY_H)} days`
}

/** How long, in words; an end that is not known is said. */
export function spanText({ leastH, mostH }: PowerCutSpan): string {
  if (leastH == null) return 'as long as its batteries last'
  if (leastH === mostH) return leastH === 0 ? 'dead at once' : hoursText(leastH)
  if (mostH == null) return leastH === 0 ? 'not known' : `${hoursText(leastH)} at least`
  return `${leastH === 0 ? '0' : hoursText(leastH)} to ${hoursText(mostH)}`
}

/** Where on the strip the sure part and the possible part end, shares of its length. */
export function onStrip({ leastH, mostH }: PowerCutSpan): { sure: number; possible: number } {
  const share = (hours: number | null | undefined) => (hours == null ? 1 : Math.min(1, hours / STRIP_H))
  return { sure: share(leastH), possible: share(mostH) }
}

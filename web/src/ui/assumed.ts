import type { LeakPoint } from '@/api/types'
import facts from '@/api/wordFacts.json'

const { leaks, ...others } = facts.usual
const spans: Record<string, readonly number[]> = others
const spansOfLeaks: Record<string, Partial<Record<LeakPoint['kind'], readonly number[]>>> = leaks

/** The two ends, SI, that a measurement is assumed to lie between where usual values will do; null where none is assumed. */
export function assumedOf(
  part: { assumesUsual?: boolean },
  name: string,
  kind?: LeakPoint['kind'],
): readonly number[] | null {
  if (!part.assumesUsual) return null
  return (kind ? spansOfLeaks[name]?.[kind] : spans[name]) ?? null
}

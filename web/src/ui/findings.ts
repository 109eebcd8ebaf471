import type { Finding as ApiFinding, UnitSystem } from '@/api/types'
import { show } from './units'

export type Finding = ApiFinding

/** The finding's sentence with its numbers in the units of the reader. */
export function tellWhy(finding: Finding, system: UnitSystem): string {
  return finding.why.replace(/\{(\w+)\}/g, (hole, name: string) => {
    const number = finding.numbers?.[name]
    return number ? show(number.kind, number.value, system) : hole
  })
}

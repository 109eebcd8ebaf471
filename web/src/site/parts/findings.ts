import type { RouteLocationRaw } from 'vue-router'
import type { Finding as ApiFinding, Plan, UnitSystem } from '@/api/types'
import { show } from '@/ui/units'
import { rehearsalQuery } from '../meanwhile'

export type Finding = ApiFinding

/** The finding's sentence with its numbers in the units of the reader. */
export function tellWhy(finding: Finding, system: UnitSystem): string {
  return finding.why.replace(/\{(\w+)\}/g, (hole, name: string) => {
    const number = finding.numbers?.[name]
    return number ? show(number.kind, number.value, system) : hole
  })
}

/** Findings with one remedy are one thing to do; each list in the order in which its first was found. */
export function foldAlike(findings: Finding[]): Finding[][] {
  const alike = new Map<string, Finding[]>()
  for (const finding of findings) {
    const { severity, code, trade, remedy } = finding
    const key = [severity, code, trade, remedy].join('\n')
    alike.set(key, [...(alike.get(key) ?? []), finding])
  }
  return [...alike.values()]
}

/** Cards of the survey, by the part of a stop valve, or of the plan, that they ask for. */
const cards: Record<string, string> = {
  upstreamStop: 'upstream',
  handle: 'handle',
  stem: 'handle',
  collar: 'collar',
  pipeBefore: 'pipe',
  pipeAfter: 'pipe',
  obstacles: 'room',
  stiffness: 'pull',
  exerciseStrokes: 'pull',
  pullToOpen: 'pull',
  pullToClose: 'pull',
  weepsAtStem: 'pull',
  closesFully: 'closes',
  passesM3PerS: 'closes',
  place: 'place',
  bonding: 'bonding',
  feedsSprinklers: 'hangs',
  feedsVitalUse: 'hangs',
  feedsAnimals: 'hangs',
  feedsOtherTenants: 'hangs',
  heater: 'hangs',
}

/** The page, and the field on it, where a finding is mended; null where there is none. */
export function placeOfFinding(
  plan: Plan,
  siteId: string,
  { where, stage }: Finding,
): RouteLocationRaw | null {
  if (where.startsWith('/cases/')) {
    const kept = plan.cases?.[Number(where.split('/')[2])]
    return kept ? { path: `/sites/${siteId}/rehearse`, query: rehearsalQuery(kept) } : null
  }
  const [, list, first, part] = where.split('/').slice(1)
  const index = Number(first)
  const at = (page: string, query: Record<string, string> = {}) => ({
    path: `/sites/${siteId}/${page}`,
    query: { ...query, at: where },
  })
  if (stage === 'reach') return at(list === 'radios' ? 'catalogue' : 'reach')
  if (list === 'stopValves' && plan.building.stopValves[index]) {
    const main = plan.building.stopValves[index].id
    return stage === 'drive'
      ? at('drive', { main })
      : at('main', { main, card: cards[part ?? ''] ?? 'valve' })
  }
  if (list === 'drives' && plan.installation.drives[index]) {
    return at('drive', { main: plan.installation.drives[index].stopValveId })
  }
  if (list === 'supply') return at('main', { card: 'supply' })
  if (list === 'pipes') return at('main', { card: 'pipes' })
  if (list === 'rooms' && plan.building.rooms[index])
    return at('rooms', { room: plan.building.rooms[index].id, view: 'list' })
  if (list === 'sensors') return at('sensors', { view: 'list' })
  if (['rules', 'hubs', 'contacts', 'buttons', 'switches'].includes(list ?? '')) return at('rules')
  if (list === 'doorways' || list === 'openings' || list === 'storeys') return at('rooms')
  return null
}

import type { PlacementSuggestion, Plan } from '@/api/types'
import { freshId } from '@/plan/names'

/**
 * Takes suggested sensors into a plan. Each joins the rules that listen in its room, or else those that close: a sensor
 * that no rule listens to does nothing.
 */
export function acceptInto(draft: Plan, suggestions: PlacementSuggestion[]) {
  for (const suggestion of suggestions) {
    const id = freshId(
      suggestion.name,
      draft.installation.sensors.map((s) => s.id),
    )
    const neighbours = new Set(
      draft.installation.sensors.filter((s) => s.roomId === suggestion.roomId).map((s) => s.id),
    )
    const listening = draft.installation.rules.filter((r) => r.sensorIds.some((s) => neighbours.has(s)))
    const rules = listening.length ? listening : draft.installation.rules.filter((r) => r.action === 'close')
    draft.installation.sensors.push({
      id,
      name: suggestion.name,
      specId: suggestion.specId,
      roomId: suggestion.roomId,
      at: suggestion.at,
      hold: 'unknown',
      distances: [],
    })
    for (const rule of rules) rule.sensorIds.push(id)
  }
}

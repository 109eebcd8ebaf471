import type { Plan, TimelineEvent } from '@/api/types'

/** Who an event is about, or who decided it; undefined where nobody did. */
export function whoOf(event: TimelineEvent, { installation }: Plan): string | undefined {
  if (event.kind === 'told' || event.kind === 'closingOrdered')
    return installation.rules.find((r) => r.id === event.ruleId)?.name
  if (event.kind === 'sensorWet' || event.kind === 'hubKnows')
    return installation.sensors.find((s) => s.id === event.sensorId)?.name
  return undefined
}

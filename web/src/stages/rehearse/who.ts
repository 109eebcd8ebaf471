import type { Plan, TimelineEvent } from '@/api/types'

/** Who an event is about, or who decided it; undefined where nobody did. */
export function whoOf(event: TimelineEvent, { installation }: Plan): string | undefined {
  if ((event.kind === 'told' || event.kind === 'closingOrdered') && event.ruleId)
    return installation.rules.find((r) => r.id === event.ruleId)?.name
  if (event.kind === 'closingOrdered')
    return event.sensorId
      ? `direct link of ${installation.sensors.find((s) => s.id === event.sensorId)?.name}`
      : 'the drive itself, told to close in a power cut'
  if (event.kind === 'sensorWet' || event.kind === 'hubKnows')
    return installation.sensors.find((s) => s.id === event.sensorId)?.name
  return undefined
}

import type { Plan, TimelineEvent } from '@/api/types'
import { leaksOf } from '@/site/names'
import { breakableWords, modeWords } from '@/ui/words'

/** Who an event is about, or who decided it; undefined where nobody did. */
export function whoOf(event: TimelineEvent, plan: Plan): string | undefined {
  const { installation } = plan
  if (event.mode) return modeWords[event.mode]
  if (event.fault) return breakableWords[event.fault]
  if (event.leakId) return leaksOf(plan).find((l) => l.leak.id === event.leakId)?.leak.name
  if (event.buttonId) return installation.buttons?.find((b) => b.id === event.buttonId)?.name
  if (event.kind === 'valveReopens') return 'told to close in a power cut and open again'
  if (event.kind === 'valveOpens' && !event.ruleId) return 'by hand'
  if (event.ruleId) return installation.rules.find((r) => r.id === event.ruleId)?.name
  if (event.kind === 'closingOrdered')
    return event.sensorId
      ? `direct link of ${installation.sensors.find((s) => s.id === event.sensorId)?.name}`
      : 'the drive itself, told to close in a power cut'
  if (event.sensorId) return installation.sensors.find((s) => s.id === event.sensorId)?.name
  return undefined
}

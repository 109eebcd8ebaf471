import type { Rule } from '@/api/types'

type Listening = Pick<Rule, 'sensorIds' | 'allBut'>

/** Whether a rule listens to a sensor: to those named, or to all but those named. */
export const hears = (rule: Listening, sensorId: string): boolean =>
  rule.sensorIds.includes(sensorId) !== (rule.allBut ?? false)

const without = (ids: string[], gone: string[]) => ids.filter((id) => !gone.includes(id))

/** Lets a rule listen to some sensors more. */
export function listen(rule: Listening, sensorIds: string[]): void {
  const rest = without(rule.sensorIds, sensorIds)
  rule.sensorIds = rule.allBut ? rest : [...rest, ...sensorIds]
}

/** Lets a rule listen to some sensors no more. */
export function ignore(rule: Listening, sensorIds: string[]): void {
  const rest = without(rule.sensorIds, sensorIds)
  rule.sensorIds = rule.allBut ? [...rest, ...sensorIds] : rest
}

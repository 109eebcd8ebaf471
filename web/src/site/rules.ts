import type { Rule } from '@/api/types'

type Listening = Pick<Rule, 'sensorIds' | 'allBut' | 'trigger'>

/** Whether a sensor is one of those that a rule waits for: those named, or all but those named. */
export const names = (rule: Listening, sensorId: string): boolean =>
  rule.sensorIds.includes(sensorId) !== (rule.allBut ?? false)

/** Whether a rule acts when a sensor is wet. */
export const hears = (rule: Listening, sensorId: string): boolean =>
  (rule.trigger ?? 'sensorWet') === 'sensorWet' && names(rule, sensorId)

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

/** A rule of its own: an answer is shown by reference, and what is taken of it becomes the plan's. */
export const copyOf = (rule: Rule): Rule => ({
  ...rule,
  sensorIds: [...rule.sensorIds],
  modes: [...rule.modes],
  stopValveIds: [...(rule.stopValveIds ?? [])],
  tellIds: rule.tellIds && [...rule.tellIds],
  buttonIds: rule.buttonIds && [...rule.buttonIds],
  stopSwitchIds: rule.stopSwitchIds && [...rule.stopSwitchIds],
})

import type { Rule, Sensor } from '@/api/types'

type Listening = Pick<Rule, 'sensorIds' | 'allBut' | 'roomIds' | 'trigger'>
type Placed = Pick<Sensor, 'id' | 'roomId'>

/** Whether a sensor is one of those that a rule waits for: those named, or all but those named, of every room or of some. */
export const names = (rule: Listening, sensor: Placed): boolean =>
  rule.sensorIds.includes(sensor.id) !== (rule.allBut ?? false) &&
  (!rule.allBut || (rule.roomIds?.includes(sensor.roomId) ?? true))

/** Whether a rule acts when a sensor is wet. */
export const hears = (rule: Listening, sensor: Placed): boolean =>
  (rule.trigger ?? 'sensorWet') === 'sensorWet' && names(rule, sensor)

const without = (ids: string[], gone: string[]) => ids.filter((id) => !gone.includes(id))

/** Lets a rule listen to some sensors more. One of other rooms than the rule's makes it name each of its sensors. */
export function listen(rule: Listening, more: Placed[], sensors: Placed[]): void {
  const ids = more.map((s) => s.id)
  const rest = without(rule.sensorIds, ids)
  if (rule.allBut && more.every((s) => rule.roomIds?.includes(s.roomId) ?? true)) rule.sensorIds = rest
  else if (rule.allBut) {
    const heard = sensors.filter((s) => names(rule, s)).map((s) => s.id)
    Object.assign(rule, { allBut: false, roomIds: null, sensorIds: [...without(heard, ids), ...ids] })
  } else rule.sensorIds = [...rest, ...ids]
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
  roomIds: rule.roomIds && [...rule.roomIds],
  hours: rule.hours && { ...rule.hours },
})

import type { Rule, Sensor } from '@/api/types'

type Listening = Pick<Rule, 'sensorIds' | 'allBut' | 'roomIds' | 'tags' | 'trigger'>
type Placed = Pick<Sensor, 'id' | 'roomId' | 'tags'>

/** Whether a sensor lies in a rule's rooms and has one of its tags; a rule of none is for all. */
const isInGroup = (rule: Listening, sensor: Placed): boolean =>
  (rule.roomIds?.includes(sensor.roomId) ?? true) &&
  (rule.tags?.some((tag) => sensor.tags?.includes(tag)) ?? true)

/** Whether a sensor is one of those that a rule waits for: those named, or all of its group but those named. */
export const names = (rule: Listening, sensor: Placed): boolean =>
  rule.sensorIds.includes(sensor.id) !== (rule.allBut ?? false) && (!rule.allBut || isInGroup(rule, sensor))

/** Whether a rule acts when a sensor is wet. */
export const hears = (rule: Listening, sensor: Placed): boolean =>
  (rule.trigger ?? 'sensorWet') === 'sensorWet' && names(rule, sensor)

const without = (ids: string[], gone: string[]) => ids.filter((id) => !gone.includes(id))

/** Lets a rule listen to some sensors more. One from outside its group makes it name each of its sensors. */
export function listen(rule: Listening, more: Placed[], sensors: Placed[]): void {
  const ids = more.map((s) => s.id)
  const rest = without(rule.sensorIds, ids)
  if (rule.allBut && more.every((s) => isInGroup(rule, s))) rule.sensorIds = rest
  else if (rule.allBut) {
    const heard = sensors.filter((s) => names(rule, s)).map((s) => s.id)
    Object.assign(rule, {
      allBut: false,
      roomIds: null,
      tags: null,
      sensorIds: [...without(heard, ids), ...ids],
    })
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
  tags: rule.tags && [...rule.tags],
  hours: rule.hours && { ...rule.hours },
})

import type { Plan, Rule, UnitSystem } from '@/api/types'
import { valveName } from '@/site/names'
import { show, timeOfDay } from '@/ui/units'
import { modes, modeWords } from '@/ui/words'

/** A rule in one sentence. */
export function sentenceOf(rule: Rule, plan: Plan, system: UnitSystem): string {
  const time = (seconds: number) => show('duration', seconds, system)
  return `If ${waitsFor(rule, plan, time, system)}${inHours(rule)}: ${then(rule, plan, time)}.`
}

type Time = (seconds: number) => string

const inHours = ({ hours }: Rule) =>
  hours ? `, from ${timeOfDay(hours.fromMin)} to ${timeOfDay(hours.untilMin)}` : ''

function waitsFor(rule: Rule, plan: Plan, time: Time, system: UnitSystem): string {
  const lasts = rule.confirmS > 0 ? ` for ${time(rule.confirmS)}` : ''
  const named = modesOf(rule).join(' or ')
  const when =
    rule.modes.length === 0
      ? 'in no mode'
      : rule.modes.length === modes.length
        ? 'in every mode'
        : `when ${named}`
  const isSeveral = (rule.atLeast ?? 1) > 1
  switch (rule.trigger ?? 'sensorWet') {
    case 'sensorWet':
      return `${sensorsOf(rule, plan)} ${isSeveral ? 'stay' : 'stays'} wet for ${time(rule.confirmS)} ${when}`
    case 'sensorSilent':
      return `${sensorsOf(rule, plan)} ${isSeveral ? 'have' : 'has'} sent nothing for ${time(rule.confirmS)} ${when}`
    case 'modeComes':
      return `the mode becomes ${named || 'none'}${lasts && ` and stays so${lasts}`}`
    case 'mainsFails':
      return `the power has failed${lasts} ${when}`
    case 'internetFails':
      return `the internet cannot be reached${lasts} ${when}`
    case 'buttonPressed':
      return `${buttonsOf(rule, plan)} is pressed${lasts} ${when}`
    case 'sensorCold': {
      const cold =
        rule.colderThanC == null ? 'nothing that is said' : show('temperature', rule.colderThanC, system)
      return `${sensorsOf(rule, plan)} ${isSeveral ? 'are' : 'is'} colder than ${cold}${lasts} ${when}`
    }
    case 'valveMoved':
      return `a stop valve is turned by hand${lasts} ${when}`
    case 'valveFails':
      return `a stop valve was told to close and does not report that it has${lasts} ${when}`
    case 'timeComes':
      return `it is ${rule.atMin == null ? 'a time that is not said' : timeOfDay(rule.atMin)} ${when}`
  }
}

const modesOf = (rule: Rule) => rule.modes.map((m) => modeWords[m].toLowerCase())

function sensorsOf(rule: Rule, plan: Plan): string {
  const named = (ids: string[]) =>
    ids.map((id) => plan.installation.sensors.find((s) => s.id === id)?.name ?? id)
  const [sensor, some] =
    (rule.atLeast ?? 1) > 1
      ? [`any ${rule.atLeast} sensors`, `any ${rule.atLeast} of`]
      : ['any sensor', 'any of']
  if (rule.allBut) {
    const rooms = rule.roomIds?.map((id) => plan.building.rooms.find((r) => r.id === id)?.name ?? id)
    const where = rooms ? ` in ${rooms.join(' or ') || 'no room'}` : ''
    const tagged = rule.tags ? ` tagged ${rule.tags.join(' or ') || 'nothing'}` : ''
    return `${sensor}${tagged}${where}${rule.sensorIds.length ? ` but ${named(rule.sensorIds).join(' and ')}` : ''}`
  }
  if (rule.sensorIds.length === 0) return 'no sensor'
  return rule.sensorIds.length === 1 ? named(rule.sensorIds)[0]! : `${some} ${rule.sensorIds.length} sensors`
}

function buttonsOf(rule: Rule, plan: Plan): string {
  if (!rule.buttonIds) return 'any button'
  const names = rule.buttonIds.map((id) => plan.installation.buttons?.find((b) => b.id === id)?.name ?? id)
  return names.join(' or ') || 'no button'
}

function then(rule: Rule, plan: Plan, time: Time): string {
  const off = (plan.installation.switches ?? [])
    .filter((s) => rule.stopSwitchIds?.includes(s.id))
    .map((s) => s.name)
  const tell = `tell${off.length ? `, switch ${off.join(' and ')} off` : ''}`
  if (rule.action === 'tellOnly') return off.length ? tell : 'only tell'
  const valves = rule.stopValveIds?.map((id) => valveName(plan, id)) ?? []
  const which = valves.length ? ` ${valves.join(' and ')}` : ''
  const soon = rule.delayS === 0 ? 'at once' : `after ${time(rule.delayS)}`
  const unless = (rule.trigger ?? 'sensorWet') === 'sensorWet' ? 'it dries' : 'that is over by then'
  const [act, holds] =
    rule.action === 'open'
      ? ['open', ', if nothing that guards it is wet']
      : ['close', rule.hold === 'untilReset' ? ', and keep it shut until it is reset' : '']
  return `${tell}, then ${act}${which} ${soon}${rule.cancelIfDry && rule.delayS > 0 ? ` unless ${unless}` : ''}${holds}`
}

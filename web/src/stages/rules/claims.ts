import type { CheckedClaim, CheckStep, Plan, Rule, Severity } from '@/api/types'
import { leakName, sensorName, valveName } from '@/site/names'
import { names } from '@/site/rules'
import { exactClock, timeOfDay } from '@/ui/units'
import { breakableWords, faultWords, modeWords, triggerChoices } from '@/ui/words'

export const verdictWords: Record<CheckedClaim['verdict'], string> = {
  proved: 'Proved',
  refuted: 'Refuted',
  notProved: 'Not proved',
}

const ruleName = ({ installation }: Plan, id: string | null | undefined) =>
  installation.rules.find((r) => r.id === id)?.name ?? id ?? ''

const valveNames = (plan: Plan, ids: readonly string[]) => ids.map((id) => valveName(plan, id)).join(' or ')

/** What is claimed, in a sentence. */
export function claimText(plan: Plan, claim: CheckedClaim): string {
  const names = claim.sensorIds.map((id) => sensorName(plan, id))
  const who = names.length > 2 ? `any of ${names.length} sensors (${names[0]}, …)` : names.join(' or ')
  const within = claim.withinS ? `within ${exactClock(claim.withinS)}` : 'at once'
  switch (claim.property) {
    case 'closes':
      return `${who} wet: ${valveNames(plan, claim.stopValveIds)} closes ${within}.`
    case 'closesAfterHand':
      return `${who} wet: ${valveNames(plan, claim.stopValveIds)} closes ${within}, even if somebody opened it by hand while another sensor was wet.`
    case 'told':
      return `${who} wet: somebody who hears it is told ${within}.`
    case 'fires':
      return `“${ruleName(plan, claim.ruleId)}” can fire.`
    case 'opensOnlyDry':
      return `“${ruleName(plan, claim.ruleId)}” never opens ${valveNames(plan, claim.stopValveIds)} while a sensor is wet that closes it.`
    case 'leavesClosed':
      return `“${ruleName(plan, claim.ruleId)}” never opens ${valveNames(plan, claim.stopValveIds)} just after another rule has closed it, with nothing having happened in between.`
    case 'survivesFaults':
      return `${claim.leakIds.map((id) => leakName(plan, id)).join('; ')}: no single fault leaves it running, in any mode, whenever it comes and is over.`
  }
}

/** Whether a claim is about a rule: about itself, or about a sensor that it closes or tells for. */
export const concerns = ({ installation }: Plan, rule: Rule, claim: CheckedClaim): boolean =>
  claim.ruleId === rule.id ||
  ((rule.trigger ?? 'sensorWet') === 'sensorWet' &&
    (claim.property === 'told' || rule.action === 'close') &&
    installation.sensors.some((s) => claim.sensorIds.includes(s.id) && names(rule, s)))

/** How much weighs that a claim is not proved. */
export const severityOf = (claim: CheckedClaim): Severity =>
  claim.property === 'closesAfterHand' || claim.property === 'survivesFaults' ? 'caution' : 'stop'

/** What weighs most of some; nothing of none. */
export const worstOf = (severities: Severity[]): Severity | undefined =>
  severities.find((s) => s === 'stop') ?? severities[0]

/** What leaves the leaks of a claim running. */
export function faultsText({ faults, laterFaults }: CheckedClaim): string {
  const from = faults.map((fault) => faultWords[fault].label.toLowerCase())
  const later = laterFaults?.map((fault) => `${breakableWords[fault]!.toLowerCase()}, broken or back later`)
  return [...from, ...(later ?? [])].join('; ')
}

/** What mends a claim that does not hold. */
export function remedyOf(claim: CheckedClaim): string {
  const mode = claim.steps.findLast((s) => s.mode)?.mode
  const atMin = claim.steps.findLast((s) => s.atMin != null)?.atMin
  const hour = atMin == null ? '' : ` from ${timeOfDay(atMin)} on`
  const when = (mode ? ` when ${modeWords[mode].toLowerCase()}` : '') + hour
  if (claim.verdict === 'notProved')
    return 'Round the times to whole 5 or 10 seconds: then there are fewer states to go through.'
  switch (claim.property) {
    case 'closes':
      return `Let a rule close for it${when}.`
    case 'closesAfterHand':
      return 'Dry every sensor before the valve is opened, or give each room a rule of its own.'
    case 'told':
      return `Add somebody who can be reached${when}.`
    case 'fires':
      return 'Take it out, or give it sensors and modes.'
    case 'opensOnlyDry':
      return 'Take this rule out, and open by hand once somebody has looked.'
    case 'leavesClosed':
      return 'Let this rule drop its opening when what it waits for is over, or open at once: what was closed while it waited is opened again.'
    case 'survivesFaults':
      return 'Put a second way to close beside what can break: a direct link, a backup, a second sensor or valve.'
  }
}

/** What begins that a rule waits for beside water, modes and hours. */
function happeningText(plan: Plan, { trigger, sensorId, buttonId, atMin, stopValveIds }: CheckStep): string {
  switch (trigger) {
    case 'buttonPressed':
      return `${plan.installation.buttons?.find((b) => b.id === buttonId)?.name ?? 'A button'}: pressed`
    case 'sensorCold':
      return `${sensorName(plan, sensorId!)} gets cold`
    case 'timeComes':
      return `It is ${timeOfDay(atMin!)}`
    case 'valveMoved':
      return `Somebody turns ${valveNames(plan, stopValveIds)} by hand`
    case 'valveFails':
      return `${valveNames(plan, stopValveIds)} does not reach its end`
    default:
      return triggerChoices.find((c) => c.value === trigger)!.label
  }
}

/** What happens at a step. */
export function stepText(plan: Plan, claim: CheckedClaim, step: CheckStep): string {
  const sensor = step.sensorId ? sensorName(plan, step.sensorId) : ''
  const valves = valveNames(plan, step.stopValveIds)
  switch (step.kind) {
    case 'startsIn':
      return `Mode: ${modeWords[step.mode!].toLowerCase()}${step.atMin == null ? '' : `, ${timeOfDay(step.atMin)}`}; all is dry`
    case 'hourComes':
      return `It becomes ${timeOfDay(step.atMin!)}`
    case 'sensorWet':
      return `${sensor} gets wet`
    case 'sensorDry':
      return `${sensor} dries`
    case 'modeBecomes':
      return `Mode becomes ${modeWords[step.mode!].toLowerCase()}`
    case 'valveOpened':
      return `Somebody opens ${valves} by hand`
    case 'begins':
      return happeningText(plan, step)
    case 'ends':
      return `${happeningText(plan, step)}: over`
    case 'resets':
      return 'Somebody resets what holds until then'
    case 'opens':
      return `“${ruleName(plan, step.ruleId)}” opens ${valves}`
    case 'tells':
      return `“${ruleName(plan, step.ruleId)}” tells`
    case 'closes':
      return step.ruleId
        ? `“${ruleName(plan, step.ruleId)}” closes ${valves}`
        : `The direct link of ${sensor} closes ${valves}`
    case 'breaks':
      return step.atS ? `${breakableWords[step.fault!]}: breaks` : faultWords[step.fault!].label
    case 'worksAgain':
      return `${breakableWords[step.fault!]}: works again`
    case 'missed':
      if (claim.property === 'survivesFaults') return `${leakName(plan, claim.leakIds[0]!)} runs on`
      return claim.property === 'told'
        ? 'Nobody who hears it has been told'
        : `${sensor} is still wet, and nothing closes`
  }
}

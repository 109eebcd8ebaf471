import type { CheckedClaim, CheckStep, Plan } from '@/api/types'
import { leakName, sensorName, valveName } from '@/site/names'
import { clock, timeOfDay } from '@/ui/units'
import { breakableWords, faultWords, modeWords } from '@/ui/words'

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
  const within = claim.withinS ? `within ${clock(claim.withinS)}` : 'at once'
  switch (claim.property) {
    case 'closes':
      return `${who} wet: ${valveNames(plan, claim.stopValveIds)} closes ${within}.`
    case 'closesAfterHand':
      return `${who} wet: ${valveNames(plan, claim.stopValveIds)} closes ${within}, even if somebody opened it by hand while another sensor was wet.`
    case 'told':
      return `${who} wet: somebody who hears it is told ${within}.`
    case 'fires':
      return `“${ruleName(plan, claim.ruleId)}” can fire.`
    case 'survivesFaults':
      return `${claim.leakIds.map((id) => leakName(plan, id)).join('; ')}: no single fault leaves it running, in any mode, whenever it comes and is over.`
  }
}

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
    case 'survivesFaults':
      return 'Put a second way to close beside what can break: a direct link, a backup, a second sensor or valve.'
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

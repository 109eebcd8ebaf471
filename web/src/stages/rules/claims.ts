import type { Assessment, CheckedClaim, CheckStep, Meanwhile, Plan } from '@/api/types'
import { aboutNothing, type AskedRehearsal } from '@/site/meanwhile'
import { leakName, sensorName, valveName } from '@/site/names'
import { firstTrip } from '@/site/trips'
import { clock, timeOfDay } from '@/ui/units'
import { faultWords, modeWords } from '@/ui/words'

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
      return `${claim.leakIds.map((id) => leakName(plan, id)).join('; ')}: no single fault that is there from the first drop leaves it running, in any mode.`
  }
}

/** What leaves the leaks of a claim running. */
export const faultsText = ({ faults }: CheckedClaim): string =>
  faults.map((fault) => faultWords[fault].label.toLowerCase()).join('; ')

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
      return faultWords[step.fault!].label
    case 'missed':
      if (claim.property === 'survivesFaults') return `${leakName(plan, claim.leakIds[0]!)} runs on`
      return claim.property === 'told'
        ? 'Nobody who hears it has been told'
        : `${sensor} is still wet, and nothing closes`
  }
}

/**
 * A story as a rehearsal: a leak that each wet sensor knows of first, the modes that come, the time of day, and the hands that open a valve.
 * Null where it tells of more than a rehearsal can show: of what dries, of hours that pass in no time, of a valve that was opened before (or
 * that a mode had shut), or of a sensor that knows of no leak first.
 */
export function rehearsalOf(
  plan: Plan,
  claim: CheckedClaim,
  assessment: Pick<Assessment, 'trips'> | null | undefined,
): AskedRehearsal | null {
  const { steps } = claim
  const fault = steps.find((s) => s.fault)?.fault
  if (fault) return { leakId: claim.leakIds[0]!, mode: steps[0]!.mode!, faults: [fault], meanwhile: [] }
  const first = steps.findIndex((s) => s.kind === 'sensorWet')
  const opens = plan.installation.rules.some((r) => r.trigger === 'modeComes' && r.action === 'close')
  const isShown = (step: CheckStep, i: number) =>
    step.kind !== 'sensorDry' &&
    (step.kind !== 'hourComes' || i < first) &&
    (step.kind !== 'valveOpened' || i > first)
  if (first < 0 || opens || !steps.every(isShown)) return null
  const mode = steps.slice(0, first).findLast((s) => s.mode)?.mode
  const begun = tripOf(steps[first]!.sensorId, assessment)
  if (!begun || !mode) return null
  const meanwhile: Meanwhile[] = []
  const hour = steps.slice(0, first).findLast((s) => s.atMin != null)?.atMin
  if (hour != null) meanwhile.push({ ...aboutNothing, atS: begun.timeS!, kind: 'timeIs', min: hour })
  for (const { atS, kind, sensorId, stopValveIds, mode: comes } of steps.slice(first + 1)) {
    const afterS = begun.timeS! + atS - steps[first]!.atS
    if (kind === 'modeBecomes') meanwhile.push({ ...aboutNothing, atS: afterS, kind, mode: comes! })
    if (kind === 'valveOpened')
      meanwhile.push(
        ...stopValveIds.map((stopValveId) => ({ ...aboutNothing, atS: afterS, kind, stopValveId })),
      )
    if (kind !== 'sensorWet') continue
    const other = tripOf(sensorId, assessment)
    if (!other || other.timeS! > afterS) return null
    meanwhile.push({ ...aboutNothing, atS: afterS - other.timeS!, kind: 'leakStarts', leakId: other.leakId })
  }
  return { leakId: begun.leakId, mode, faults: [], meanwhile }
}

/** The leak that a sensor knows of first, the one that it knows of soonest. */
const tripOf = (
  sensorId: string | null | undefined,
  assessment: Pick<Assessment, 'trips'> | null | undefined,
) =>
  (assessment?.trips ?? [])
    .filter(
      (t) =>
        t.sensorId === sensorId && t.timeS != null && firstTrip(assessment, t.leakId)?.sensorId === sensorId,
    )
    .sort((a, b) => a.timeS! - b.timeS!)
    .at(0)

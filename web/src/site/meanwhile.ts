import type { Fault, Meanwhile, Mode, Plan } from '@/api/types'
import { breakableWords, modes, meanwhileWords } from '@/ui/words'

/** One leak, in one mode, with what is broken and what happens meanwhile. */
export interface AskedRehearsal {
  leakId: string
  mode: Mode
  faults: Fault[]
  meanwhile: Meanwhile[]
}

/** What happens while a leak runs, as it stands in an address: kind, what it is about, and seconds from the first drop. */

/** Under which key a step names what it is about. */
export const aboutKeys = {
  modeBecomes: 'mode',
  leakStarts: 'leakId',
  leakEnds: 'leakId',
  wipedUp: 'leakId',
  buttonPressed: 'buttonId',
  valveOpened: 'stopValveId',
  getsCold: 'sensorId',
  breaks: 'fault',
  worksAgain: 'fault',
} as const satisfies Partial<Record<Meanwhile['kind'], keyof Meanwhile>>

/** The mode, leak, button, stop valve, sensor or fault of a step; none where it is the leak that is rehearsed. */
export const aboutOf = (step: Meanwhile): string | null | undefined =>
  step.kind in aboutKeys ? step[aboutKeys[step.kind as keyof typeof aboutKeys]] : null

/** A step that is about nothing in the plan. */
export const aboutNothing = {
  mode: null,
  leakId: null,
  buttonId: null,
  stopValveId: null,
  sensorId: null,
  celsius: null,
  min: null,
  fault: null,
}

const comeAndGo = Object.keys(breakableWords) as Fault[]

/** How cold it gets where nobody has said: pipes freeze. */
const FROST_C = -2

const kinds = Object.keys(meanwhileWords) as Meanwhile['kind'][]

export const writeMeanwhile = (steps: Meanwhile[]): string =>
  steps
    .map((step) => {
      const { kind, atS, celsius, min } = step
      const about = kind === 'getsCold' ? `${step.sensorId}/${celsius}` : (aboutOf(step) ?? min)
      return `${kind}${about == null ? '' : `:${about}`}@${atS}`
    })
    .join()

/** A rehearsal as the query of its address. */
export const rehearsalQuery = ({
  leakId,
  mode,
  faults,
  meanwhile,
}: AskedRehearsal): Record<string, string> => ({
  leak: leakId,
  mode,
  ...(faults.length ? { faults: faults.join() } : {}),
  ...(meanwhile.length ? { meanwhile: writeMeanwhile(meanwhile) } : {}),
})

/** What cannot be read, or is about what the plan has not, is left out: an address may be old. */
export function readMeanwhile(text: string, plan: Plan): Meanwhile[] {
  const leakIds = plan.building.rooms.flatMap((r) => r.leaks.map((l) => l.id))
  const valveIds = drivenIds(plan)
  const sensorIds = plan.installation.sensors.map((s) => s.id)
  const buttonIds = (plan.installation.buttons ?? []).map((b) => b.id)
  return text.split(',').flatMap((part) => {
    const [, word, about, time] = /^(\w+)(?::([^@]+))?@([\d.]+)$/.exec(part) ?? []
    const kind = kinds.find((k) => k === word)
    if (!kind || !Number.isFinite(Number(time))) return []
    const step: Meanwhile = { ...aboutNothing, atS: Number(time), kind }
    switch (kind) {
      case 'modeBecomes': {
        const mode = modes.find((m) => m === about)
        return mode ? [{ ...step, mode }] : []
      }
      case 'leakEnds':
      case 'wipedUp':
        return !about ? [step] : leakIds.includes(about) ? [{ ...step, leakId: about }] : []
      case 'leakStarts':
        return leakIds.includes(about ?? '') ? [{ ...step, leakId: about! }] : []
      case 'buttonPressed':
        return buttonIds.includes(about ?? '') ? [{ ...step, buttonId: about! }] : []
      case 'valveOpened':
        return valveIds.includes(about ?? '') ? [{ ...step, stopValveId: about! }] : []
      case 'getsCold': {
        const [sensorId, celsius] = (about ?? '').split('/')
        return sensorIds.includes(sensorId!) && isFigure(celsius)
          ? [{ ...step, sensorId: sensorId!, celsius: Number(celsius) }]
          : []
      }
      case 'breaks':
      case 'worksAgain': {
        const fault = comeAndGo.find((f) => f === about)
        return fault ? [{ ...step, fault }] : []
      }
      case 'timeIs':
        return isFigure(about) && Number(about) < 1440 ? [{ ...step, min: Number(about) }] : []
      default:
        return [step]
    }
  })
}

const isFigure = (text: string | undefined) => !!text && Number.isFinite(Number(text))

const drivenIds = (plan: Plan): string[] => plan.installation.drives.map((d) => d.stopValveId)

/** What may be put in beside what is there already: another leak only once, and nothing that the plan has not. */
export function addable(
  kind: Meanwhile['kind'],
  plan: Plan,
  { leakId, faults, meanwhile }: AskedRehearsal,
): boolean {
  if (kind === 'buttonPressed') return (plan.installation.buttons ?? []).length > 0
  if (kind === 'valveOpened') return drivenIds(plan).length > 0
  const { rules, sensors } = plan.installation
  if (kind === 'getsCold') return sensors.length > 0 && rules.some((r) => r.trigger === 'sensorCold')
  if (kind === 'timeIs') return looksAtClock(plan) && !meanwhile.some((s) => s.kind === 'timeIs')
  if (kind === 'reset') return rules.some((r) => r.hold === 'untilReset')
  if (kind === 'worksAgain') return brokenBy(faults, meanwhile).length > 0
  return kind !== 'leakStarts' || otherLeaks(plan, leakId, meanwhile).length > 0
}

/** Whether a rule holds in hours or waits for a time of day. */
export const looksAtClock = ({ installation }: Plan): boolean =>
  installation.rules.some((r) => r.hours || r.trigger === 'timeComes')

/** What may break. */
export const breakable = (faults: Fault[]): Fault[] => comeAndGo.filter((f) => !faults.includes(f))

/** What is broken at some time, and may work again. */
export const brokenBy = (faults: Fault[], steps: Meanwhile[]): Fault[] =>
  comeAndGo.filter((f) => faults.includes(f) || steps.some((s) => s.kind === 'breaks' && s.fault === f))

/** Leaks that do not run yet. */
export function otherLeaks(plan: Plan, leakId: string, steps: Meanwhile[]): string[] {
  const running = [leakId, ...steps.map((s) => s.leakId)]
  return plan.building.rooms.flatMap((r) => r.leaks.map((l) => l.id)).filter((id) => !running.includes(id))
}

/** Without one of them, and without what is about the leak that it began. */
export function withoutStep(steps: Meanwhile[], index: number): Meanwhile[] {
  const { kind, leakId } = steps[index]!
  return steps.filter((s, i) => i !== index && !(kind === 'leakStarts' && s.leakId === leakId))
}

/** With another leak in the place of the one that a step began, wherever it is named. */
export const withLeak = (steps: Meanwhile[], gone: string, leakId: string): Meanwhile[] =>
  steps.map((s) => (s.leakId === gone ? { ...s, leakId } : s))

/** A step that happens at a time, about the first that it can be about. */
export function newStep(
  kind: Meanwhile['kind'],
  atS: number,
  plan: Plan,
  { leakId, mode, faults, meanwhile }: AskedRehearsal,
): Meanwhile {
  const { rules } = plan.installation
  return {
    ...aboutNothing,
    // The time of day is asked of the first drop, and may be put later.
    atS: kind === 'timeIs' ? 0 : atS,
    kind,
    mode: kind === 'modeBecomes' ? modes.find((m) => m !== mode)! : null,
    leakId: kind === 'leakStarts' ? otherLeaks(plan, leakId, meanwhile)[0]! : null,
    buttonId: kind === 'buttonPressed' ? plan.installation.buttons![0]!.id : null,
    stopValveId: kind === 'valveOpened' ? drivenIds(plan)[0]! : null,
    ...(kind === 'breaks' ? { fault: breakable(faults)[0] } : {}),
    ...(kind === 'worksAgain' ? { fault: brokenBy(faults, meanwhile)[0] } : {}),
    ...(kind === 'getsCold' ? { sensorId: plan.installation.sensors[0]!.id, celsius: FROST_C } : {}),
    ...(kind === 'timeIs' ? { min: rules.find((r) => r.hours)?.hours?.fromMin ?? 0 } : {}),
  }
}

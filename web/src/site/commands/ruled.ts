import type { Plan, Rule, SchoolOutcome, Sensor } from '@/api/types'
import { modes } from '@/ui/words'
import { freshId } from '../names'
import { copyOf, hears, ignore, listen } from '../rules'
import { addRule } from './installation'
import type { Command } from './list'

/** Whether a sensor's water closes a valve, or only tells. */
export type Protection = 'protect' | 'tellOnly'

/** Of some sensors; null where they differ. */
export function protectionOf({ installation }: Plan, sensorIds: string[]): Protection | null {
  const closing = installation.sensors.filter(
    (s) =>
      sensorIds.includes(s.id) &&
      (installation.rules.some((r) => r.action === 'close' && hears(r, s)) ||
        installation.links.some((l) => l.sensorId === s.id)),
  )
  return closing.length === sensorIds.length ? 'protect' : closing.length === 0 ? 'tellOnly' : null
}

/** How many of a plan's sensors a rule listens to. */
const heardBy = ({ installation }: Plan, rule: Rule) =>
  installation.sensors.filter((s) => hears(rule, s)).length

const largest = (draft: Plan, rules: Rule[]) =>
  rules.reduce<Rule | undefined>(
    (best, rule) => (best && heardBy(draft, best) >= heardBy(draft, rule) ? best : rule),
    undefined,
  )

/** In each mode they join the closing rule that most sensors are in; where there is none, one that closes at once is made. */
function protect(draft: Plan, joining: Sensor[]) {
  const { rules, sensors } = draft.installation
  const sensorIds = joining.map((s) => s.id)
  const closing = new Set(
    modes.flatMap(
      (mode) =>
        largest(
          draft,
          rules.filter((r) => r.action === 'close' && r.modes.includes(mode)),
        ) ?? [],
    ),
  )
  const uncovered = modes.filter((mode) => ![...closing].some((rule) => rule.modes.includes(mode)))
  for (const rule of rules) if (rule.action === 'tellOnly') ignore(rule, sensorIds)
  for (const rule of closing) listen(rule, joining, sensors)
  if (uncovered.length === 0) return
  addRule(freshId('close', rules))(draft)
  Object.assign(rules.at(-1)!, { allBut: false, sensorIds: [...sensorIds], modes: uncovered })
}

/** They leave every closing rule, lose their direct links and join one that only tells in every mode; where there is none, it is made. */
function tellOnly(draft: Plan, leaving: Sensor[]) {
  const { rules, sensors } = draft.installation
  const sensorIds = leaving.map((s) => s.id)
  for (const rule of rules) if (rule.action === 'close') ignore(rule, sensorIds)
  draft.installation.links = draft.installation.links.filter((l) => !sensorIds.includes(l.sensorId))
  const telling = rules.find((r) => r.action === 'tellOnly' && modes.every((m) => r.modes.includes(m)))
  if (telling) listen(telling, leaving, sensors)
  else {
    addRule(freshId('tell', rules))(draft)
    Object.assign(rules.at(-1)!, {
      name: 'Only tell',
      allBut: false,
      sensorIds: [...sensorIds],
      action: 'tellOnly',
    })
  }
  draft.installation.rules = rules.filter((r) => heardBy(draft, r) > 0)
}

/** Lets some sensors close, or only tell. */
export const setProtection =
  (sensorIds: string[], to: Protection): Command =>
  (draft) => {
    const there = draft.installation.sensors.filter((s) => sensorIds.includes(s.id))
    if (there.length === 0) return
    if (to === 'protect') protect(draft, there)
    else tellOnly(draft, there)
  }

/** Takes a starting set in place of all rules and links. */
export const takeSchool =
  ({ rules, links }: SchoolOutcome): Command =>
  ({ installation }) => {
    installation.rules = rules.map(copyOf)
    installation.links = links.map((link) => ({ ...link }))
  }

/** Every rule that closes waits so long, and closes nothing where its sensors have dried by then. */
export const setDelay =
  (delayS: number): Command =>
  ({ installation }) =>
    installation.rules.forEach((rule) => {
      if (rule.action !== 'close') return
      rule.delayS = delayS
      rule.cancelIfDry = delayS > 0
    })

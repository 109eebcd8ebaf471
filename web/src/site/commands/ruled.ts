import type { Plan, Rule } from '@/api/types'
import { modes } from '@/ui/words'
import { freshId } from '../names'
import { addRule } from './installation'
import type { Command } from './list'

/** Whether a sensor's water closes a valve, or only tells. */
export type Protection = 'protect' | 'tellOnly'

/** Of some sensors; null where they differ. */
export function protectionOf({ installation }: Plan, sensorIds: string[]): Protection | null {
  const closing = sensorIds.filter((id) =>
    installation.rules.some((r) => r.action === 'close' && r.sensorIds.includes(id)),
  )
  return closing.length === sensorIds.length ? 'protect' : closing.length === 0 ? 'tellOnly' : null
}

const largest = (rules: Rule[]) =>
  rules.reduce<Rule | undefined>(
    (best, rule) => (best && best.sensorIds.length >= rule.sensorIds.length ? best : rule),
    undefined,
  )

function join(rule: Rule, sensorIds: string[]) {
  rule.sensorIds = [...rule.sensorIds.filter((id) => !sensorIds.includes(id)), ...sensorIds]
}

/** In each mode they join the closing rule that most sensors are in; where there is none, one that closes at once is made. */
function protect(draft: Plan, sensorIds: string[]) {
  const { rules } = draft.installation
  const closing = new Set(
    modes.flatMap(
      (mode) => largest(rules.filter((r) => r.action === 'close' && r.modes.includes(mode))) ?? [],
    ),
  )
  const uncovered = modes.filter((mode) => ![...closing].some((rule) => rule.modes.includes(mode)))
  for (const rule of rules) if (rule.action === 'tellOnly') leave(rule, sensorIds)
  for (const rule of closing) join(rule, sensorIds)
  if (uncovered.length === 0) return
  addRule(freshId('close', rules))(draft)
  Object.assign(rules.at(-1)!, { sensorIds: [...sensorIds], modes: uncovered })
}

const leave = (rule: Rule, sensorIds: string[]) =>
  void (rule.sensorIds = rule.sensorIds.filter((id) => !sensorIds.includes(id)))

/** They leave every closing rule and join one that only tells in every mode; where there is none, it is made. */
function tellOnly(draft: Plan, sensorIds: string[]) {
  const { rules } = draft.installation
  for (const rule of rules) if (rule.action === 'close') leave(rule, sensorIds)
  const telling = rules.find((r) => r.action === 'tellOnly' && modes.every((m) => r.modes.includes(m)))
  if (telling) join(telling, sensorIds)
  else {
    addRule(freshId('tell', rules))(draft)
    Object.assign(rules.at(-1)!, { name: 'Only tell', sensorIds: [...sensorIds], action: 'tellOnly' })
  }
  draft.installation.rules = rules.filter((r) => r.sensorIds.length > 0)
}

/** Lets some sensors close, or only tell. */
export const setProtection =
  (sensorIds: string[], to: Protection): Command =>
  (draft) => {
    const there = sensorIds.filter((id) => draft.installation.sensors.some((s) => s.id === id))
    if (there.length === 0) return
    if (to === 'protect') protect(draft, there)
    else tellOnly(draft, there)
  }

import { addressOf } from '@/api/client'
import type { Plan } from '@/api/types'

/** Names for plans that the server has not been sent. */
const names = new WeakMap<Plan, string>()
let named = 0

/** What a plan is known by: where the server has it, by its content. It stays the same as long as the plan does. */
export function nameOf(plan: Plan): string {
  const name = names.get(plan) ?? addressOf(plan) ?? `here ${++named}`
  names.set(plan, name)
  return name
}

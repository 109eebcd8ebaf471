import type { Plan } from '@/api/types'
import { ensurePipe } from '@/site/commands/building'
import type { Command } from '@/site/commands/list'
import { freshId } from '@/site/names'

/** A plan with a pipe to feed what is put in, and the command that makes it so; the plan itself where it has pipes. */
export function fedPlan(plan: Plan): { plan: Plan; feed: Command } {
  if (plan.building.pipes.length > 0) return { plan, feed: () => undefined }
  const feed = ensurePipe(freshId('pipe', []))
  const draft = structuredClone(plan)
  feed(draft)
  return { plan: draft, feed }
}

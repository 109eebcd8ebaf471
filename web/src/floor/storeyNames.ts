import type { Storey } from '@/api/types'

const inOrder = ['Basement', 'Ground floor', 'First floor', 'Second floor', 'Third floor', 'Fourth floor']

/** What the storey above or below another is called. */
export function nextStoreyName(storeys: Storey[], beside: string | undefined, by: 1 | -1): string {
  if (!beside) return 'Ground floor'
  const at = inOrder.indexOf(beside)
  const name = at < 0 ? undefined : inOrder[at + by]
  return name && storeys.every((s) => s.name !== name) ? name : `Storey ${storeys.length + 1}`
}

import type { StopValve, Plan, TypedKind } from '@/api/types'
import { valueAt } from '@/ui/paths'
import type { Choice } from '@/ui/words'

/** One answer of the survey: where it stands in a main valve (or in the plan), and how it is asked for. */
export type SurveyField = {
  label: string
  /** Keys from the main valve, or from the plan where the card says so, joined by dots. */
  path: string
  how?: string
  /** Asked only where this holds. */
  when?: (main: StopValve, plan: Plan) => boolean
  /** Nothing is missing while it is empty. */
  optional?: boolean
} & (
  | {
      type: 'measure'
      kind: TypedKind
      parts?: [string, string]
      emptyWord?: string
      /** Between what it is assumed to be while it is empty. */
      assumed?: (plan: Plan) => readonly number[] | null
    }
  | { type: 'choice'; choices: (plan: Plan) => Choice<string | null>[] }
  | { type: 'answer'; choices: Choice<string | null>[] }
  | { type: 'valveKind' }
  | { type: 'switch'; on: object }
  | { type: 'text'; required?: boolean; long?: boolean }
)

/** Whether an answer is still open. */
export function isOpen(field: SurveyField, root: object): boolean {
  if (field.optional || field.type === 'switch') return false
  const value = valueAt(root, field.path)
  return value === null || value === 'unknown' || value === ''
}

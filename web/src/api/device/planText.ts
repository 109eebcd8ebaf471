import type { Plan } from '../types'

/** Parts of a document as text, by their keys. */
type Parts = Record<string, string>

/** A plan as text, part by part: its own, and those of what is fitted. */
export interface PlanText {
  version: number
  own: Parts
  fitted: Parts
}

const partsOf = (whole: object): Parts =>
  Object.fromEntries(
    Object.entries(whole)
      .filter(([, part]) => part !== undefined)
      .map(([key, part]) => [key, JSON.stringify(part)]),
  )

/** Null for what is no plan: kept work may be anything. */
export function planTextOf(plan: Plan | null): PlanText | null {
  if (!plan?.installation || typeof plan.installation !== 'object') return null
  const { version, installation, ...own } = plan
  return { version, own: partsOf(own), fitted: partsOf(installation) }
}

/** The parts that are not as before; null stands for one that is gone. */
function changedIn(before: Parts, after: Parts): Parts {
  const gone = Object.keys(before).filter((key) => !(key in after))
  return Object.fromEntries([
    ...Object.entries(after).filter(([key, text]) => text !== before[key]),
    ...gone.map((key) => [key, 'null']),
  ])
}

const written = (parts: Parts): string =>
  `{${Object.entries(parts)
    .map(([key, text]) => `"${key}":${text}`)
    .join()}}`

/** A plan as JSON without what is as it was in another. */
export function changeText(before: PlanText, after: PlanText): string {
  const fitted = changedIn(before.fitted, after.fitted)
  return written({
    version: String(after.version),
    ...changedIn(before.own, after.own),
    ...(Object.keys(fitted).length > 0 && { installation: written(fitted) }),
  })
}

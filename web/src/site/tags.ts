import type { Plan } from '@/api/types'

/** Tags as typed, with commas between; null where there is none. */
export function readTags(text: string): string[] | null {
  const tags = text
    .split(',')
    .map((tag) => tag.trim())
    .filter(Boolean)
  return tags.length ? [...new Set(tags)] : null
}

/** The tags that a plan's sensors have, each once. */
export const tagsOf = (plan: Plan): string[] => [
  ...new Set(plan.installation.sensors.flatMap((sensor) => sensor.tags ?? [])),
]

import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import type { Plan } from '@/api/types'
import { addRepeater } from '@/site/commands/radio'
import { repeaterAt } from './reachChoices'

const { plan } = JSON.parse(readFileSync('../demo/net-loft.terrapin.json', 'utf8')) as { plan: Plan }

it('names a repeater for its room, and several that are added at once each by an id of its own', () => {
  const draft = structuredClone(plan)
  const hall = draft.building.rooms.find((r) => r.name === 'Hall')!
  const at = { acrossM: hall.areas[0]!.acrossM + 0.5, downM: hall.areas[0]!.downM + 0.5 }
  const places = [
    { storeyId: hall.storeyId!, at, heightM: null },
    { storeyId: hall.storeyId!, at: { acrossM: -90, downM: -90 }, heightM: null },
  ]
  for (const place of places) addRepeater(repeaterAt(draft, 'p2', place))(draft)
  const added = draft.installation.repeaters.slice(-2)
  expect(added.map((r) => r.name)).toEqual(['Repeater, Hall', 'Repeater'])
  expect(new Set(draft.installation.repeaters.map((r) => r.id)).size).toBe(
    draft.installation.repeaters.length,
  )
})

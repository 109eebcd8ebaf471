import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import type { Plan } from '@/api/types'
import { chosenAt } from './chosen'

const demo = (JSON.parse(readFileSync('../demo/net-loft.terrapin.json', 'utf8')) as { plan: Plan }).plan

it.each([
  ['/installation/sensors/0', { kind: 'sensor', id: 'stair' }, 'studio'],
  ['/installation/hubs/0/place', { kind: 'hub', id: 'hub' }, 'studio'],
  ['/installation/drives/0', { kind: 'valve', id: 'main' }, 'studio'],
  ['/building/stopValves/0/drawnAt', { kind: 'valve', id: 'main' }, 'studio'],
  ['/building/rooms/7/areas/0', { kind: 'room', id: 'kitchen' }, 'flat'],
])('%s leads to what is drawn there, and to its storey', (pointer, chosen, storeyId) => {
  expect(chosenAt(demo, pointer)).toEqual({ chosen, storeyId })
})

it('leads nowhere where nothing is drawn', () => {
  for (const pointer of ['/building/supply', '/installation/sensors/99', '/installation/repeaters/0', '/x'])
    expect(chosenAt(demo, pointer)).toBeNull()
})

import { describe, expect, it } from 'vitest'
import type { Plan } from '@/api/types'
import { edge } from './chosen'
import { putIn } from './moves'

const room = (id: string, acrossM: number, downM: number, lengthM: number, widthM: number) => ({
  id,
  storeyId: 's',
  areas: [{ acrossM, downM, lengthM, widthM }],
  fixtures: [],
  zones: [],
  drains: [],
  leaks: [],
})
/** A hall above; a kitchen and a larder side by side below it. */
const house = () =>
  ({
    building: {
      rooms: [room('hall', 0, 0, 5, 2), room('kitchen', 0, 2, 3, 3), room('larder', 3, 2, 2, 3)],
      doorways: [
        { id: 'd', storeyId: 's', at: { acrossM: 3, downM: 3 }, wall: 'alongY', widthM: 0.8 },
        { id: 'e', storeyId: 's', at: { acrossM: 1, downM: 2 }, wall: 'alongX', widthM: 0.8 },
      ],
      openings: [],
      walls: [],
    },
    installation: { sensors: [] },
  }) as unknown as Plan
const areas = (plan: Plan) =>
  Object.fromEntries(
    plan.building.rooms.map(({ id, areas: [a] }) => [id, [a!.acrossM, a!.downM, a!.lengthM, a!.widthM]]),
  )

describe('a wall that is moved', () => {
  it('is moved for both rooms that it parts, with the doorway in it', () => {
    const plan = house()
    putIn(plan, edge('kitchen', 0, { across: 'right' }), { acrossM: 3.4, downM: 0 })
    expect(areas(plan)).toEqual({ hall: [0, 0, 5, 2], kitchen: [0, 2, 3.4, 3], larder: [3.4, 2, 1.6, 3] })
    expect(plan.building.doorways.map((d) => d.at)).toEqual([
      { acrossM: 3.4, downM: 3 },
      { acrossM: 1, downM: 2 },
    ])
  })

  it('takes all rooms along that end at it', () => {
    const plan = house()
    putIn(plan, edge('hall', 0, { down: 'bottom' }), { acrossM: 0, downM: 1.5 })
    expect(areas(plan)).toEqual({ hall: [0, 0, 5, 1.5], kitchen: [0, 1.5, 3, 3.5], larder: [3, 1.5, 2, 3.5] })
    expect(plan.building.doorways[1]!.at).toEqual({ acrossM: 1, downM: 1.5 })
  })

  it('leaves a longer wall alone, and takes out a doorway that then leads nowhere', () => {
    const plan = house()
    putIn(plan, edge('kitchen', 0, { down: 'top' }), { acrossM: 0, downM: 2.5 })
    expect(areas(plan)).toEqual({ hall: [0, 0, 5, 2], kitchen: [0, 2.5, 3, 2.5], larder: [3, 2, 2, 3] })
    expect(plan.building.doorways.map((d) => d.id)).toEqual(['d'])
  })

  it('is two at a corner', () => {
    const plan = house()
    putIn(plan, edge('larder', 0, { across: 'right', down: 'bottom' }), { acrossM: 6, downM: 5.5 })
    expect(areas(plan).larder).toEqual([3, 2, 3, 3.5])
  })
})

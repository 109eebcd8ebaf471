import { describe, expect, it } from 'vitest'
import type { Room } from '@/api/types'
import {
  besideLast,
  bounds,
  doorwayIn,
  edgeAt,
  sharedWall,
  snapTo,
  stretched,
  wallsWithoutDoorway,
} from './geometry'

const room = (id: string, acrossM: number, downM: number, lengthM: number, widthM: number): Room => ({
  id,
  name: id,
  finishId: 'vinyl',
  storeyId: 'g',
  leaks: [],
  areas: [{ acrossM, downM, lengthM, widthM }],
  drains: [],
  fixtures: [],
  zones: [],
})

describe('the drawing', () => {
  it('puts a room beside the last one', () => {
    expect(besideLast([], 'g')).toEqual({ acrossM: 0, downM: 0 })
    expect(besideLast([room('a', 1, 2, 3, 4)], 'g')).toEqual({ acrossM: 4, downM: 2 })
  })

  it('finds the wall between two rooms and puts a doorway in its middle', () => {
    const wall = sharedWall(room('a', 0, 0, 3, 2), room('b', 3, 1, 2, 3))!
    expect(wall).toEqual({ at: { acrossM: 3, downM: 1 }, wall: 'alongY', lengthM: 1 })
    expect(doorwayIn(wall)).toEqual({ wall: 'alongY', widthM: 0.8, at: { acrossM: 3, downM: 1.1 } })
    expect(sharedWall(room('a', 0, 0, 3, 2), room('b', 0, 2, 1, 1))).toMatchObject({
      wall: 'alongX',
      lengthM: 1,
    })
    expect(sharedWall(room('a', 0, 0, 3, 2), room('b', 5, 0, 2, 2))).toBeNull()
  })

  it('snaps to an edge within a hand and encloses what is drawn', () => {
    const still = [{ acrossM: 0, downM: 0, lengthM: 3, widthM: 2 }]
    expect(snapTo({ acrossM: 3.1, downM: 0.05, lengthM: 2, widthM: 2 }, still)).toEqual({
      acrossM: 3,
      downM: 0,
    })
    expect(snapTo({ acrossM: 4, downM: 1, lengthM: 2, widthM: 2 }, still)).toEqual({ acrossM: 4, downM: 1 })
    expect(bounds([...still, { acrossM: -1, downM: 1, lengthM: 1, widthM: 3 }])).toEqual({
      acrossM: -1,
      downM: 0,
      lengthM: 4,
      widthM: 4,
    })
  })
})

describe('an edge that is moved', () => {
  const area = { acrossM: 1, downM: 2, lengthM: 3, widthM: 2 }
  it('leaves the others where they are', () => {
    expect(stretched(area, { across: 'left' }, { acrossM: 0.5, downM: 9 })).toEqual({
      ...area,
      acrossM: 0.5,
      lengthM: 3.5,
    })
    expect(stretched(area, { across: 'right' }, { acrossM: 5, downM: 9 })).toEqual({ ...area, lengthM: 4 })
    expect(stretched(area, { down: 'top', across: 'right' }, { acrossM: 3, downM: 1 })).toEqual({
      acrossM: 1,
      downM: 1,
      lengthM: 2,
      widthM: 3,
    })
  })
  it('never turns a floor inside out', () => {
    expect(stretched(area, { across: 'right' }, { acrossM: -5, downM: 0 }).lengthM).toBeCloseTo(0.3)
    const { downM, widthM } = stretched(area, { down: 'top' }, { acrossM: 0, downM: 99 })
    expect([downM + widthM, widthM].map((n) => Math.round(n * 1000) / 1000)).toEqual([4, 0.3])
  })
  it('is where its handle is', () => {
    for (const sides of [{ across: 'left' }, { down: 'bottom' }, { across: 'right', down: 'top' }] as const)
      expect(stretched(area, sides, edgeAt(area, sides))).toEqual(area)
  })
})

it('walls between rooms are found until a doorway is in them', () => {
  const room = (id: string, acrossM: number) => ({
    id,
    storeyId: 's',
    areas: [{ acrossM, downM: 0, lengthM: 2, widthM: 2 }],
  })
  const building = { rooms: [room('a', 0), room('b', 2), room('c', 4)], doorways: [] as unknown[] }
  const shut = () =>
    wallsWithoutDoorway(building as never, 's').map(({ rooms }) => rooms.map((r) => r.id).join())
  expect(shut()).toEqual(['a,b', 'b,c'])
  building.doorways.push({ storeyId: 's', at: { acrossM: 2, downM: 0.6 }, wall: 'alongY', widthM: 0.8 })
  expect(shut()).toEqual(['b,c'])
})

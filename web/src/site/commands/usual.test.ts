import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import type { Plan } from '@/api/types'
import { assumeUsual, openMeasurements } from './usual'

const demo = (): Plan =>
  (JSON.parse(readFileSync('../demo/net-loft.terrapin.json', 'utf8')) as { plan: Plan }).plan

/** A plan of which some is not measured. */
function withOpen(): Plan {
  const plan = demo()
  for (const room of plan.building.rooms) {
    room.floorHeightM ??= 0
    room.finishId ??= 'x'
    for (const fixture of room.fixtures) fixture.depthM ??= 0.5
    for (const leak of room.leaks) {
      leak.heightAboveFloorM ??= 0.3
      leak.holeM ??= 0.007
      leak.flowM3PerS ??= 1e-5
    }
  }
  for (const doorway of plan.building.doorways) doorway.thresholdM ??= 0
  for (const pipe of plan.building.pipes) {
    pipe.boreM ??= 0.02
    pipe.lengthM ??= 5
  }
  plan.building.supply.staticPressurePa ??= 3e5
  return plan
}

describe('usual values', () => {
  it('are offered for nothing where all is measured', () => {
    const plan = withOpen()
    expect(openMeasurements(plan, 'house')).toEqual({ open: 0, assumed: 0 })
    assumeUsual('house', true)(plan)
    expect(JSON.stringify(plan)).not.toContain('"assumesUsual":true')
  })

  it('are assumed for one room, its leak points and its doorways, and for no other', () => {
    const plan = withOpen()
    const [room, other] = plan.building.rooms
    room!.finishId = null
    room!.floorHeightM = null
    other!.finishId = null
    const doorway = plan.building.doorways.find((d) => d.storeyId === room!.storeyId)!
    expect(openMeasurements(plan, 'house')).toEqual({ open: 3, assumed: 0 })
    expect(openMeasurements(plan, { roomId: room!.id })).toEqual({ open: 2, assumed: 0 })
    assumeUsual({ roomId: room!.id }, true)(plan)
    expect(room!.assumesUsual).toBe(true)
    expect(other!.assumesUsual).toBeFalsy()
    expect(doorway.assumesUsual).toBeFalsy()
    expect(openMeasurements(plan, 'house')).toEqual({ open: 3, assumed: 2 })
    assumeUsual({ roomId: room!.id }, false)(plan)
    expect(openMeasurements(plan, 'house')).toEqual({ open: 3, assumed: 0 })
  })

  it('are counted at a leak point by what its kind is asked for', () => {
    const plan = withOpen()
    const { room, leak } = plan.building.rooms
      .flatMap((r) => r.leaks.map((l) => ({ room: r, leak: l })))
      .find(({ leak: l }) => l.pipeId)!
    leak.kind = 'hoseBurst'
    leak.holeM = null
    leak.flowM3PerS = null
    leak.heightAboveFloorM = null
    expect(openMeasurements(plan, { leakId: leak.id })).toEqual({ open: 2, assumed: 0 })
    leak.kind = 'flow'
    leak.pipeId = null
    expect(openMeasurements(plan, { leakId: leak.id })).toEqual({ open: 0, assumed: 0 })
    leak.kind = 'drip'
    expect(openMeasurements(plan, { leakId: leak.id })).toEqual({ open: 1, assumed: 0 })
    assumeUsual({ leakId: leak.id }, true)(plan)
    expect(leak.assumesUsual).toBe(true)
    expect(room.assumesUsual).toBeFalsy()
  })
})

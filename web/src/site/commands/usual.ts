import type { Doorway, Plan, Room } from '@/api/types'
import { isFixedFlow } from '@/ui/words'
import { grown, holds } from '../areas'
import type { Command } from './list'

/** What usual values are assumed for: all of the house, or a part of it. */
export type UsualScope =
  'house' | { roomId: string } | { fixtureId: string } | { leakId: string } | { pipeId: string }

/** A part of the plan that may be assumed to be as usual, and how many of its measurements are open. */
interface Assumable {
  part: { assumesUsual?: boolean }
  open: number
}

const EDGE_M = 0.05

function opensTo({ storeyId, areas }: Room, doorway: Doorway): boolean {
  const { at, wall, widthM } = doorway
  const middle = {
    acrossM: at.acrossM + (wall === 'alongX' ? widthM / 2 : 0),
    downM: at.downM + (wall === 'alongY' ? widthM / 2 : 0),
  }
  return storeyId === doorway.storeyId && areas.some((area) => holds(grown(area, EDGE_M), middle))
}

const countOpen = (...values: unknown[]) => values.filter((v) => v == null).length

function partsOf({ building }: Plan, scope: UsualScope): Assumable[] {
  const isHouse = scope === 'house'
  const asked = isHouse ? {} : scope
  const roomId = 'roomId' in asked ? asked.roomId : null
  const fixtureId = 'fixtureId' in asked ? asked.fixtureId : null
  const leakId = 'leakId' in asked ? asked.leakId : null
  const pipeId = 'pipeId' in asked ? asked.pipeId : null
  const rooms = building.rooms.filter((r) => isHouse || r.id === roomId)
  const fixtures = building.rooms.flatMap((r) =>
    r.fixtures.filter((f) => isHouse || r.id === roomId || f.id === fixtureId),
  )
  const leaks = building.rooms.flatMap((r) =>
    r.leaks.filter(
      (l) =>
        isHouse || r.id === roomId || l.id === leakId || (fixtureId !== null && l.fixtureId === fixtureId),
    ),
  )
  const doorways = building.doorways.filter((d) => isHouse || rooms.some((r) => opensTo(r, d)))
  const pipes = building.pipes.filter((p) => isHouse || p.id === pipeId)
  return [
    ...(isHouse ? [{ part: building.supply, open: countOpen(building.supply.staticPressurePa) }] : []),
    ...rooms.map((r) => ({ part: r, open: countOpen(r.finishId, r.floorHeightM) })),
    ...fixtures.map((f) => ({ part: f, open: f.base === 'pit' ? countOpen(f.depthM) : 0 })),
    ...leaks.map((l) => ({
      part: l,
      open: countOpen(
        ...(l.pipeId ? [l.heightAboveFloorM] : []),
        isFixedFlow(l.kind) ? (l.kind === 'flow' ? 0 : l.flowM3PerS) : l.kind === 'hole' ? 0 : l.holeM,
      ),
    })),
    ...doorways.map((d) => ({ part: d, open: countOpen(d.thresholdM) })),
    ...pipes.map((p) => ({ part: p, open: countOpen(p.boreM, p.lengthM) })),
  ]
}

/** How many measurements are open, and how many of them are assumed to be as usual. */
export function openMeasurements(plan: Plan, scope: UsualScope): { open: number; assumed: number } {
  const parts = partsOf(plan, scope)
  const sum = (all: Assumable[]) => all.reduce((total, { open }) => total + open, 0)
  return { open: sum(parts), assumed: sum(parts.filter(({ part }) => part.assumesUsual)) }
}

/** Takes what is not measured within the span that is usual, or within the widest again. */
export const assumeUsual =
  (scope: UsualScope, assumes: boolean): Command =>
  (draft) =>
    partsOf(draft, scope).forEach(({ part, open }) => {
      if (open > 0 || !assumes) part.assumesUsual = assumes
    })

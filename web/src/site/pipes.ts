import type { LeakPoint, Pipe, Plan, Room } from '@/api/types'

/** Where two pipes end about as high, m. */
const ALIKE_M = 0.3

/**
 * The pipe that most likely feeds a leak point: one that carries its water, that other leak points of the room or storey hang
 * on, and that ends nearest to the floor. Somebody has to say that it is the one.
 */
export function proposePipe(plan: Plan, room: Room, side: LeakPoint['side']): Pipe | undefined {
  const others = (of: (other: Room) => boolean) =>
    new Set(
      plan.building.rooms
        .filter(of)
        .flatMap((r) => r.leaks)
        .filter((l) => l.side === side && !l.pipeIsProposed)
        .map((l) => l.pipeId),
    )
  const here = others((r) => r.id === room.id)
  const sameStorey = others((r) => r.storeyId != null && r.storeyId === room.storeyId)
  const score = (pipe: Pipe) => [
    pipe.water === side ? 0 : (pipe.water ?? 'unknown') === 'unknown' ? 1 : 2,
    here.has(pipe.id) ? 0 : 1,
    sameStorey.has(pipe.id) ? 0 : 1,
    room.floorHeightM == null || pipe.endHeightM == null
      ? 99
      : Math.round(Math.abs(pipe.endHeightM - room.floorHeightM) / ALIKE_M),
    // A branch rather than the pipe that feeds it.
    plan.building.pipes.some((p) => p.parentId === pipe.id) ? 1 : 0,
  ]
  return plan.building.pipes
    .map((pipe) => ({ pipe, score: score(pipe) }))
    .sort((a, b) => {
      const differs = a.score.findIndex((s, i) => s !== b.score[i])
      return differs < 0 ? 0 : a.score[differs]! - b.score[differs]!
    })
    .at(0)?.pipe
}

/** What a new leak point says of its pipe; the only pipe there is needs no asking. */
export function feedOf(plan: Plan, room: Room, side: LeakPoint['side']) {
  const pipe = proposePipe(plan, room, side)
  return { pipeId: pipe?.id ?? null, pipeIsProposed: !!pipe && plan.building.pipes.length > 1 }
}

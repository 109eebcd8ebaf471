import type { Fixture, LeakPoint, Room } from '@/api/types'
import { holds } from '@/site/areas'

/** The leak points of a room that belong to a fixture: those that name it, or name none and fall within a hand's breadth of it. */
export const leaksAt = (room: Room, fixture: Fixture): LeakPoint[] => {
  const reach = {
    acrossM: fixture.area.acrossM - 0.12,
    downM: fixture.area.downM - 0.12,
    lengthM: fixture.area.lengthM + 0.24,
    widthM: fixture.area.widthM + 0.24,
  }
  return room.leaks.filter((l) => l.at && (l.fixtureId ? l.fixtureId === fixture.id : holds(reach, l.at)))
}

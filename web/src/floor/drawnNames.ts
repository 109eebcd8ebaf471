import { computed } from 'vue'
import type { Fixture, FloorPoint, FloorRectangle, Room } from '@/api/types'
import { SCALE, type DrawingFrame } from './drawingFrame'
import { usePlaceWords, type DrawnThings } from './drawnThings'
import { grown } from '@/site/areas'
import { bounds, cornersOf } from './geometry'
import { alongLine, boxAround, fitsInto, leastCrowded, liesIn, placesBeside, placesIn } from './labels'

/** A room's words on the drawing. */
interface RoomName {
  room: Room
  name: string
  /** Empty where there is no room for it. */
  size: string
  at: FloorPoint
  /** Size of the letters, units of the drawing. */
  text: number
  box: FloorRectangle
}

/** Where names stand, so that they cover neither symbols nor one another. */
export function useDrawnNames(things: DrawnThings, { textSize, symbolScale }: DrawingFrame) {
  const { sizeOf } = usePlaceWords()
  const { rooms, leaks, sensors, devices, fixtures, openings } = things

  const symbolM = computed(() => ({ lengthM: 0.3 * symbolScale.value, widthM: 0.36 * symbolScale.value }))
  const symbols = computed(() =>
    [
      ...leaks.value.map(({ at }) => at),
      ...sensors.value.map(({ at }) => at),
      ...devices.value.map(({ at }) => at),
      ...rooms.value.flatMap((room) => room.drains.map((d) => d.at)),
    ].map((at) => boxAround(at, symbolM.value)),
  )
  const standing = computed(() => [
    ...symbols.value,
    ...fixtures.value.map(({ fixture }) => fixture.area),
    ...openings.value.map(({ area }) => area),
    ...sensors.value.flatMap(({ sensor }) => alongLine(sensor.path, 0.1)),
  ])
  const wallLines = computed(() =>
    rooms.value.flatMap((room) => room.areas.flatMap((area) => alongLine(cornersOf(area), 0.08))),
  )
  const floors = computed(() => rooms.value.flatMap((room) => room.areas))
  /** So far out words may stand that no longer fit into their room. */
  const sheet = computed(() => grown(bounds(floors.value), 0.4))

  /** A room's words, no wider than there is room for, as far as they can still be read. */
  function wordsOf(name: string, size: string, wideM: number) {
    const letters = Math.max(name.length * 0.55, size.length * 0.44)
    const text = Math.max(0.62 * textSize.value, Math.min(textSize.value, (wideM * SCALE) / letters))
    const takes = { lengthM: (letters * text) / SCALE, widthM: ((size ? 2.2 : 1.2) * text) / SCALE }
    return { name, size, text, takes }
  }

  const standingAt = (room: Room, words: ReturnType<typeof wordsOf>, at: FloorPoint): RoomName => ({
    ...words,
    room,
    at,
    box: boxAround(at, words.takes),
  })

  /**
   * Where a room's words cover nothing: in it, without its size where that is too much, or else beside it. A symbol may stand on a name,
   * a wall or another name may not: then it is left out.
   */
  function nameOf(room: Room, others: FloorRectangle[]): RoomName | undefined {
    const area = room.areas[0]!
    const free = grown(area, -0.1)
    const size = `${sizeOf(area)}${room.fall ? `, fall ${room.fall.perCent} %` : ''}`
    const inside = [size, '']
      .map((line) => wordsOf(room.name, line, free.lengthM))
      .filter((w) => fitsInto(area, w.takes))
    for (const words of inside) {
      const found = leastCrowded(placesIn(free, words.takes), words.takes, [...standing.value, ...others])!
      if (found.coveredM2 === 0) return standingAt(room, words, found.at)
    }
    for (const line of [size, '']) {
      const words = wordsOf(room.name, line, 0)
      const places = placesBeside(area, words.takes, 0.12).filter((at) =>
        liesIn(boxAround(at, words.takes), sheet.value),
      )
      const found = leastCrowded(places, words.takes, [...standing.value, ...floors.value, ...others])
      if (found?.coveredM2 === 0) return standingAt(room, words, found.at)
    }
    const words = inside.at(-1)
    if (!words) return undefined
    const places = placesIn(free, words.takes).filter(
      (at) => leastCrowded([at], words.takes, others)!.coveredM2 === 0,
    )
    const found = leastCrowded(places, words.takes, standing.value)
    return found && standingAt(room, words, found.at)
  }
  const names = computed(() => {
    const drawn: RoomName[] = []
    for (const room of rooms.value) {
      const boxes = drawn.map(({ box }) => box)
      const name = nameOf(room, boxes)
      if (name) drawn.push(name)
    }
    return drawn
  })
  /** What the figures of the map are not to cover. */
  const taken = computed(() => [...standing.value, ...wallLines.value, ...names.value.map(({ box }) => box)])

  /** Where a fixture's name stands in it; nowhere if there is no room for it. */
  function nameIn({ name, area }: Fixture): FloorPoint[] {
    const text = 0.6 * textSize.value
    const takes = { lengthM: (name.length * 0.55 * text) / SCALE, widthM: text / SCALE }
    if (!fitsInto(area, takes)) return []
    const found = leastCrowded(placesIn(area, takes), takes, symbols.value)
    return found?.coveredM2 === 0 ? [found.at] : []
  }

  return { names, taken, nameIn }
}

import { computed } from 'vue'
import type { Fixture, FloorPoint } from '@/api/types'
import { SCALE, type DrawingFrame } from './drawingFrame'
import { usePlaceWords, type DrawnThings } from './drawnThings'
import { grown } from '@/site/areas'
import { cornersOf } from './geometry'
import { alongLine, boxAround, leastCrowded, placesIn } from './labels'

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
  /** Each room's name and size, where they cover the least; smaller where the room is narrow, and whether they fit into it so. */
  const names = computed(() =>
    rooms.value.map((room) => {
      const area = room.areas[0]!
      const size = `${sizeOf(area)}${room.fall ? `, fall ${room.fall.perCent} %` : ''}`
      const letters = Math.max(room.name.length * 0.55, size.length * 0.44)
      const free = grown(area, -0.1)
      const text = Math.max(0.62 * textSize.value, Math.min(textSize.value, (free.lengthM * SCALE) / letters))
      const takes = { lengthM: (letters * text) / SCALE, widthM: (2.2 * text) / SCALE }
      const at = leastCrowded(placesIn(free, takes), takes, standing.value)!.at
      const fits = takes.lengthM <= area.lengthM && takes.widthM <= area.widthM
      return { room, name: room.name, size, at, text, fits, box: boxAround(at, takes) }
    }),
  )
  /** What the figures of the map are not to cover. */
  const taken = computed(() => [...standing.value, ...wallLines.value, ...names.value.map(({ box }) => box)])

  /** Where a fixture's name stands in it; nowhere if there is no room for it. */
  function nameIn({ name, area }: Fixture): FloorPoint[] {
    const text = 0.6 * textSize.value
    const takes = { lengthM: (name.length * 0.55 * text) / SCALE, widthM: text / SCALE }
    if (takes.lengthM > area.lengthM || takes.widthM > area.widthM) return []
    const found = leastCrowded(placesIn(area, takes), takes, symbols.value)
    return found?.coveredM2 === 0 ? [found.at] : []
  }

  return { names, taken, nameIn }
}

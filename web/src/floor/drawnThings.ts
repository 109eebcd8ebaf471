import { computed } from 'vue'
import type { FloorPoint, FloorRectangle, Plan } from '@/api/types'
import { usePreferences } from '@/site/preferences'
import { SCALE } from './drawingFrame'

/** Feet, for whoever reads US units. */
const FOOT_M = 0.3048

/** What is drawn on one storey of a plan. */
export function useDrawnThings(of: () => { plan: Plan; storeyId: string }) {
  const onStorey = <T extends { storeyId?: string | null }>(things: T[]) =>
    things.filter((t) => t.storeyId === of().storeyId)
  const storey = computed(() => of().plan.building.storeys.find((s) => s.id === of().storeyId))
  const rooms = computed(() => onStorey(of().plan.building.rooms).filter((r) => r.areas.length))
  const roomsElsewhere = computed(() =>
    of().plan.building.rooms.filter((r) => r.storeyId && r.storeyId !== of().storeyId && r.areas.length),
  )
  const doorways = computed(() => onStorey(of().plan.building.doorways))
  const openings = computed(() => onStorey(of().plan.building.openings))
  const walls = computed(() => onStorey(of().plan.building.walls))
  const fixtures = computed(() =>
    rooms.value.flatMap((room) => room.fixtures.map((fixture) => ({ fixture, room }))),
  )
  const leaks = computed(() =>
    rooms.value.flatMap((room) => room.leaks.filter((l) => l.at).map((leak) => ({ leak, at: leak.at! }))),
  )
  const sensors = computed(() =>
    of()
      .plan.installation.sensors.filter(
        (s) => rooms.value.some((room) => room.id === s.roomId) && (s.at || s.path.length > 1),
      )
      .map((sensor) => ({ sensor, at: sensor.at ?? sensor.path[0]! })),
  )
  /** Hubs, repeaters and stop valves, where they hang or are. */
  const devices = computed(() => {
    const { installation, building } = of().plan
    const all = [
      ...building.stopValves.map((v) => ({
        kind: 'valve' as const,
        id: v.id,
        name: v.name,
        place: v.drawnAt,
      })),
      ...installation.hubs.map((h) => ({ kind: 'hub' as const, ...h })),
      ...installation.repeaters.map((r) => ({ kind: 'repeater' as const, ...r })),
    ]
    return all.flatMap(({ kind, id, name, place }) =>
      place?.storeyId === of().storeyId ? [{ kind, id, name, at: place.at }] : [],
    )
  })
  /** Walls as thick as they are known to be, in units of the drawing. */
  const wallWidth = computed(() =>
    Math.max(5, (storey.value?.innerWalls?.thicknessM ?? storey.value?.outerWalls?.thicknessM ?? 0) * SCALE),
  )
  return {
    storey,
    rooms,
    roomsElsewhere,
    doorways,
    openings,
    walls,
    fixtures,
    leaks,
    sensors,
    devices,
    wallWidth,
  }
}

export type DrawnThings = ReturnType<typeof useDrawnThings>

/** Places and sizes in the units that are shown: to the centimetre, or a tenth of a foot. */
export function usePlaceWords() {
  const preferences = usePreferences()
  const feet = (metres: number, digits = 1) => (metres / FOOT_M).toFixed(digits)
  const place = (at: FloorPoint) =>
    preferences.system === 'us'
      ? `${feet(at.acrossM)} ft, ${feet(at.downM)} ft`
      : `${at.acrossM.toFixed(2)} m, ${at.downM.toFixed(2)} m`
  const sizeOf = ({ lengthM, widthM }: FloorRectangle) =>
    preferences.system === 'us'
      ? `${Number(feet(lengthM))} × ${Number(feet(widthM))} ft`
      : `${lengthM} × ${widthM} m`
  /** A room in one line, as one would type it. */
  const exampleLine = computed(
    () => `utility ${preferences.system === 'us' ? '7 x 6' : '2.1 x 1.8'}: washer, sink, boiler`,
  )
  return { place, sizeOf, exampleLine }
}

import type { Assessment, SensorTrip } from '@/api/types'

/** Trips that are known to come, the fewest litres first. */
export const soonestFirst = (trips: SensorTrip[]): SensorTrip[] =>
  trips.filter((t) => t.volumeM3.high != null).sort((a, b) => a.volumeM3.high! - b.volumeM3.high!)

/** The sensor that knows of a leak before any other; undefined where none is known ever to. */
export const firstTrip = (
  assessment: Pick<Assessment, 'trips'> | null | undefined,
  leakId: string,
): SensorTrip | undefined => soonestFirst((assessment?.trips ?? []).filter((t) => t.leakId === leakId)).at(0)

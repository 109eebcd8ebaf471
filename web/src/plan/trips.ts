import type { Assessment, SensorTrip } from '@/api/types'

/** The sensor that knows of a leak before any other; undefined where none is known ever to. */
export const firstTrip = (
  assessment: Pick<Assessment, 'trips'> | null | undefined,
  leakId: string,
): SensorTrip | undefined =>
  (assessment?.trips ?? [])
    .filter((t) => t.leakId === leakId && t.volumeM3.high != null)
    .sort((a, b) => a.volumeM3.high! - b.volumeM3.high!)
    .at(0)

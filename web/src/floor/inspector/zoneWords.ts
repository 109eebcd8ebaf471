import type { FloorZone } from '@/api/types'

export const zoneWords: Record<FloorZone['kind'], string> = {
  mopped: 'Mopped',
  splashed: 'Splashed daily',
  keepClear: 'To be kept clear',
}

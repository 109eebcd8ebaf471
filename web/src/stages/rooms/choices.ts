import type { LeakPoint, Room } from '@/api/types'
import type { Choice } from '@/ui/words'

export const finishes: Choice<Room['finish']>[] = [
  { value: 'unknown', label: 'Not looked at yet' },
  { value: 'polishedStone', label: 'Polished stone', hint: 'water spreads very thin' },
  { value: 'glazedTile', label: 'Glazed tile' },
  { value: 'mattTile', label: 'Matt tile' },
  { value: 'sealedConcrete', label: 'Sealed concrete' },
  { value: 'vinyl', label: 'Vinyl' },
  { value: 'oiledWood', label: 'Oiled wood' },
  { value: 'waxedWood', label: 'Waxed wood', hint: 'water stands high' },
]

export const positions: Choice<LeakPoint['position']>[] = [
  { value: 'open', label: 'Open floor' },
  { value: 'wall', label: 'At a wall' },
  { value: 'corner', label: 'In a corner' },
  { value: 'unknown', label: 'Not known' },
]

export const waterSides: Choice<LeakPoint['side']>[] = [
  { value: 'cold', label: 'Cold' },
  { value: 'hot', label: 'Hot' },
]

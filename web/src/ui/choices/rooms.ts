import type { Catalogue, LeakPoint } from '@/api/types'
import type { Choice } from '@/ui/words'

/** The finishes of a catalogue, and that nobody has looked yet. */
export const finishesOf = (catalogue: Catalogue): Choice<string | null>[] => [
  { value: null, label: 'Not looked at yet' },
  ...catalogue.finishes.map((f) => ({
    value: f.id,
    label: f.name,
    hint: `water meets it at ${f.contactAngle.deg}°`,
  })),
]

export const harms: Choice<NonNullable<LeakPoint['harms']>[number]>[] = [
  { value: 'finishedCeilingBelow', label: 'A finished ceiling below' },
  { value: 'electrics', label: 'Electrics' },
  { value: 'longUnattended', label: 'Long unattended' },
  { value: 'goodsOrFittings', label: 'Goods or fittings' },
  { value: 'otherPeoplesRooms', label: "Other people's rooms" },
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

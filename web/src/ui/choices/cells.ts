import type { BatteryCells } from '@/api/types'
import type { Choice } from '../words'

export const cellWords: Record<BatteryCells, string> = {
  unknown: 'Not looked at',
  alkaline: 'Alkaline',
  lithium: 'Lithium',
}

/** The cells that were put in. @param comesWith Those of its kind in the catalogue. */
export const cellsAsFitted = (comesWith?: BatteryCells | null): Choice<BatteryCells | null>[] => [
  {
    value: null,
    label: `As it comes: ${cellWords[comesWith ?? 'unknown'].toLowerCase()}`,
  },
  { value: 'alkaline', label: cellWords.alkaline },
  { value: 'lithium', label: cellWords.lithium },
]

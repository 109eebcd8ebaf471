import type { BatteryCells, BatteryDue, CellSize } from '@/api/types'
import type { Choice } from '../words'

export const cellWords: Record<BatteryCells, string> = {
  unknown: 'Not looked at',
  alkaline: 'Alkaline',
  lithium: 'Lithium',
}

export const cellSizeWords: Record<CellSize, string> = {
  unknown: 'Not said',
  aaa: 'AAA',
  aa: 'AA',
  c: 'C',
  d: 'D',
  nineVolt: '9 V',
  cr2: 'CR2',
  cr123A: 'CR123A',
  cr2032: 'CR2032',
  cr2450: 'CR2450',
}

/** What to bring: how many of which. */
export function cellsToBring({ cells, count, size = 'unknown' }: BatteryDue): string {
  const kind = cells && cells !== 'unknown' ? cellWords[cells].toLowerCase() : ''
  const sizes = size === 'unknown' ? '' : cellSizeWords[size]
  const number = count == null ? sizes : `${count} × ${sizes || 'cells'}`
  return [number, kind].filter(Boolean).join(', ')
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

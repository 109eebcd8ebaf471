import figures from '@/api/deviceFigures.json'
import type { TypedKind } from '@/api/types'
import { cellSizeWords, cellWords } from '@/ui/choices/cells'
import { answerWords, driveSupplyWords, mountWords, sensorKindWords, type Choice } from '@/ui/words'

export type DeviceList = 'drives' | 'sensors' | 'hubs' | 'repeaters' | 'radios' | 'finishes'

export const deviceLists: { list: DeviceList; name: string }[] = [
  { list: 'drives', name: 'Drives' },
  { list: 'sensors', name: 'Sensors' },
  { list: 'hubs', name: 'Hubs' },
  { list: 'repeaters', name: 'Repeaters' },
  { list: 'radios', name: 'Radios' },
  { list: 'finishes', name: 'Floors' },
]

/** One figure of a device: where it stands, and the key under which its number is. */
export interface DeviceColumn {
  label: string
  path: string
  kind?: TypedKind
  /** Of the number inside a figure that carries its standing. */
  numberKey?: string
  choices?: Choice<string>[]
  how?: string
  /** The list of the catalogue whose entries it names. */
  refersTo?: DeviceList
  /** Whether it names several. */
  isList?: boolean
  /** All the numbers under its path, which are taken together or not at all. */
  group?: string[]
}

const choicesOf = (words: Record<string, string>): Choice<string>[] =>
  Object.entries(words).map(([value, label]) => ({ value, label }))

/** Words of the catalogue, by their type. */
const choices: Record<string, Choice<string>[]> = {
  mount: choicesOf(mountWords),
  driveSupply: choicesOf(driveSupplyWords),
  sensorKind: choicesOf(sensorKindWords),
  answer: choicesOf(answerWords),
  batteryCells: choicesOf(cellWords),
  cellSize: choicesOf(cellSizeWords),
}

type Figure = Omit<DeviceColumn, 'choices' | 'kind' | 'refersTo'> & {
  kind?: string
  words?: string
  refersTo?: string
}
const columnOf = ({ words, kind, refersTo, ...figure }: Figure): DeviceColumn => ({
  ...figure,
  kind: kind as TypedKind | undefined,
  refersTo: refersTo as DeviceList | undefined,
  choices: words ? choices[words] : undefined,
})

/** The figures of each kind of device, as tables have them too. */
export const deviceColumns = Object.fromEntries(
  Object.entries(figures).map(([list, of]) => [list, (of as Figure[]).map(columnOf)]),
) as Record<DeviceList, DeviceColumn[]>

import type { Catalogue } from '@/api/types'
import { deviceLists, type DeviceList } from './columns'

/** An entry of a catalogue that is another now, or new, or gone. */
export interface CatalogueEdit {
  list: DeviceList
  id: string
  name: string
  is: 'changed' | 'new' | 'gone'
}

type Entry = { id: string; name: string }
const entries = (catalogue: Catalogue, list: DeviceList) => catalogue[list] as Entry[]

/** What differs between two states of a catalogue, entry by entry. */
export const changesOf = (before: Catalogue, after: Catalogue): CatalogueEdit[] =>
  deviceLists.flatMap(({ list }) => {
    const was = new Map(entries(before, list).map((e) => [e.id, e]))
    const now = new Map(entries(after, list).map((e) => [e.id, e]))
    return [...new Set([...was.keys(), ...now.keys()])].flatMap((id): CatalogueEdit[] => {
      const [a, b] = [was.get(id), now.get(id)]
      const { name } = (b ?? a)!
      if (!a) return [{ list, id, name, is: 'new' }]
      if (!b) return [{ list, id, name, is: 'gone' }]
      return JSON.stringify(a) === JSON.stringify(b) ? [] : [{ list, id, name, is: 'changed' }]
    })
  })

/** Entries of the same id are replaced, others join. */
export function mergeInto(draft: Catalogue, from: Catalogue): { replaced: number; added: number } {
  let replaced = 0
  let added = 0
  for (const { list } of deviceLists) {
    const have = entries(draft, list)
    for (const entry of entries(from, list)) {
      const at = have.findIndex((d) => d.id === entry.id)
      if (at >= 0) {
        have[at] = entry
        replaced++
      } else {
        have.push(entry)
        added++
      }
    }
  }
  return { replaced, added }
}

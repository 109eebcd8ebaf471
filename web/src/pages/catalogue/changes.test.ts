import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import type { Catalogue } from '@/api/types'
import { changesOf, mergeInto } from './changes'

const house = JSON.parse(
  readFileSync('../src/Terrapin.Core/Format/house-catalogue.json', 'utf8'),
) as Catalogue

it('what differs between two states is named entry by entry, and nothing where they are alike', () => {
  expect(changesOf(house, structuredClone(house))).toEqual([])
  const after = structuredClone(house)
  after.drives[0]!.name = 'Renamed'
  after.hubs.push({ id: 'k8', name: 'Second hub' } as never)
  after.sensors.splice(1, 1)
  expect(changesOf(house, after).map(({ list, id, name, is }) => [list, id, name, is])).toEqual([
    ['drives', 'sa-20', 'Renamed', 'changed'],
    ['sensors', 's4-cup', 'Spot with cup S4C', 'gone'],
    ['hubs', 'k8', 'Second hub', 'new'],
  ])
  expect(changesOf(after, house).map((c) => c.is)).toEqual(['changed', 'new', 'gone'])
})

it('entries of the same id are replaced, others join, and none goes', () => {
  const draft = structuredClone(house)
  const from = {
    ...house,
    drives: [{ ...house.drives[1]!, name: 'Other figures' }],
    sensors: [],
    hubs: [],
    repeaters: [],
    radios: [],
    finishes: [],
  }
  from.hubs = [{ ...house.hubs[0]!, id: 'k8' }] as never
  expect(mergeInto(draft, from)).toEqual({ replaced: 1, added: 1 })
  expect(changesOf(house, draft).map(({ id, is }) => [id, is])).toEqual([
    ['sd-12', 'changed'],
    ['k8', 'new'],
  ])
})

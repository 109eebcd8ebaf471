import { describe, expect, it } from 'vitest'
import type { Part, Trust, TrustRow } from '@/api/types'
import { list, oneIn, period } from './trustRows'

const hub: Part = { kind: 'hub', id: null }
const drive: Part = { kind: 'drive', id: 'd' }
const sensor = (id: string): Part => ({ kind: 'sensor', id })
const row = (leakId: string, onDemand: number | null, ...sets: Part[][]): TrustRow => ({
  leakId,
  modes: ['home', 'away', 'asleep', 'holiday'],
  onDemand,
  sets: sets.map((parts) => ({ parts, probability: null })),
  shares: [],
  longestTestS: null,
})
const trust = (...rows: TrustRow[]): Trust => ({ rows, missing: [], rehearsals: 1 })

describe('what lets each leak run', () => {
  it('is said once where it is common to all, and beside the leak where it is not', () => {
    const { common, rows } = list(
      trust(
        row('a', 0.01, [drive], [hub], [sensor('p'), sensor('q')]),
        row('b', 0.03, [hub], [drive], [sensor('r')]),
      ),
    )
    expect(common).toEqual([drive, hub])
    expect(rows.map((r) => r.leakId)).toEqual(['b', 'a'])
    expect(rows[0]!.alone).toEqual([sensor('r')])
    expect(rows[1]!.alone).toEqual([])
    expect(rows[1]!.pairs).toEqual([[sensor('p'), sensor('q')]])
  })

  it('leaves out what runs on with nothing broken', () => {
    const { anyway, common, rows } = list(trust(row('a', 1, []), row('b', null, [hub])))
    expect(anyway.map((r) => r.leakId)).toEqual(['a'])
    expect(rows.map((r) => r.leakId)).toEqual(['b'])
    expect(common).toEqual([hub])
    expect(list(trust(row('a', 1, []))).common).toEqual([])
  })
})

describe('in words', () => {
  it.each([
    [1, 'always'],
    [0, 'never'],
    [0.0464, '1 in 22'],
    [0.5, '1 in 2'],
    [0.3, '1 in 3.3'],
    [0.00093, '1 in 1,100'],
  ])('%s is %s', (probability, text) => expect(oneIn(probability)).toBe(text))

  const year = 31557600
  it.each([
    [3600, '1 hour'],
    [86400 * 6.99, '6 days'],
    [86400 * 50, '50 days'],
    [year / 2, '6 months'],
    [year * 0.42, '5 months'],
    [year, '1 year'],
    [year * 2, '2 years'],
    [year * 20, '20 years'],
    [year * 2.57, '2.5 years'],
  ])('%s s is %s, never more than it is', (seconds, text) => expect(period(seconds)).toBe(text))
})

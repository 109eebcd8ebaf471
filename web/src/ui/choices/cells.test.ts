import { expect, it } from 'vitest'
import type { BatteryDue } from '@/api/types'
import { cellsAsFitted, cellsToBring } from './cells'

const due = { deviceId: 's', name: 'S', years: 3, isCapped: false, changeBy: '2029-01-01' } as BatteryDue

it('says what to bring, as far as it is known', () => {
  expect(cellsToBring({ ...due, cells: 'alkaline', count: 2, size: 'aaa' })).toBe('2 × AAA, alkaline')
  expect(cellsToBring({ ...due, cells: 'lithium', size: 'cr2032' })).toBe('CR2032, lithium')
  expect(cellsToBring({ ...due, cells: 'unknown', count: 3, size: 'unknown' })).toBe('3 × cells')
  expect(cellsToBring(due)).toBe('')
})

it('names the cells that a device comes with', () => {
  expect(cellsAsFitted('alkaline')[0]).toEqual({ value: null, label: 'As it comes: alkaline' })
  expect(cellsAsFitted(null)[0]!.label).toBe('As it comes: not looked at')
})

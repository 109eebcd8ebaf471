import { expect, it } from 'vitest'
import { monthOf } from './dates'

it('a month is the same wherever it is read', () => {
  expect(monthOf('2034-06-01')).toBe('Jun 2034')
  expect(monthOf('2030-12-31')).toBe('Dec 2030')
})

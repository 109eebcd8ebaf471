import { expect, it } from 'vitest'
import { hoursText, onStrip, spanText } from './powerCut'

it('hours are said as people say them', () => {
  expect([0.5, 5, 47.9, 94.5].map(hoursText)).toEqual(['30 min', '5 h', '47.9 h', '3.94 days'])
})

it('an end that is not known is said, and none is made up', () => {
  expect(spanText({ leastH: 0, mostH: 0 })).toBe('dead at once')
  expect(spanText({ leastH: 8, mostH: 8 })).toBe('8 h')
  expect(spanText({ leastH: 0, mostH: 8 })).toBe('0 to 8 h')
  expect(spanText({ leastH: 0, mostH: null })).toBe('not known')
  expect(spanText({ leastH: 8, mostH: null })).toBe('8 h at least')
  expect(spanText({ leastH: null, mostH: null })).toBe('as long as its batteries last')
})

it('the strip shows what is sure and what may be', () => {
  expect(onStrip({ leastH: 0, mostH: null })).toEqual({ sure: 0, possible: 1 })
  expect(onStrip({ leastH: 18, mostH: 36 })).toEqual({ sure: 0.25, possible: 0.5 })
  expect(onStrip({ leastH: 500, mostH: 500 })).toEqual({ sure: 1, possible: 1 })
})

import { describe, expect, it } from 'vitest'
import { isOpen, putAt, valueAt, type SurveyField } from './fields'

describe('survey fields', () => {
  it('reads and writes by path, making what is missing', () => {
    const root = { handle: { lengthM: 0.12 } } as Record<string, unknown>
    expect(valueAt(root, 'handle.lengthM')).toBe(0.12)
    expect(valueAt(root, 'heater.kind')).toBeNull()
    putAt(root, 'heater.kind', 'boiler')
    putAt(root, 'handle.lengthM', null)
    expect(root).toEqual({ handle: { lengthM: null }, heater: { kind: 'boiler' } })
  })

  it('holds null, unknown and nothing written for open, and what is optional for answered', () => {
    const field = (path: string): SurveyField => ({ type: 'answer', label: '', path, choices: [] })
    expect(isOpen(field('a'), { a: 'unknown' })).toBe(true)
    expect(isOpen(field('a'), {})).toBe(true)
    expect(isOpen(field('a'), { a: 'no' })).toBe(false)
    expect(isOpen({ ...field('a'), optional: true }, {})).toBe(false)
  })
})

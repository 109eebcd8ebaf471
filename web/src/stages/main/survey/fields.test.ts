import { describe, expect, it } from 'vitest'
import type { StopValve, Plan } from '@/api/types'
import { cardsOf, openAnswers } from './cards'
import { putAt, valueAt } from '@/ui/paths'
import { isOpen, type SurveyField } from './fields'

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

describe('cards', () => {
  const main = (more: object) => ({ kind: 'leverBall', ...more }) as unknown as StopValve
  const plan = { building: { stopValves: [], pipes: [], supply: {} }, site: {} } as unknown as Plan
  const card = (id: string) => cardsOf(main({})).find((c) => c.id === id)!

  it('are answered by what somebody said, not by silence', () => {
    expect(openAnswers(card('room'), main({}), plan, 0)).toBe(1)
    expect(openAnswers(card('room'), main({ nothingInTheWay: true }), plan, 0)).toBe(0)
    expect(
      openAnswers(card('room'), main({ obstacles: [{ distanceM: null }, { distanceM: 1 }] }), plan, 0),
    ).toBe(1)
    expect(openAnswers(card('photographs'), main({}), plan, 0)).toBe(1)
    expect(openAnswers(card('photographs'), main({}), plan, 2)).toBe(0)
  })

  it('ask of a multi-turn valve only what its replacement needs', () => {
    const asked = cardsOf(main({ kind: 'gate' })).map((c) => c.id)
    expect(asked).not.toContain('pull')
    expect(asked).not.toContain('handle')
    expect(asked).toEqual(
      expect.arrayContaining(['valve', 'upstream', 'pipe', 'bonding', 'hangs', 'photographs']),
    )
  })
})

import { describe, expect, it } from 'vitest'
import shown from '@/api/shown.json'
import type { UnitSystem } from '@/api/types'
import { clock, duration, exactClock, figure, inSentence, show, showBounds, type ShownKind } from './units'

describe('figures', () => {
  it.each([
    [33.2968, '33.3'],
    [1.7504, '1.75'],
    [0.0123456, '0.0123'],
    [0, '0'],
    [1234.5, '1,230'],
    [-0.4, '-0.4'],
    [999.6, '1000'],
    [0.000612, '0.000612'],
  ])('%f is shown as %s', (value, text) => expect(figure(value)).toBe(text))

  it.each([
    [0.4, '0.4 s'],
    [99.4, '99.4 s'],
    [166.5, '2 min 47 s'],
    [120, '2 min'],
    [3599.6, '1 h 00 min'],
    [200_000, '2.31 days'],
  ])('%f seconds are shown as %s', (seconds, text) => expect(duration(seconds)).toBe(text))

  it.each([
    [0.4, '0:00'],
    [6.1, '0:06'],
    [75, '1:15'],
    [3599.4, '59:59'],
    [7200, '2 h 00 min'],
  ])('%f seconds are shown as %s on a clock', (seconds, text) => expect(clock(seconds)).toBe(text))

  it.each([
    [5, '0:05'],
    [4 / 3, '0:01.33'],
    [4.5, '0:04.5'],
    [59.999, '1:00'],
    [61.05, '1:01.05'],
    [7200.5, '2 h 00 min'],
  ])('%f seconds are shown as %s where part of one decides', (seconds, text) =>
    expect(exactClock(seconds)).toBe(text),
  )

  it('shows one value in either system', () => {
    expect(show('pressure', 4e5, 'metric')).toBe('4 bar')
    expect(show('pressure', 413685.4, 'us')).toBe('60 psi')
    expect(show('smallLength', 0.01905, 'us')).toBe('0.75 in')
    expect(show('volume', 0.0481, 'metric')).toBe('48.1 L')
    expect(show('angle', 76, 'us')).toBe('76°')
  })

  it('says little of it in the unit that people say then', () => {
    expect(show('volume', 8.76e-6, 'metric')).toBe('8.76 ml')
    expect(show('volume', 1e-4, 'metric')).toBe('0.1 L')
    expect(show('volume', 0, 'metric')).toBe('0 L')
    expect(show('volume', 5.91e-5, 'us')).toBe('2 fl oz')
    expect(show('flow', 200e-6 / 60 / 10, 'metric')).toBe('20 ml/min')
    expect(show('flow', 1 / 60_000, 'metric')).toBe('1 L/min')
  })

  it('shows what is open as open', () => {
    expect(showBounds('volume', { low: 0.01, high: 0.01 }, 'metric')).toBe('10 L')
    expect(showBounds('volume', { low: 0.01, high: 0.037 }, 'metric')).toBe('10 L to 37 L')
    expect(showBounds('volume', { low: null, high: 0.037 }, 'metric')).toBe('at most 37 L')
    expect(showBounds('volume', { low: 0.01, high: null }, 'metric')).toBe('at least 10 L')
    expect(showBounds('volume', { low: null, high: null }, 'metric')).toBe('not known')
  })

  it('says what documents say', () => {
    const cases = shown as [ShownKind, number, UnitSystem, string][]
    expect(cases.length).toBeGreaterThan(500)
    for (const [kind, si, system, text] of cases)
      expect(show(kind, si, system), `${kind} ${si} ${system}`).toBe(text)
  })
})

it('the unit of a label goes behind the number', () => {
  expect(inSentence('Power, dBm', '5')).toBe('power 5 dBm')
  expect(inSentence('Rated torque', '20 N·m')).toBe('rated torque 20 N·m')
})

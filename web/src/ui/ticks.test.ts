import { expect, it } from 'vitest'
import { roundTicks } from './ticks'

it.each<[number, number[]]>([
  [48.9, [0, 10, 20, 30, 40, 50]],
  [50, [0, 10, 20, 30, 40, 50]],
  [141, [0, 50, 100, 150]],
  [19.7, [0, 5, 10, 15, 20]],
  [0.3, [0, 0.1, 0.2, 0.3]],
  [7, [0, 2, 4, 6, 8]],
  [1, [0, 0.2, 0.4, 0.6, 0.8, 1]],
  [1e-9, [0, 2e-10, 4e-10, 6e-10, 8e-10, 1e-9]],
])('%d: %j', (most, ticks) => expect(roundTicks(most, 4)).toEqual(ticks))

it('covers any most in 2 to 6 steps', () => {
  for (let most = 1e-6; most < 1e6; most *= 1.07) {
    const ticks = roundTicks(most, 4)
    expect(ticks.at(-1)!).toBeGreaterThanOrEqual(most * (1 - 1e-8))
    expect(ticks.length).toBeGreaterThanOrEqual(3)
    expect(ticks.length).toBeLessThanOrEqual(7)
  }
})

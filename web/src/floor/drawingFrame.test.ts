import { expect, it } from 'vitest'
import { fitted } from './drawingFrame'

it('puts all of a storey into the middle of any window', () => {
  const areas = [{ acrossM: 3, downM: -1, lengthM: 4, widthM: 2 }]
  for (const [width, height] of [
    [1000, 300],
    [300, 1000],
    [390, 388],
  ] as const) {
    const { x, y, unit } = fitted(areas, { width, height })
    const middle = [x + (width * unit) / 2, y + (height * unit) / 2]
    expect(middle[0]).toBeCloseTo(500)
    expect(middle[1]).toBeCloseTo(0)
    expect(x).toBeLessThanOrEqual(300)
    expect(y).toBeLessThanOrEqual(-100)
  }
})

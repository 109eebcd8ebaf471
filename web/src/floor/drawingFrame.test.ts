import { expect, it } from 'vitest'
import { fitted } from './drawingFrame'

const areas = [{ acrossM: 3, downM: -1, lengthM: 4, widthM: 2 }]
const windows = [
  [1000, 300],
  [300, 1000],
  [390, 388],
] as const

it('puts all of a storey into the middle of any window', () => {
  for (const [width, height] of windows) {
    const { x, y, unit } = fitted(areas, { width, height }, { top: 0, right: 0, bottom: 0 })
    expect(x + (width * unit) / 2).toBeCloseTo(500)
    expect(y + (height * unit) / 2).toBeCloseTo(0)
    expect(x).toBeLessThanOrEqual(300)
    expect(y).toBeLessThanOrEqual(-100)
  }
})

it('keeps the edges free for words and buttons', () => {
  for (const [width, height] of windows) {
    const edges = { top: 30, right: 48, bottom: 24 }
    const { x, y, unit } = fitted(areas, { width, height }, edges)
    expect((-100 - y) / unit).toBeGreaterThanOrEqual(edges.top)
    expect(width - (700 - x) / unit).toBeGreaterThanOrEqual(edges.right)
    expect(height - (100 - y) / unit).toBeGreaterThanOrEqual(edges.bottom)
  }
})

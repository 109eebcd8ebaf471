import { describe, expect, it } from 'vitest'
import { alongLine, boxAround, leastCrowded, placesIn } from './labels'

const hall = { acrossM: 0, downM: 0, lengthM: 4, widthM: 3 }
const words = { lengthM: 1, widthM: 0.5 }

describe('words on the drawing', () => {
  it('stand in the middle of an empty room', () => {
    expect(leastCrowded(placesIn(hall, words), words, [])).toEqual({
      at: { acrossM: 2, downM: 1.5 },
      coveredM2: 0,
    })
  })

  it('give way to what is drawn, and stay in the room', () => {
    const bath = boxAround({ acrossM: 2, downM: 1.5 }, { lengthM: 1.7, widthM: 0.8 })
    const found = leastCrowded(placesIn(hall, words), words, [bath])!
    expect(found.coveredM2).toBe(0)
    const box = boxAround(found.at, words)
    expect(box.acrossM).toBeGreaterThanOrEqual(0)
    expect(box.acrossM + box.lengthM).toBeLessThanOrEqual(4)
  })

  it('cover the least where there is no free place', () => {
    const found = leastCrowded(
      [
        { acrossM: 1, downM: 1 },
        { acrossM: 2, downM: 1 },
      ],
      words,
      [boxAround({ acrossM: 1, downM: 1 }, words), boxAround({ acrossM: 2.5, downM: 1 }, words)],
    )!
    expect(found.at.acrossM).toBe(2)
    expect(found.coveredM2).toBeCloseTo(0.25)
  })

  it('keep off a line', () => {
    const [box] = alongLine(
      [
        { acrossM: 1, downM: 1 },
        { acrossM: 3, downM: 1 },
      ],
      0.1,
    )
    expect(box).toEqual({ acrossM: 0.9, downM: 0.9, lengthM: 2.2, widthM: 0.2 })
  })
})

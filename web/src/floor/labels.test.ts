import { describe, expect, it } from 'vitest'
import { alongLine, boxAround, fitsInto, leastCrowded, liesIn, placesBeside, placesIn } from './labels'

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

  it('stand beside a room that they do not fit into, and touch none of it', () => {
    const cupboard = { acrossM: 3, downM: 1, lengthM: 0.8, widthM: 0.9 }
    expect(fitsInto(cupboard, words)).toBe(false)
    const places = placesBeside(cupboard, words, 0.1)
    expect(places[0]).toEqual({ acrossM: 4.4, downM: 1.45 })
    for (const at of places) expect(leastCrowded([at], words, [cupboard])!.coveredM2).toBe(0)
    // Not on the room to its right, and not off the sheet.
    const neighbour = { acrossM: 3.8, downM: 0, lengthM: 2, widthM: 3 }
    const sheet = { acrossM: 0, downM: 0, lengthM: 6, widthM: 3 }
    const free = places.filter((at) => liesIn(boxAround(at, words), sheet))
    const found = leastCrowded(free, words, [cupboard, neighbour])!
    expect(found.coveredM2).toBe(0)
    expect(found.at).toEqual({ acrossM: 2.4, downM: 1.45 })
  })
})

import { expect, it } from 'vitest'
import steps from './mountingSteps.json'
import { stepPictures } from './stepPictures'

it('has a drawing for each step of mounting, and none of another', () => {
  expect(Object.keys(stepPictures).sort()).toEqual(steps)
})

it('stays on its paper, the way of each line written out', () => {
  for (const [id, picture] of Object.entries(stepPictures)) {
    for (const [, d] of picture) {
      for (const [, x, y] of d.matchAll(/M(-?[\d.]+) (-?[\d.]+)/g)) {
        expect([id, Number(x) >= 0 && Number(x) <= 120 && Number(y) >= 0 && Number(y) <= 76]).toEqual([
          id,
          true,
        ])
      }
    }
  }
})

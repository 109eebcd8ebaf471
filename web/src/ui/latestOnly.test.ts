import { expect, it } from 'vitest'
import { latestOnly } from './latestOnly'
import { idle } from './pending'

it('passes over what is overtaken, and never the last', async () => {
  const seen: number[] = []
  const follow = latestOnly<number>(async (value) => {
    seen.push(value)
    await Promise.resolve()
  })
  await Promise.all([follow(1), follow(2), follow(3)])
  expect(seen).toEqual([1, 3])
})

it('is under way until the last value is taken', async () => {
  const seen: number[] = []
  const follow = latestOnly<number>(async (value) => {
    await new Promise((done) => setTimeout(done, 5))
    seen.push(value)
  })
  void follow(1)
  void follow(2)
  await idle()
  expect(seen).toEqual([1, 2])
})

it('goes on after a failure', async () => {
  const seen: number[] = []
  const follow = latestOnly<number>(async (value) => {
    if (value === 1) throw new Error('no')
    seen.push(value)
  })
  await expect(follow(1)).rejects.toThrow('no')
  await follow(2)
  expect(seen).toEqual([2])
})

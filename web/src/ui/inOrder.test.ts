import { expect, it } from 'vitest'
import { oneByOne } from './inOrder'

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))

it('a quick one waits for a slow one that was asked for before, and one that fails stops no other', async () => {
  const inOrder = oneByOne()
  const done: string[] = []
  const slow = inOrder(async () => {
    await wait(20)
    done.push('slow')
  })
  const broken = inOrder(() => Promise.reject(new Error('broken')))
  const quick = inOrder(() => Promise.resolve(done.push('quick')))
  await expect(broken).rejects.toThrow('broken')
  await Promise.all([slow, quick])
  expect(done).toEqual(['slow', 'quick'])
})

import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { queryClient } from './client'

const unhandled = vi.fn()
beforeEach(() => void process.on('unhandledRejection', unhandled))
afterEach(() => {
  process.off('unhandledRejection', unhandled)
  unhandled.mockReset()
})

const ask = (meta?: { showsTrouble: boolean }) =>
  queryClient()
    .fetchQuery({ queryKey: ['bills'], queryFn: () => Promise.reject(new Error('no answer')), meta })
    .catch(() => undefined)
const afterwards = () => new Promise((done) => setTimeout(done, 20))

it('a question that fails is told by the app, once and without another try', async () => {
  await ask()
  await afterwards()
  expect(unhandled).toHaveBeenCalledTimes(1)
  expect(unhandled.mock.calls[0]![0]).toMatchObject({ message: 'no answer' })
})

it('one whose failure is shown where it is asked is not told twice', async () => {
  await ask({ showsTrouble: true })
  await afterwards()
  expect(unhandled).not.toHaveBeenCalled()
})

it('an answer is asked for once', async () => {
  const client = queryClient()
  const answer = vi.fn(() => Promise.resolve(1))
  await client.fetchQuery({ queryKey: ['x'], queryFn: answer })
  await client.fetchQuery({ queryKey: ['x'], queryFn: answer })
  expect(answer).toHaveBeenCalledTimes(1)
})

import { expect, it, vi } from 'vitest'

vi.stubGlobal('window', { location: { origin: 'http://127.0.0.1' } })
const { Refusal } = await import('./client')

it('a fault of the server is told with its request, a refused entry without', () => {
  const requestId = '0HN:1'
  expect(new Refusal(500, { detail: 'The disk is full.', requestId }).message).toBe(
    "The disk is full. (Request 0HN:1 in the server's log.)",
  )
  expect(new Refusal(422, { detail: 'Too long.', requestId }).message).toBe('Too long.')
  expect(new Refusal(503, {}).message).toBe('The server answered 503.')
})

it('a place that is not named gets the first message', () => {
  const refusal = new Refusal(422, {
    detail: 'two',
    errors: [
      { pointer: '/a', message: 'A is wrong.' },
      { pointer: '/b', message: 'B is wrong.' },
    ],
  })
  expect([refusal.at('/b'), refusal.at('/c'), new Refusal(409, { title: 'Other' }).at('/a')]).toEqual([
    'B is wrong.',
    'A is wrong.',
    'Other',
  ])
})

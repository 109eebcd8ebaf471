import { expect, it, vi } from 'vitest'
import type { Plan } from './types'

vi.stubGlobal('window', { location: { origin: 'http://127.0.0.1' } })
const { api, Refusal } = await import('./client')

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

/** What was posted, and what is answered: a plan that is sent gets an address, which the server may forget. */
function server() {
  const posted: { path: string; body: string | undefined }[] = []
  const known = new Set<string>()
  vi.stubGlobal('fetch', (path: string, { body }: { body?: string }) => {
    posted.push({ path, body })
    const address = body ? `hash of ${body.length}` : new URL(path, 'http://x').searchParams.get('plan')!
    if (body) known.add(address)
    if (!known.has(address)) return Promise.resolve(new Response('{}', { status: 404 }))
    return Promise.resolve(new Response('[]', { headers: body ? { 'Terrapin-Plan': address } : {} }))
  })
  return { posted, known }
}

it('a plan is sent once, and then named by its address; one that is forgotten is sent again', async () => {
  const { posted, known } = server()
  const plan = { site: { name: 'Loft' } } as Plan
  await api.bills(plan)
  await api.compare(plan)
  expect(posted.map((p) => [p.path.split('?')[0], p.body !== undefined])).toEqual([
    ['/api/bills', true],
    ['/api/comparisons', false],
  ])
  known.clear()
  await api.bills(plan)
  expect(posted.slice(2).map((p) => p.body !== undefined)).toEqual([false, true])
  await api.bills({ ...plan })
  expect(posted.at(-1)!.body).toBeDefined()
})

it('a question that is broken off is no refusal', async () => {
  const aborted = new AbortController()
  vi.stubGlobal('fetch', () => Promise.reject(new DOMException('aborted', 'AbortError')))
  const asked = api.bills({} as Plan, aborted.signal)
  aborted.abort()
  await expect(asked).rejects.toThrow('aborted')
  await expect(api.bills({} as Plan)).rejects.toBeInstanceOf(Refusal)
})

it('an answer that breaks off on its way is told as one that did not come', async () => {
  const broken = new Response(
    new ReadableStream({ start: (controller) => controller.error(new TypeError('Failed to fetch')) }),
  )
  vi.stubGlobal('fetch', () => Promise.resolve(broken))
  const failure = await api.bills({} as Plan).catch((e: unknown) => e)
  expect(failure).toBeInstanceOf(Refusal)
  expect((failure as Error).message).toBe('The answer broke off. Nothing is lost: try again.')
})

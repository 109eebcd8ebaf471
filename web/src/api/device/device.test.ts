import { expect, it } from 'vitest'
import type { Plan } from '../types'
import { deviceOf, lookAhead, type DeviceWorker } from './device'
import type { DeviceQuestion } from './messages'

const never = new AbortController().signal
const plan = { site: { name: 'Loft' } } as Plan
const ready = { ready: { aboutPlans: ['/api/bills'], aboutNoPlan: ['/api/fixtures'] } }

function started() {
  const posted: DeviceQuestion[] = []
  const worker: DeviceWorker = {
    postMessage: (question) => void posted.push(question),
    onmessage: null,
    onerror: null,
  }
  const device = deviceOf(worker)
  const say = (data: unknown) => worker.onmessage!({ data } as never)
  const ask = (signal = never) => device.ask({ path: '/api/bills', query: { a: '1' }, plan }, signal)
  return { device, worker, posted, say, ask }
}

it('waits until Core is there, then asks one after the other', async () => {
  const { device, posted, say, ask } = started()
  const [first, second] = [ask(), ask()]
  expect(posted).toEqual([])
  expect(device.answers('/api/anything', true)).toBe(true)
  say(ready)
  expect([
    device.answers('/api/bills', true),
    device.answers('/api/bills', false),
    device.answers('/api/placements', true),
  ]).toEqual([true, false, false])
  expect(posted).toMatchObject([
    { path: '/api/bills', query: ['a', '1'], plan: { json: JSON.stringify(plan) } },
  ])
  say({ id: posted[0]!.id, status: 200, json: '[1]' })
  expect(await (await first).json()).toEqual([1])
  expect(posted).toHaveLength(2)
  expect(posted[1]!.plan!.number).toBe(posted[0]!.plan!.number)
  say({ id: posted[1]!.id, status: 422, json: '{"detail":"no"}' })
  expect((await second).status).toBe(422)
})

it('does not ask what nobody waits for any more', async () => {
  const { posted, say, ask } = started()
  const stop = new AbortController()
  const dropped = ask(stop.signal)
  const wanted = ask()
  stop.abort()
  await expect(dropped).rejects.toBe(stop.signal.reason)
  say(ready)
  expect(posted).toHaveLength(1)
  say({ id: posted[0]!.id, status: 200, json: '[]' })
  await expect(wanted).resolves.toBeInstanceOf(Response)
})

it('a question that fails fails alone', async () => {
  const { posted, say, ask } = started()
  say(ready)
  const [first, second] = [ask(), ask()]
  say({ id: posted[0]!.id, failure: 'out of memory' })
  await expect(first).rejects.toThrow('out of memory')
  say({ id: posted[1]!.id, status: 200, json: '[]' })
  await expect(second).resolves.toBeInstanceOf(Response)
})

it('looks at a plan beforehand, and what comes of it is told to nobody', async () => {
  const { device, posted, say } = started()
  say(ready)
  lookAhead(null, plan)
  lookAhead(device, plan)
  expect(posted).toMatchObject([{ path: '/api/assessments', plan: { json: JSON.stringify(plan) } }])
  say({ failure: 'not found' })
  await expect(device.ask({ path: '/api/bills', query: {}, plan }, never)).rejects.toThrow('not found')
})

it('answers nothing where Core cannot be had', async () => {
  const { device, say, ask } = started()
  const waiting = ask()
  say({ failure: 'not found' })
  await expect(waiting).rejects.toThrow('not found')
  expect(device.answers('/api/bills', true)).toBe(false)
  await expect(ask()).rejects.toThrow('not found')
  const other = started()
  const asked = other.ask()
  other.worker.onerror!({ message: 'crashed' } as never)
  await expect(asked).rejects.toThrow('crashed')
})

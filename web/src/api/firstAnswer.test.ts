import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { firstAnswer } from './firstAnswer'
import { Refusal, silence } from './refusal'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

const HEAD_START_MS = 80
/** Answers after a while, and notes whether it was broken off before. */
function party(afterMs: number, answer: () => string) {
  const state = { asked: 0, brokenOff: false }
  const ask = (signal: AbortSignal) => {
    state.asked++
    return new Promise<string>((done, failed) => {
      const timer = setTimeout(() => {
        try {
          done(answer())
        } catch (failure) {
          failed(failure as Error)
        }
      }, afterMs)
      signal.addEventListener('abort', () => {
        state.brokenOff = true
        clearTimeout(timer)
        failed(signal.reason as Error)
      })
    })
  }
  return { state, ask }
}
const fails = (failure: Error) => () => {
  throw failure
}

async function outcome(
  server: ReturnType<typeof party>,
  device: ReturnType<typeof party>,
  signal?: AbortSignal,
) {
  const asked = firstAnswer(server.ask, device.ask, HEAD_START_MS, signal).catch((failure: Error) => failure)
  await vi.advanceTimersByTimeAsync(10_000)
  return asked
}

describe('the first answer', () => {
  it('is the server’s, without the device, where it is quick', async () => {
    const [server, device] = [party(20, () => 'server'), party(5, () => 'device')]
    expect(await outcome(server, device)).toBe('server')
    expect(device.state.asked).toBe(0)
  })

  it('is not broken off itself, as it may still be on its way', async () => {
    const [server, device] = [party(20, () => 'server'), party(5, () => 'device')]
    await outcome(server, device)
    expect(server.state.brokenOff).toBe(false)
    const [slow, quick] = [party(500, () => 'server'), party(5, () => 'device')]
    await outcome(slow, quick)
    expect(quick.state.brokenOff).toBe(false)
  })

  it('is the device’s where the server is slow, which is then broken off', async () => {
    const [server, device] = [party(500, () => 'server'), party(60, () => 'device')]
    expect(await outcome(server, device)).toBe('device')
    expect(server.state.brokenOff).toBe(true)
  })

  it('is the server’s where the device is slower still', async () => {
    const [server, device] = [party(200, () => 'server'), party(500, () => 'device')]
    expect(await outcome(server, device)).toBe('server')
    expect(device.state.brokenOff).toBe(true)
  })

  it.each([silence(), new Refusal(503, {}), new Refusal(429, {})])(
    'is the device’s at once where the server does not answer (%#)',
    async (failure) => {
      const asked = firstAnswer(party(1, fails(failure)).ask, party(5, () => 'device').ask, HEAD_START_MS)
      await vi.advanceTimersByTimeAsync(10)
      await expect(asked).resolves.toBe('device')
    },
  )

  it('is a refusal where the question is at fault, whoever says so', async () => {
    const wrong = new Refusal(422, { detail: 'Too long.' })
    expect(
      await outcome(
        party(20, fails(wrong)),
        party(5, () => 'device'),
      ),
    ).toBe(wrong)
    expect(
      await outcome(
        party(500, () => 'server'),
        party(5, fails(wrong)),
      ),
    ).toBe(wrong)
  })

  it('is the server’s failure where both fail', async () => {
    const full = new Refusal(507, { detail: 'The disk is full.' })
    expect(await outcome(party(20, fails(full)), party(5, fails(new Error('no Core'))))).toBe(full)
    expect(
      await outcome(
        party(300, () => 'server'),
        party(5, fails(new Error('no Core'))),
      ),
    ).toBe('server')
  })

  it('is none where nobody waits for it any more', async () => {
    const stop = new AbortController()
    const [server, device] = [party(500, () => 'server'), party(500, () => 'device')]
    const asked = outcome(server, device, stop.signal)
    stop.abort()
    expect(await asked).toBe(stop.signal.reason)
    expect(server.state.brokenOff).toBe(true)
  })
})

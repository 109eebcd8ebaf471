import type { Plan } from '../types'
import type { DeviceMessage, DeviceQuestion } from './messages'

/**
 * Core on this device: it answers about a plan as the server does, without a signal too. It answers one question at a time; one that
 * nobody waits for any more before its turn is not asked.
 */
export interface Device {
  /** Whether it answers a path. While it is still on its way, it is taken to. */
  answers(path: string, isAboutPlan: boolean): boolean
  /** @throws Error where it cannot be had; AbortError where the signal came first. */
  ask(question: Asked, signal: AbortSignal): Promise<Response>
}

export interface Asked {
  path: string
  query: Record<string, string>
  plan?: Plan
  body?: string
}

/** The part of a worker that is used of it. */
export interface DeviceWorker {
  postMessage(question: DeviceQuestion): void
  onmessage: ((event: MessageEvent<DeviceMessage>) => void) | null
  onerror: ((event: ErrorEvent) => void) | null
}

interface Waiting {
  asked: Asked
  signal: AbortSignal
  done: (response: Response) => void
  failed: (failure: Error) => void
}

const numbers = new WeakMap<Plan, number>()
let numbered = 0
function numberOf(plan: Plan): number {
  const number = numbers.get(plan) ?? ++numbered
  numbers.set(plan, number)
  return number
}

export function deviceOf(worker: DeviceWorker): Device {
  const queue: Waiting[] = []
  let current: (Waiting & { id: number }) | null = null
  let asked = 0
  let isReady = false
  let paths: { aboutPlans: string[]; aboutNoPlan: string[] } | null = null
  let broken: Error | null = null

  function next() {
    if (current || !isReady) return
    const waiting = queue.shift()
    if (!waiting) return
    if (waiting.signal.aborted) return next()
    current = { ...waiting, id: ++asked }
    const { path, query, plan, body } = waiting.asked
    worker.postMessage({
      id: current.id,
      path,
      query: Object.entries(query).flat(),
      plan: plan && { number: numberOf(plan), json: JSON.stringify(plan) },
      body,
    })
  }

  function breakDown(reason: string) {
    broken = new Error(reason)
    for (const waiting of current ? [current, ...queue] : queue) waiting.failed(broken)
    queue.length = 0
    current = null
  }

  worker.onerror = (event) => breakDown(event.message)
  worker.onmessage = ({ data }) => {
    if ('ready' in data) {
      paths = data.ready
      isReady = true
    } else if (data.id === undefined) {
      breakDown('failure' in data ? data.failure : '')
    } else if (current?.id === data.id) {
      const { done, failed } = current
      current = null
      if ('failure' in data) failed(new Error(data.failure))
      else
        done(
          new Response(data.json, { status: data.status, headers: { 'Content-Type': 'application/json' } }),
        )
    }
    next()
  }

  return {
    answers: (path, isAboutPlan) =>
      !broken && (!paths || (isAboutPlan ? paths.aboutPlans : paths.aboutNoPlan).includes(path)),
    ask: (question, signal) =>
      new Promise((done, failed) => {
        if (broken) return failed(broken)
        const aborted = () => failed(signal.reason as Error)
        if (signal.aborted) return aborted()
        signal.addEventListener('abort', aborted, { once: true })
        queue.push({ asked: question, signal, done, failed })
        next()
      }),
  }
}

let device: Device | null = null
let hasStarted: (device: Device) => void
const starting = new Promise<Device>((done) => (hasStarted = done))

/** Core before it is started, which is after the first paint: what is asked of it waits for that. */
const onItsWay: Device = {
  answers: () => true,
  ask: async (question, signal) => {
    signal.throwIfAborted()
    const aborted = new Promise<never>((_, failed) =>
      signal.addEventListener('abort', () => failed(signal.reason as Error), { once: true }),
    )
    return (await Promise.race([starting, aborted])).ask(question, signal)
  },
}

/** Core on this device; null where there is none in this build. */
export const onThisDevice = (): Device | null => device ?? (__CORE__ ? onItsWay : null)

/**
 * Lets Core look at a plan before it is asked about a change of it: it keeps what it finds, and its first answer then is as quick as the
 * next. Where it cannot be had, whoever asks it is told.
 */
export const lookAhead = (device: Device | null, plan: Plan): void =>
  void device
    ?.ask({ path: '/api/assessments', query: {}, plan }, new AbortController().signal)
    .catch(() => undefined)

/** Fetches Core and starts it beside the page. */
export function startDevice(): void {
  if (device || !__CORE__) return
  device = deviceOf(
    new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }) as unknown as DeviceWorker,
  )
  hasStarted(device)
}

/// <reference lib="webworker" />
import type { Plan } from '../types'
import type { DeviceMessage, DeviceQuestion } from './messages'
import { changeText, planTextOf, type PlanText } from './planText'

/** Runs Core, compiled for the browser, beside the page. */

interface Core {
  Paths(): string
  PlanVersion(): number
  Knows(number: number): boolean
  Hold(number: number, json: string, like: number): string
  About(path: string, query: string[], number: number, today: number): string
  Of(path: string, body: string): string
}

interface DotNet {
  dotnet: {
    create(): Promise<{
      getAssemblyExports(name: string): Promise<{ Terrapin: { Browser: { DeviceAnswers: Core } } }>
    }>
  }
}

const scope = self as unknown as DedicatedWorkerGlobalScope
const tell = (message: DeviceMessage) => scope.postMessage(message)

/** Tells .NET that it runs in this worker by itself, and not as a thread of a page. */
Object.assign(self, { dotnetSidecar: true })

async function load(): Promise<Core> {
  const { dotnet } = (await import(/* @vite-ignore */ `${__CORE__}dotnet.js`)) as DotNet
  const runtime = await dotnet.create()
  return (await runtime.getAssemblyExports('Terrapin.Browser')).Terrapin.Browser.DeviceAnswers
}

/** Days since 1 January 1970, where this device is. */
const today = () => {
  const now = new Date()
  return Math.round(Date.UTC(now.getFullYear(), now.getMonth(), now.getDate()) / 86_400_000)
}

/** The plan that Core read last, where it reads such as they stand. */
let last: { number: number; text: PlanText } | null = null

/** Lets Core read a plan: of one that is a change of the last, what has changed. Gives what is wrong with it; empty where nothing is. */
function hold(core: Core, number: number, json: string): string {
  const read = planTextOf(JSON.parse(json) as Plan | null)
  const text = read?.version === core.PlanVersion() ? read : null
  const like = text && last && core.Knows(last.number) ? last : null
  const refused = core.Hold(number, text && like ? changeText(like.text, text) : json, like?.number ?? 0)
  if (text && !refused) last = { number, text }
  return refused
}

function answer(core: Core, { path, query, plan, body }: DeviceQuestion): string {
  if (!plan) return core.Of(path, body ?? '')
  const refused = core.Knows(plan.number) ? '' : hold(core, plan.number, plan.json)
  return refused || core.About(path, query, plan.number, today())
}

// .NET fetches its files by promises of its own: where one cannot be had, that is told like any other failure.
scope.addEventListener('unhandledrejection', (event) => {
  event.preventDefault()
  tell({ failure: String(event.reason) })
})

const STATUS_DIGITS = 3
const core = load()
core.then(
  (loaded) => {
    const [aboutPlans, aboutNoPlan] = loaded.Paths().split('\n')
    tell({ ready: { aboutPlans: aboutPlans!.split(' '), aboutNoPlan: aboutNoPlan!.split(' ') } })
  },
  (failure: unknown) => tell({ failure: String(failure) }),
)

scope.onmessage = ({ data }: MessageEvent<DeviceQuestion>) => {
  core
    .then((loaded) => {
      const text = answer(loaded, data)
      tell({ id: data.id, status: Number(text.slice(0, STATUS_DIGITS)), json: text.slice(STATUS_DIGITS) })
    })
    .catch((failure: unknown) => tell({ id: data.id, failure: String(failure) }))
}
